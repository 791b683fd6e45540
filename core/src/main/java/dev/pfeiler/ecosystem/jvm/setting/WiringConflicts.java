package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Settings in which the wirings of one project do not agree. */
public final class WiringConflicts {
    private final List<Wiring> wirings;

    public WiringConflicts(List<Wiring> wirings) {
        this.wirings = wirings;
    }

    /** One finding for each such setting, with all places; the most trusted one comes first. */
    public List<Finding> findings() {
        List<Finding> findings = new ArrayList<>();
        add("Java level", w -> first(w.levels()), WiringConflicts::level, findings);
        add("Encoding", w -> first(w.settings("-encoding")), text -> text.toLowerCase(Locale.ROOT), findings);
        add("Version", Wiring::version, text -> text, findings);
        add("Web root", w -> first(w.webRoots()), text -> text, findings);
        return findings;
    }

    private static Optional<Wiring.Setting> first(List<Wiring.Setting> settings) {
        return settings.stream().findFirst();
    }

    private static String level(String written) {
        return ProjectSettings.parse(written).map(String::valueOf).orElse(written);
    }

    private void add(
            String subject,
            Function<Wiring, Optional<Wiring.Setting>> setting,
            Function<String, String> normal,
            List<Finding> findings) {
        List<String> words = new ArrayList<>();
        List<String> values = new ArrayList<>();
        List<Evidence> evidence = new ArrayList<>();
        for (Wiring wiring : wirings) {
            Optional<Wiring.Setting> stated = setting.apply(wiring);
            if (stated.isEmpty()) continue;
            String value = normal.apply(stated.get().value());
            evidence.add(stated.get().evidence());
            if (values.contains(value)) continue;
            values.add(value);
            words.add(stated.get().value() + " in the " + wiring.kind().text());
        }
        if (values.size() < 2) return;
        String fact = "conflicting values: " + words.stream().collect(Collectors.joining(", ")) + "; using the first";
        findings.add(Finding.trouble(subject, fact, evidence.toArray(Evidence[]::new)));
    }
}
