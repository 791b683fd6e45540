package dev.pfeiler.remote;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What is known of published packages: by a repository, or by a cache of one. */
public interface PackageIndex {
    /** The versions of a package, newest first; nothing if the package is not known. */
    Optional<List<String>> versions(String name);

    /** Whether a version of a package is known, prereleases included. */
    boolean has(String name, String version);

    /** The files of a version by their paths; nothing if its archive cannot be fetched. */
    Optional<Map<String, byte[]>> files(String name, String version);

    /** Packages whose names or descriptions fit some words; their names, the likeliest first. */
    List<String> search(String words);

    /** Whether the repository could not be asked, so that an unknown package need not be unknown there. */
    boolean isUnreachable();
}
