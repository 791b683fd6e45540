package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.ecosystem.dotnet.source.CSharpReader;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The names of embedded resources in the assembly. Source: the .NET documentation, "How resource manifest files are named",
 * and the MSBuild task {@code CreateCSharpManifestResourceName}.
 */
public final class ResourceNames {
    private static final Pattern CULTURE = Pattern.compile("\\.([a-z]{2,3}(?:-[A-Za-z]{2,8})*)$");
    private static final Pattern INVALID = Pattern.compile("[^\\p{L}\\p{Nd}_]");

    private final ProjectTree tree;
    private final String namespace;
    private final boolean byClass;

    /**
     * @param namespace that names start with
     * @param byClass whether a resource beside a source of the same name is called after the class in it
     */
    public ResourceNames(ProjectTree tree, String namespace, boolean byClass) {
        this.tree = tree;
        this.namespace = namespace;
        this.byClass = byClass;
    }

    /**
     * @param path of the file
     * @param place where the project shows it
     */
    public String name(String path, String place, Map<String, String> metadata) {
        String logical = metadata.getOrDefault("LogicalName", "");
        boolean resx = Paths.extension(path).equals("resx");
        if (!logical.isBlank()) return logical;
        String manifest = metadata.getOrDefault("ManifestResourceName", "");
        String end = resx ? ".resources" : "";
        if (!manifest.isBlank()) return manifest + end;
        String name = Paths.name(place);
        String stem = resx ? Paths.withoutExtension(name) : name;
        Matcher culture = CULTURE.matcher(stem);
        String cultured = culture.find() && resx ? culture.group() : "";
        Optional<String> owner = owner(path, metadata, cultured, resx);
        if (owner.isPresent()) return owner.get() + cultured + end;
        StringBuilder full = new StringBuilder(namespace);
        for (String folder : Paths.parent(place).split("/"))
            if (!folder.isEmpty()) full.append(full.isEmpty() ? "" : ".").append(valid(folder));
        return full + (full.isEmpty() ? "" : ".") + stem + end;
    }

    /** The class that a resource depends on. */
    private Optional<String> owner(String path, Map<String, String> metadata, String culture, boolean resx) {
        String on = metadata.getOrDefault("DependentUpon", "").replace('\\', '/');
        if (on.isBlank() && resx && byClass) {
            String stem = Paths.withoutExtension(Paths.name(path));
            on = stem.substring(0, stem.length() - culture.length()) + ".cs";
        }
        if (!on.toLowerCase(Locale.ROOT).endsWith(".cs")) return Optional.empty();
        Optional<String> source =
                Paths.normal(Paths.join(Paths.parent(path), on)).filter(tree::has);
        if (source.isEmpty()) return Optional.empty();
        try {
            return CSharpReader.read(source.get(), tree.text(source.get()).content())
                    .firstClass();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** A folder as a part of a name. */
    private static String valid(String folder) {
        StringBuilder name = new StringBuilder();
        for (String part : folder.split("\\.", -1)) {
            String plain = INVALID.matcher(part).replaceAll("_");
            boolean digit = !plain.isEmpty() && Character.isDigit(plain.charAt(0));
            name.append(name.isEmpty() ? "" : ".").append(digit ? "_" : "").append(plain);
        }
        return name.toString();
    }
}
