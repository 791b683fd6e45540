package dev.pfeiler.ecosystem;

import java.util.List;

/**
 * A library that a search came to.
 *
 * @param artifact its name without a version, for example group and artifact
 * @param versions newest first
 * @param scope in which a program needs it; empty where the build tool knows none
 * @param places where it was found: in the project, in the local repository, in the catalogue
 * @param matches the classes or packages by which it was found; empty if its name is what was looked for
 */
public record Found(String artifact, List<String> versions, String scope, List<String> places, List<String> matches) {
    public Found {
        versions = List.copyOf(versions);
        places = List.copyOf(places);
        matches = List.copyOf(matches);
    }
}
