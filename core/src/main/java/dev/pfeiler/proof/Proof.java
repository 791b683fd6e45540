package dev.pfeiler.proof;

import dev.pfeiler.tree.ProjectTree;
import java.nio.file.Path;
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
 * @param stage is told what is being done, for people who wait
 */
public record Proof(
        Path converted,
        ProjectTree old,
        Path scratch,
        Path log,
        Map<String, String> choices,
        boolean offline,
        boolean runOldBuild,
        Consumer<String> stage) {}
