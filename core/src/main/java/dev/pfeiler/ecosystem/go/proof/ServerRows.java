package dev.pfeiler.ecosystem.go.proof;

import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.ServerComparison;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What is asked of a server, and how it is started. */
final class ServerRows {
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

    /** The comparison; nothing if the old program ends by itself. */
    Optional<Comparison> row(GoSide before, Path old, GoSide after, Path now) throws IOException {
        return new ServerComparison(name, paths, stated).row(start(before, old), start(after, now));
    }

    private ServerComparison.Start start(GoSide side, Path program) {
        return (port, number, sign) -> side.serve(
                program, arguments, Map.of("PORT", String.valueOf(port)), number, sign, ServerComparison.START);
    }
}
