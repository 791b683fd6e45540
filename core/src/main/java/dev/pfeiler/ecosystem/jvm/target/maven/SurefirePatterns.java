package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.tree.PathPattern;
import java.util.List;
import java.util.regex.Pattern;

/** The file names by which Maven's test runner finds tests. Source: the documentation of its {@code includes} parameter. */
final class SurefirePatterns {
    private static final Pattern OTHER_LANGUAGE = Pattern.compile("\\.(kt|groovy|scala)$");

    private static final Pattern CLASS = Pattern.compile("\\.class$");

    /** The patterns it uses where a project gives none. */
    static final List<String> USUAL = List.of("**/Test*.java", "**/*Test.java", "**/*Tests.java", "**/*TestCase.java");

    private static final List<PathPattern> COMPILED =
            USUAL.stream().map(PathPattern::of).toList();

    private SurefirePatterns() {}

    /** Whether a file of that name is found without configuration. */
    static boolean usual(String fileName) {
        return COMPILED.stream().anyMatch(pattern -> pattern.matches(ofClass(fileName)));
    }

    /** Patterns of class files as the runner's manual writes them. */
    static List<String> ofClasses(List<String> patterns) {
        return patterns.stream()
                .map(pattern -> CLASS.matcher(pattern).replaceFirst(".java"))
                .toList();
    }

    /** The pattern for the class of a source, in whichever language that is. */
    static String ofClass(String source) {
        return OTHER_LANGUAGE.matcher(source).replaceFirst(".java");
    }
}
