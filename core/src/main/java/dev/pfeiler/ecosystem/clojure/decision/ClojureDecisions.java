package dev.pfeiler.ecosystem.clojure.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.clojure.model.ClojureBuild;
import dev.pfeiler.ecosystem.clojure.project.PageBuild;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What was decided about a project.
 *
 * @param moved where files go, by their paths
 * @param retired jars that the build tool fetches from now on
 * @param kept jars that no repository has, with what they are called in the project's own
 * @param written files of compiler options, by path
 * @param replaced sources that did nothing but start a compiler
 * @param left what only the user can do
 */
public record ClojureDecisions(
        ClojureBuild build,
        Map<String, String> moved,
        List<String> retired,
        Map<Jar, Coordinates> kept,
        Map<String, String> written,
        List<PageBuild> replaced,
        List<Finding> left) {
    public ClojureDecisions {
        moved = new LinkedHashMap<>(moved);
        retired = List.copyOf(retired);
        kept = new LinkedHashMap<>(kept);
        written = new LinkedHashMap<>(written);
        replaced = List.copyOf(replaced);
        left = List.copyOf(left);
    }

    /** The file of compiler options that takes the place of a source that has them. */
    public static String options(PageBuild replaced) {
        return Paths.withoutExtension(replaced.script()) + ".edn";
    }
}
