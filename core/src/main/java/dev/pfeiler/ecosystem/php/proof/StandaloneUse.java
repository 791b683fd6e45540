package dev.pfeiler.ecosystem.php.proof;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Classes of a library in programs of their own: objects made without arguments, and what their files name. */
final class StandaloneUse {
    private static final String FAILED = "! ";

    private StandaloneUse() {}

    /** Compares the uses on both sides; empty where no class was used. */
    static Optional<Comparison> row(Map<PhpSide.Item, JsonNode> before, Map<PhpSide.Item, JsonNode> after) {
        List<Difference> differences = new ArrayList<>();
        int old = 0;
        int now = 0;
        boolean any = false;
        for (Map.Entry<PhpSide.Item, JsonNode> each : before.entrySet()) {
            JsonNode one = each.getValue();
            JsonNode other = after.get(each.getKey());
            any |= one.has("uses");
            if (!one.has("uses") || other == null) continue;
            old += succeeded(one);
            now += succeeded(other);
            List<String> changed = changed(one, other);
            if (!changed.isEmpty())
                differences.add(
                        new Difference(each.getKey().name(), Difference.Kind.CHANGED, String.join("; ", changed), ""));
        }
        if (!any) return Optional.empty();
        return Optional.of(new Comparison("standalone use", shown(old), shown(now), differences));
    }

    private static String shown(int succeeded) {
        return succeeded + (succeeded == 1 ? " object" : " objects");
    }

    private static int succeeded(JsonNode side) {
        int count = 0;
        for (JsonNode outcome : side.path("uses")) if (!outcome.asText().startsWith(FAILED)) count++;
        return count;
    }

    /** What worked until now and does not, or makes something else. */
    private static List<String> changed(JsonNode one, JsonNode other) {
        if (!other.has("uses")) return List.of("ends the program");
        List<String> changed = new ArrayList<>();
        one.path("uses").fields().forEachRemaining(use -> {
            String outcome = use.getValue().asText();
            String now = other.path("uses").path(use.getKey()).asText();
            if (!outcome.startsWith(FAILED) && !outcome.equals(now))
                changed.add(use.getKey() + ": " + outcome + ", now " + now);
        });
        Set<String> lacking = new TreeSet<>();
        other.path("lacks").forEach(name -> lacking.add(name.asText()));
        one.path("lacks").forEach(name -> lacking.remove(name.asText()));
        lacking.forEach(name -> changed.add(name + " is not defined"));
        return changed;
    }
}
