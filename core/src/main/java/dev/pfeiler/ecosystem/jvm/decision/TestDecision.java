package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.target.maven.TestRun;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Takes over what the old build told its test runs, with the paths that have moved. */
final class TestDecision {
    private static final String WITHOUT = "without";

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

    /** The settings of the module's tests: those of the most trusted wiring that runs any. */
    TestRun decide(Deliberation deliberation) {
        if (module.tests().isEmpty()) return TestRun.USUAL;
        Optional<Wiring> wiring = reading.wirings().stream()
                .filter(w -> !w.testRuns().isEmpty())
                .filter(w -> module.folder().isEmpty()
                        || w.folder().isEmpty()
                        || w.folder().equals(module.folder()))
                .findFirst();
        if (wiring.isEmpty()) return TestRun.USUAL;
        Map<String, String> properties = new TreeMap<>();
        Map<String, String> environment = new TreeMap<>();
        Map<String, Wiring.Setting> words = new LinkedHashMap<>();
        List<Wiring.Setting> folders = new ArrayList<>();
        for (Wiring.TestRun run : wiring.get().testRuns()) {
            run.properties().forEach((key, setting) -> put(properties, key, setting));
            run.environment().forEach((key, setting) -> put(environment, key, setting));
            run.words().forEach(word -> words.putIfAbsent(word.value(), word));
            run.folder().ifPresent(folders::add);
        }
        Optional<String> folder = folders.stream().findFirst().map(setting -> moved(setting.value()));
        TestRun run = new TestRun(properties, environment, List.copyOf(words.keySet()), folder);
        if (run.equals(TestRun.USUAL)) return run;
        String key = module.key("test-run");
        String standing = deliberation.settle(
                Decision.of(
                        key,
                        "Test run",
                        shown(run),
                        Certainty.CERTAIN,
                        "what the old build told its test runs",
                        wiring.get().testRuns().stream()
                                .map(Wiring.TestRun::evidence)
                                .toList()),
                text -> Optional.of(text.strip()).filter(t -> t.equals(WITHOUT) || t.equals(shown(run))));
        return standing.equals(WITHOUT) ? TestRun.USUAL : run;
    }

    private void put(Map<String, String> values, String key, Wiring.Setting setting) {
        // what depends on the machine is not known here
        if (!setting.value().contains("${") && !key.isEmpty()) values.putIfAbsent(key, moved(setting.value()));
    }

    private static String shown(TestRun run) {
        List<String> parts = new ArrayList<>();
        run.properties().forEach((key, value) -> parts.add("-D" + key + "=" + value));
        run.environment().forEach((key, value) -> parts.add(key + "=" + value));
        parts.addAll(run.words());
        run.folder().ifPresent(folder -> parts.add("in " + folder));
        return String.join(" ", parts);
    }

    /** A value with the path in it as it is after the conversion; other values as they are. */
    private String moved(String value) {
        boolean ofTree = value.startsWith(Wiring.TOP);
        Optional<String> path = Paths.normal(ofTree ? value.substring(Wiring.TOP.length()) : value)
                .filter(p -> !p.isEmpty() || ofTree);
        if (path.isEmpty()) return value;
        boolean there =
                reading.tree().has(path.get()) || reading.tree().folders().contains(path.get());
        if (!ofTree && !there) return value;
        String now = keep ? path.get() : goal(path.get());
        String own = Paths.within(module.folder(), now)
                ? Paths.relative(module.folder(), now)
                : "../".repeat(module.folder().split("/").length) + now;
        return own.isEmpty() ? "${project.basedir}" : "${project.basedir}/" + own;
    }

    /** Where a file lies after the conversion; of a folder, where its files do. */
    private String goal(String path) {
        Optional<Placement> file = project.layout().of(path);
        if (file.isPresent())
            return module.path(file.get().role().conventional(file.get().relative()));
        List<Placement> held = project.layout().placements().values().stream()
                .filter(p ->
                        Paths.within(path, p.path()) && Paths.within(p.folder().path(), path))
                .toList();
        if (held.isEmpty()) return path;
        Folder folder = held.get(0).folder();
        // sources and resources of a folder part; where it has both, it goes with the sources
        Set<Role> roles = held.stream().map(Placement::role).collect(Collectors.toSet());
        Role role = roles.size() == 1 ? held.get(0).role() : folder.role();
        if (role.folder().isEmpty()) return path;
        return module.path(role.conventional(Paths.relative(folder.path(), path)));
    }
}
