package dev.pfeiler.ecosystem.php.composer;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.slf4j.LoggerFactory;

/**
 * A library of somebody else's whose files were copied into the project.
 *
 * @param folder that holds it, or its only file
 * @param name as it calls itself; with its vendor where it has a descriptor
 * @param version as it states it; empty if it does not
 * @param described whether it has a descriptor of its own
 * @param requires the packages that its descriptor requires
 */
public record CopiedLibrary(
        String folder, String name, String version, boolean described, List<String> requires, Evidence evidence) {
    private static final Pattern PACKAGE = Pattern.compile("@package\\s+([A-Za-z][\\w. /-]*)");
    private static final Pattern VERSION = Pattern.compile("(?:@version|Version:?)\\s+v?(\\d+(?:\\.\\d+)+)");
    private static final Pattern LICENSE = Pattern.compile("(?i)@license|licen[sc]ed under|copyright \\(c\\)");
    private static final Pattern STATED = Pattern.compile("(?i)const\\s+VERSION\\s*=\\s*['\"](\\d+(?:\\.\\d+)+)['\"]");
    /** The words at the top of a file, in characters. */
    private static final int HEADER = 1500;

    /** Whether a file belongs to it. */
    public boolean holds(String path) {
        return Paths.within(folder, path);
    }

    /** All of a tree: those with a descriptor, and single files that say what they are. */
    public static List<CopiedLibrary> in(ProjectTree tree, Collection<PhpSource> sources) {
        List<CopiedLibrary> found = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            boolean descriptor =
                    file.name().equals("composer.json") && file.path().contains("/") && !file.link();
            if (descriptor) described(tree, file.path(), sources).ifPresent(found::add);
        }
        for (PhpSource source : sources) {
            if (found.stream().noneMatch(library -> library.holds(source.path())))
                byHeader(source).ifPresent(found::add);
        }
        return List.copyOf(found);
    }

    private static Optional<CopiedLibrary> described(ProjectTree tree, String path, Collection<PhpSource> sources) {
        try {
            JsonNode json = new ObjectMapper().readTree(tree.bytes(path));
            String name = json.path("name").asText("");
            if (name.isEmpty()) return Optional.empty();
            String folder = Paths.parent(path);
            String version = json.path("version").asText("");
            if (version.isEmpty()) {
                version = sources.stream()
                        .filter(source -> Paths.within(folder, source.path()))
                        .flatMap(source -> first(STATED, source.text()).or(() -> first(VERSION, top(source))).stream())
                        .findFirst()
                        .orElse("");
            }
            List<String> requires = new ArrayList<>();
            json.path("require").fieldNames().forEachRemaining(requires::add);
            // the language, its extensions and system libraries are no packages
            requires.removeIf(required -> !required.contains("/"));
            Evidence evidence = Evidence.of(path, "\"name\": \"" + name + "\"");
            return Optional.of(new CopiedLibrary(folder, name, version, true, requires, evidence));
        } catch (IOException e) {
            LoggerFactory.getLogger(CopiedLibrary.class).debug("{}", path, e);
            return Optional.empty();
        }
    }

    private static String top(PhpSource source) {
        return source.text().substring(0, Math.min(HEADER, source.text().length()));
    }

    private static Optional<String> first(Pattern pattern, String text) {
        Matcher matcher = pattern.matcher(text);
        return matcher.find() ? Optional.of(matcher.group(1).strip()) : Optional.empty();
    }

    /** A program's own files rarely state package, version and license together. */
    private static Optional<CopiedLibrary> byHeader(PhpSource source) {
        String top = top(source);
        Optional<String> name = first(PACKAGE, top);
        Optional<String> version = first(VERSION, top);
        if (name.isEmpty() || version.isEmpty() || !LICENSE.matcher(top).find()) return Optional.empty();
        int line = Text.lineAt(top, top.indexOf("@package"));
        Evidence evidence = new Evidence(source.path(), line, "@package " + name.get());
        return Optional.of(new CopiedLibrary(source.path(), name.get(), version.get(), false, List.of(), evidence));
    }
}
