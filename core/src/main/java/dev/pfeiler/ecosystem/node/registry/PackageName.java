package dev.pfeiler.ecosystem.node.registry;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Transliteration;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Names of packages, and of the modules that the runtime itself brings. Source: the npm and Node.js documentation. */
public final class PackageName {
    private static final Pattern NO_PACKAGE = Pattern.compile("(?s)[./#~].*|[a-z]+:.*");
    private static final Pattern NAME = Pattern.compile("(@[\\w.~-]+/)?[\\w.~-]+");
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^a-z0-9._-]+");
    private static final Pattern NO_NAME_ENDS = Pattern.compile("^[._-]+|[._-]+$");

    private static final Pattern VALID = Pattern.compile("(@[a-z0-9~-][a-z0-9._~-]*/)?[a-z0-9~-][a-z0-9._~-]*");
    private static final Set<String> BUILT_IN = Set.of(
            ("assert async_hooks buffer child_process cluster console constants crypto dgram diagnostics_channel dns domain"
                            + " events fs http http2 https inspector module net os path perf_hooks process punycode querystring"
                            + " readline repl stream string_decoder sys timers tls trace_events tty url util v8 vm wasi"
                            + " worker_threads zlib")
                    .split(" "));

    private static final Pattern SAFE = Pattern.compile("(@[\\w~-][\\w.~-]*/)?[\\w~-][\\w.~-]*");

    private PackageName() {}

    /** Whether the runtime itself brings a module. */
    public static boolean isBuiltIn(String specifier) {
        return specifier.startsWith("node:") || BUILT_IN.contains(Paths.first(specifier));
    }

    /** The package that a specifier names; empty for a path, an address, or what the runtime brings. */
    public static Optional<String> of(String specifier) {
        if (isBuiltIn(specifier) || NO_PACKAGE.matcher(specifier).matches()) return Optional.empty();
        String[] parts = specifier.split("/");
        String name = specifier.startsWith("@") ? parts.length > 1 ? parts[0] + "/" + parts[1] : "" : parts[0];
        return Optional.of(name).filter(text -> NAME.matcher(text).matches());
    }

    /** What a name begins with that stands for a group of packages, for example {@code @babel}. */
    public static Optional<String> scope(String name) {
        return name.startsWith("@") ? Optional.of(Paths.first(name)) : Optional.empty();
    }

    /** What is named within a package, for example {@code ./lib/x}; {@code .} for the package itself. */
    public static String within(String specifier) {
        String name = of(specifier).orElse(specifier);
        return "." + specifier.substring(name.length());
    }

    /** Whether a text can name a folder and be part of an address; registries have names that are no longer valid, too. */
    public static boolean isSafe(String name) {
        return name.length() <= 214
                && !name.contains("..")
                && SAFE.matcher(name).matches();
    }

    public static boolean isValid(String name) {
        return name.length() <= 214 && VALID.matcher(name).matches();
    }

    /** A text as a name: in lower case, with hyphens for what no name may have. */
    public static String from(String text) {
        String name = NO_NAME_ENDS
                .matcher(NO_NAME_PARTS
                        .matcher(Transliteration.ascii(text).toLowerCase(Locale.ROOT))
                        .replaceAll("-"))
                .replaceAll("");
        return name.isEmpty() ? "project" : name;
    }

    /** The package that has the types of another. */
    public static String types(String name) {
        return "@types/" + (name.startsWith("@") ? name.substring(1).replace("/", "__") : name);
    }
}
