package dev.pfeiler.checking;

import java.util.regex.Pattern;

/** What tests read: copies of projects and pages that need not be whole. */
final class TestInputs {
    private static final Pattern FOLDERS = Pattern.compile(
            "(?i)(?:.*/)?(?:src/(?:test|it|integration-?test)|tests?|__tests__|testdata|fixtures?|__fixtures__|goldens?)/.*");

    private TestInputs() {}

    /** Whether a path is in a folder for them. */
    static boolean contain(String path) {
        return FOLDERS.matcher(path).matches();
    }
}
