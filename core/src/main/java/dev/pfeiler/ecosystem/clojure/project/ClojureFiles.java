package dev.pfeiler.ecosystem.clojure.project;

import java.util.Set;
import java.util.regex.Pattern;

/** Which files of a tree are sources. */
public final class ClojureFiles {
    public static final Set<String> EXTENSIONS = Set.of("clj", "cljs", "cljc");
    private static final Pattern NO_PLACE = Pattern.compile("(?:^|/)(?:\\.[^/]+|node_modules|target)/");

    private ClojureFiles() {}

    /** Whether a path is in a folder of tools, or of what a build writes. */
    public static boolean isHidden(String path) {
        return NO_PLACE.matcher(path).find();
    }
}
