package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.Constraint;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.ModuleNeed;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** What a module depends on, as its script says it. Source: "Managing Dependencies" in Gradle's user manual. */
final class DependencyScript {
    static final String API = "api";
    static final String TESTS = "tests";
    private static final String PROCESSORS = "annotationProcessor";
    /** The order in which configurations are listed. */
    private static final List<String> ORDER = List.of(
            API,
            "implementation",
            "compileOnly",
            "providedCompile",
            PROCESSORS,
            "runtimeOnly",
            "deploy",
            "earlib",
            "testImplementation");

    private final JvmBuild build;
    private final BuildModule module;
    private final Dialect dialect;
    private final boolean enterprise;

    DependencyScript(JvmBuild build, BuildModule module, Dialect dialect) {
        this.build = build;
        this.module = module;
        this.dialect = dialect;
        this.enterprise = module.product().packaging() == Packaging.EAR;
    }

    /** Something declared in a configuration. */
    private record Entry(String configuration, String sortedBy, List<String> lines) {}

    /** Whether something is declared that modules which depend on this one are compiled against, too. */
    boolean hasApi() {
        return module.classPath().declared().stream().anyMatch(dependency -> API.equals(configuration(dependency)))
                || module.classPath().modules().stream().anyMatch(need -> API.equals(configuration(need)));
    }

    /** @param tools what tasks start, by the names of the configurations for it */
    void write(Script script, Map<String, Coordinates> tools) {
        script.section(s -> configurations(s, tools.keySet()));
        script.section(s -> s.block("dependencies", t -> dependencies(t, tools)));
    }

    private void configurations(Script script, Set<String> tools) {
        boolean own =
                !module.classPath().processors().isEmpty() && !dialect.version().hasProcessorPath();
        boolean provided = testsUseProvided();
        boolean tests = build.sharesTests(module);
        script.block("configurations", s -> {
            if (own) s.line(created(PROCESSORS));
            if (tests) s.line(created(TESTS));
            tools.forEach(tool -> s.line(created(tool)));
            // the tests have been compiled and run with it, too
            if (provided)
                s.block(
                        "testImplementation",
                        t -> t.line(
                                dialect.call("extendsFrom", dialect.kotlin() ? "compileOnly.get()" : "compileOnly")));
        });
        List<Constraint> forced = module.classPath().constraints();
        if (forced.isEmpty() || dialect.version().hasConstraints()) return;
        List<String> paths = new ArrayList<>(List.of("compileClasspath", "runtimeClasspath"));
        if (module.mayHaveTests()) paths.addAll(List.of("testCompileClasspath", "testRuntimeClasspath"));
        String all = dialect.kotlin()
                ? "listOf("
                        + paths.stream()
                                .map(p -> "configurations." + p + ".get()")
                                .collect(Collectors.joining(", ")) + ").forEach"
                : "configure([" + paths.stream().map(p -> "configurations." + p).collect(Collectors.joining(", "))
                        + "])";
        script.block(all, s -> {
            String receiver = dialect.kotlin() ? "it." : "";
            for (Constraint constraint : forced) {
                s.comment(constraint.reason());
                s.line(dialect.call(
                        receiver + "resolutionStrategy.force",
                        dialect.string(constraint.coordinates().toString())));
            }
        });
    }

    private String created(String configuration) {
        return dialect.kotlin() ? "create(" + dialect.string(configuration) + ")" : configuration;
    }

    private boolean testsUseProvided() {
        return module.product().packaging() == Packaging.JAR
                && module.mayHaveTests()
                && module.classPath().declared().stream().anyMatch(d -> d.scope() == Scope.PROVIDED);
    }

    private void dependencies(Script script, Map<String, Coordinates> tools) {
        Map<String, Constraint> stated = new LinkedHashMap<>();
        if (dialect.version().hasConstraints())
            module.classPath()
                    .constraints()
                    .forEach(c -> stated.put(c.coordinates().key(), c));
        List<Entry> entries = new ArrayList<>();
        for (ModuleNeed need : module.classPath().modules())
            entries.add(new Entry(configuration(need), "", List.of(dialect.call(configuration(need), project(need)))));
        for (Dependency dependency : module.classPath().declared()) {
            Optional<Constraint> insisted =
                    Optional.ofNullable(stated.remove(dependency.coordinates().key()));
            entries.add(entry(configuration(dependency), dependency, insisted));
        }
        for (Dependency processor : module.classPath().processors())
            entries.add(entry(PROCESSORS, processor, Optional.empty()));
        entries.sort(Comparator.<Entry>comparingInt(entry -> ORDER.indexOf(entry.configuration()))
                .thenComparing(Entry::sortedBy));
        String before = "";
        for (Entry entry : entries) {
            if (!before.isEmpty() && !before.equals(entry.configuration())) script.line("");
            before = entry.configuration();
            entry.lines().forEach(script::line);
        }
        script.section(
                s -> s.block("constraints", t -> stated.values().forEach(constraint -> constraint(t, constraint))));
        tools.forEach((tool, artifact) -> script.section(s -> s.line(
                dialect.call(dialect.kotlin() ? dialect.string(tool) : tool, dialect.string(artifact.toString())))));
    }

