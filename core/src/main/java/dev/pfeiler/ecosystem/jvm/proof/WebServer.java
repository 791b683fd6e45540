package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.process.ToolRun;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A real servlet container that serves a web program on this machine for as long as a proof takes. Its jars are fetched
 * like any dependency and are no part of Pfeiler.
 */
public final class WebServer {
    private static final Duration LIMIT = Duration.ofMinutes(2);
    private static final String GROUP = "org.apache.tomcat.embed";

    private final Toolchain toolchain;
    private final List<Path> jars;
    private final Path scratch;

    private WebServer(Toolchain toolchain, List<Path> jars, Path scratch) {
        this.toolchain = toolchain;
        this.jars = jars;
        this.scratch = scratch;
    }

    /** The container's release for a family of package names: the last with {@code javax}, one with {@code jakarta}. */
    public static String version(boolean jakarta) {
        return jakarta ? "10.1.34" : "9.0.98";
    }

    private static Stream<Coordinates> artifacts(boolean jakarta) {
        String version = version(jakarta);
        return Stream.of(
                new Coordinates(GROUP, "tomcat-embed-core", version),
                new Coordinates(GROUP, "tomcat-embed-jasper", version),
                new Coordinates(GROUP, "tomcat-embed-el", version),
                new Coordinates(GROUP, "tomcat-embed-websocket", version),
                new Coordinates("org.apache.tomcat", "tomcat-annotations-api", version),
                new Coordinates("org.eclipse.jdt", "ecj", jakarta ? "3.33.0" : "3.26.0"));
    }

    /**
     * Readies a server; empty if its jars cannot be fetched.
     *
     * @param jakarta whether programs use the later package names
     * @param scratch an empty folder
     */
    public static Optional<WebServer> of(boolean jakarta, Repositories repositories, Toolchain toolchain, Path scratch)
            throws IOException {
        List<Path> jars = new ArrayList<>();
        for (Coordinates artifact : artifacts(jakarta).toList()) {
            Optional<Path> jar = repositories.jar(artifact);
            if (jar.isEmpty()) return Optional.empty();
            jars.add(jar.get());
        }
        WebServer server = new WebServer(toolchain, jars, Files.createDirectories(scratch));
        return server.compiled() ? Optional.of(server) : Optional.empty();
    }

    private boolean compiled() throws IOException {
        Path source = scratch.resolve("Host.java");
        try (InputStream in = WebServer.class.getResourceAsStream("Host.java.txt")) {
            Files.copy(in, source);
        }
        List<String> command = List.of(
                toolchain.tool("javac").toString(), "-cp", classPath(), "-d", scratch.toString(), source.toString());
        return ToolRun.of(command, scratch, Map.of(), scratch.resolve("javac.log"), LIMIT)
                .succeeded();
    }

    private String classPath() {
        return Stream.concat(jars.stream(), Stream.of(scratch))
                .map(Path::toString)
                .collect(Collectors.joining(File.pathSeparator));
    }

    /** A program that is served, until it is closed. */
    public static final class Served implements AutoCloseable {
        private final RunningProgram program;

        private Served(RunningProgram program) {
            this.program = program;
        }

        /** Whether the program in it started. */
        public boolean started() {
            return program.isReady() && program.said().contains("state STARTED");
        }

        public int port() {
            return said("port ").map(Integer::parseInt).findFirst().orElse(0);
        }

        /** The patterns under which the program's own servlets answer, by descriptor and by annotation. */
        public List<String> patterns() {
            return said("serves ").toList();
        }

        private Stream<String> said(String key) {
            return program.said().stream()
                    .filter(line -> line.startsWith(key))
                    .map(line -> line.substring(key.length()));
        }

        @Override
        public void close() {
            program.close();
        }
    }

    /**
     * A web program.
     *
     * @param unpacked its archive, unpacked
     * @param beside jars that an enterprise archive around it brings
     */
    public record Program(Path unpacked, List<Path> beside) {}

    /**
     * Serves a web program on a free port.
     *
     * @param contextPath empty, or with a slash at its start
     * @param log takes what the server prints
     */
    public Served serve(Program served, String contextPath, Path log) throws IOException {
        Path base = Files.createTempDirectory(scratch, "base");
        List<String> command = List.of(
                toolchain.tool("java").toString(),
                "-cp",
                Stream.concat(Stream.of(classPath()), served.beside().stream().map(Path::toString))
                        .collect(Collectors.joining(File.pathSeparator)),
                "-Djava.awt.headless=true",
                "-Djava.io.tmpdir=" + Files.createDirectories(base.resolve("tmp")),
                "Host",
                base.toString(),
                contextPath,
                served.unpacked().toString());
        return new Served(RunningProgram.start(
                JavaCommand.of(toolchain, command, base.resolve("java.args")), base, log, "ready", LIMIT));
    }
}
