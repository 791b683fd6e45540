package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.model.GeneratedSources;
import dev.pfeiler.ecosystem.jvm.model.Generator;
import dev.pfeiler.ecosystem.jvm.model.GeneratorSupport;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
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
import java.util.function.Function;
import java.util.stream.Collectors;

/** Finds the files that the old build generates sources from. */
public final class GrammarFiles {
    /** In bytes. */
    private static final int MARK_WITHIN = 1200;

    private final JvmReading reading;
    private final Function<Generator, GeneratorSupport> support;

    /** @param support how the build tool runs a generator */
    public GrammarFiles(JvmReading reading, Function<Generator, GeneratorSupport> support) {
        this.reading = reading;
        this.support = support;
    }

    /**
     * A grammar whose sources the build tool can write.
     *
     * @param path the grammar
     * @param goal where the build tool expects it, relative to the module
     * @param included files that it includes, with where they go
     * @param generated the sources in the tree that were written from it
     */
    public record Grammar(
            String path,
            String goal,
            Map<String, String> included,
            Set<String> generated,
            GeneratedSources sources,
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
        Optional<Generator> known = Generator.of(generator.tool());
        if (known.isEmpty()) return Optional.empty();
        Generator kind = known.get();
        String output = generator.output().isEmpty() ? Paths.parent(input) : generator.output();
        Written written = written(output, kind);
        Map<String, String> generated = written.generated();
        Optional<GrammarHead> head = generated.isEmpty() ? unwritten(reading, generator) : Optional.empty();
        if (generated.isEmpty() && head.isEmpty()) return Optional.empty();
        Optional<Coordinates> tool = tool(kind.sign());
        // classes of one release and a parser of another do not fit
        if (kind == Generator.JAVACC && !ParserSupport.isOf(tool, written.starts())) return Optional.empty();
        boolean jakarta = generated.values().stream().anyMatch(text -> text.contains("jakarta.xml.bind"));
        String packages =
                head.map(one -> one.packageName().replace('.', '/')).orElseGet(() -> packageOf(generated.keySet()));
        List<String> replaced = new ArrayList<>(written.edited());
        if (head.isPresent() && kind == Generator.JAVACC)
            reading.sourceFiles().stream()
                    .filter(source -> source.packagePath().equals(packages))
                    .map(source -> Paths.name(source.path()))
                    .filter(ParserSupport::isSupport)
                    .forEach(replaced::add);
        GeneratorSupport place = support.apply(kind);
        String folder = Paths.join(place.folder(), place.byPackage() ? packages : "");
        GeneratedSources sources =
                new GeneratedSources(kind, tool, Paths.name(input), packages.replace('/', '.'), jakarta, replaced);
        return Optional.of(new Grammar(
                input,
                Paths.join(folder, Paths.name(input)),
                included(input, folder),
                generated.keySet(),
                sources,
                generator.evidence()));
    }

    /** What a grammar says of its source, if that is nowhere in the tree. */
    private static Optional<GrammarHead> unwritten(JvmReading reading, Wiring.Generator generator) {
        Optional<Generator> kind = Generator.of(generator.tool());
        if (kind.isEmpty() || generator.inputs().size() != 1) return Optional.empty();
        try {
            byte[] bytes = reading.tree().bytes(generator.inputs().get(0));
            String text = new String(bytes, StandardCharsets.ISO_8859_1);
            return GrammarHead.of(kind.get(), text).filter(head -> reading.sourceFiles().stream()
                    .noneMatch(source -> source.typeNames().contains(head.qualified())));
        } catch (IOException e) {
            // it is listed among what cannot be read
            return Optional.empty();
        }
    }

    /** Whether a call generates a source that is nowhere in the tree. */
    public static boolean isUnwritten(JvmReading reading, Wiring.Generator generator) {
        return unwritten(reading, generator).isPresent();
    }

    /** The packages of sources that the old build generates and that are not in the tree. */
    static Set<String> unwrittenPackages(JvmReading reading) {
        return reading.wirings().stream()
                .flatMap(wiring -> wiring.generators().stream())
                .flatMap(generator -> unwritten(reading, generator).stream())
                .map(GrammarHead::packageName)
                .collect(Collectors.toSet());
    }

    /** The files that a schema takes in and that are beside or below it. */
    private Map<String, String> included(String input, String goal) {
        Map<String, String> included = new LinkedHashMap<>();
        Deque<String> open = new ArrayDeque<>(List.of(input));
        while (!open.isEmpty()) {
            String path = open.pop();
            for (String named : schemasNamedIn(path)) {
                Optional<String> inside = Paths.normal(Paths.join(Paths.parent(path), named))
                        .filter(reading.tree()::has)
                        .filter(p -> Paths.within(Paths.parent(input), p) && !p.equals(input));
                if (inside.isEmpty() || included.containsKey(inside.get())) continue;
                included.put(inside.get(), Paths.join(goal, Paths.relative(Paths.parent(input), inside.get())));
                open.push(inside.get());
            }
        }
        return included;
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
        return reading.sourceFiles().stream()
                .filter(source -> generated.contains(source.path()))
                .map(SourceFile::packagePath)
                .findFirst()
                .orElse("");
    }

    /**
     * The sources that bear the mark of a generator.
     *
     * @param generated those that it writes again, with their first lines
     * @param edited the names of those that somebody may have edited, which it would not write again
     * @param starts the first lines of all
     */
    private record Written(SortedMap<String, String> generated, List<String> edited, List<String> starts) {}

    private Written written(String folder, Generator generator) {
        ProjectTree tree = reading.tree();
        Written written = new Written(new TreeMap<>(), new ArrayList<>(), new ArrayList<>());
        tree.under(folder)
                .filter(file -> reading.languages().isSource(file.path()))
                .forEach(file -> {
                    try {
                        byte[] bytes = tree.bytes(file.path());
                        String start =
                                new String(bytes, 0, Math.min(bytes.length, MARK_WITHIN), StandardCharsets.ISO_8859_1);
                        if (!generator.wrote(start)) return;
                        if (generator == Generator.JAVACC && ParserSupport.mayBeEdited(file.name(), bytes))
                            written.edited().add(file.name());
                        else written.generated().put(file.path(), start);
                        written.starts().add(start);
                    } catch (IOException e) {
                        // it is listed among what cannot be read
                    }
                });
        return written;
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