    private void constraint(Script script, Constraint constraint) {
        Coordinates c = constraint.coordinates();
        script.block(
                "implementation(" + dialect.string(c.group() + ":" + c.artifact()) + ")", s -> strictly(s, constraint));
    }

    private void strictly(Script script, Constraint constraint) {
        script.block(
                "version",
                s -> s.line(dialect.call(
                        "strictly", dialect.string(constraint.coordinates().version()))));
        script.line(dialect.call("because", dialect.string(constraint.reason())));
    }

    private Entry entry(String configuration, Dependency dependency, Optional<Constraint> insisted) {
        Script script = new Script().comment(dependency.note());
        String artifact = dialect.string(dependency.coordinates().toString());
        Script settings = new Script();
        insisted.ifPresent(constraint -> strictly(settings, constraint));
        for (String excluded : dependency.exclusions()) {
            Map<String, String> parts = new LinkedHashMap<>();
            parts.put("group", dialect.string(excluded.substring(0, excluded.indexOf(':'))));
            parts.put("module", dialect.string(excluded.substring(excluded.indexOf(':') + 1)));
            settings.line(dialect.syntax().named("exclude", parts));
        }
        if (settings.isEmpty()) script.line(dialect.call(configuration, artifact));
        else script.block(configuration + "(" + artifact + ")", s -> settings.copyTo(s));
        return new Entry(configuration, dependency.coordinates().toString(), script.lines());
    }

    private String project(ModuleNeed need) {
        String path =
                dialect.string(":" + build.module(need.module()).orElseThrow().artifact());
        String configuration = need.tests() ? TESTS : need.packaging() == Packaging.WAR ? "archives" : "";
        if (configuration.isEmpty()) return dialect.kotlin() ? "project(" + path + ")" : "project(" + path + ")";
        return dialect.kotlin()
                ? "project(" + path + ", " + dialect.string(configuration) + ")"
                : "project(path: " + path + ", configuration: " + dialect.string(configuration) + ")";
    }

    private String configuration(ModuleNeed need) {
        if (need.tests()) return "testImplementation";
        if (enterprise) return isEntry(need) ? "deploy" : "earlib";
        if (need.provided()) return provided();
        return needing().stream().allMatch(other -> needs(other, need.module())) ? "implementation" : API;
    }

    /** Whether an archive has a place of its own in an enterprise archive. */
    private boolean isEntry(ModuleNeed need) {
        return EnterpriseScript.entries(module).anyMatch(entry -> EnterpriseScript.isOf(entry, need.module()));
    }

    private String configuration(Dependency dependency) {
        if (enterprise)
            return EnterpriseScript.entries(module)
                            .anyMatch(entry -> EnterpriseScript.isOf(entry, dependency.coordinates()))
                    ? "deploy"
                    : "earlib";
        return switch (dependency.scope()) {
            case COMPILE ->
                needing().stream().allMatch(other -> declares(other, dependency.coordinates()))
                        ? "implementation"
                        : API;
            case PROVIDED -> provided();
            case RUNTIME -> "runtimeOnly";
            case TEST -> "testImplementation";
        };
    }

    private String provided() {
        return module.product().packaging() == Packaging.WAR ? "providedCompile" : "compileOnly";
    }

    /** The modules that depend on this one, over whichever others. */
    private List<BuildModule> needing() {
        Set<ModuleName> reached = new HashSet<>(Set.of(module.name()));
        List<BuildModule> needing = new ArrayList<>();
        // in an order in which they can be built, each comes after what it needs
        for (BuildModule other : build.modules()) {
            boolean needs = other.classPath().modules().stream()
                    .anyMatch(need -> !need.tests() && reached.contains(need.module()));
            if (!needs || other.product().packaging() == Packaging.EAR) continue;
            reached.add(other.name());
            needing.add(other);
        }
        return needing;
    }

    private static boolean needs(BuildModule other, ModuleName name) {
        return other.classPath().modules().stream()
                .anyMatch(need -> need.module().equals(name));
    }

    private static boolean declares(BuildModule other, Coordinates artifact) {
        return other.classPath().declared().stream()
                .map(Dependency::coordinates)
                .map(Coordinates::key)
                .collect(Collectors.toCollection(TreeSet::new))
                .contains(artifact.key());
    }
}
