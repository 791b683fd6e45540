package dev.pfeiler.ecosystem.clojure.decision;

import dev.pfeiler.artifact.repository.Coordinates;

/** The releases that a build gets where nothing says one. */
public final class UsualReleases {
    public static final Coordinates LANGUAGE = new Coordinates("org.clojure", "clojure", "1.11.1");
    public static final Coordinates PAGES = new Coordinates("org.clojure", "clojurescript", "1.11.132");

    private UsualReleases() {}
}
