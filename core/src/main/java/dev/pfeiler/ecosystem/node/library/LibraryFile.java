package dev.pfeiler.ecosystem.node.library;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A script or style sheet that looks like a copy of somebody's library, with what it says of itself.
 *
 * @param names packages that it may come from, the likeliest first
 * @param versions that its name or text mentions, the likeliest first
 * @param stated whether name and version are stated together at its top, or in its address
 */
public record LibraryFile(String path, List<String> names, List<String> versions, boolean stated, Evidence evidence) {
    private static final Pattern TITLE_LINE =
            Pattern.compile("(?i)[^A-Za-z@]*([A-Za-z@][\\w @/-]*?)[\\s,:-]*v?\\d+\\.\\d+.*");
    private static final Pattern FILE = Pattern.compile("(?i).*\\.(js|css|mjs)");
    private static final Pattern BUILT =
            Pattern.compile("(?i).*[.-]min\\.(js|css|mjs)|.*-\\d+\\.\\d+(\\.\\d+)?.*\\.(js|css|mjs)");
    private static final Pattern BUILD_ENDING = Pattern.compile("[.-](min|slim|bundle|pkgd).*$");
    private static final Pattern SIGNS_AT_END = Pattern.compile("[.,-]+$");
    private static final Pattern HOST = Pattern.compile("^(?:https?:)?//[^/]+/");
    private static final Pattern QUERY = Pattern.compile("[?#].*");
    private static final Pattern SLIM_ENDING = Pattern.compile("[.-](min|slim).*$");
    private static final Pattern EXTENSION = Pattern.compile("(?i)\\.(js|css|mjs)$");
    private static final Pattern LAST_PART = Pattern.compile("[.-][^.-]*$");
    private static final Pattern SEVERAL_PARTS = Pattern.compile(".*[.-].*");
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^a-z0-9@/._-]+");
    private static final Pattern NO_NAME_ENDS = Pattern.compile("^[-._]+|[-._]+$");

    private static final Pattern VERSION =
            Pattern.compile("(?<![\\w.])v?(\\d+\\.\\d+\\.\\d+(?:-[0-9A-Za-z][\\w.]*)?)(?![\\w.]*\\d)");
    private static final Pattern BANNER = Pattern.compile(
            "(?:@license\\s++|@preserve\\s++|[!*/]\\s*+)*+([A-Za-z@][\\w .@/+-]{0,40}?)[ ,:-]*\\s*(?:JavaScript Library\\s*)?(?:CSS\\s*)?[vV@]?(?:ersion:?\\s*)?(\\d+\\.\\d+\\.\\d+[\\w.-]*)");
    private static final Pattern FOLDER = Pattern.compile(
            "(?i)(?:.*/)?(?:libs?|vendors?|third[-_]?party|externals?|bower_components|components|plugins|assets/vendor|jslibs?)/.*");
    /** Parts of file names that say how a library was built, not which it is. */
    private static final Pattern BUILD = Pattern.compile(
            "(?i)[._-](min|umd|bundle|production|prod|development|dev|debug|global|iife|browser|slim|full|all|pkgd|compat|es5|legacy|module|esm|common|cjs|compressed|packed|runtime|standalone|v?\\d+(\\.\\d++)*+(-[a-z]+\\.?\\d*)?)$");

    private static final int TOP = 1_200;
    private static final int MOST = 24;

    /** The name at its top, as people write it. */
    String title() {
        return TITLE_LINE.matcher(evidence.excerpt()).replaceFirst("$1");
    }

    public LibraryFile {
        names = List.copyOf(names);
        versions = List.copyOf(versions);
    }

    /**
     * Whether a file looks like somebody's library: by its folder, its name, or what stands at its top.
     *
     * @param loaded whether a page loads it
     */
    public static boolean looksLike(String path, String content, boolean loaded) {
        String name = Paths.name(path);
        if (!FILE.matcher(name).matches()) return false;
        boolean built = BUILT.matcher(name).matches();
        String top = content.substring(0, Math.min(TOP, content.length()));
        boolean banner = top.contains("@license")
                || top.stripLeading().startsWith("/*!")
                || BANNER.matcher(top).lookingAt();
        boolean folder = FOLDER.matcher(path).matches();
        return built || loaded && (banner || folder && content.length() > 10_000);
    }

    public static LibraryFile of(String path, String content) {
        String top = content.substring(0, Math.min(TOP, content.length()));
        Set<String> names = new LinkedHashSet<>();
        Set<String> versions = new LinkedHashSet<>();
        Matcher named = VERSION.matcher(Paths.stem(path));
        if (named.find()) versions.add(BUILD_ENDING.matcher(named.group(1)).replaceFirst(""));
        Matcher banner = BANNER.matcher(top);
        boolean stated = false;
        Evidence evidence = Evidence.of(path, firstLine(top));
        List<String> bannered = new ArrayList<>();
        while (banner.find() && bannered.size() < 2) {
            versions.add(SIGNS_AT_END.matcher(banner.group(2)).replaceFirst(""));
            bannered.add(banner.group(1));
            stated = true;
        }
        fromFile(Paths.name(path), names);
        bannered.forEach(text -> fromWords(text, names));
        Matcher title = Pattern.compile("@license\\s+([A-Za-z][\\w.-]+)").matcher(top);
        if (title.find()) fromWords(title.group(1), names);
        Matcher version = VERSION.matcher(content);
        while (version.find() && versions.size() < MOST) versions.add(version.group(1));
        return new LibraryFile(path, List.copyOf(names), List.copyOf(versions), stated, evidence);
    }

    /** What an address of another server says: a name with a version, a path within the package. */
    public static Optional<LibraryFile> ofAddress(String address, Evidence evidence) {
        String path = QUERY.matcher(HOST.matcher(address).replaceFirst("")).replaceFirst("");
        Matcher at = Pattern.compile("(?:^|/)((?:@[\\w.-]+/)?[\\w.-]+)@(\\d+\\.\\d+\\.\\d+[\\w.-]*)(?:/(.*))?")
                .matcher(path);
        if (at.find())
            return Optional.of(new LibraryFile(
                    Optional.ofNullable(at.group(3)).orElse(""),
                    List.of(at.group(1)),
                    List.of(at.group(2)),
                    true,
                    evidence));
        Matcher folders = Pattern.compile("(?:^|/)([\\w.-]+)/v?(\\d+\\.\\d+\\.\\d+[\\w.-]*)/(.*)")
                .matcher(path);
        if (folders.find()) {
            Set<String> names = new LinkedHashSet<>();
            fromWords(folders.group(1), names);
            return Optional.of(
                    new LibraryFile(Paths.name(path), List.copyOf(names), List.of(folders.group(2)), true, evidence));
        }
        Matcher file = VERSION.matcher(Paths.stem(path));
        if (!file.find()) return Optional.empty();
        Set<String> names = new LinkedHashSet<>();
        fromFile(Paths.name(path), names);
        return Optional.of(new LibraryFile(
                Paths.name(path),
                List.copyOf(names),
                List.of(SLIM_ENDING.matcher(file.group(1)).replaceFirst("")),
                true,
                evidence));
    }

    private static String firstLine(String top) {
        return top.lines()
                .map(String::strip)
                .filter(line -> line.length() > 4)
                .findFirst()
                .map(line -> line.substring(0, Math.min(120, line.length())))
                .orElse("");
    }

    private static void fromFile(String file, Set<String> names) {
        String stem = EXTENSION.matcher(file).replaceFirst("");
        String bare = stem;
        for (String next = BUILD.matcher(bare).replaceFirst("");
                !next.equals(bare);
                next = BUILD.matcher(bare).replaceFirst("")) bare = next;
        fromWords(bare, names);
        // underscore-umd, moment-with-locales
        for (String part = bare; SEVERAL_PARTS.matcher(part).matches(); ) {
            part = LAST_PART.matcher(part).replaceFirst("");
            if (part.length() > 1) fromWords(part, names);
        }
    }

    private static void fromWords(String words, Set<String> names) {
        String plain = words.strip().toLowerCase(Locale.ROOT);
        if (plain.isEmpty() || plain.length() > 50) return;
        String hyphened = NO_NAME_ENDS
                .matcher(NO_NAME_PARTS.matcher(plain).replaceAll("-"))
                .replaceAll("");
        if (hyphened.isEmpty()) return;
        names.add(hyphened);
        if (!hyphened.endsWith(".js") && !hyphened.endsWith("js")) names.add(hyphened + ".js");
        if (hyphened.endsWith(".js")) names.add(hyphened.substring(0, hyphened.length() - 3));
        if (plain.indexOf(' ') < 0) return;
        // "jQuery Validation Plugin" is jquery-validation
        for (int end = hyphened.lastIndexOf('-'); end > 0; end = hyphened.lastIndexOf('-', end - 1))
            names.add(hyphened.substring(0, end));
    }
}
