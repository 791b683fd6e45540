package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings.LevelSign;
import dev.pfeiler.ecosystem.jvm.setting.ReleaseOption;
import dev.pfeiler.ecosystem.jvm.setting.WiredOptions;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Text;
import java.nio.charset.Charset;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** Decides the settings of the compiler: for all modules, and for one that is compiled otherwise than the others. */
final class CompilerDecisions {
    private static final String STATED = "set in the wiring of the module";

    private final JvmReading reading;
    private final Deliberation deliberation;

    CompilerDecisions(JvmReading reading, Deliberation deliberation) {
        this.reading = reading;
        this.deliberation = deliberation;
    }

    /** The level that is proposed, whatever was chosen. */
    int proposed(List<LevelSign> levelSigns) {
        return Integer.parseInt(
                ProjectSettings.level(levelSigns, reading.lowestLevel()).value());
    }

    /** @param levelSigns what shows the Java level, the strongest first */
    CompilerSettings of(List<LevelSign> levelSigns) {
        String level = deliberation.settle(
                ProjectSettings.level(levelSigns, reading.lowestLevel()),
                text -> ProjectSettings.parse(text).map(String::valueOf));
        String encoding = ProjectSettings.encoding(reading.wirings(), reading.sourceFiles())
                .map(proposed -> deliberation.settle(proposed, CompilerDecisions::charset))
                .orElseGet(() -> deliberation.ask(
                        ProjectSettings.encodingQuestion(reading.sourceFiles()),
                        "Encoding",
                        ProjectSettings.encodingEvidence(reading.sourceFiles()),
                        CompilerDecisions::charset));
        List<String> arguments = WiredOptions.of(reading.wirings())
                .map(proposed -> deliberation.settle(proposed, text -> Optional.of(text.strip())))
                .map(Text::words)
                .orElse(List.of());
        int number = Integer.parseInt(level);
        boolean release =
                ReleaseOption.decide(number, reading.wirings(), reading.sourceFiles(), arguments, deliberation);
        return new CompilerSettings(number, release, encoding, arguments);
    }

    /** The settings of a module, if the wiring states other ones for it than for the whole project. */
    Optional<CompilerSettings> of(SourceModule module, CompilerSettings shared) {
        if (module.name().isOnly()) return Optional.empty();
        Optional<Wiring.Compilation> call = module.compilations(reading.wirings())
                .filter(one -> one.language() == JvmLanguage.JAVA)
                .findFirst();
        if (call.isEmpty()) return Optional.empty();
        int lowest = reading.lowestLevel();
        int level = Integer.parseInt(settle(
                module,
                ProjectSettings.LEVEL,
                "Java level",
                call.get().level(),
                String.valueOf(shared.level()),
                text -> ProjectSettings.parse(text).map(l -> String.valueOf(Math.max(l, lowest)))));
        String encoding = settle(
                module,
                ProjectSettings.ENCODING,
                "Encoding",
                Optional.ofNullable(call.get().settings().get("-encoding")),
                shared.encoding(),
                CompilerDecisions::charset);
        List<String> arguments = WiredOptions.arguments(call.get()).stream()
                .flatMap(argument -> Text.words(argument).stream())
                .toList();
        // without a level of its own, it is compiled as all of them
        boolean release = level == shared.level() ? shared.release() : shared.release() || level > 8;
        CompilerSettings own = new CompilerSettings(level, release, encoding, arguments);
        return own.equals(shared) ? Optional.empty() : Optional.of(own);
    }

    private String settle(
            SourceModule module,
            String key,
            String title,
            Optional<Wiring.Setting> stated,
            String shared,
            Function<String, Optional<String>> check) {
        Optional<String> value = stated.flatMap(setting -> check.apply(setting.value()));
        if (value.isEmpty() || value.get().equalsIgnoreCase(shared)) return shared;
        List<Evidence> evidence = List.of(stated.get().evidence());
        return deliberation.settle(
                Decision.of(
                        module.name().key(key),
                        module.name().titled(title),
                        value.get(),
                        Certainty.CERTAIN,
                        STATED,
                        evidence),
                check);
    }

    private static Optional<String> charset(String text) {
        try {
            return Charset.isSupported(text.strip()) ? Optional.of(text.strip()) : Optional.empty();
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
