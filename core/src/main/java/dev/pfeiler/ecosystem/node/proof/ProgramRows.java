package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.project.Roles;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.ProgramComparison;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;

/** Starts the programs of both sides and compares what they do. */
final class ProgramRows {
    private static final List<String> USUAL = List.of("--help");
    private static final Pattern TOOL =
            Pattern.compile("(?i)[^/]*\\.(config|conf|rc)\\.[cm]?js|(gulpfile|gruntfile).*");

    private final NodeProofContext context;
    private final NodeProject old;

    ProgramRows(NodeProofContext context) {
        this.context = context;
        this.old = context.old();
    }

    /** Programs that are started and end by themselves, with the words they are started with. */
    private Map<String, List<String>> started() {
        List<String> words = context.request().running().arguments();
        Map<String, List<String>> started = new TreeMap<>();
        Set<String> imported = new TreeSet<>();
        old.imported().values().forEach(imported::addAll);
        for (Script script : old.scripts().values()) {
            boolean test = Roles.isTest(script.path());
            if (script.typed()
                    || test
                    || old.isOfPage(script.path())
                    || old.own().isLoaded(script)
                    || script.broken().isPresent()) continue;
            if (script.started()) started.put(script.path(), words.isEmpty() ? USUAL : words);
            else if (script.modules().any() && isProgram(script, imported)) started.put(script.path(), words);
        }
        // what a compiler makes of a server's source
        old.compiled().forEach((output, source) -> {
            boolean page = old.isOfPage(source) || old.isOfPage(output);
            if (!page && !old.isImported(source) && !Paths.isOutside(output) && serves(source))
                started.put(output, words);
        });
        // what a bundler makes for the runtime
        old.callsOf("esbuild").stream()
                .filter(call -> call.arguments().contains("--platform=node"))
                .flatMap(call -> call.arguments().stream())
                .filter(word -> word.startsWith("--outfile="))
                .forEach(word -> Paths.normal(word.substring("--outfile=".length()))
                        .ifPresent(path -> started.put(path, words)));
        return started;
    }

    /** Whether a module is there to be run: it exports nothing and nothing loads it. */
    private boolean isProgram(Script script, Set<String> imported) {
        return script.modules().exported().isEmpty()
                && !imported.contains(script.path())
                && !old.isBundled()
                && !TOOL.matcher(script.path()).matches();
    }

    List<Comparison> rows() throws IOException {
        List<Comparison> rows = new ArrayList<>();
        for (Map.Entry<String, List<String>> each : started().entrySet()) {
            String path = each.getKey();
            List<String> arguments = each.getValue();
            context.request().stage().accept("starting " + path);
            if (serves(old.compiled().getOrDefault(path, path))) {
                List<Comparison> served = new ServerRows(context, path, arguments, now(path)).rows();
                rows.addAll(served);
                if (!served.isEmpty()) continue;
            }
            String call = arguments.isEmpty() ? path : path + " " + String.join(" ", arguments);
            // messages of failures name places in sources, which compilers change
            ProgramComparison.Outcome outcome = new ProgramComparison("run " + call, Side::steady, false)
                    .compare(
                            number -> context.before().program(path, arguments, number),
                            number -> context.after().program(now(path), arguments, number),
                            output -> "");
            rows.add(outcome.row());
            note(path, outcome);
        }
        return rows;
    }

    /** Whether a program has a server, in its own script or in one of those it loads. */
    private boolean serves(String path) {
        Set<String> seen = new TreeSet<>();
        Deque<String> open = new ArrayDeque<>(List.of(path));
        while (!open.isEmpty()) {
            String next = open.poll();
            Script script = old.scripts().get(next);
            if (script == null || !seen.add(next)) continue;
            if (script.listens()) return true;
            open.addAll(old.imported().getOrDefault(next, Set.of()));
        }
        return false;
    }

    /** Where a program is in the new project. */
    private String now(String path) {
        boolean renamed = context.becomesTypeScript() && old.scripts().containsKey(path);
        String compiled = path.endsWith(".jsx") ? path.substring(0, path.length() - 1) : path;
        return renamed ? Paths.join(context.decided("compiler:outDir"), compiled) : path;
    }

    private void note(String path, ProgramComparison.Outcome outcome) {
        boolean failed = !outcome.before().succeeded()
                && outcome.after().filter(now -> !now.succeeded()).isPresent();
        if (failed)
            context.notes()
                    .add(path + " ends with exit code " + outcome.before().exit() + ", as in the old project.");
    }
}
