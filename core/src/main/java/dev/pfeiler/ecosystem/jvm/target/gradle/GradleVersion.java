package dev.pfeiler.ecosystem.jvm.target.gradle;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A release of Gradle: which script elements it knows. Source: the release notes and upgrade guides of Gradle. */
record GradleVersion(int major, int minor, String text) {
    /** The newest one whose script elements are known here. */
    static final GradleVersion NEWEST = new GradleVersion(8, 14, "8.14");

    private static final Pattern NUMBER = Pattern.compile("(\\d{1,3})\\.(\\d{1,3})([.-][\\w.-]{1,40})?");

    static Optional<GradleVersion> parse(String text) {
        Matcher matcher = NUMBER.matcher(text.strip());
        if (!matcher.matches()) return Optional.empty();
        return Optional.of(new GradleVersion(
                Integer.parseInt(matcher.group(1)), Integer.parseInt(matcher.group(2)), text.strip()));
    }

    boolean atLeast(int wantedMajor, int wantedMinor) {
        return major > wantedMajor || major == wantedMajor && minor >= wantedMinor;
    }

    /** Whether it runs scripts in Kotlin. */
    boolean runsKotlinScripts() {
        return atLeast(5, 0);
    }

    /** Whether tasks are registered, and created only where they are needed. */
    boolean registersTasks() {
        return atLeast(4, 9);
    }

    /** Whether versions of transitive dependencies are stated in a block of their own. */
    boolean hasConstraints() {
        return atLeast(6, 0);
    }

    /** Whether annotation processors are looked for on a path of their own. */
    boolean hasProcessorPath() {
        return atLeast(5, 0);
    }

    /** Whether bills of materials are imported. */
    boolean importsPlatforms() {
        return atLeast(5, 0);
    }

    /** The newest level that it compiles for, as far as that is lower than those of current JDKs. */
    int newestLevel() {
        if (atLeast(8, 5)) return Integer.MAX_VALUE;
        return atLeast(7, 3) ? 17 : atLeast(5, 0) ? 11 : 8;
    }

    boolean hasReleaseOption() {
        return atLeast(6, 6);
    }

    /** Whether it runs tests on the JUnit Platform itself. */
    boolean runsJUnitPlatform() {
        return atLeast(4, 6);
    }

    /** Whether scripts in {@code buildSrc} are plug-ins that other scripts apply by name. */
    boolean hasConventionPlugins() {
        return atLeast(6, 4);
    }

    boolean hasJavaExtension() {
        return atLeast(4, 10);
    }

    /** Whether archives and main classes are set as lazy properties. */
    boolean hasLazyProperties() {
        return atLeast(6, 4);
    }

    /** Whether modules are compiled on the module path. */
    boolean infersModulePath() {
        return atLeast(7, 0);
    }

    @Override
    public String toString() {
        return text;
    }
}
