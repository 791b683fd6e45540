package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.setting.ReleaseOption;
import dev.pfeiler.ecosystem.jvm.setting.WiredOptions;
import dev.pfeiler.ecosystem.jvm.target.CompilerCall;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Compares the compiler settings that the wiring states with those that the build tool used. */
final class SettingsComparison {
    /** Options with a value that are compared on their own, or not at all. */
    private static final List<String> APART = List.of(
            "-source",
            "-target",
            "--source",
            "--target",
            "--release",
            "-encoding",
            "-proc:none",
            "-processorpath",
            "--module-version");

    /** Options that decide what is printed, or that the build tool always gives. */
    private static final Set<String> IDLE = Set.of("-g", "-nowarn", "-deprecation", "-verbose", "-implicit:class");

    private static final String TOGETHER = "selects the platform's API with the level";

    private final ProofContext context;

    SettingsComparison(ProofContext context) {
        this.context = context;
    }

    Comparison compare(WiredSettings before, CompilerCall after) {
        List<Difference> differences = new ArrayList<>();
        Optional<Integer> level = Optional.<String>empty()
                .or(() -> after.option("--release"))
                .or(() -> after.option("-target"))
                .flatMap(ProjectSettings::parse);
        Optional<Integer> source =
                after.option("-source").flatMap(ProjectSettings::parse).or(() -> level);
        before.wiredLevel().ifPresent(wired -> {
            if (!level.equals(Optional.of(wired)) || !source.equals(Optional.of(wired))) {
                boolean raised =
                        before.level() > wired && level.equals(Optional.of(before.level())) && source.equals(level);
                String cause =
                        raised ? "the compiler does not support level " + wired : context.chosen(ProjectSettings.LEVEL);
                differences.add(changed("level", String.valueOf(wired), shown(level), cause));
            }
        });
        String encoding = after.option("-encoding").orElse("not stated");
        if (!before.undocumented().contains("encoding") && !sameCharset(before.encoding(), encoding))
            differences.add(changed("encoding", before.encoding(), encoding, context.chosen(ProjectSettings.ENCODING)));
        boolean release = after.option("--release").isPresent();
        if (before.wiredLevel().isPresent() && release != before.release())
            differences.add(changed(
                    CompilerSettings.RELEASE,
                    before.release() ? "given" : "not given",
                    release ? "given" : "not given",
                    release ? TOGETHER : context.chosen(ReleaseOption.KEY)));
        differences.addAll(options(before.options(), relevant(after)));
        return new Comparison(
                "compiler settings",
                text(
                        before.wiredLevel().map(String::valueOf).orElse(before.level() + "*"),
                        before.undocumented().contains("encoding") ? before.encoding() + "*" : before.encoding(),
                        before.options()),
                text(shown(level), encoding, relevant(after)),
                differences);
    }

    private List<Difference> options(List<String> before, List<String> after) {
        List<Difference> differences = new ArrayList<>();
        String cause = context.chosen(WiredOptions.KEY);
        before.stream()
                .filter(option -> !after.contains(option))
                .forEach(option -> differences.add(new Difference(option, Kind.GONE, cause)));
        after.stream()
                .filter(option -> !before.contains(option))
                .forEach(option -> differences.add(new Difference(option, Kind.ADDED, cause)));
        return differences;
    }

    private static List<String> relevant(CompilerCall call) {
        List<String> options = new ArrayList<>(call.without(APART));
        options.removeIf(option -> IDLE.contains(option) || option.startsWith("-XD"));
        if (call.arguments().contains("-proc:none")) options.add("-proc:none");
        return options;
    }

    private static Difference changed(String setting, String before, String after, String cause) {
        return new Difference(setting, Kind.CHANGED, before + ", now " + after, cause);
    }

    private static String shown(Optional<Integer> level) {
        return level.map(String::valueOf).orElse("not stated");
    }

    private static boolean sameCharset(String one, String other) {
        try {
            return Charset.forName(one).equals(Charset.forName(other));
        } catch (IllegalArgumentException e) {
            return one.equalsIgnoreCase(other);
        }
    }

    private static String text(String level, String encoding, List<String> options) {
        List<String> parts = new ArrayList<>(List.of(level, encoding));
        parts.addAll(options);
        return String.join(" ", parts);
    }
}
