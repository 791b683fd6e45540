package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Names of classes and of namespaces in files that tell a program what to load: settings of frameworks, persistence, logging, services. */
public final class NamedClasses {
    private static final Set<String> SETTINGS =
            Set.of("xml", "properties", "yml", "yaml", "conf", "cfg", "ini", "factories", "tld", "json");
    private static final Pattern CLASS =
            Pattern.compile("\\b(?:[\\p{Ll}_][\\w$]*+\\.)++\\p{Lu}[\\w$]*+", Pattern.UNICODE_CHARACTER_CLASS);
    private static final Pattern NAMESPACE = Pattern.compile("\\bxmlns(?::\\w+)?\\s*=\\s*[\"']([^\"']+)[\"']");
    /** A settings file larger than this is data; in bytes. */
    private static final long LARGEST = 512 << 10;

    private NamedClasses() {}

    /** The classes and namespaces that the files at those paths name, with the first place of each. */
    public static Map<String, Evidence> in(ProjectTree tree, Collection<String> paths) {
        Map<String, Evidence> named = new TreeMap<>();
        for (String path : paths) {
            boolean service = path.contains("META-INF/services/");
            if (!service && !SETTINGS.contains(Paths.extension(path))) continue;
            List<String> lines =
                    tree.file(path).map(file -> tree.lines(file, LARGEST)).orElse(List.of());
            for (int i = 0; i < lines.size(); i++) line(path, i + 1, lines.get(i), named);
        }
        return named;
    }

    private static void line(String path, int number, String line, Map<String, Evidence> named) {
        String plain = line.strip();
        // what is commented out is not loaded
        if (plain.startsWith("#") || plain.startsWith("<!--") || plain.startsWith("!")) return;
        Matcher namespaces = NAMESPACE.matcher(plain);
        while (namespaces.find()) named.putIfAbsent(namespaces.group(1), new Evidence(path, number, plain));
        Matcher matcher = CLASS.matcher(plain);
        while (matcher.find()) named.putIfAbsent(matcher.group(), new Evidence(path, number, plain));
    }
}
