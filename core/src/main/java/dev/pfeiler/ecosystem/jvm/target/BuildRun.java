package dev.pfeiler.ecosystem.jvm.target;

import dev.pfeiler.proof.PartVerdict;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What a run of a build tool did.
 *
 * @param failure why it failed, if it did
 * @param archives all that it says it has built, in order
 * @param compilerCalls in order
 */
public record BuildRun(Optional<PartVerdict.Failure> failure, List<Path> archives, List<CompilerCall> compilerCalls) {
    public BuildRun {
        archives = List.copyOf(archives);
        compilerCalls = List.copyOf(compilerCalls);
    }
}
