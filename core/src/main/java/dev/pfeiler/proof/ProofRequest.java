package dev.pfeiler.proof;

import dev.pfeiler.proposal.Choices;
import dev.pfeiler.tree.ProjectTree;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;

/**
 * What a proof works on: one part of a converted tree.
 *
 * @param folder of the part within the tree; empty for the tree itself
 * @param decisions all effective decisions when the conversion was carried out
 * @param choices those of them that the user made
 * @param stage is notified of what is being done, for people who wait
 */
public record ProofRequest(
        String folder, Places places, Choices decisions, Choices choices, Options options, Consumer<String> stage) {
    /**
     * Where a proof finds what it needs. All but the project itself is a copy.
     *
     * @param project the folder of the part in the project itself, which is read and not changed
     * @param converted the folder of the part in a copy of the converted tree
     * @param old the part of the old tree, laid out again in a scratch folder
     * @param scratch an empty folder for what is built from it
     * @param log the file for the build tool's output
     * @param edited files of the converted part that the user has edited since, by their paths within it
     */
    public record Places(Path project, Path converted, ProjectTree old, Path scratch, Path log, Set<String> edited) {
        public Places {
            edited = Set.copyOf(edited);
        }
    }

    /**
     * How far a proof goes.
     *
     * @param runOldBuild whether the old build itself is run in the scratch copy, instead of compiling what it names
     */
    public record Options(boolean offline, boolean runOldBuild, RunOptions running) {}

    /**
     * Whether and how what was built is run.
     *
     * @param arguments for a program; empty for the usual ones
     */
    public record RunOptions(boolean wanted, List<String> arguments) {
        public static final RunOptions USUAL = new RunOptions(true, List.of());
        public static final RunOptions NONE = new RunOptions(false, List.of());

        public RunOptions {
            arguments = List.copyOf(arguments);
        }
    }

    public Path project() {
        return places.project();
    }

    public Path converted() {
        return places.converted();
    }

    public ProjectTree old() {
        return places.old();
    }

    public Path scratch() {
        return places.scratch();
    }

    public Path log() {
        return places.log();
    }

    public boolean offline() {
        return options.offline();
    }

    public boolean runOldBuild() {
        return options.runOldBuild();
    }

    public RunOptions running() {
        return options.running();
    }
}
