package dev.pfeiler.ecosystem.clojure;

import dev.pfeiler.artifact.archive.JarCache;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.clojure.addition.ClojureLibraries;
import dev.pfeiler.ecosystem.clojure.creation.ClojureCreator;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTools;
import dev.pfeiler.ecosystem.clojure.project.ClojureFiles;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.process.Environment;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** Clojure and ClojureScript. */
public final class ClojureEcosystem implements Ecosystem {
    private static final List<Target> TARGETS =
            ClojureTools.ALL.stream().<Target>map(ClojureTarget::new).toList();
    /** Descriptors of further tools, by their names. */
    private static final Map<String, String> OTHERS = Map.of("build.boot", "Boot", "shadow-cljs.edn", "shadow-cljs");

    private static final long LARGEST_SCRIPT = 1 << 16;

    @Override
    public String id() {
        return "clojure";
    }

    @Override
    public String title() {
        return "Clojure";
    }

    @Override
    public Set<String> extensions() {
        return ClojureFiles.EXTENSIONS;
    }

    @Override
    public Set<String> compilesToo() {
        return Set.of("java");
    }

    @Override
    public List<Target> targets() {
        return TARGETS;
    }

    /** Projects that a tool manages, and one that contains all other sources. */
    @Override
    public List<Part> parts(ProjectTree tree) {
        Map<String, Managed> managed = managed(tree);
        List<Part> parts = new ArrayList<>();
        managed.forEach((folder, tool) -> parts.add(new Part(
                folder,
                Part.Claim.WIRED,
                Optional.of(tool),
                sources(tree, folder).size())));
        if (managed.containsKey("")) return parts;
        ProjectTree rest = tree.at("", managed.keySet());
        List<TreeFile> sources = sources(rest, "");
        if (sources.isEmpty()) return parts;
        List<String> scripts = rest.files().stream()
                .filter(file -> isWiring(rest, file))
                .map(file -> Paths.parent(file.path()))
                .toList();
        List<String> folders = new ArrayList<>(scripts);
        sources.forEach(file -> folders.add(Paths.parent(file.path())));
        rest.files().stream()
                .filter(file -> file.extension().equals("jar"))
                .forEach(file -> folders.add(Paths.parent(file.path())));
        parts.add(new Part(
                Paths.common(folders),
                scripts.isEmpty() ? Part.Claim.SOURCES : Part.Claim.WIRED,
                Optional.empty(),
                sources.size()));
        return parts;
    }

    private static Map<String, Managed> managed(ProjectTree tree) {
        Map<String, Managed> managed = new TreeMap<>();
        Map<String, Target> own = new LinkedHashMap<>();
        for (Target target : TARGETS) own.put(((ClojureTarget) target).tool().descriptor(), target);
        for (TreeFile file : tree.files()) {
            boolean descriptor = own.containsKey(file.name()) || OTHERS.containsKey(file.name());
            if (!descriptor || file.link() || ClojureFiles.isHidden(file.path())) continue;
            String folder = Paths.parent(file.path());
            boolean inner = managed.keySet().stream().anyMatch(outer -> Paths.within(outer, folder));
            if (inner && managed.get(folder) == null) continue;
            Target target = own.get(file.name());
            if (target != null) managed.put(folder, Managed.by(target, file.name()));
            else if (OTHERS.containsKey(file.name()))
                managed.putIfAbsent(
                        folder,
                        new Managed(
                                OTHERS.get(file.name()),
                                Optional.empty(),
                                Evidence.of(file.name(), OTHERS.get(file.name()))));
        }
        return managed;
    }

    private static boolean isWiring(ProjectTree tree, TreeFile file) {
        return !file.link()
                && ScriptKind.ofPath(file.path()).isPresent()
                && tree.lines(file, LARGEST_SCRIPT).stream()
                        .anyMatch(line -> line.contains("clojure") || line.contains("cljs"));
    }

    private static List<TreeFile> sources(ProjectTree tree, String folder) {
        return tree.under(folder)
                .filter(file -> ClojureFiles.EXTENSIONS.contains(file.extension())
                        && !file.link()
                        && !ClojureFiles.isHidden(file.path()))
                .toList();
    }

    @Override
    public Reading read(ProjectTree part, Environment environment) {
        return new ClojureReading(ClojureProject.of(part, new JarCache(environment.kept("jars"))), environment);
    }

    @Override
    public Optional<Libraries> libraries() {
        return Optional.of(new ClojureLibraries());
    }

    @Override
    public Optional<Creator> creator() {
        return Optional.of(new ClojureCreator());
    }
}
