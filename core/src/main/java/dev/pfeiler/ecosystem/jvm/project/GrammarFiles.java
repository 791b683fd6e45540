package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.library.JarIdentity;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.target.maven.BuildPlugin;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenGenerators;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/** Generators of sources in the old build that Maven has a plug-in for. */
public final class GrammarFiles {
    /** In bytes. */
    private static final int MARK_WITHIN = 1200;

    private final JvmReading reading;

    public GrammarFiles(JvmReading reading) {
        this.reading = reading;
    }

    /**
     * A grammar whose sources the build tool can write.
     *
     * @param path the grammar
     * @param goal where it lies by the plug-in's convention
     * @param along further files that it takes in, with where they go
     * @param generated the sources in the tree that were written from it
     */
    public record Grammar(
            String path,
            String goal,
            Map<String, String> along,
            Set<String> generated,
            BuildPlugin plugin,
            Evidence evidence) {}

    /** The grammars of all generators that are understood. */
    public List<Grammar> grammars() {
        List<Grammar> grammars = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (Wiring wiring : reading.wirings()) {
            for (Wiring.Generator generator : wiring.generators()) {
                for (String input : generator.inputs()) {
                    if (seen.add(input)) grammar(generator, input).ifPresent(grammars::add);
                }
            }
        }
        return grammars;
    }

    private Optional<Grammar> grammar(Wiring.Generator generator, String input) {
        Optional<MavenGenerators> known = MavenGenerators.of(generator.tool());
        if (known.isEmpty()) return Optional.empty();
        MavenGenerators convention = known.get();
        String output = generator.output().isEmpty() ? Paths.parent(input) : generator.output();
        Map<String, String> generated = generated(output, convention);
        if (generated.isEmpty()) return Optional.empty();
        Optional<Coordinates> tool = tool(convention.sign());
        boolean jakarta = generated.values().stream().anyMatch(text -> text.contains("jakarta.xml.bind"));
        String packages = packageOf(generated.keySet());
        String folder = Paths.join(convention.folder(), convention.inPackage() ? packages : "");
        String goal = Paths.join(folder, Paths.name(input));
        BuildPlugin plugin = new BuildPlugin(
                convention.plugin(tool, jakarta),
                convention.goal(),
                convention.takesTool() ? tool : Optional.empty(),
                convention.configuration(Paths.name(input), packages.replace('/', '.')));
        return Optional.of(
                new Grammar(input, goal, along(input, folder), generated.keySet(), plugin, generator.evidence()));
    }

    /** The files that a schema takes in and that lie beside or below it. */
    private Map<String, String> along(String input, String goal) {
        Map<String, String> along = new LinkedHashMap<>();
        Deque<String> open = new ArrayDeque<>(List.of(input));
        while (!open.isEmpty()) {
            String path = open.pop();
            for (String named : schemasNamedIn(path)) {
                Optional<String> inside = Paths.normal(Paths.join(Paths.parent(path), named))
                        .filter(reading.tree()::has)
                        .filter(p -> Paths.within(Paths.parent(input), p) && !p.equals(input));
                if (inside.isEmpty() || along.containsKey(inside.get())) continue;
                along.put(inside.get(), Paths.join(goal, Paths.relative(Paths.parent(input), inside.get())));
                open.push(inside.get());
            }
        }
        return along;
    }

    private List<String> schemasNamedIn(String path) {
        if (!Paths.extension(path).equals("xsd")) return List.of();
        try {
            return XmlElement.read(reading.tree().bytes(path)).children().stream()
                    .filter(e -> List.of("include", "import", "redefine").contains(e.name()))
                    .map(e -> e.attribute("schemaLocation"))
                    .filter(location -> !location.isEmpty())
                    .toList();
        } catch (IOException | XmlElement.Malformed e) {
            return List.of();
        }
    }

    private String packageOf(Set<String> generated) {
        return reading.javaSources().stream()
                .filter(source -> generated.contains(source.path()))
                .map(SourceFile::packagePath)
                .findFirst()
                .orElse("");
    }

    /** The sources in a folder that bear the mark of a generator, with their first lines. */
    private SortedMap<String, String> generated(String folder, MavenGenerators convention) {
        ProjectTree tree = reading.tree();
        SortedMap<String, String> generated = new TreeMap<>();
        tree.under(folder).filter(file -> file.extension().equals("java")).forEach(file -> {
            try {
                byte[] bytes = tree.bytes(file.path());
                String start = new String(bytes, 0, Math.min(bytes.length, MARK_WITHIN), StandardCharsets.ISO_8859_1);
                if (convention.wrote(start)) generated.put(file.path(), start);
            } catch (IOException e) {
                // it is listed among what cannot be read
            }
        });
        return generated;
    }

    /** The artifact of the jar that holds a class of the tool, where a repository has it. */
    private Optional<Coordinates> tool(String className) {
        return reading.jars().stream()
                .filter(jar -> jar.kind() == Jar.Kind.LIBRARY && jar.holds(className))
                .map(jar -> reading.identities().get(jar))
                .filter(identity -> identity.sign().published())
                .map(JarIdentity::coordinates)
                .findFirst();
    }
}
