package dev.pfeiler.ecosystem.jvm.language;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.tree.Paths;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** A language that is read and compiled: what differs from one to the other is asked of it. */
public final class JvmLanguage implements Comparable<JvmLanguage> {
    public static final JvmLanguage JAVA =
            new JvmLanguage("java", "Java", Set.of("java"), "static void main", ";", Optional.empty());

    /** Source of the levels: the reference of the compiler's options. It knows 1.6, until its own 1.6, and 1.8. */
    public static final JvmLanguage KOTLIN = new JvmLanguage(
            "kotlin",
            "Kotlin",
            Set.of("kt"),
            "fun main",
            "",
            Optional.of(new LanguageCompilerTraits(
                    Set.of("kotlinc", "kotlinc-jvm"),
                    Set.of(
                            "-language-version",
                            "-api-version",
                            "-module-name",
                            "-P",
                            "-opt-in",
                            "-jdk-home",
                            "-kotlin-home"),
                    List.of("kotlin.Unit"),
                    new Coordinates("org.jetbrains.kotlin", "kotlin-stdlib", "1.9.25"),
                    JvmLanguage::kotlinTarget,
                    (version, level) -> List.of("-jvm-target", kotlinTarget(version, level)),
                    version -> new Coordinates("org.jetbrains.kotlin", "kotlin-compiler-embeddable", version.text()),
                    version -> "org.jetbrains.kotlin.cli.jvm.K2JVMCompiler")));

    public static final JvmLanguage GROOVY = new JvmLanguage(
            "groovy",
            "Groovy",
            Set.of("groovy"),
            "static void main",
            "",
            Optional.of(new LanguageCompilerTraits(
                    Set.of("groovyc"),
                    Set.of("--configscript", "-b", "--basescript", "-F"),
                    List.of("groovy.lang.GroovyObject"),
                    new Coordinates("org.codehaus.groovy", "groovy", "3.0.23"),
                    (version, level) -> platformTarget(level),
                    (version, level) -> List.of(),
                    version -> new Coordinates(
                            version.before(4, 0) ? "org.codehaus.groovy" : "org.apache.groovy",
                            "groovy",
                            version.text()),
                    version -> "org.codehaus.groovy.tools.FileSystemCompiler")));

    public static final JvmLanguage SCALA = new JvmLanguage(
            "scala",
            "Scala",
            Set.of("scala"),
            "def main",
            "",
            Optional.of(new LanguageCompilerTraits(
                    Set.of("scalac", "scala3-compiler"),
                    Set.of("-bootclasspath", "-extdirs", "-javabootclasspath", "-pagewidth", "-color"),
                    List.of("scala.runtime.Scala3RunTime", "scala.Predef"),
                    new Coordinates("org.scala-lang", "scala-library", "2.13.15"),
                    (version, level) -> platformTarget(level),
                    JvmLanguage::scalaLevel,
                    version -> new Coordinates(
                            "org.scala-lang",
                            version.before(3, 0) ? "scala-compiler" : "scala3-compiler_3",
                            version.text()),
                    version -> version.before(3, 0) ? "scala.tools.nsc.Main" : "dotty.tools.dotc.Main")));

    private static final List<JvmLanguage> ALL = List.of(JAVA, KOTLIN, GROOVY, SCALA);
    private static final Map<String, Optional<JvmLanguage>> BY_EXTENSION = new HashMap<>();

    static {
        for (JvmLanguage language : ALL)
            language.extensions.forEach(extension -> BY_EXTENSION.put(extension, Optional.of(language)));
    }

    private final String id;
    private final String title;
    private final Set<String> extensions;
    private final String mainMethod;
    private final String statementEnd;
    private final Optional<LanguageCompilerTraits> compiler;

    private JvmLanguage(
            String id,
            String title,
            Set<String> extensions,
            String mainMethod,
            String statementEnd,
            Optional<LanguageCompilerTraits> compiler) {
        this.id = id;
        this.title = title;
        this.extensions = extensions;
        this.mainMethod = mainMethod;
        this.statementEnd = statementEnd;
        this.compiler = compiler;
    }

    private static String platformTarget(int level) {
        return level <= 8 ? "1." + level : String.valueOf(level);
    }

    private static String kotlinTarget(LanguageVersion version, int level) {
        if (level < 8) return version.before(1, 6) ? "1.6" : "1.8";
        return platformTarget(level);
    }

    /** Source: the release notes of Scala 2.13.9. */
    private static List<String> scalaLevel(LanguageVersion version, int level) {
        if (version.before(2, 13)) return List.of("-target:jvm-" + platformTarget(level));
        List<String> release = List.of("-release", String.valueOf(level));
        // until then the option has selected the platform's API only
        boolean alone = level <= 8 || !version.before(2, 13, 9);
        return alone ? release : List.of("-release", String.valueOf(level), "-target:" + level);
    }

    /** All, Java first. */
    public static List<JvmLanguage> all() {
        return ALL;
    }

    /** Those that have a compiler of their own. */
    public static Stream<JvmLanguage> further() {
        return ALL.stream().filter(language -> language.compiler.isPresent());
    }

    /** The language of a file, by its extension. */
    public static Optional<JvmLanguage> of(String path) {
        return BY_EXTENSION.getOrDefault(Paths.extension(path), Optional.empty());
    }

    /** The language of an id. */
    public static Optional<JvmLanguage> ofId(String id) {
        return ALL.stream().filter(language -> language.id.equals(id)).findFirst();
    }

    /** Its name in choices, which is also that of the folder for its sources by convention. */
    public String id() {
        return id;
    }

    /** Its name, for people. */
    public String title() {
        return title;
    }

    /** In lower case, without dot. */
    public Set<String> extensions() {
        return extensions;
    }

    /** How the method is declared by which a program starts. */
    public String mainMethod() {
        return mainMethod;
    }

    /** What ends a declaration of a package. */
    public String statementEnd() {
        return statementEnd;
    }

    /** Its compiler; nothing for the one that comes with the platform. */
    public Optional<LanguageCompilerTraits> compiler() {
        return compiler;
    }

    @Override
    public int compareTo(JvmLanguage other) {
        return Integer.compare(ALL.indexOf(this), ALL.indexOf(other));
    }

    @Override
    public String toString() {
        return title;
    }
}
