package dev.pfeiler.ecosystem.jvm.target.maven;

import java.util.List;
import java.util.regex.Pattern;

/** The file names by which Maven's test runner finds tests. Source: the documentation of its {@code includes} parameter. */
final class SurefirePatterns {
    /** The patterns it uses where a project gives none. */
    static final List<String> USUAL = List.of("**/Test*.java", "**/*Test.java", "**/*Tests.java", "**/*TestCase.java");

    private static final Pattern NAME = Pattern.compile("Test.*\\.java|.*(Test|Tests|TestCase)\\.java");

    private SurefirePatterns() {}

    /** Whether a file of that name is found without configuration. */
    public static boolean usual(String fileName) {
        return NAME.matcher(fileName).matches();
    }
}
