package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** The options of the documentation tool in the old build. */
public final class WiredDocumentation {
    private static final String KEPT = "as-until-now";
    private static final String WITHOUT = "without";

    private WiredDocumentation() {}

    /** The settings of the most trusted wiring that has any, by name. */
    public static Map<String, String> decide(List<Wiring> wirings, Deliberation deliberation) {
        Map<String, String> settings = new TreeMap<>();
        Optional<Wiring> wiring = wirings.stream()
                .filter(w -> !w.documentation().settings().isEmpty())
                .findFirst();
        if (wiring.isEmpty()) return settings;
        wiring.get().documentation().settings().forEach((name, setting) -> settings.put(name, setting.value()));
        List<Evidence> evidence = wiring.get().documentation().settings().values().stream()
                .map(Wiring.Setting::evidence)
                .distinct()
                .toList();
        String standing = deliberation.settle(
                Decision.of(
                        "documentation",
                        "Documentation",
                        KEPT,
                        Certainty.CERTAIN,
                        "the old build sets " + String.join(", ", settings.keySet()),
                        evidence),
                text -> Optional.of(text.strip()).filter(t -> t.equals(KEPT) || t.equals(WITHOUT)));
        return standing.equals(WITHOUT) ? Map.of() : settings;
    }
}
