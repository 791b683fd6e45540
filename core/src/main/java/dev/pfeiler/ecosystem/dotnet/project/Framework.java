package dev.pfeiler.ecosystem.dotnet.project;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Names of frameworks. Source: the .NET documentation, "Target frameworks in SDK-style projects". */
public final class Framework {
    private static final Pattern OLD = Pattern.compile("v?(\\d)\\.(\\d)(?:\\.(\\d))?");
    private static final Pattern CLASSIC = Pattern.compile("net([1-4]\\d{1,2})");
    private static final Pattern TODAY = Pattern.compile("net(?:[5-9]|[1-9]\\d)\\.0(?:-[a-z]+[\\d.]*)?");
    private static final Pattern STANDARD = Pattern.compile("netstandard\\d\\.\\d|netcoreapp\\d\\.\\d");

    private Framework() {}

    /** The name that an old version has now. */
    public static Optional<String> ofVersion(String version) {
        Matcher matcher = OLD.matcher(version.strip());
        if (!matcher.matches()) return Optional.empty();
        return Optional.of(
                "net" + matcher.group(1) + matcher.group(2) + (matcher.group(3) == null ? "" : matcher.group(3)));
    }

    public static boolean isValid(String name) {
        String plain = name.toLowerCase(Locale.ROOT);
        return CLASSIC.matcher(plain).matches()
                || TODAY.matcher(plain).matches()
                || STANDARD.matcher(plain).matches();
    }

    /** Whether it is one of the frameworks that come with the system. */
    public static boolean isClassic(String name) {
        return CLASSIC.matcher(name).matches();
    }

    /** The version of a classic framework in three digits, for example 450. */
    public static int classic(String name) {
        Matcher matcher = CLASSIC.matcher(name);
        return matcher.matches() ? Integer.parseInt((matcher.group(1) + "00").substring(0, 3)) : 0;
    }

    /**
     * Whether resources that have a source's name are called after the class in it. Source: the .NET SDK,
     * {@code EmbeddedResourceUseDependentUponConvention}.
     */
    public static boolean namesResourcesByClass(String name) {
        return TODAY.matcher(name).matches() || name.startsWith("netcoreapp3") || name.equals("netstandard2.1");
    }
}
