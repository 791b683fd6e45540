package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.tree.Paths;

/** Paths as a POM states them. */
final class PomPaths {
    private static final String MODULE = "${project.basedir}";

    private PomPaths() {}

    /** A path relative to the module. */
    static String path(String relative) {
        if (relative.equals(".")) return MODULE;
        return relative.startsWith("../") || relative.equals("..") ? Paths.join(MODULE, relative) : relative;
    }
}
