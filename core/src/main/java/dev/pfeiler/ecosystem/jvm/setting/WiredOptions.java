package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Options of the compiler beside level, encoding and paths, as the most trusted wiring gives them. */
public final class WiredOptions {
    public static final String KEY = "options";
    /** Options that decide how much the compiler prints, and defaults of every build tool. */
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

    /** The decision to keep the options of the most trusted compilation, if it has any. */
    public static Optional<Decision> of(List<Wiring> wirings) {
        List<Wiring.Setting> settings = wirings.stream()
                .flatMap(wiring -> wiring.packedFirst().stream())
                .filter(c -> !c.sources().isEmpty() && c.language() == JvmLanguage.JAVA)
                .findFirst()
                .map(WiredOptions::settings)
                .orElse(List.of());
        if (settings.isEmpty()) return Optional.empty();
        List<Evidence> evidence =
                settings.stream().map(Wiring.Setting::evidence).distinct().toList();
        String arguments = settings.stream().map(Wiring.Setting::value).collect(Collectors.joining(" "));
        return Optional.of(Decision.of(
                KEY,
                "Compiler options",
                arguments,
                Certainty.CERTAIN,
                "passed to the compiler by the old build",
                evidence));
    }

    /** The arguments of a compilation, as the build tool is to pass them on. */
    public static List<String> arguments(Wiring.Compilation compilation) {
        return settings(compilation).stream().map(Wiring.Setting::value).toList();
    }

    /** Each argument once, in order, with its place. */
    private static List<Wiring.Setting> settings(Wiring.Compilation compilation) {
        Map<String, Wiring.Setting> arguments = new LinkedHashMap<>();
        for (Wiring.Setting flag : compilation.flags()) {
            boolean lint = flag.value().startsWith("-Xlint");
            if (IDLE.contains(flag.value())
                    || flag.value().startsWith("-J")
                    || flag.value().startsWith("-X") && !lint) continue;
            arguments.putIfAbsent(flag.value(), flag);
        }
        for (String option : KEPT) {
            Wiring.Setting setting = compilation.settings().get(option);
            if (setting == null) continue;
            arguments.putIfAbsent(option, new Wiring.Setting(option, setting.evidence()));
            arguments.putIfAbsent(option + " " + setting.value(), setting);
        }
        return List.copyOf(arguments.values());
    }
}
