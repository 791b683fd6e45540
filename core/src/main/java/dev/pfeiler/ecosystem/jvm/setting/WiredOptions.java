package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Options of the compiler besides level, encoding and paths, as the most trusted wiring gives them. */
public final class WiredOptions {
    public static final String KEY = "options";
    /** Options that say how much the compiler talks, and what every build tool does by itself. */
    private static final Set<String> IDLE =
            Set.of("-nowarn", "-verbose", "-deprecation", "-g", "-implicit:class", "-Xdiags:verbose");

    private static final List<String> KEPT = List.of(
            "-processor",
            "--add-modules",
            "--add-exports",
            "--add-reads",
            "--add-opens",
            "--limit-modules",
            "--patch-module");

    private WiredOptions() {}

    /** The options, as words in a row; nothing where no wiring gives any. */
    public static Optional<Decision> of(List<Wiring> wirings) {
        Optional<Wiring.Compilation> compilation = wirings.stream()
                .flatMap(wiring -> wiring.compilations().stream())
                .filter(c -> !c.sources().isEmpty())
                .findFirst();
        if (compilation.isEmpty()) return Optional.empty();
        Set<String> words = new LinkedHashSet<>();
        List<Evidence> evidence = new ArrayList<>();
        if (compilation.get().settings().containsKey("--release")) {
            words.add("--release");
            evidence.add(compilation.get().settings().get("--release").evidence());
        }
        for (Wiring.Setting flag : compilation.get().flags()) {
            if (IDLE.contains(flag.value())
                    || flag.value().startsWith("-J")
                    || flag.value().startsWith("-X") && !flag.value().startsWith("-Xlint")) continue;
            words.add(flag.value());
            evidence.add(flag.evidence());
        }
        for (String option : KEPT) {
            Wiring.Setting setting = compilation.get().settings().get(option);
            if (setting == null) continue;
            words.add(option);
            words.add(setting.value());
            evidence.add(setting.evidence());
        }
        if (words.isEmpty()) return Optional.empty();
        return Optional.of(Decision.of(
                KEY,
                "Compiler options",
                String.join(" ", words),
                Certainty.CERTAIN,
                "given to the compiler until now",
                evidence.stream().distinct().toList()));
    }
}
