package dev.pfeiler.ecosystem.clojure.project;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.archive.JarCache;
import dev.pfeiler.ecosystem.clojure.source.ClojureReader;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import dev.pfeiler.ecosystem.clojure.source.FormReader;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Everything that was read of a project.
 *
 * @param sources by path
 * @param java the source folder of each Java source, by path
 * @param jars that are libraries
 * @param trouble what could not be read
 */
public record ClojureProject(
        ProjectTree tree,
        Map<String, ClojureSource> sources,
        Map<String, String> java,
        List<ClojureCall> calls,
        List<PageBuild> pages,
        List<Jar> jars,
        List<Finding> trouble) {
    private static final Pattern PACKAGE = Pattern.compile("(?m)^\\s*package\\s+([\\w.]+)\\s*;");

    /** Folders that ClojureScript's compiler wrote, which copies sources there. */
    private static Set<String> compiled(ProjectTree tree) {
        Set<String> folders = new TreeSet<>();
        for (TreeFile file : tree.files()) {
            if (file.name().equals("cljs_deps.js")) folders.add(Paths.parent(file.path()));
            Paths.before("goog/base.js", file.path()).ifPresent(folders::add);
        }
        folders.remove("");
        return folders;
    }

    public static ClojureProject of(ProjectTree tree, JarCache cache) {
        List<Finding> trouble = new ArrayList<>();
        Map<String, ClojureSource> sources = new TreeMap<>();
        Map<String, String> java = new TreeMap<>();
        List<PageBuild> pages = new ArrayList<>();
        List<Jar> jars = new ArrayList<>();
        Set<String> compiled = compiled(tree);
        for (TreeFile file : tree.files()) {
            String path = file.path();
            if (file.link()
                    || ClojureFiles.isHidden(path)
                    || compiled.stream().anyMatch(folder -> Paths.within(folder, path))) continue;
            if (ClojureFiles.EXTENSIONS.contains(file.extension())) source(tree, file, sources, pages, trouble);
            else if (file.extension().equals("java")) java.put(path, javaFolder(tree, path));
            else if (file.extension().equals("jar")) {
                Jar jar = cache.read(tree, file);
                if (jar.kind() == Jar.Kind.LIBRARY) jars.add(jar);
                else if (jar.kind() == Jar.Kind.BROKEN) trouble.add(Finding.trouble(path, jar.trouble()));
            }
        }
        return new ClojureProject(tree, sources, java, ClojureCalls.of(tree, trouble), pages, jars, trouble);
    }

    private static void source(
            ProjectTree tree,
            TreeFile file,
            Map<String, ClojureSource> sources,
            List<PageBuild> pages,
            List<Finding> trouble) {
        String path = file.path();
        if (file.size() > ProjectTree.LARGEST) {
            trouble.add(Finding.trouble(path, "is too large to be read"));
            return;
        }
        try {
            String text = tree.text(path).content();
            sources.put(path, ClojureReader.read(path, text));
            pages.addAll(PageBuilds.of(path, text));
        } catch (FormReader.Malformed e) {
            trouble.add(Finding.trouble(path, "cannot be read: " + e.getMessage(), new Evidence(path, e.line(), "")));
        } catch (IOException e) {
            trouble.add(Finding.trouble(path, "cannot be read"));
        }
    }

    private static String javaFolder(ProjectTree tree, String path) {
        String folder = Paths.parent(path);
        try {
            Matcher declared = PACKAGE.matcher(tree.text(path).content());
            if (!declared.find()) return folder;
            return Paths.before(declared.group(1).replace('.', '/'), folder).orElse(folder);
        } catch (IOException e) {
            return folder;
        }
    }

    /** The sources of a namespace's declaration, by namespace; several where it is declared more than once. */
    public Map<String, List<ClojureSource>> namespaces() {
        Map<String, List<ClojureSource>> byName = new TreeMap<>();
        sources.values().forEach(source -> source.namespace()
                .ifPresent(one -> byName.computeIfAbsent(one.name(), name -> new ArrayList<>())
                        .add(source)));
        return byName;
    }

    /** The folder in which a source's namespace is looked for at the source's place; nothing if it is at no such place. */
    public static Optional<String> folder(ClojureSource source) {
        return source.namespace()
                .flatMap(one -> Paths.before(
                        ClojureSource.place(one.name()) + "." + Paths.extension(source.path()), source.path()));
    }

    /** The folders that namespaces are looked for in, the longest first: by the sources in them, and by class paths. */
    public List<String> folders() {
        Set<String> folders = new HashSet<>();
        sources.values().forEach(source -> folder(source).ifPresent(folders::add));
        calls.forEach(call -> call.folders().stream()
                .filter(folder -> sources.keySet().stream().anyMatch(path -> Paths.within(folder, path)))
                .forEach(folders::add));
        return folders.stream()
                .sorted(Comparator.comparingInt(String::length).reversed().thenComparing(folder -> folder))
                .toList();
    }

    /** Sources that calls or other sources name by their paths, in the order in which they are loaded. */
    public List<String> loadedByPath() {
        List<String> loaded = new ArrayList<>();
        for (ClojureCall call : calls)
            Stream.concat(call.action().loaded().stream(), call.action().source().stream())
                    .filter(path -> !loaded.contains(path))
                    .forEach(loaded::add);
        for (ClojureSource source : sources.values())
            source.files().keySet().stream()
                    .flatMap(written -> Stream.of(written, Paths.join(Paths.parent(source.path()), written))
                            .flatMap(path -> Paths.normal(path).stream())
                            .filter(sources::containsKey)
                            .limit(1))
                    .filter(path -> !loaded.contains(path))
                    .forEach(loaded::add);
        return loaded;
    }

    /** Whether a jar has the language itself. */
    public boolean hasLanguage() {
        return providing("clojure.core").isPresent();
    }

    /** The jar with a namespace. */
    public Optional<Jar> providing(String namespace) {
        return jars.stream().filter(jar -> jar.namespaces().contains(namespace)).findFirst();
    }

    /** What each jar is used by: the first place of a namespace or a class of it, in sources for which that is asked. */
    public Map<Jar, Evidence> uses(Stream<ClojureSource> of) {
        Map<Jar, Evidence> uses = new LinkedHashMap<>();
        of.forEach(source -> {
            source.required().forEach((name, place) -> providing(name).ifPresent(jar -> uses.putIfAbsent(jar, place)));
            source.imported().forEach((name, place) -> jars.stream()
                    .filter(jar -> jar.holds(name) || jar.holds(name.replace('-', '_')))
                    .findFirst()
                    .ifPresent(jar -> uses.putIfAbsent(jar, place)));
        });
        return uses;
    }
}
