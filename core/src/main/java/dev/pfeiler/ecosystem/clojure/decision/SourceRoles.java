package dev.pfeiler.ecosystem.clojure.decision;

import dev.pfeiler.ecosystem.clojure.project.ClojureCall;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.project.PageBuild;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import dev.pfeiler.tree.Paths;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/** What each source is there for, and the folder that its place counts from. */
public final class SourceRoles {
    /** What a source is there for. */
    public enum Role {
        MAIN,
        TEST,
        /** Run by its path, and no part of the program. */
        SCRIPT
    }

    /**
     * A source with its role.
     *
     * @param folder in which its namespace is looked for at its place; where it is at no such place, the one that it is in
     * @param goal the path below a source folder at which it is looked for
     */
    public record Placed(ClojureSource source, Role role, String folder, String goal) {
        public boolean agrees() {
            return Paths.join(folder, goal).equals(source.path());
        }
    }

    private final ClojureProject project;
    private final List<String> folders;
    private final Map<String, List<ClojureSource>> namespaces;
    private final Set<String> byPath;
    private final Set<String> builds = new HashSet<>();
    private final Map<String, Placed> placed = new TreeMap<>();

    public SourceRoles(ClojureProject project) {
        this.project = project;
        this.folders = project.folders();
        project.pages().stream().map(PageBuild::script).forEach(builds::add);
        this.namespaces = project.namespaces();
        this.byPath = Set.copyOf(project.loadedByPath());
        Set<String> tests = testPaths();
        for (ClojureSource source : project.sources().values()) placed.put(source.path(), placed(source, tests));
    }

    /** By path. */
    public Map<String, Placed> all() {
        return placed;
    }

    public Stream<Placed> of(Role role) {
        return placed.values().stream().filter(one -> one.role() == role);
    }

    /** The sources of a role. */
    public Stream<ClojureSource> sources(Role role) {
        return of(role).map(Placed::source);
    }

    /** The namespaces of roles that the virtual machine can load. */
    public List<String> loadable(Set<Role> of) {
        return named(
                placed.values().stream().filter(one -> of.contains(one.role())).map(Placed::source));
    }

    /** The namespaces whose tests the virtual machine runs. */
    public List<String> tests() {
        return named(sources(Role.TEST).filter(ClojureSource::definesTests));
    }

    private static List<String> named(Stream<ClojureSource> sources) {
        return sources.filter(source -> source.dialect().runsOnJvm())
                .map(ClojureSource::name)
                .filter(name -> !name.isEmpty())
                .sorted()
                .distinct()
                .toList();
    }

    private Placed placed(ClojureSource source, Set<String> tests) {
        String path = source.path();
        Role role = tests.contains(path) ? Role.TEST : Role.MAIN;
        if (source.namespace().isPresent() && !builds.contains(path)) {
            String goal = ClojureSource.place(source.name()) + "." + Paths.extension(path);
            return new Placed(source, role, ClojureProject.folder(source).orElseGet(() -> Paths.parent(path)), goal);
        }
        Optional<String> part = builds.contains(path) ? Optional.empty() : part(source);
        if (part.isPresent()) return new Placed(source, role, part.get(), Paths.relative(part.get(), path));
        return new Placed(source, Role.SCRIPT, Paths.parent(path), Paths.name(path));
    }

    /** The folder from which a source without a declaration is loaded as a part of a namespace, or found by its name. */
    private Optional<String> part(ClojureSource source) {
        String path = source.path();
        Optional<String> loaded = project.sources().values().stream()
                .flatMap(other -> other.loaded().stream())
                .flatMap(name -> Paths.before(name + "." + Paths.extension(path), path).stream())
                .findFirst();
        if (loaded.isPresent()) return loaded;
        boolean run = byPath.contains(path);
        boolean found = Set.of("data_readers", "user").contains(Paths.stem(path))
                || !source.resumed().isEmpty();
        return folders.stream()
                .filter(folder -> Paths.within(folder, path) && (found || !run && !folder.isEmpty()))
                .findFirst();
    }

    /** The paths of tests, and of what only tests use. */
    private Set<String> testPaths() {
        Set<String> tests = new HashSet<>();
        Set<String> started = new HashSet<>();
        for (ClojureCall call : project.calls()) call.action().namespace().ifPresent(started::add);
        for (ClojureSource source : project.sources().values()) {
            // a program that only runs tests is one of them
            if (source.runsTests()) started.remove(source.name());
            boolean test = source.definesTests()
                    || source.runsTests() && source.namespace().isPresent();
            if (test && !started.contains(source.name())) tests.add(source.path());
        }
        // what the program itself requires is no test
        boolean changed = true;
        while (changed) {
            changed = false;
            for (ClojureSource source : project.sources().values()) {
                if (tests.contains(source.path()) || inTestFolder(source, tests)) continue;
                for (String name : source.required().keySet())
                    for (ClojureSource other : namespaces.getOrDefault(name, List.of()))
                        changed |= tests.remove(other.path());
            }
        }
        project.sources().values().stream()
                .filter(source -> inTestFolder(source, tests) && !started.contains(source.name()))
                .map(ClojureSource::path)
                .toList()
                .forEach(tests::add);
        return tests;
    }

    /** Whether a source is in a folder of tests, which its helpers are in, too. */
    private boolean inTestFolder(ClojureSource source, Set<String> tests) {
        return folders.stream()
                .filter(folder -> Paths.within(folder, source.path()))
                .findFirst()
                .filter(folder -> Paths.name(folder).startsWith("test")
                        || ("/" + folder + "/").contains("/test/")
                        || onlyTestsSearch(folder))
                .filter(folder -> tests.stream().anyMatch(path -> Paths.within(folder, path)))
                .isPresent();
    }

    /** Whether a folder is on class paths, and on those of tests alone. */
    private boolean onlyTestsSearch(String folder) {
        List<ClojureCall> calls = project.calls().stream()
                .filter(call -> call.folders().contains(folder))
                .toList();
        return !calls.isEmpty() && calls.stream().allMatch(this::runsTests);
    }

    private boolean runsTests(ClojureCall call) {
        return call.tests()
                || call.action()
                        .namespace()
                        .filter(name -> namespaces.getOrDefault(name, List.of()).stream()
                                .anyMatch(ClojureSource::runsTests))
                        .isPresent();
    }
}
