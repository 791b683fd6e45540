package dev.pfeiler.ecosystem.node.proof;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.project.Roles;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.wiring.CompilerCall;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Compares the names that modules export. */
final class ModuleRow {
    private static final Set<String> JAVASCRIPT = Set.of("js", "cjs", "mjs");

    private final NodeProofContext context;

    ModuleRow(NodeProofContext context) {
        this.context = context;
    }

    /** The modules that are loaded: their paths in the new project by those in the old one. */
    private Map<String, String> modules() {
        NodeProject old = context.old();
        Map<String, String> now = new LinkedHashMap<>();
        Optional<CompilerCall> call = old.compilerCalls().stream().findFirst();
        for (Script script : old.products()) {
            boolean plain = !script.started() && !script.typed() && !script.declarations() && !script.markup();
            boolean exporting =
                    script.modules().any() && !script.modules().exported().isEmpty();
            if (plain && exporting && !old.isOfPage(script.path()) && !old.isBundled())
                now.put(script.path(), script.path());
        }
        // of compiled sources, what the compiler wrote
        if (call.isPresent()) {
            Set<String> written = Copies.files(context.before().folder());
            Set<String> plain = new TreeSet<>();
            old.compiled().forEach((output, source) -> {
                Script script = old.scripts().get(source);
                if (script == null || !script.modules().any()) plain.add(output);
            });
            call.get().text("outDir").ifPresent(folder -> written.stream()
                    .filter(path -> !plain.contains(path))
                    .filter(path -> Paths.within(folder, path)
                            && JAVASCRIPT.contains(Paths.extension(path))
                            && !Roles.isTest(path))
                    .forEach(path -> now.put(path, path)));
        }
        String output = context.decided("compiler:outDir");
        if (context.becomesTypeScript() && !output.isEmpty()) now.replaceAll((path, same) -> Paths.join(output, path));
        return now;
    }

    /** Nothing if no module exports names. */
    Optional<Comparison> row() throws IOException {
        Map<String, String> now = modules();
        if (now.isEmpty()) return Optional.empty();
        context.request().stage().accept("loading modules");
        Map<String, JsonNode> before = context.before().exports(now.keySet());
        Map<String, JsonNode> after = context.after().exports(now.values());
        List<Difference> differences = new ArrayList<>();
        int loaded = 0;
        int same = 0;
        for (Map.Entry<String, String> each : now.entrySet()) {
            JsonNode one = before.get(each.getKey());
            JsonNode other = after.get(each.getValue());
            if (one == null || one.has("error")) continue;
            loaded++;
            if (other != null && names(one).equals(names(other)) && isWhole(one, other)) {
                same++;
                continue;
            }
            String detail = other == null || other.has("error")
                    ? "cannot be loaded: "
                            + (other == null
                                    ? "the run ended"
                                    : other.path("error").asText())
                    : difference(names(one), names(other));
            differences.add(new Difference(each.getKey(), Difference.Kind.CHANGED, detail, ""));
        }
        return Optional.of(new Comparison("modules", loaded + " loaded", same + " with the same names", differences));
    }

    /** What a module exports under names, whichever kind of module it is. */
    private static Set<String> names(JsonNode exports) {
        Set<String> names = new TreeSet<>();
        exports.path("names").forEach(name -> names.add(name.asText()));
        exports.path("parts").forEach(name -> names.add(name.asText()));
        names.removeAll(Set.of("default", "__esModule"));
        return names;
    }

    /** Whether both are of one kind as a whole; where the kind of module changes, that does, too. */
    private boolean isWhole(JsonNode one, JsonNode other) {
        return one.path("whole").equals(other.path("whole"))
                || !context.changedOutput().isEmpty();
    }

    private static String difference(Set<String> one, Set<String> other) {
        Set<String> gone = new TreeSet<>(one);
        gone.removeAll(other);
        Set<String> added = new TreeSet<>(other);
        added.removeAll(one);
        return (gone.isEmpty() ? "" : "without " + String.join(", ", gone))
                + (added.isEmpty() ? "" : " with " + String.join(", ", added));
    }
}
