package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.HttpResponses;
import dev.pfeiler.proof.SafeLinks;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeCopy;
import java.io.File;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Starts a program that listens on a port which its sources name, first as the old wiring built it and then as it is built
 * now, and compares its pages.
 */
final class ListeningProgram {
    private static final Duration LIMIT = Duration.ofSeconds(40);
    private static final int MOST_PATHS = 100;

    /** Starts of the names of servers' packages and classes. */
    private static final List<String> SERVERS = List.of(
            "com.sun.net.httpserver",
            "io.helidon.webserver",
            "io.javalin",
            "io.ktor.server",
            "io.undertow",
            "io.vertx.ext.web",
            "org.eclipse.jetty.server",
            "org.glassfish.grizzly.http.server",
            "org.http4k.server",
            "spark.Spark",
            "akka.http.scaladsl");

    private static final Pattern ABOUT_PORTS = Pattern.compile("(?i)port|bind|listen|address|server|start");
    private static final Pattern PORT = Pattern.compile("(?<![\\w.])([1-9]\\d{3}|[1-5]\\d{4}|6[0-5]\\d{3})(?![\\w.])");
    private static final Pattern PATH = Pattern.compile("\"(/[\\w./-]*)\"");

    private final ProofContext context;
    private final SourceModule module;
    private final Path scratch;

    ListeningProgram(ProofContext context, SourceModule module, Path scratch) {
        this.context = context;
        this.module = module;
        this.scratch = scratch;
    }

    /** The port that the module listens on, as its sources name it; nothing if it is not known to serve anything. */
    Optional<Integer> port() throws IOException {
        boolean serves = module.main().stream()
                .flatMap(source -> source.imports().stream())
                .anyMatch(one -> SERVERS.stream().anyMatch(one.name()::startsWith));
        if (!serves) return Optional.empty();
        Set<Integer> ports = new LinkedHashSet<>();
        for (String line : lines()) {
            if (!ABOUT_PORTS.matcher(line).find()) continue;
            Matcher port = PORT.matcher(line);
            while (port.find()) ports.add(Integer.parseInt(port.group(1)));
        }
        return ports.stream().findFirst();
    }

    private List<String> lines() throws IOException {
        ProjectTree tree = context.reading().tree();
        List<String> lines = new ArrayList<>();
        for (SourceFile source : module.main())
            lines.addAll(tree.text(source.path()).lines());
        return lines;
    }

    private Set<String> paths() throws IOException {
        Set<String> paths = new TreeSet<>(Set.of("/"));
        for (String line : lines()) {
            Matcher path = PATH.matcher(line);
            while (path.find() && paths.size() < MOST_PATHS) paths.add(path.group(1));
        }
        return paths;
    }

    /**
     * Starts both, one after the other, as they listen on the same port.
     *
     * @param before the class path of the old program
     * @param after that of the new one
     */
    RunOutcome compare(String mainClass, int port, List<Path> before, List<Path> after) throws IOException {
        if (!isFree(port))
            return RunOutcome.unchecked(mainClass, "not started", "something else listens on port " + port);
        Optional<HttpResponses> old = responses(mainClass, port, before, "before");
        Optional<HttpResponses> now = responses(mainClass, port, after, "after");
        if (old.isPresent() && now.isPresent()) {
            HttpResponses.Again again =
                    () -> responses(mainClass, port, before, "again").orElse(old.get());
            return new RunOutcome(
                    List.of(old.get().against(now.get(), again, "")),
                    SafeLinks.note(paths()).stream().toList());
        }
        Comparison started = RunOutcome.started(old.isPresent(), now.isPresent(), "");
        String note = mainClass + " does not listen on port " + port + " with the old wiring; see"
                + " .pfeiler/proof/server-before.log.";
        return new RunOutcome(List.of(started), old.isPresent() ? List.of() : List.of(note));
    }

    private static boolean isFree(int port) {
        try (ServerSocket socket = new ServerSocket()) {
            socket.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    private Optional<HttpResponses> responses(String mainClass, int port, List<Path> classPath, String name)
            throws IOException {
        Path folder = Files.createDirectories(scratch.resolve(name));
        ProjectTree old = context.request().old();
        TreeCopy.of(old, folder);
        List<String> command = new ArrayList<>(List.of(
                context.reading().toolchain().tool("java").toString(),
                "-Djava.awt.headless=true",
                "-cp",
                classPath.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)),
                mainClass));
        command.addAll(context.request().running().arguments());
        Path log = context.request().log().resolveSibling("server-" + name + ".log");
        try (RunningProgram program = RunningProgram.serving(
                JavaCommand.of(context.reading().toolchain(), command, scratch.resolve(name + ".args")),
                folder,
                log,
                port,
                LIMIT)) {
            return program.isReady()
                    ? Optional.of(HttpResponses.of(port, paths(), UnaryOperator.identity()))
                    : Optional.empty();
        }
    }
}
