package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/** What is known of test runners as they are started by hand. */
public final class TestRunners {
    private static final Pattern JAVA_OPTION =
            Pattern.compile("-(X|ea|esa|da|enable|disable|-add-|-enable-preview|javaagent:).*");

    /** Their main classes. Sources: the manuals of the test frameworks. */
    private static final Set<String> MAIN_CLASSES = Set.of(
            "org.junit.runner.JUnitCore",
            "org.junit.platform.console.ConsoleLauncher",
            "junit.textui.TestRunner",
            "org.testng.TestNG");

    private TestRunners() {}

    public static boolean mainClass(String name) {
        return MAIN_CLASSES.contains(name);
    }

    /** The selection of one class, by its name. */
    public static PathSelection ofClass(String name) {
        return new PathSelection(List.of(ClassNames.file(name)), List.of());
    }

    /** The selection of the classes of files, which may be named by their sources. */
    public static PathSelection ofFiles(List<String> includes, List<String> excludes) {
        return new PathSelection(compiled(includes), compiled(excludes));
    }

    private static List<String> compiled(List<String> patterns) {
        return patterns.stream()
                .map(pattern ->
                        JvmLanguage.of(pattern).isPresent() ? Paths.withoutExtension(pattern) + ".class" : pattern)
                .toList();
    }

    /** The classes among the words after a runner's main class; none unless all words name one. */
    public static List<PathSelection> classes(List<String> words) {
        return words.stream().allMatch(ClassNames::isName)
                ? words.stream().map(TestRunners::ofClass).toList()
                : List.of();
    }

    /** Whether a JVM argument sets a system property. */
    public static boolean property(String word) {
        return word.startsWith("-D") && word.length() > 2;
    }

    /** Whether a JVM argument stands for itself, and says nothing of the class path. */
    public static boolean plain(String word) {
        return JAVA_OPTION.matcher(word).matches();
    }
}
