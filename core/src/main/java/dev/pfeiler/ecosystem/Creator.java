package dev.pfeiler.ecosystem;

import dev.pfeiler.conversion.JsonEdit;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;

/** What an ecosystem contributes to fresh projects: their descriptors, and what templates of sources may name. */
public interface Creator {
    /**
     * A language that projects can be created in.
     *
     * @param id by which people choose it
     */
    record Language(String id, String title) {}

    /**
     * A release of a language or of what runs it.
     *
     * @param reason in a few words
     */
    record Level(String value, String reason) {}

    /**
     * A project's build.
     *
     * @param descriptor the path of the one that people look at
     * @param descriptors their texts by path
     * @param commands what to type in the project
     * @param ignored patterns of what the build writes, for version control to ignore
     */
    record Build(
            String descriptor,
            SortedMap<String, String> descriptors,
            List<Proposal.Command> commands,
            List<String> ignored) {}

    /**
     * An artifact that is declared.
     *
     * @param artifact with its version
     */
    record Declaration(Step.Edit edit, String artifact) {
        /**
         * One in a descriptor in JSON.
         *
         * @throws Refusal if the section has it already
         */
        public static Declaration inJson(
                ProjectTree tree, String path, String section, Need.Artifact artifact, String name, String version) {
            JsonEdit descriptor = JsonEdit.of(tree, path);
            if (descriptor.root().path(section).has(name))
                throw Refusal.notPossible(name + " is already declared in " + path + ".", "There is nothing to add.");
            descriptor.add(section, name, version);
            return new Declaration(descriptor.edit("declares " + name), artifact.notation());
        }
    }

    /** The usual one first. */
    List<Language> languages();

    /** The build tool that this machine speaks for. */
    PreferredTarget preferred(Environment environment);

    /** The level that a project gets without a choice. */
    Level level(String language, String target, Deliberation deliberation, Environment environment);

    /** Whether a text is a level of a language. */
    boolean isLevel(String language, String text);

    /** What templates of sources may name. */
    Map<String, Object> values(Blueprint blueprint, Deliberation deliberation, Environment environment);

    /** The build of a project; the same bytes for the same blueprint on the same machine. */
    Build build(Blueprint blueprint, Deliberation deliberation, Environment environment);

    /** Whether a path is that of a source of the program in a language. */
    boolean isSource(String language, String path);

    /** What a managed project is, as far as its files show it. */
    Kind kind(ProjectTree tree);

    /** The level that the descriptor of a managed project states. */
    default Optional<String> stated(ProjectTree tree, Environment environment) {
        return Optional.empty();
    }

    /** What templates of sources may name, as it is in a managed project. */
    Map<String, Object> values(ProjectTree tree, String language);

    /**
     * Declares one more artifact in the descriptor of a managed project.
     *
     * @param bom the bill of materials whose version an artifact without one has
     */
    Declaration declaring(ProjectTree tree, Need.Artifact artifact, Optional<String> bom, Environment environment);

    /** The newest release of an artifact with the same first number; empty if there is none or it is that one. */
    Optional<String> newer(String notation, Environment environment);

    /** What is wrong with this machine for such a project: what, and what to do about it. */
    List<String> lacking(Blueprint blueprint, Environment environment);
}
