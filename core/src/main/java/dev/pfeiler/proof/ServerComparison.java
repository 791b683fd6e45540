package dev.pfeiler.proof;

import dev.pfeiler.process.RunningProgram;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;

/** Starts a server of both sides, one after the other as they want the same port, asks both the same, and compares. */
public final class ServerComparison {
    /** How long a server may take to listen. */
    public static final Duration START = Duration.ofSeconds(15);

    private final String name;
    private final Set<String> paths;
    private final Set<Integer> stated;

    /**
     * @param name of the server
     * @param paths that are asked for
     * @param stated ports that the sources name
     */
    public ServerComparison(String name, Set<String> paths, Set<Integer> stated) {
        this.name = name;
        this.paths = Set.copyOf(paths);
        this.stated = Set.copyOf(stated);
    }

    /** Starts one side. */
    @FunctionalInterface
    public interface Start {
        /**
         * Starts it and waits until it shows a sign.
         *
         * @param port that it may listen on, where it asks the environment for one
         * @param number of the start, from 1, for the names of logs
         */
        RunningProgram run(int port, int number, RunningProgram.Sign sign) throws IOException;
    }

    /** What one side answers; empty if it ended, or listens on no port. */
    private record Answers(Optional<HttpResponses> responses, Optional<Integer> exit) {}

    /** The comparison; nothing if the old program ends by itself. */
    public Optional<Comparison> row(Start before, Start after) throws IOException {
        Answers one = answers(before, 1);
        if (one.exit().isPresent()) return Optional.empty();
        String subject = "pages of " + name;
        if (one.responses().isEmpty())
            return Optional.of(ProgramComparison.unchecked(
                    subject, "runs on", "listens on no port that was found, and does not exit on its own"));
        Answers other = answers(after, 1);
        if (other.responses().isEmpty()) {
            String how = other.exit().map(exit -> "ends with exit code " + exit).orElse("does not listen");
            return Optional.of(new Comparison(
                    subject, "listens", how, List.of(new Difference(name, Difference.Kind.CHANGED, how, ""))));
        }
        HttpResponses first = one.responses().get();
        return Optional.of(first.against(
                        other.responses().get(),
                        () -> answers(before, 2).responses().orElse(first),
                        "")
                .named(subject));
    }

    private Answers answers(Start side, int number) throws IOException {
        Set<Integer> taken = listening();
        try (RunningProgram server =
                side.run(RunningProgram.freePort(), number, () -> !added(taken).isEmpty())) {
            if (!server.isReady()) return new Answers(Optional.empty(), server.exit());
            int port = added(taken).iterator().next();
            return new Answers(Optional.of(HttpResponses.of(port, paths, UnaryOperator.identity())), Optional.empty());
        }
    }

    private Set<Integer> added(Set<Integer> before) throws IOException {
        Set<Integer> added = new TreeSet<>(listening());
        added.removeAll(before);
        return added;
    }

    /** The ports of this machine on which something listens; on systems that do not list them, of those that are stated. */
    private Set<Integer> listening() throws IOException {
        Set<Integer> ports = new TreeSet<>();
        boolean listed = false;
        for (String table : List.of("/proc/net/tcp", "/proc/net/tcp6")) {
            Path file = Path.of(table);
            if (!Files.isReadable(file)) continue;
            listed = true;
            for (String line : Files.readAllLines(file)) {
                String[] words = line.strip().split("\\s+");
                // the state of a socket that listens
                if (words.length < 4 || !words[3].equals("0A")) continue;
                ports.add(Integer.parseInt(words[1].substring(words[1].lastIndexOf(':') + 1), 16));
            }
        }
        if (listed) return ports;
        for (int port : stated) if (RunningProgram.isListening(port)) ports.add(port);
        return ports;
    }
}
