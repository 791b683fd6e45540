package dev.pfeiler.proof;

import dev.pfeiler.tree.ProjectTree;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/**
 * What a proof works on.
 *
 * @param converted the folder that was converted
 * @param old the old tree, laid out again in a scratch folder
 * @param scratch an empty folder for what is built from it
 * @param log where the build tool's output is kept
 * @param choices what the person had settled, by decision key
 * @param runOldBuild whether the old build itself is run in the scratch copy, instead of compiling what it names
 * @param running whether and how what was built is started
 * @param stage is told what is being done, for people who wait
 */
public record ProofRequest(
        Path converted,
        ProjectTree old,
        Path scratch,
        Path log,
        Map<String, String> choices,
        boolean offline,
        boolean runOldBuild,
        Running running,
        Consumer<String> stage) {
    /**
     * How far a proof goes with what was built.
     *
     * @param wanted whether it is started at all
     * @param words what a program is given; none for the usual
     */
    public record Running(boolean wanted, List<String> words) {
        public static final Running USUAL = new Running(true, List.of());
        public static final Running NONE = new Running(false, List.of());

        public Running {
            words = List.copyOf(words);
        }
    }
}
