package dev.pfeiler.ecosystem.go.module;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Paths of modules. Source: the Go modules reference, module paths and the module proxy protocol. */
public final class ModulePath {
    /** Hosts whose repositories have two parts below them. */
    private static final Set<String> THREE_PARTS =
            Set.of("github.com", "gitlab.com", "bitbucket.org", "golang.org", "codeberg.org");

    private static final Pattern MAJOR = Pattern.compile("v([2-9]|[1-9]\\d+)");
    private static final Pattern WITH_MAJOR = Pattern.compile("(.+)/(v(?:[2-9]|[1-9]\\d+))");
    private static final Pattern VERSIONED = Pattern.compile("(.+)\\.(v\\d+)(?:-unstable)?");
    private static final Pattern VALID =
            Pattern.compile("[A-Za-z0-9_~-][A-Za-z0-9._~-]*(/[A-Za-z0-9_~-][A-Za-z0-9._~-]*)*");
    private static final Pattern UPPER = Pattern.compile("[A-Z]");

    private ModulePath() {}

    public static boolean isValid(String path) {
        return path.length() < 300 && VALID.matcher(path).matches() && !path.contains("..");
    }

    /** The repository's root for the path of a package, as hosts usually have it. */
    public static String usual(String imported) {
        String[] parts = imported.split("/");
        int count = 2;
        if (parts[0].indexOf('.') < 0) count = 1;
        else if (THREE_PARTS.contains(parts[0])) count = 3;
        else if (parts[0].equals("gopkg.in"))
            count = parts.length > 1 && VERSIONED.matcher(parts[1]).matches() ? 2 : 3;
        List<String> kept = new ArrayList<>(List.of(parts).subList(0, Math.min(count, parts.length)));
        boolean major = parts.length > count && MAJOR.matcher(parts[count]).matches();
        if (major && count > 1) kept.add(parts[count]);
        return String.join("/", kept);
    }

    /** The paths that the module of a package may have, the longest first. */
    public static List<String> candidates(String imported) {
        List<String> candidates = new ArrayList<>();
        for (String path = imported; path.indexOf('/') > 0 || path.equals(imported); ) {
            candidates.add(path);
            int slash = path.lastIndexOf('/');
            if (slash < 0) break;
            path = path.substring(0, slash);
        }
        return candidates;
    }

    public static boolean holds(String module, String imported) {
        return imported.equals(module) || imported.startsWith(module + "/");
    }

    /** The major version in a path: {@code v2} at its end, or behind a dot. */
    public static Optional<String> major(String path) {
        Matcher matcher = WITH_MAJOR.matcher(path);
        if (matcher.matches()) return Optional.of(matcher.group(2));
        Matcher versioned = VERSIONED.matcher(path);
        return versioned.matches() ? Optional.of(versioned.group(2)) : Optional.empty();
    }

    /** The last part that says what it is, without a major version. */
    public static String name(String path) {
        Matcher matcher = WITH_MAJOR.matcher(path);
        String plain = matcher.matches() ? matcher.group(1) : path;
        Matcher versioned = VERSIONED.matcher(plain);
        String bare = versioned.matches() ? versioned.group(1) : plain;
        return bare.substring(bare.lastIndexOf('/') + 1);
    }

    /** As proxies and caches write it, where letter case may not count. */
    public static String escaped(String text) {
        return UPPER.matcher(text).replaceAll(match -> "!" + match.group().toLowerCase(java.util.Locale.ROOT));
    }
}
