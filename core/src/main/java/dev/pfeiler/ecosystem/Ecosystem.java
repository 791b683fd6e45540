package dev.pfeiler.ecosystem;

import dev.pfeiler.conversion.PathArguments;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
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

    /** How a user declares one more dependency with the ecosystem's own tool. */
    default String addCommand(String name) {
        return "";
    }

    /** Creates fresh projects; nothing if the ecosystem cannot. */
    default Optional<Creator> creator() {
        return Optional.empty();
    }

    /**
     * Builds a managed project that no conversion has made, runs its tests and starts it.
     *
     * @param request its old tree is the project as it is
     */
    default Optional<PartVerdict> proveManaged(ProofRequest request, Environment environment) throws IOException {
        return Optional.empty();
    }

    /**
     * Patterns of all files that the build of a converted part writes and a person does not, by paths within the part. What
     * they match is deleted when a conversion is undone.
     *
     * @param target the id of the build tool
     * @param part as it is now
     * @param descriptors files of the part that the conversion wrote or edited
     */
    default List<String> buildOutput(String target, ProjectTree part, Set<String> descriptors) {
        return List.of();
    }

    /**
     * Files and folders outside a managed project that its descriptors refer to, by paths relative to it: a parent, an
     * included build, a local dependency.
     */
    default List<String> references(ProjectTree part) {
        return List.of();
    }

    /** The commands that build a part from a fresh checkout, word by word, for builds of parts around it. */
    default List<List<String>> buildCommands() {
        return List.of();
    }

    /**
     * Builds a converted part with its build tool and compares the result with what the old wiring builds.
     *
     * @param target the id of the build tool
     */
    PartVerdict prove(String target, ProofRequest request, Environment environment);
}
