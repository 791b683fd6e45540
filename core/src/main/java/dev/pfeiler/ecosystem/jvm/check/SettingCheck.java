package dev.pfeiler.ecosystem.jvm.check;

import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.ENCODING_WRONG;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.LEVEL_BELOW_SYNTAX;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.LEVEL_ELSEWHERE;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.SOURCE_ENCODING;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.Severity;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.SourceEncoding.Kind;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SyntaxSign;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.managed.StatedSetting;
import dev.pfeiler.ecosystem.jvm.setting.JavaElsewhere;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.LoggerFactory;

/** Holds the level and the encoding that are stated against the sources and against other files. */
final class SettingCheck {
    /** Releases with long-term support; others are no longer maintained after half a year. */
    private static final List<Integer> LONG_TERM = List.of(8, 11, 17, 21, 25);

    private final CheckedBuild build;

    SettingCheck(CheckedBuild build) {
        this.build = build;
    }

    /** A module whose sources need a level. */
    private record Needed(CheckedModule module, SourceFile source, SyntaxSign sign) {}

    void run() {
        Map<String, Needed> highest = new LinkedHashMap<>();
        for (CheckedModule module : build.modules()) {
            newest(module).ifPresent(needed -> module.managed()
                    .levels()
                    .forEach(setting -> highest.merge(
                            setting.evidence().place() + setting.name(),
                            needed,
                            (one, other) -> one.sign().level() >= other.sign().level() ? one : other)));
            encoding(module);
        }
        build.modules().forEach(module -> level(module, highest));
        elsewhere();
        ide();
    }

    private static Optional<Needed> newest(CheckedModule module) {
        return module.sources()
                .filter(source -> source.language() == JvmLanguage.JAVA)
                // a module declaration is often compiled on its own, for a later level
                .filter(source -> source.module().isEmpty())
                .flatMap(source -> source.newest().stream().map(sign -> new Needed(module, source, sign)))
                .max(Comparator.comparingInt(needed -> needed.sign().level()));
    }

    private void level(CheckedModule module, Map<String, Needed> highest) {
        List<StatedSetting> low = module.managed().levels().stream()
                .filter(setting -> {
                    Needed needed = highest.get(setting.evidence().place() + setting.name());
                    Optional<Integer> stated = ProjectSettings.parse(setting.value());
                    return needed != null
                            && stated.isPresent()
                            && stated.get() < needed.sign().level();
                })
                .toList();
        if (low.isEmpty() || newest(module).isEmpty()) return;
        StatedSetting first = low.get(0);
        Needed needed = highest.get(first.evidence().place() + first.name());
        int level = longTerm(needed.sign().level());
        Change[] changes = low.stream()
                .map(setting -> setting.change().apply(written(level, setting.value())))
                .toArray(Change[]::new);
        String place = new Evidence(needed.source().path(), needed.sign().line(), "").place();
        build.note(
                LEVEL_BELOW_SYNTAX,
                module.managed(),
                first.evidence(),
                first.name(),
                place + " contains " + needed.sign().name() + ", which needs Java "
                        + needed.sign().level() + "; the level is " + first.value() + ".",
                Cure.certain("Raise the level to " + level + ".", changes));
    }

    private static int longTerm(int level) {
        return LONG_TERM.stream().filter(one -> one >= level).findFirst().orElse(level);
    }

    /** A level in the notation of another. */
    private static String written(int level, String like) {
        return like.startsWith("1.") && level <= 8 ? "1." + level : String.valueOf(level);
    }

