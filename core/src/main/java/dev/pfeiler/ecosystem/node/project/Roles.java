package dev.pfeiler.ecosystem.node.project;

import dev.pfeiler.tree.Paths;
import java.util.regex.Pattern;

/** What files are for, told from their paths. */
public final class Roles {
    private static final Pattern SCRIPT_ENDING = Pattern.compile("\\.[cm]?[jt]s$");

    private static final Pattern TEST =
            Pattern.compile("(?i)(?:.*/)?(?:tests?|__tests__|__fixtures__|__mocks__|specs?|checks|e2e)/.*"
                    + "|(?:.*/)?(?:test|tests|spec|check)\\.[cm]?[jt]sx?"
                    + "|.*[._-](?:test|tests|spec|check)\\.[cm]?[jt]sx?");
    private static final Pattern TOOL =
            Pattern.compile("(?i)(?:.*/)?(?:build|scripts|tools|bench\\w*|examples?|demos?|docs?)/.*"
                    + "|(?:.*/)?(?:gulpfile|gruntfile|bench\\w*|example|karma\\.conf|webpack\\.[\\w.]+|[\\w.-]+\\.config|\\.[\\w-]+rc)"
                    + "(?:\\.babel)?\\.[cm]?[jt]s");

    private Roles() {}

    /** Whether a file is a test, or belongs to tests. */
    public static boolean isTest(String path) {
        return TEST.matcher(path).matches();
    }

    /** Whether a file is for those who work on the project, and no part of what it gives to others. */
    public static boolean isTool(String path) {
        return !isTest(path) && TOOL.matcher(path).matches();
    }

    /** Whether what a file needs is needed at run time. */
    public static boolean isProduct(String path) {
        return !isTest(path) && !isTool(path);
    }

    /** The configuration of a task runner or bundler at the top, with the command that runs it; empty if it is none. */
    public static String runner(String path) {
        String stem = SCRIPT_ENDING
                .matcher(Paths.name(path).toLowerCase(java.util.Locale.ROOT))
                .replaceFirst("");
        return switch (stem) {
            case "gulpfile" -> "gulp";
            case "gruntfile" -> "grunt";
            case "webpack.config" -> "webpack";
            case "rollup.config" -> "rollup --config";
            case "vite.config" -> "vite build";
            default -> "";
        };
    }
}
