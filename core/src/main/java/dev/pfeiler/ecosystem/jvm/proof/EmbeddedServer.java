package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.proof.HttpResponses;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.SafeLinks;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Starts a program that contains its server, as the old wiring built it and as it is built now, and compares its pages. */
final class EmbeddedServer {
    private static final Duration LIMIT = Duration.ofMinutes(2);
    private static final int MOST_PATHS = 300;
    /** Folders beside the classes whose files are served as they are. */
    private static final Pattern SERVED = Pattern.compile("(?:static|public|resources|META-INF/resources)/(.+)");
    /** A path that needs no parameter. */
    private static final Pattern PLAIN = Pattern.compile("/[\\w./-]*");

    private static final Set<String> MAPPING = Set.of("GetMapping", "RequestMapping");

    private final ProofRequest proof;
    private final JvmReading reading;
    private final JvmProject project;
    private final SourceModule module;
    private final Path scratch;

    EmbeddedServer(ProofContext context, SourceModule module, Path scratch) {
        this.proof = context.request();
        this.reading = context.reading();
        this.project = context.project();
        this.module = module;
        this.scratch = scratch;
    }

    /** Whether a module's main class starts a server of which it is known how to give it a port. */
    boolean serves(String mainClass) {
        return project.holdsServer()
                && module.main().stream()
                        .filter(source -> source.typeNames().contains(mainClass))
                        .anyMatch(source -> source.imports().stream()
                                .anyMatch(declared -> declared.name().equals(Launch.Framework.APPLICATION)));
    }

    /**
     * Starts both, side by side.
     *
     * @param before the class path of the old program
     * @param after that of the new one
     */
    RunOutcome compare(String mainClass, List<Path> before, List<Path> after) throws IOException {
        int oldPort = RunningProgram.freePort();
        try (RunningProgram old = start(mainClass, before, "before", oldPort)) {
            int newPort = RunningProgram.freePort();
            try (RunningProgram now = start(mainClass, after, "after", newPort)) {
                if (!old.isReady() || !now.isReady()) return notStarted(mainClass, old.isReady(), now.isReady());
                HttpResponses.Pair pages = HttpResponses.inTurn(oldPort, newPort, paths());
                return new RunOutcome(
                        List.of(pages.compare("")),
                        SafeLinks.note(paths()).stream().toList());
            }
        }
    }

    private static RunOutcome notStarted(String mainClass, boolean before, boolean after) {
        String note = mainClass + " does not listen on its port with the old wiring; see"
                + " .pfeiler/proof/server-before.log.";
        return new RunOutcome(List.of(RunOutcome.started(before, after, "")), before ? List.of() : List.of(note));
    }

    /** The welcome page, what the sources map to a plain path, and each file that is served as it is. */
    private Set<String> paths() {
        Set<String> paths = new TreeSet<>(Set.of("/"));
        module.main().stream()
                .filter(source -> source.annotations().keySet().stream()
                        .anyMatch(name -> MAPPING.contains(name.substring(name.lastIndexOf('.') + 1))))
                .flatMap(source -> source.strings().keySet().stream())
                .filter(text -> PLAIN.matcher(text).matches())
                .forEach(paths::add);
        project.layout()
                .files(Role.MAIN_RESOURCES)
                .filter(placement -> module.paths().contains(placement.path()))
                .map(Placement::relative)
                .map(SERVED::matcher)
                .filter(matcher -> matcher.matches())
                .limit(MOST_PATHS)
                .forEach(matcher -> paths.add("/" + matcher.group(1)));
        return paths;
    }

    private RunningProgram start(String mainClass, List<Path> classPath, String name, int port) throws IOException {
        Path folder = Files.createDirectories(scratch.resolve(name));
        List<String> command = new ArrayList<>(List.of(
                reading.toolchain().tool("java").toString(),
                "-Djava.awt.headless=true",
                "-Djava.io.tmpdir=" + Files.createDirectories(folder.resolve("tmp")),
                "-cp",
                classPath.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)),
                mainClass,
                "--server.address=127.0.0.1",
                "--server.port=" + port));
        command.addAll(proof.running().arguments());
        Path log = proof.log().resolveSibling("server-" + name + ".log");
        return RunningProgram.serving(
                JavaCommand.of(reading.toolchain(), command, folder.resolve("java.args")), folder, log, port, LIMIT);
    }
}
