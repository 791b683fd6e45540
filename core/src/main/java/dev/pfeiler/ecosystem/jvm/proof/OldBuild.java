package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.Unpacking;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.CRC32;

/** Runs the old build itself, in a scratch copy of the old tree, and takes what it built. */
final class OldBuild {
    private static final Pattern FAILURE = Pattern.compile("(?i).*(error|failed|not found).*");

    private static final Duration LIMIT = Duration.ofMinutes(30);

    /** The extensions of archives that programs are started or deployed from. */
    static final Set<String> ARCHIVES = Set.of("jar", "war", "ear");

    private final Path tree;
    private final Wiring wiring;
    private final SortedSet<String> archives;

    private OldBuild(Path tree, Wiring wiring, SortedSet<String> archives) {
        this.tree = tree;
        this.wiring = wiring;
        this.archives = archives;
    }

    /**
     * Runs the most trusted wiring that can be run.
     *
     * @param tree a scratch copy of the old tree
     * @param log where the output is kept
     * @throws Refusal if there is none, its tool is not here, or it fails
     */
    static OldBuild run(
            Path tree, List<Wiring> wirings, Environment environment, Map<String, String> variables, Path log)
            throws IOException {
        Wiring wiring = wirings.stream()
                .filter(w -> !program(w).isEmpty())
                .findFirst()
                .orElseThrow(() -> Refusal.notPossible(
                        "The old wiring cannot be run: there is no build file, makefile or shell script.",
                        "Run prove without --run-old-build."));
        if (!wiring.unanalyzed().uploads().isEmpty())
            throw Refusal.notPossible(
                    "The old build uploads or deploys what it makes ("
                            + wiring.unanalyzed().uploads().get(0).value() + ", "
                            + wiring.unanalyzed().uploads().get(0).evidence().place()
                            + "), and a proof does nothing outside.",
                    "Run prove without --run-old-build.");
        String program = program(wiring);
        Path tool = environment
                .program(program)
                .orElseThrow(() -> Refusal.notPossible(
                        program + ", which the old build requires, is not on the PATH.",
                        "Install it, or run prove without --run-old-build."));
        List<String> command = wiring.kind() == Wiring.Kind.SHELL_SCRIPT
                ? List.of(tool.toString(), wiring.files().get(0))
                : List.of(tool.toString());
        SortedMap<String, Long> before = archives(tree);
        ToolRun run = ToolRun.of(command, tree, variables, log, LIMIT);
        if (!run.succeeded()) {
            String said = run.output().stream()
                    .filter(line -> FAILURE.matcher(line).matches())
                    .findFirst()
                    .orElse("it ended with exit code " + run.exit())
                    .strip();
            throw Refusal.notPossible("The old build fails: " + said, "See its output in " + log + ".");
        }
        SortedSet<String> made = new TreeSet<>();
        Set<Long> there = new HashSet<>(before.values());
        archives(tree).forEach((path, content) -> {
            // libraries are copied, too
            if (!there.contains(content)) made.add(Paths.name(path));
        });
        return new OldBuild(tree, wiring, made);
    }

    /** The names of the archives that it made. */
    SortedSet<String> archives() {
        return archives;
    }

    /** The archives below a folder, with a checksum of each. */
    private static SortedMap<String, Long> archives(Path folder) throws IOException {
        SortedMap<String, Long> archives = new TreeMap<>();
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : files.filter(path -> ARCHIVES.contains(Paths.extension(path.toString())))
                    .filter(Files::isRegularFile)
                    .toList()) {
                CRC32 sum = new CRC32();
                sum.update(Files.readAllBytes(file));
                archives.put(folder.relativize(file).toString(), sum.getValue());
            }
        }
        return archives;
    }

    /** Whether there is a build that could be run. */
    static boolean canRun(List<Wiring> wirings) {
        return wirings.stream().anyMatch(wiring -> !program(wiring).isEmpty());
    }

    private static String program(Wiring wiring) {
        return switch (wiring.kind()) {
            case BUILD_FILE -> "ant";
            case MAKE_FILE -> "make";
            case SHELL_SCRIPT -> "sh";
            default -> "";
        };
    }

    /**
     * What it built of a module: from its archive, else from the folder that classes are written to.
     *
     * @param built what it built of other modules
     */
    Baseline baseline(ProofContext context, SourceModule module, Map<ModuleName, Baseline> built, Path scratch)
            throws IOException {
        Path classes = Files.createDirectories(scratch.resolve("classes"));
        Path tests = Files.createDirectories(scratch.resolve("test-classes"));
        Path packed = scratch.resolve("packed");
        Optional<Path> archive =
                module.archive().map(made -> tree.resolve(made.path())).filter(Files::isRegularFile);
        boolean whole = module.web().isPresent() || module.enterprise().isPresent();
        if (archive.isPresent() && whole) Unpacking.into(packed, archive.get(), Optional::of);
        if (archive.isPresent()) unpack(archive.get(), module.web().isPresent(), classes);
        else {
            for (Wiring.Setting output : wiring.outputs()) {
                Path folder = tree.resolve(output.value());
                if (Files.isDirectory(folder)) Trees.overlay(folder, classes);
            }
        }
        if (!whole || Files.isDirectory(packed))
            return baseline(context, classes, tests, Optional.of(packed).filter(Files::isDirectory));
        // it makes no archive that could be looked into, so what it compiled is laid out as it would be
        OldArchive laid = new OldArchive(context.reading().tree(), context.project(), built);
        if (module.web().isPresent()) laid.web(module, classes, packed);
        else laid.enterprise(module, packed);
        return baseline(context, classes, tests, Optional.of(packed));
    }

    private static Baseline baseline(ProofContext context, Path classes, Path tests, Optional<Path> packed) {
        List<Path> libraries = context.project().libraries().stream()
                .map(jar -> context.reading().tree().onDisk(jar.path()))
                .toList();
        return new Baseline(
                classes,
                tests,
                packed,
                Optional.empty(),
                libraries,
                libraries,
                libraries,
                List.of(),
                List.of(),
                Optional.empty());
    }

    private static void unpack(Path archive, boolean web, Path classes) throws IOException {
        Unpacking.into(classes, archive, name -> {
            if (web && !name.startsWith(OldArchive.CLASSES) || name.equals("META-INF/MANIFEST.MF"))
                return Optional.empty();
            return Optional.of(web ? name.substring(OldArchive.CLASSES.length()) : name);
        });
    }
}
