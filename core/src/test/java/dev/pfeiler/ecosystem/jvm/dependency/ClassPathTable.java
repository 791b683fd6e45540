package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.Sketch;
import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.HighestVersionResolver;
import dev.pfeiler.artifact.repository.Resolution;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import dev.pfeiler.ecosystem.jvm.language.java.JavaReader;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.project.JarTraits;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Deliberation;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** A class path written as a table: what lies in the jars, what repositories say of them, and what sources name. */
final class ClassPathTable implements ClassPathRules {
    private static final String PROCESSOR = "javax.annotation.processing.Processor";

    private final List<Jar> jars = new ArrayList<>();
    private final Map<Jar, JarIdentity> identities = new LinkedHashMap<>();
    private final Map<Coordinates, List<Declaration>> needs = new HashMap<>();
    private final List<SourceFile> main = new ArrayList<>();
    private final List<SourceFile> tests = new ArrayList<>();
    private final Set<Coordinates> implied = new HashSet<>();
    private Choices choices = Sketch.chosen();

    /** A published jar; classes as {@code "a.A uses b.B"}, a service as {@code "service s.S"}. */
    ClassPathTable jar(String coordinates, String... classes) {
        return jar(JarIdentity.Sign.HASH, coordinates, classes);
    }

    /** A jar that no repository has. */
    ClassPathTable unpublished(String coordinates, String... classes) {
        return jar(JarIdentity.Sign.NOBODY, coordinates, classes);
    }

    private ClassPathTable jar(JarIdentity.Sign sign, String coordinates, String... classes) {
        Coordinates itself = at(coordinates);
        Map<String, List<String>> lines = Arrays.stream(classes)
                .collect(Collectors.groupingBy(line -> line.startsWith("service ") ? "service" : "class"));
        List<String[]> read = lines.getOrDefault("class", List.of()).stream()
                .map(line -> line.split(" uses "))
                .toList();
        Jar jar = new Jar(
                "lib/" + itself.artifact() + "-" + itself.version() + ".jar",
                1,
                "0123456789",
                Jar.Kind.LIBRARY,
                read.stream().map(words -> words[0]).collect(Collectors.toSet()),
                read.stream().flatMap(words -> Arrays.stream(words).skip(1)).collect(Collectors.toSet()),
                8,
                Map.of(),
                Map.of(),
                Set.of(),
                lines.getOrDefault("service", List.of()).stream()
                        .map(line -> line.substring("service ".length()))
                        .collect(Collectors.toSet()),
                Set.of(),
                "");
        jars.add(jar);
        identities.put(jar, new JarIdentity(itself, sign, List.of(), List.of()));
        needs.putIfAbsent(itself, List.of());
        return this;
    }

    /** A jar that holds an annotation processor and nothing that sources name. */
    ClassPathTable processor(String coordinates) {
        return jar(coordinates, "processor." + at(coordinates).artifact(), "service " + PROCESSOR);
    }

    /** What the descriptor of an artifact lists: {@code "g:a:1 runtime"}, compile scope if it says none. */
    ClassPathTable pom(String coordinates, String... dependencies) {
        needs.put(
                at(coordinates),
                Arrays.stream(dependencies)
                        .map(line -> line.split(" "))
                        .map(words -> new Declaration(at(words[0]), words.length > 1 ? words[1] : "compile", Set.of()))
                        .toList());
        return this;
    }

    ClassPathTable main(String... text) {
        main.add(source("src/Main" + main.size() + ".java", text));
        return this;
    }

    ClassPathTable tests(String... text) {
        tests.add(source("test/Test" + tests.size() + ".java", text));
        return this;
    }

    /** What the old build had on its class paths without a jar. */
    ClassPathTable implied(String artifact) {
        implied.add(at(artifact));
        return this;
    }

    ClassPathTable choose(String... pairs) {
        choices = Sketch.chosen(pairs);
        return this;
    }

    private static SourceFile source(String path, String... text) {
        return JavaReader.read(path, SourceText.of(String.join("\n", text).getBytes(StandardCharsets.UTF_8)));
    }

    private static Coordinates at(String text) {
        return Coordinates.parse(text).orElseThrow();
    }

    @Override
    public Resolution resolve(Collection<Declaration> declared, Map<String, Coordinates> constraints) {
        return new HighestVersionResolver(
                        Comparator.naturalOrder(), constraints, one -> Optional.ofNullable(needs.get(one)))
                .resolve(declared);
    }

    @Override
    public Map<String, Coordinates> managed(Coordinates bom) {
        return Map.of();
    }

    Usage usage() {
        return Usage.of(jars, main, tests, List.of(), Map.of());
    }

    DependencyPlanner.Decided plan() {
        ScopeFinder scopes = new ScopeFinder(usage(), JarTraits.NONE, jar -> false, false, jars);
        return new DependencyPlanner(
                        new Deliberation(choices),
                        identities,
                        this,
                        at("own:project:1"),
                        ModuleName.ONLY,
                        implied::contains)
                .decide(jars, Map.of(), scopes, List.of(), Map.of());
    }

    /** What is declared, as {@code "a:1 compile"}, with exclusions and pins. */
    List<String> declared() {
        DependencyPlanner.Decided decided = plan();
        List<String> lines = new ArrayList<>();
        for (Dependency one : decided.declared())
            lines.add(shown(one.coordinates()) + " " + one.scope().word()
                    + one.exclusions().stream().map(x -> " without " + x).collect(Collectors.joining()));
        decided.constraints().forEach(one -> lines.add(shown(one.coordinates()) + " pinned"));
        return lines;
    }

    /** The class path that follows: what the compiler sees, what the program has when it runs, and what tests see. */
    List<String> classPath(Scope... scopes) {
        DependencyPlanner.Decided decided = plan();
        Map<String, Coordinates> pins = new HashMap<>();
        decided.constraints().forEach(one -> pins.put(one.coordinates().key(), one.coordinates()));
        List<Declaration> all = decided.declared().stream()
                .map(one -> new Declaration(one.coordinates(), one.scope().word(), one.exclusions()))
                .toList();
        Set<String> words = Arrays.stream(scopes).map(Scope::word).collect(Collectors.toSet());
        return resolve(all, pins).artifacts().stream()
                .filter(artifact -> words.contains(artifact.scope()))
                .map(artifact -> shown(artifact.coordinates()))
                .sorted()
                .toList();
    }

    List<String> compilerSees() {
        return classPath(Scope.COMPILE, Scope.PROVIDED);
    }

    List<String> programHas() {
        return classPath(Scope.COMPILE, Scope.RUNTIME);
    }

    private static String shown(Coordinates coordinates) {
        return coordinates.artifact() + ":" + coordinates.version();
    }
}
