package dev.pfeiler.ecosystem.jvm.wiring.script;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.ScriptCommand;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.script.ScriptReader;
import dev.pfeiler.script.ScriptReaders;
import dev.pfeiler.script.ShellEvaluator;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** Reads the wiring that a script holds, as docs/wiring.md lists it. */
public final class ScriptWiring {
    private static final List<String> NAMES = List.of("NAME", "APP", "PROJECT", "APPNAME", "APP_NAME");
    private static final List<String> VERSIONS = List.of("VERSION", "VER", "APP_VERSION");
    /** Values in batch files are not quoted, so that blanks at their ends count. */
    private static final Pattern BATCH_NAME = Pattern.compile("[\\w.-]+");

    private static final Pattern NAME = Pattern.compile("[^/\\\\]*[^/\\\\\\s][^/\\\\]*");

    private final WiringBuilder draft;
    private final ScriptReader reader;
    private final Pattern name;

    /** @param folder that the script is run in */
    public ScriptWiring(ScriptKind kind, ProjectTree tree, String path, String folder, WiringBuilder draft) {
        this.draft = draft;
        this.name = kind == ScriptKind.BATCH ? BATCH_NAME : NAME;
        ShellEvaluator text = new ShellEvaluator(tree, draft.effort);
        ToolCalls commands = new ToolCalls(tree, text, draft);
        this.reader = ScriptReaders.of(kind, path, folder, text, new ScriptReader.Listener() {
            @Override
            public void command(ScriptCommand command) {
                javaOptions();
                commands.take(command.words(), command.folder(), command.evidence());
            }

            @Override
            public void read(String path) {
                draft.files.add(path);
            }

            @Override
            public void missing(String file, String fact, Evidence evidence) {
                draft.leave(file, fact, evidence);
            }
        });
    }

    public void read(List<String> lines) {
        reader.read(lines);
        javaOptions();
        NAMES.stream()
                .flatMap(variable -> setting(variable).stream())
                .filter(setting -> name.matcher(setting.value()).matches())
                .findFirst()
                .ifPresent(setting -> draft.name = draft.name.or(() -> Optional.of(setting)));
        VERSIONS.stream()
                .flatMap(variable -> setting(variable).stream())
                .filter(setting -> Wiring.isVersion(setting.value()))
                .findFirst()
                .ifPresent(version -> draft.version = Optional.of(version));
    }

    /** What the virtual machines of tools are given at this place of the script. */
    private void javaOptions() {
        setting(ToolCalls.JAVA_OPTIONS).ifPresent(options -> draft.javaOptions = Optional.of(options));
    }

    private Optional<Wiring.Setting> setting(String variable) {
        return reader.value(variable).map(value -> new Wiring.Setting(value.text(), value.evidence()));
    }
}
