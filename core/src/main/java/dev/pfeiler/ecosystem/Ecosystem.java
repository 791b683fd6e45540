package dev.pfeiler.ecosystem;

import dev.pfeiler.conversion.PathArguments;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A language family and its build tools. */
public interface Ecosystem {
    String id();

    /** Its name, for people. */
    String title();

    /** The extensions of its source files, in lower case, without dot. */
    Set<String> extensions();

    /** Extensions of other ecosystems' sources that its build tools compile, too, where they are in one of its projects. */
    default Set<String> compilesToo() {
        return Set.of();
    }

    /** Whether sources can be managed only where something says which of them are compiled together. */
    default boolean needsWiring() {
        return false;
    }

    /** The build tools it converts for, the usual one first. */
    List<Target> targets();

    /** Its projects in a tree. */
    List<Part> parts(ProjectTree tree);

    /**
     * Reads one project.
     *
     * @param part the project's files alone, with paths relative to its folder
     */
    Reading read(ProjectTree part, Environment environment);

    /** Looks up libraries; nothing if the ecosystem's own tools are to be used for that. */
    default Optional<Libraries> libraries() {
        return Optional.empty();
    }

    /** Finds the paths that its commands take, in lines of scripts. */
    default PathArguments pathArguments() {
        return line -> List.of();
    }

    /** The build tool of an id, if this ecosystem has it. */
    default Optional<Target> target(String id) {
        return targets().stream().filter(target -> target.id().equals(id)).findFirst();
    }

    /** Creates fresh projects; nothing if the ecosystem cannot. */
    default Optional<Creator> creator() {
        return Optional.empty();
    }
}
