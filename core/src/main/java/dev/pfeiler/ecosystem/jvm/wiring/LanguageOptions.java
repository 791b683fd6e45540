package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The arguments of calls of {@code kotlinc}, {@code groovyc} and {@code scalac}. Settings bear the names that they have
 * with {@code javac}. Source: what each compiler prints with its option for help.
 */
public final class LanguageOptions {
    /** The flag of a call of {@code groovyc} that compiles sources in Java, too. */
    public static final String JOINT = "-j";

    /** The flag that puts the language's own library into the archive that is made. */
    public static final String INCLUDE_RUNTIME = "-include-runtime";

    private static final Map<String, String> NAMES = Map.ofEntries(
            Map.entry("-d", "-d"),
            Map.entry("-cp", "-cp"),
            Map.entry("-classpath", "-cp"),
            Map.entry("--classpath", "-cp"),
            Map.entry("--class-path", "-cp"),
            Map.entry("-class-path", "-cp"),
            Map.entry("-encoding", "-encoding"),
            Map.entry("--encoding", "-encoding"),
            Map.entry("-jvm-target", "-target"),
            Map.entry("-target", "-target"),
            Map.entry("--target", "-target"),
            Map.entry("-release", "-target"),
            Map.entry("--release", "-target"),
            Map.entry("-java-output-version", "-target"),
            Map.entry("--java-output-version", "-target"),
            Map.entry("-sourcepath", "-sourcepath"),
            Map.entry("--sourcepath", "-sourcepath"));

    /** Options that say how the compiler is run, or what every build tool does anyway. */
    private static final Set<String> IDLE = Set.of(
            "-no-stdlib",
            "-no-reflect",
            "-nowarn",
            "-verbose",
            "-no-jdk",
            "-v",
            "--verbose",
            "-jdk-home",
            "-kotlin-home");

    private static final Pattern SCALA_TARGET =
            Pattern.compile("-{1,2}(?:target|release|java-output-version):(?:jvm-)?(.+)");
    private static final Pattern GROOVY_TARGET = Pattern.compile("-Dgroovy\\.target\\.bytecode=(\\S+)");
    private static final Pattern JAVA_ARGUMENT = Pattern.compile("-J(\\w+)=(\\S+)");

    private LanguageOptions() {}

    /** The language that a compiler compiles, by the name of its program. */
    public static Optional<JvmLanguage> compiled(String program) {
        return JvmLanguage.further()
                .filter(language -> language.compiler().orElseThrow().programs().contains(program))
                .findFirst();
    }

    /**
     * Sorts arguments into settings, flags and the rest.
     *
     * @return the arguments that are neither: source files, folders and patterns
     */
    public static List<String> take(
            JvmLanguage language,
            List<String> arguments,
            Evidence evidence,
            Map<String, Wiring.Setting> settings,
            List<Wiring.Setting> flags) {
        List<String> rest = new ArrayList<>();
        for (int i = 0; i < arguments.size(); i++) {
            String word = arguments.get(i);
            int equals = word.startsWith("--") ? word.indexOf('=') : -1;
            String written = equals > 0 ? word.substring(0, equals) : word;
            String name = language == JvmLanguage.GROOVY && written.equals("-e")
                    ? "-encoding"
                    : NAMES.getOrDefault(written, "");
            Matcher target = SCALA_TARGET.matcher(word);
            Matcher java = JAVA_ARGUMENT.matcher(word);
            boolean more = i + 1 < arguments.size();
            if (!name.isEmpty() && equals > 0)
                settings.put(name, new Wiring.Setting(word.substring(equals + 1), evidence));
            else if (!name.isEmpty() && more) settings.put(name, new Wiring.Setting(arguments.get(++i), evidence));
            else if (language == JvmLanguage.SCALA && target.matches())
                settings.put("-target", new Wiring.Setting(target.group(1), evidence));
            else if (language == JvmLanguage.GROOVY && java.matches())
                settings.putIfAbsent("-" + java.group(1), new Wiring.Setting(java.group(2), evidence));
            else if (language == JvmLanguage.GROOVY && (word.equals("--jointCompilation") || word.equals(JOINT)))
                flags.add(new Wiring.Setting(JOINT, evidence));
            else if (language.compiler()
                            .filter(one -> one.optionsWithValue().contains(word))
                            .isPresent()
                    && more) {
                String value = arguments.get(++i);
                if (!IDLE.contains(word)) flags.add(new Wiring.Setting(word + " " + value, evidence));
            } else if (word.startsWith("-")) {
                if (!IDLE.contains(word)) flags.add(new Wiring.Setting(word, evidence));
            } else if (!word.isBlank()) rest.add(word);
        }
        return rest;
    }

    /** The level that options of the virtual machine state for the compiler that runs in it. */
    public static Optional<String> target(String javaOptions) {
        Matcher matcher = GROOVY_TARGET.matcher(javaOptions);
        return matcher.find() ? Optional.of(matcher.group(1)) : Optional.empty();
    }
}