    private void encoding(CheckedModule module) {
        Optional<StatedSetting> setting = module.managed().encoding();
        Optional<Charset> stated = setting.flatMap(one -> CheckedBuild.charset(one.value()));
        if (stated.isEmpty()) return;
        List<SourceFile> marked =
                module.sources().filter(source -> !source.encoding().isAscii()).toList();
        List<SourceFile> wrong =
                marked.stream().filter(source -> !isIn(source, stated.get())).toList();
        if (wrong.isEmpty()) return;
        boolean unicode = marked.stream().allMatch(source -> source.encoding().kind() == Kind.UTF_8);
        if (unicode) {
            build.note(
                    ENCODING_WRONG,
                    module.managed(),
                    setting.get().evidence(),
                    setting.get().name(),
                    wrong.get(0).path() + (wrong.size() > 1 ? " and " + (wrong.size() - 1) + " more are" : " is")
                            + " in UTF-8; " + setting.get().value() + " is stated.",
                    Cure.certain("State UTF-8.", setting.get().change().apply("UTF-8")));
            return;
        }
        for (SourceFile source : wrong)
            build.note(
                    SOURCE_ENCODING,
                    module.managed(),
                    Evidence.of(source.path(), ""),
                    source.path(),
                    source.path() + " is not in " + setting.get().value() + ", which is stated"
                            + source.encoding()
                                    .charset()
                                    .map(guess -> "; it seems to be in " + guess)
                                    .orElse("")
                            + ".",
                    Cure.choice("Write it in " + setting.get().value() + " after checking what its characters are."));
    }

    /** Whether the bytes of a source are text of a charset, and not more likely of another. */
    private boolean isIn(SourceFile source, Charset stated) {
        try {
            if (source.encoding().kind() == Kind.UTF_8) return stated.equals(StandardCharsets.UTF_8);
            return Text.decodes(build.tree().bytes(source.path()), stated);
        } catch (IOException e) {
            LoggerFactory.getLogger(SettingCheck.class).debug("{}", source.path(), e);
            return true;
        }
    }

    /** The module that promises the highest level. */
    private Optional<Map.Entry<Integer, ManagedModule>> promised() {
        return build.modules().stream()
                .map(CheckedModule::managed)
                .flatMap(module -> level(module).map(level -> Map.entry(level, module)).stream())
                .max(Comparator.comparingInt(Map.Entry::getKey));
    }

    private static Optional<Integer> level(ManagedModule module) {
        return module.levels().stream()
                .flatMap(setting -> ProjectSettings.parse(setting.value()).stream())
                .max(Integer::compare);
    }

    /** Whether sources of the build need a level that is higher than a stated one. */
    private boolean isNeeded(int level, int stated) {
        return build.modules().stream()
                .flatMap(module -> newest(module).stream())
                .anyMatch(needed ->
                        needed.sign().level() > stated && longTerm(needed.sign().level()) <= level);
    }

    /** Images and build servers with a Java that does not run what is built. */
    private void elsewhere() {
        Optional<Map.Entry<Integer, ManagedModule>> promised = promised();
        if (promised.isEmpty()) return;
        int level = promised.get().getKey();
        for (JavaElsewhere.Java java : JavaElsewhere.all(build.tree())) {
            if (java.feature() >= level || !build.concerns(java.evidence().file())) continue;
            build.note(
                    LEVEL_ELSEWHERE,
                    promised.get().getValue(),
                    java.evidence(),
                    String.valueOf(java.feature()),
                    java.evidence().file() + " takes Java " + java.feature() + "; the project is built for " + level
                            + ".",
                    Cure.certain(
                            "Take Java " + level + " there.",
                            Change.ofLine(
                                    java.evidence().file(),
                                    java.evidence().line(),
                                    line -> JavaElsewhere.renamed(line, java.feature(), level))));
        }
    }

    private void ide() {
        Optional<Map.Entry<Integer, ManagedModule>> promised = promised();
        if (promised.isEmpty()) return;
        for (IdeLevels.Stated stated : IdeLevels.of(build.tree())) {
            if (!build.concerns(stated.evidence().file())) continue;
            Optional<Integer> level = build.moduleOf(stated.evidence().file())
                    .flatMap(SettingCheck::level)
                    .or(() -> promised.map(Map.Entry::getKey));
            if (level.isEmpty() || level.get() == stated.level() || isNeeded(stated.level(), level.get())) continue;
            build.note(Discrepancy.of(
                            LEVEL_ELSEWHERE,
                            promised.get().getValue().folder(),
                            stated.evidence(),
                            stated.text(),
                            stated.evidence().file() + " states Java " + stated.level() + "; the project is built for "
                                    + level.get() + ".",
                            Cure.certain("State " + level.get() + " there.", stated.change(level.get())))
                    .as(Severity.WARNING));
        }
    }
}
