package dev.pfeiler.ecosystem.go.module;

import java.util.Comparator;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.semver4j.Semver;

/** Versions of modules, with {@code v}. Source: the Go modules reference, versions and pseudo-versions. */
public final class ModuleVersion {
    private static final Pattern VALID = Pattern.compile("v\\d+\\.\\d+\\.\\d+(?:-[0-9A-Za-z.-]+)?(?:\\+incompatible)?");
    private static final Pattern PSEUDO = Pattern.compile(".*[.-]\\d{14}-([0-9a-f]{12})(?:\\+incompatible)?");

    public static final Comparator<String> ORDER = Comparator.comparing(ModuleVersion::semver);

    private ModuleVersion() {}

    private static Semver semver(String version) {
        String plain = version.replace("+incompatible", "");
        return new Semver(plain.startsWith("v") ? plain.substring(1) : plain);
    }

    public static boolean isValid(String version) {
        return version.length() < 200 && VALID.matcher(version).matches();
    }

    /** The first twelve digits of the revision that a pseudo-version stands for. */
    public static Optional<String> revision(String version) {
        Matcher matcher = PSEUDO.matcher(version);
        return matcher.matches() ? Optional.of(matcher.group(1)) : Optional.empty();
    }

    public static boolean isRelease(String version) {
        return version.indexOf('-') < 0;
    }

    /** What a descriptor requires of a module that only a folder provides; its major version is that of its path. */
    public static String unpublished(String module) {
        return ModulePath.major(module).orElse("v0") + ".0.0";
    }

    /** The later one of two. */
    public static String later(String one, String other) {
        return ORDER.compare(one, other) >= 0 ? one : other;
    }
}
