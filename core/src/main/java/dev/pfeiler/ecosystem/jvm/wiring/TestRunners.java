package dev.pfeiler.ecosystem.jvm.wiring;

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

    /** Whether a JVM argument sets a system property. */
    public static boolean property(String word) {
        return word.startsWith("-D") && word.length() > 2;
    }

    /** Whether a JVM argument stands for itself, and says nothing of the class path. */
    public static boolean plain(String word) {
        return JAVA_OPTION.matcher(word).matches();
    }
}
