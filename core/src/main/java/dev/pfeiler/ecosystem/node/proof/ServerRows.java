package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.HttpResponses;
import dev.pfeiler.proof.Masks;
import dev.pfeiler.proof.ProgramComparison;
import dev.pfeiler.proof.SafeLinks;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Starts the servers of both sides, asks both the same, and compares what they answer and print. */
final class ServerRows {
    private static final int MOST_PATHS = 100;
    private static final Pattern PATH = Pattern.compile("[\"'`](/[\\w./-]*)[\"'`]");

    private final NodeProofContext context;
    private final String path;
    private final List<String> arguments;
    private final String now;

    /** @param now where the program is in the new project */
    ServerRows(NodeProofContext context, String path, List<String> arguments, String now) {
        this.context = context;
        this.path = path;
        this.arguments = arguments;
        this.now = now;
    }

    /** The comparisons; none if the old program ends before it listens. */
    List<Comparison> rows() throws IOException {
        try (StartedServer before = context.before().serve(path, arguments, 1)) {
            if (before.ended()) return List.of();
            if (!before.listens())
                return List.of(ProgramComparison.unchecked(
                        "serve " + path, "runs on", "listens on no port, and does not exit on its own"));
            try (StartedServer after = context.after().serve(now, arguments, 1)) {
                if (!after.listens()) return List.of(silent(after));
                return compared(before, after);
            }
        }
    }

    private Comparison silent(StartedServer after) {
        String how = after.program()
                .exit()
                .map(exit -> "ends with exit code " + exit)
                .orElse("does not listen");
        return new Comparison(
                "serve " + path,
                "listens",
                how,
                List.of(new Difference(
                        path,
                        Difference.Kind.CHANGED,
                        how + "; see " + after.log().getFileName(),
                        "")));
    }

    private List<Comparison> compared(StartedServer before, StartedServer after) throws IOException {
        List<Comparison> rows = new ArrayList<>();
        rows.add(started(before, after));
        Set<String> paths = paths();
        List<StartedServer.Listening> olds = before.servers();
        List<StartedServer.Listening> news = after.servers();
        for (int i = 0; i < Math.min(olds.size(), news.size()); i++) {
            HttpResponses.Pair pair =
                    HttpResponses.inTurn(olds.get(i).port(), news.get(i).port(), paths);
            String subject =
                    "pages of " + path + (olds.size() > 1 ? " :" + olds.get(i).asked() : "");
            rows.add(
                    pair.before().byPath().isEmpty()
                            ? ProgramComparison.unchecked(subject, "no answer", "does not answer requests of HTTP")
                            : pair.compare("").named(subject));
        }
        SafeLinks.note(paths).ifPresent(context.notes()::add);
        return rows;
    }

    /** What both print until they listen. */
    private Comparison started(StartedServer before, StartedServer after) throws IOException {
        List<Difference> differences = new ArrayList<>();
        if (before.servers().size() != after.servers().size())
            differences.add(new Difference("servers", Difference.Kind.CHANGED, ""));
        boolean same = Masks.admit(output(context.before(), before), output(context.after(), after), this::again);
        if (!same) differences.add(new Difference("output", Difference.Kind.CHANGED, ""));
        return new Comparison("serve " + path, "listens", "listens", differences);
    }

    private String again(int number) throws IOException {
        try (StartedServer once = context.before().serve(path, arguments, number + 1)) {
            return output(context.before(), once);
        }
    }

    private static String output(Side side, StartedServer server) throws IOException {
        return server.output(side.folder()).lines().map(Side::steady).collect(Collectors.joining("\n"));
    }

    /** What a browser would ask for: what the scripts name, and the files of the project as its folders may be served. */
    private Set<String> paths() {
        NodeProject old = context.old();
        Set<String> paths = new TreeSet<>(Set.of("/"));
        for (Script script : old.scripts().values()) {
            if (old.isOfPage(script.path())) continue;
            Matcher matcher = PATH.matcher(script.content());
            while (matcher.find() && paths.size() < MOST_PATHS) paths.add(matcher.group(1));
        }
        List<String> pages = old.tree().files().stream()
                .map(TreeFile::path)
                .filter(file -> file.endsWith(".html") && !file.contains("node_modules/"))
                .toList();
        for (String page : pages) {
            String folder = Paths.parent(page);
            old.tree()
                    .under(folder)
                    .map(file -> "/" + Paths.relative(folder, file.path()))
                    .filter(file -> !file.contains("/node_modules/") && !folder.isEmpty())
                    .limit(MOST_PATHS)
                    .filter(file -> paths.size() < MOST_PATHS)
                    .forEach(paths::add);
        }
        return paths;
    }
}
