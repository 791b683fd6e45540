package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.TestSetup;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SelectedTests;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Takes over how the old build runs tests, with the paths that have moved. */
final class TestDecision {
    private static final String ALL = "all";
    /** What opens files by paths from the folder that a program runs in. */
    private static final List<String> FILES = List.of(
            "java.io.File",
            "java.io.FileInputStream",
            "java.io.FileReader",
            "java.io.RandomAccessFile",
            "java.nio.file.Path",
            "java.nio.file.Paths");

    private final JvmReading reading;
    private final JvmProject project;
    private final SourceModule module;
    private final boolean keep;

    TestDecision(JvmReading reading, JvmProject project, SourceModule module, boolean keep) {
        this.reading = reading;
        this.project = project;
        this.module = module;
        this.keep = keep;
    }

    /**
     * Which tests are run, and how.
     *
     * @param unusual patterns of tests that the tool would not find
     */
    TestSetup decide(Deliberation deliberation, List<String> unusual) {
        TestSetup setup = settings(deliberation);
        Optional<SelectedTests> selected = SelectedTests.of(reading, project, module);
        if (selected.isEmpty()) return setup.naming(unusual);
        String some = selected.get().summary();
        int others = selected.get().left().size();
        String standing = deliberation.settle(
                Decision.of(
                        module.name().key("tests"),
                        module.name().titled("Tests"),
                        some,
                        Certainty.CERTAIN,
                        "the old build runs these; " + others + (others == 1 ? " other is" : " others are")
                                + " not run",
                        selected.get().evidence()),
                Choosable.oneOf(some, ALL));
        return standing.equals(ALL)
                ? setup.naming(unusual)
                : setup.of(selected.get().classes());
    }

    /** The settings of the module's tests: those of the most trusted wiring that runs any. */
    private TestSetup settings(Deliberation deliberation) {
        if (module.tests().isEmpty()) return TestSetup.USUAL;
        List<Wiring.TestRun> runs =
                reading.runningTests(module.folder()).map(Wiring::testRuns).orElse(List.of());
        Map<String, TestSetup.Value> properties = new TreeMap<>();
        Map<String, TestSetup.Value> environment = new TreeMap<>();
        Map<String, Wiring.Setting> words = new LinkedHashMap<>();
        List<Wiring.Setting> folders = new ArrayList<>();
        for (Wiring.TestRun run : runs) {
            run.properties().forEach((key, setting) -> put(properties, key, setting));
            run.environment().forEach((key, setting) -> put(environment, key, setting));
            run.jvmArguments().forEach(word -> words.putIfAbsent(word.value(), word));
            run.folder().ifPresent(folders::add);
        }
        List<Evidence> evidence =
                new ArrayList<>(runs.stream().map(Wiring.TestRun::evidence).toList());
        Optional<String> folder = folders.stream().findFirst().map(setting -> runFolder(setting.value())
                .text());
        Optional<String> former = formerFolder();
        Optional<Evidence> opens = folder.isEmpty() && former.isPresent() ? opensFiles() : Optional.empty();
        if (opens.isPresent()) {
            evidence.add(opens.get());
            folder = former;
        }
        boolean isolated =
                module.tests().size() > 1 && !runs.isEmpty() && runs.stream().allMatch(Wiring.TestRun::isolated);
        TestSetup setup = new TestSetup(
                List.of(),
                properties,
                environment,
                List.copyOf(words.keySet()),
                isolated,
                folder,
                Set.of(),
                PathSelection.ALL);
        if (setup.equals(TestSetup.USUAL)) return setup;
        String key = module.name().key("test-run");
        String standing = deliberation.settle(
                Decision.of(
                        key,
                        module.name().titled("Test run"),
                        setup.summary(),
                        Certainty.CERTAIN,
                        "the old build runs tests this way",
                        evidence),
                Choosable.oneOf(setup.summary(), Choosable.WITHOUT));
        return standing.equals(Choosable.WITHOUT) ? TestSetup.USUAL : setup;
    }

    /** The folder of the project that a module was a part of, relative to the module; empty if it is one itself. */
    private Optional<String> formerFolder() {
        String former = Wiring.projectOf(reading.wirings(), module.folder());
        return former.equals(module.folder())
                ? Optional.empty()
                : Optional.of(Paths.withoutSlash(Paths.from(module.folder(), former)));
    }

    /** Where a test opens a file, or imports what does. */
    private Optional<Evidence> opensFiles() {
        Optional<Evidence> opened = module.paths().stream()
                .flatMap(path -> project.layout().of(path).stream())
                .flatMap(placement -> placement.opened().stream())
                .filter(place ->
                        module.tests().stream().anyMatch(test -> test.path().equals(place.file())))
                .findFirst();
        if (opened.isPresent()) return opened;
        return module.tests().stream()
                .flatMap(test -> test.imports().stream()
                        .filter(imported -> FILES.stream()
                                .anyMatch(name -> imported.name().equals(name)
                                        || imported.onDemand() && name.startsWith(imported.name() + ".")))
                        .map(imported -> new Evidence(test.path(), imported.line(), imported.text())))
                .findFirst();
    }

    private void put(Map<String, TestSetup.Value> values, String key, Wiring.Setting setting) {
        // what depends on the machine is not known here
        if (!setting.value().contains("${") && !key.isEmpty()) values.putIfAbsent(key, moved(setting.value()));
    }

    /** The folder that tests run in: the same, if they open files in it that stay. */
    private TestSetup.Value runFolder(String value) {
        String path = Text.withoutStart(value, Wiring.TOP);
        boolean stays = !path.isEmpty()
                && project.layout().placements().values().stream()
                        .anyMatch(placement -> placement.opened().isPresent() && Paths.within(path, placement.path()));
        return stays ? at(path) : moved(value);
    }

    /** A value with the path in it as it is after the conversion; other values as they are. */
    private TestSetup.Value moved(String value) {
        boolean ofTree = value.startsWith(Wiring.TOP);
        Optional<String> path = Paths.normal(ofTree ? Paths.withoutRoot(value.substring(Wiring.TOP.length())) : value)
                .filter(p -> !p.isEmpty() || ofTree);
        if (path.isEmpty()) return new TestSetup.Value(value, false);
        boolean there =
                reading.tree().has(path.get()) || reading.tree().folders().contains(path.get());
        if (!ofTree && !there) return new TestSetup.Value(value, false);
        return at(keep ? path.get() : goal(path.get()));
    }

    /** A path of the tree as the module names it. */
    private TestSetup.Value at(String now) {
        String own = Paths.within(module.folder(), now)
                ? Paths.relative(module.folder(), now)
                : "../".repeat(Paths.depth(module.folder())) + now;
        return new TestSetup.Value(own.isEmpty() ? "." : own, true);
    }

    /** Where a file is after the conversion; of a folder, where its files do. */
    private String goal(String path) {
        Optional<Placement> file = project.layout().of(path);
        if (file.isPresent()) return module.path(file.get());
        List<Placement> held = project.layout().placements().values().stream()
                .filter(p ->
                        Paths.within(path, p.path()) && Paths.within(p.folder().path(), path))
                .toList();
        if (held.isEmpty() || held.stream().allMatch(Placement::staysInPlace)) return path;
        Folder folder = held.get(0).folder();
        // sources and resources of a folder part; where it has both, it goes with the sources
        Set<Role> roles = held.stream().map(Placement::role).collect(Collectors.toSet());
        Role role = roles.size() == 1 ? held.get(0).role() : folder.role();
        if (role.folder().isEmpty()) return path;
        return module.path(role.conventional(Paths.relative(folder.path(), path)));
    }
}
