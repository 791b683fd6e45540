package dev.pfeiler.ecosystem;

import dev.pfeiler.check.CheckRequest;
import dev.pfeiler.check.PartCheck;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A build tool that parts can be converted for, and that manages projects. */
public interface Target {
    /** By which people choose it. */
    String id();

    String title();

    /**
     * Reads the descriptors of a project that this tool manages back into a value.
     *
     * @return nothing if the tool has no descriptor at the top of the project
     * @throws dev.pfeiler.evidence.Refusal if a descriptor is invalid
     */
    Optional<ManagedBuild> read(ProjectTree project, Environment environment);

    /** Builds a converted part and compares the result with what the old wiring builds. */
    PartVerdict prove(ProofRequest request, Environment environment) throws IOException;

    /**
     * Builds a managed project that no conversion has made, runs its tests and starts it.
     *
     * @param request its old tree is the project as it is
     */
    PartVerdict proveManaged(ProofRequest request, Environment environment) throws IOException;

    /**
     * Patterns of all files that the build of a converted part writes and a person does not, by paths within the part. What
     * they match is deleted when a conversion is undone.
     *
     * @param part as it is now
     * @param descriptors files of the part that the conversion wrote or edited
     */
    List<String> buildOutput(ProjectTree part, Set<String> descriptors);

    /**
     * Files and folders outside a managed project that its descriptors refer to, by paths relative to it: a parent, an
     * included build, a local dependency.
     */
    default List<String> references(ProjectTree project) {
        return List.of();
    }

    /**
     * Where the descriptors and the code of a project that this tool manages disagree.
     *
     * @throws dev.pfeiler.evidence.Refusal if a descriptor is invalid
     */
    default PartCheck check(CheckRequest request) {
        return PartCheck.NOTHING;
    }

    /** Names of files that may list the modules of a build, with the word that such a list starts with. */
    default Map<String, String> moduleLists() {
        return Map.of();
    }

    /** The commands that build a part from a fresh checkout, word by word, for builds of parts around it. */
    default List<List<String>> buildCommands() {
        return List.of();
    }

    /** How a user declares one more dependency with the tool itself; empty if it has no command for that. */
    default String addCommand(String name) {
        return "";
    }
}
