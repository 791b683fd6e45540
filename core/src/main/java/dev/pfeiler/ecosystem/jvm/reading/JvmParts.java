package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Finds the JVM projects in a tree: those that a build tool manages, and one that contains all the rest. */
public final class JvmParts {
    /** Extensions of sources of JVM languages, read or not. */
    public static final Set<String> EXTENSIONS = JvmLanguage.all().stream()
            .flatMap(language -> language.extensions().stream())
            .collect(Collectors.toSet());

    private static final Map<String, String> DESCRIPTORS = new LinkedHashMap<>();
    private static final Set<String> WIRING = Set.of("build.xml", ".classpath", "project.xml");
    private static final Set<String> SCRIPTS = Set.of("sh", "bash", "bat", "cmd", "mk", "");
    private static final Pattern COMPILER = Pattern.compile("\\b(javac|kotlinc|groovyc|scalac)\\b");
    private static final long LARGEST_SCRIPT = 1 << 16;
    /** How many sources of a folder are read for their package. */
    private static final int SAMPLE = 3;
    /** How much of a source is searched for its package, in bytes. */
    private static final int HEAD = 1 << 14;

    private static final Pattern PACKAGE = Pattern.compile("package\\s+([\\w.$]+)\\s*;?");

    static {
        DESCRIPTORS.put("pom.xml", "Maven");
        DESCRIPTORS.put("build.gradle", "Gradle");
        DESCRIPTORS.put("build.gradle.kts", "Gradle");
        DESCRIPTORS.put("settings.gradle", "Gradle");
        DESCRIPTORS.put("settings.gradle.kts", "Gradle");
    }

    private final ProjectTree tree;
    private final Languages languages;
    private final List<Target> targets;

    private JvmParts(ProjectTree tree, Languages languages, List<Target> targets) {
        this.tree = tree;
        this.targets = targets;
        this.languages = languages;
    }

    public static List<Part> of(ProjectTree tree, Languages languages, List<Target> targets) {
        return new JvmParts(tree, languages, targets).find();
    }

    private List<Part> find() {
        List<Part> parts = new ArrayList<>();
        Map<String, Managed> managed = managed();
        managed.forEach((folder, tool) -> parts.add(new Part(folder, Part.Claim.WIRED, Optional.of(tool), (int)
                tree.under(folder).filter(this::isCode).count())));
        ProjectTree rest = tree.at("", managed.keySet());
        List<TreeFile> sources = rest.files().stream()
                .filter(file -> !file.link() && languages.isSource(file.path()))
                .toList();
        if (managed.containsKey("")) return parts;
        if (sources.isEmpty()) {
            Set<String> webRoots = WebFiles.roots(rest);
            if (!webRoots.isEmpty())
                parts.add(new Part(Paths.common(webRoots), Part.Claim.WIRED, Optional.empty(), pages(rest, webRoots)));
            return parts;
        }
        List<TreeFile> wirings = rest.files().stream().filter(this::isWiring).toList();
        parts.add(new Part(
                folder(rest, sources, wirings),
                wirings.isEmpty() ? Part.Claim.SOURCES : Part.Claim.WIRED,
                Optional.empty(),
                sources.size()));
        return parts;
    }

    private static int pages(ProjectTree tree, Set<String> webRoots) {
        return (int) webRoots.stream().flatMap(tree::under).count();
    }

    private boolean isCode(TreeFile file) {
        return EXTENSIONS.contains(file.extension());
    }

    /** The topmost folders with a build descriptor, as far as they contain code; the top in any case. */
    private Map<String, Managed> managed() {
        Map<String, Managed> managed = new TreeMap<>();
        for (TreeFile file : tree.files()) {
            String tool = DESCRIPTORS.get(file.name());
            if (tool == null || file.link()) continue;
            String folder = Paths.parent(file.path());
            boolean code = folder.isEmpty() || tree.under(folder).anyMatch(this::isCode);
            if (code) managed.putIfAbsent(folder, managed(tool, file.name()));
        }
        Set<String> folders = new TreeSet<>(managed.keySet());
        managed.keySet().removeIf(folder -> folders.stream()
                .anyMatch(other -> !other.equals(folder) && Paths.within(other, folder)));
        return managed;
    }

    private Managed managed(String tool, String descriptor) {
        Optional<Target> target =
                targets.stream().filter(one -> one.title().equals(tool)).findFirst();
        return new Managed(tool, target, Evidence.of(descriptor, tool));
    }

    private boolean isWiring(TreeFile file) {
        if (file.link()) return false;
        if (WIRING.contains(file.name()) || file.extension().equals("iml")) return true;
        if (file.name().equals("web.xml") || file.name().equals("application.xml")) return true;
        return SCRIPTS.contains(file.extension())
                && tree.lines(file, LARGEST_SCRIPT).stream()
                        .anyMatch(line -> COMPILER.matcher(line).find());
    }

    /** The smallest folder that contains the sources, the libraries and the wirings. */
    private static String folder(ProjectTree rest, List<TreeFile> sources, List<TreeFile> wirings) {
        Set<String> folders = new TreeSet<>();
        wirings.forEach(file -> folders.add(Paths.parent(file.path())));
        if (folders.contains("")) return "";
        Set<String> roots = roots(rest, sources);
        folders.addAll(roots);
        rest.files().stream()
                .filter(file -> file.extension().equals("jar"))
                .forEach(file -> folders.add(Paths.parent(file.path())));
        String common = Paths.common(folders);
        // a source folder is inside its project, not the project itself
        return wirings.isEmpty() && roots.contains(common) ? Paths.parent(common) : common;
    }

    /** The folders that packages start in, as a few sources of each folder show them. */
    private static Set<String> roots(ProjectTree rest, List<TreeFile> sources) {
        Map<String, List<TreeFile>> byFolder =
                sources.stream().collect(Collectors.groupingBy(source -> Paths.parent(source.path())));
        return byFolder.values().parallelStream()
                .flatMap(inFolder -> inFolder.stream()
                        .limit(SAMPLE)
                        .map(source -> root(rest, source))
                        .min(Comparator.comparingInt(String::length))
                        .stream())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** The folder that a source's package starts in. */
    private static String root(ProjectTree rest, TreeFile source) {
        String folder = Paths.parent(source.path());
        try {
            byte[] bytes = rest.bytes(source.path());
            String head = new String(bytes, 0, Math.min(bytes.length, HEAD), StandardCharsets.ISO_8859_1);
            return packageOf(head)
                    .flatMap(name -> Paths.before(name.replace('.', '/'), folder))
                    .orElse(folder);
        } catch (IOException e) {
            return folder;
        }
    }

    /** The package that is declared at the start of a line. */
    private static Optional<String> packageOf(String head) {
        Matcher declared = PACKAGE.matcher(head);
        // found by its keyword, as there are thousands of heads, most of them long comments
        for (int at = head.indexOf("package"); at >= 0; at = head.indexOf("package", at + 1)) {
            boolean first = head.substring(head.lastIndexOf('\n', at) + 1, at).isBlank();
            if (first && declared.region(at, head.length()).lookingAt()) return Optional.of(declared.group(1));
        }
        return Optional.empty();
    }
}
