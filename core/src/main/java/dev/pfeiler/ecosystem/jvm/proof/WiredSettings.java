package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.setting.WiredOptions;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Compiler settings as the wiring states them. What no wiring states is taken from the decisions and listed.
 *
 * @param wiredLevel the level that the wiring states, if it states one
 * @param level the level to compile for: the wired one, or the lowest that the compiler supports
 * @param options further arguments, in the notation of {@code javac}
 * @param processorPath the jars that annotation processors are looked for in, within the tree or absolute; none for the
 *     class path
 * @param undocumented what was taken from the decisions
 */
record WiredSettings(
        Optional<Integer> wiredLevel,
        int level,
        boolean release,
        String encoding,
        List<String> options,
        List<String> processorPath,
        List<String> undocumented) {
    /**
     * Reads the settings of one compilation.
     *
     * @param compilation whose sources are compiled; nothing if no wiring compiles them
     * @param wirings the most trusted first
     * @param lowest the lowest level that the compiler supports
     */
    static WiredSettings of(
            Optional<Wiring.Compilation> compilation, List<Wiring> wirings, CompilerSettings decided, int lowest) {
        List<String> undocumented = new ArrayList<>();
        Optional<Integer> level = compilation
                .flatMap(Wiring.Compilation::level)
                .or(() -> wirings.stream()
                        .flatMap(w -> w.packedFirst().stream())
                        .filter(call -> compilation
                                .map(own -> own.language() == call.language())
                                .orElse(true))
                        .flatMap(call -> call.level().stream())
                        .findFirst())
                .flatMap(setting -> ProjectSettings.parse(setting.value()));
        if (level.isEmpty()) undocumented.add("level");
        Optional<String> encoding = compilation
                .flatMap(c -> Optional.ofNullable(c.settings().get("-encoding")))
                .or(() -> wirings.stream()
                        .flatMap(w -> w.settings("-encoding").stream())
                        .findFirst())
                .map(Wiring.Setting::value);
        if (encoding.isEmpty()) undocumented.add("encoding");
        List<String> options = compilation.stream()
                .flatMap(c -> WiredOptions.arguments(c).stream())
                .toList();
        boolean release = compilation
                .filter(c -> c.settings().containsKey(CompilerSettings.RELEASE))
                .isPresent();
        return new WiredSettings(
                level,
                Math.max(lowest, level.orElse(decided.level())),
                compilation.isPresent() ? release : decided.release(),
                encoding.orElse(decided.encoding()),
                options,
                compilation.stream()
                        .flatMap(call -> call.processorPath().stream())
                        .map(Wiring.Library::path)
                        .toList(),
                undocumented);
    }

    /** The same with further libraries for annotation processors; without processors, as it is. */
    WiredSettings processingWith(List<Path> libraries) {
        if (processorPath.isEmpty()) return this;
        List<String> all = new ArrayList<>(processorPath);
        libraries.forEach(library -> all.add(library.toString()));
        return new WiredSettings(wiredLevel, level, release, encoding, options, all, undocumented);
    }

    /** The arguments for {@code javac}. */
    List<String> arguments() {
        List<String> arguments = new ArrayList<>(List.of("-nowarn", "-encoding", encoding));
        String number = String.valueOf(level);
        arguments.addAll(release ? List.of("--release", number) : List.of("-source", number, "-target", number));
        arguments.addAll(options);
        if (Stream.of("-g", "-g:none").noneMatch(options::contains)
                && options.stream().noneMatch(option -> option.startsWith("-g:"))) arguments.add("-g");
        return arguments;
    }
}
