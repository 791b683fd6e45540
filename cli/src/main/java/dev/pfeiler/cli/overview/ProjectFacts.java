package dev.pfeiler.cli.overview;

import java.util.List;
import java.util.Optional;

/**
 * What documents say of one project.
 *
 * @param parts how it is managed or would be, a few words for each part
 * @param files how many it has; none if no survey says
 * @param decisions how many are certain, likely and a guess; none if there is no proposal
 * @param names the names under which others may know what it builds: coordinates without version, and names of archives
 * @param verdict of its proof, in a few words; empty without one
 * @param check its findings, in a few words; empty without a check
 * @param remark why there is no proposal; empty if there is one
 */
record ProjectFacts(
        String name,
        List<String> parts,
        Optional<Integer> files,
        Optional<Decisions> decisions,
        List<OpenQuestion> questions,
        int leftForYou,
        List<Library> libraries,
        List<String> names,
        String verdict,
        String check,
        String remark) {
    record Decisions(int certain, int likely, int guess) {}

    /** @param fallback the value that is taken where no one answers; empty if there is none */
    record OpenQuestion(String key, String text, String fallback) {}

    /**
     * A library that a project uses.
     *
     * @param name its name without version; empty if it has none
     * @param file the name of the copy that the old wiring used; empty if it had none
     */
    record Library(String name, String version, String file, boolean published) {
        /** The name of its copy, or its own where there is none. */
        String shown() {
            return file.isEmpty() ? name : file;
        }
    }

    ProjectFacts {
        parts = List.copyOf(parts);
        questions = List.copyOf(questions);
        libraries = List.copyOf(libraries);
        names = List.copyOf(names);
    }

    /** Libraries that no public repository has, as far as is known. */
    List<Library> unpublished() {
        return libraries.stream().filter(library -> !library.published()).toList();
    }
}
