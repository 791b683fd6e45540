package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The arguments of a call of {@code javac}. Source: the JDK's tool specification of javac. */
public final class JavacOptions {
    private static final Map<String, String> OTHER_NAMES = Map.of(
            "--source", "-source",
            "--target", "-target",
            "-release", "--release",
            "--class-path", "-cp",
            "-classpath", "-cp",
            "--source-path", "-sourcepath",
            "--processor-path", "-processorpath",
            "-p", "--module-path",
            "-m", "--module",
            "--boot-class-path", "-bootclasspath");
    private static final Set<String> WITH_VALUE = Set.of(
            "-source",
            "-target",
            "--release",
            "-cp",
            "-sourcepath",
            "-encoding",
            "-d",
            "-s",
            "-h",
            "-processor",
            "-processorpath",
            "--module-path",
            "--module-source-path",
            "--module-version",
            "-bootclasspath",
            "-extdirs",
            "-endorseddirs",
            "--add-modules",
            "--add-exports",
            "--add-reads",
            "--add-opens",
            "--limit-modules",
            "--module",
            "--patch-module",
            "--system",
            "-Xmaxerrs",
            "-Xmaxwarns",
            "--upgrade-module-path");

    private JavacOptions() {}

    /**
     * Sorts arguments into settings, flags and the rest.
     *
     * @return the arguments that are neither: source files, patterns and argument files
     */
    public static List<String> take(
            List<String> arguments,
            Evidence evidence,
            Map<String, Wiring.Setting> settings,
            List<Wiring.Setting> flags) {
        List<String> rest = new ArrayList<>();
        for (int i = 0; i < arguments.size(); i++) {
            String word = arguments.get(i);
            int equals = word.startsWith("--") ? word.indexOf('=') : -1;
            String name = equals > 0 ? word.substring(0, equals) : word;
            name = OTHER_NAMES.getOrDefault(name, name);
            if (WITH_VALUE.contains(name) && equals > 0) {
                settings.put(name, new Wiring.Setting(word.substring(equals + 1), evidence));
            } else if (WITH_VALUE.contains(name) && i + 1 < arguments.size()) {
                settings.put(name, new Wiring.Setting(arguments.get(++i), evidence));
            } else if (word.startsWith("-")) {
                flags.add(new Wiring.Setting(word, evidence));
            } else if (!word.isBlank()) {
                rest.add(word);
            }
        }
        return rest;
    }
}
