package dev.pfeiler.ecosystem.go.proof;

import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.HttpResponses;
import dev.pfeiler.proof.ProgramComparison;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Starts a server of both sides, one after the other as they want the same port, asks both the same, and compares. */
final class ServerRows {
    private static final Duration START = Duration.ofSeconds(15);
    private static final int MOST_PATHS = 100;
    private static final Pattern PATH = Pattern.compile("\"(?:GET )?(/[\\w./-]*)\"");
    private static final Pattern PORT = Pattern.compile("\"[\\w.]*:(\\d{2,5})\"");

    private final String name;
    private final Set<String> paths;
    private final List<String> arguments;
    private final Set<Integer> stated;

    /**
     * @param sources that may state addresses and paths
     * @param arguments that the person gives; empty for none
     */
    ServerRows(String name, ProjectTree tree, Collection<GoSource> sources, List<String> arguments) {
        this.name = name;
        this.arguments = arguments;
        this.paths = paths(tree, sources);
        this.stated = new TreeSet<>();
        for (GoSource source : sources) {
            Matcher port = PORT.matcher(source.text());
            while (port.find()) stated.add(Integer.parseInt(port.group(1)));
        }
    }

    /** Whether some sources start a server of HTTP. */
    static boolean serves(Collection<GoSource> sources) {
        return sources.stream()
                .anyMatch(source ->
                        source.imports().stream().anyMatch(one -> one.path().equals("net/http"))
                                && (source.text().contains("ListenAndServe")
                                        || source.text().contains(".Serve(")));
    }

    private static Set<String> paths(ProjectTree tree, Collection<GoSource> sources) {
        Set<String> paths = new TreeSet<>(Set.of("/"));
        for (GoSource source : sources) {
            Matcher path = PATH.matcher(source.text());
            while (path.find() && paths.size() < MOST_PATHS) paths.add(path.group(1));
        }
        tree.files().stream()
                .filter(file -> file.extension().equals("html") && paths.size() < MOST_PATHS)
                .forEach(file -> paths.add("/" + Paths.name(file.path())));
        return paths;
    }

    /** What one side answers; empty if it ended, or listens on no port. */
    private record Answers(Optional<HttpResponses> responses, Optional<Integer> exit) {}

    /** The comparison; nothing if the old program ends by itself. */
    Optional<Comparison> row(GoSide before, Path old, GoSide after, Path now) throws IOException {
        Answers one = answers(before, old, 1);
        if (one.exit().isPresent()) return Optional.empty();
        String subject = "pages of " + name;
        if (one.responses().isEmpty())
            return Optional.of(ProgramComparison.unchecked(
                    subject, "runs on", "listens on no port that was found, and does not exit on its own"));
        Answers other = answers(after, now, 1);
        if (other.responses().isEmpty()) {
            String how = other.exit().map(exit -> "ends with exit code " + exit).orElse("does not listen");
            return Optional.of(new Comparison(
                    subject, "listens", how, List.of(new Difference(name, Difference.Kind.CHANGED, how, ""))));
        }
        HttpResponses first = one.responses().get();
        return Optional.of(first.against(
                        other.responses().get(),
                        () -> answers(before, old, 2).responses().orElse(first),
                        "")
                .named(subject));
    }

    private Answers answers(GoSide side, Path program, int number) throws IOException {
        Set<Integer> taken = listening();
        int free = RunningProgram.freePort();
        try (RunningProgram server = side.serve(
                program,
                arguments,
                Map.of("PORT", String.valueOf(free)),
                number,
                () -> !added(taken).isEmpty(),
                START)) {
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
