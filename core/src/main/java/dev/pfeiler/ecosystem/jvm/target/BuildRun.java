package dev.pfeiler.ecosystem.jvm.target;

import dev.pfeiler.proof.PartVerdict;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a run of a build tool did.
 *
 * @param failure why it failed, if it did
 * @param archives all that it says it has built, in order
 * @param compilerCalls in order
 * @param runtime the class paths that modules run with, by their folders, where the tool says so
 * @param tests the class paths that their tests run with, where they are not those they are compiled with
 * @param testProblem why the tool could not run all tests, though it built the rest
 */
public record BuildRun(
        Optional<PartVerdict.Failure> failure,
        List<Path> archives,
        List<CompilerCall> compilerCalls,
        Map<Path, List<Path>> runtime,
        Map<Path, List<Path>> tests,
        Optional<String> testProblem) {
    public BuildRun {
        archives = List.copyOf(archives);
        compilerCalls = List.copyOf(compilerCalls);
        runtime = Map.copyOf(runtime);
        tests = Map.copyOf(tests);
    }

    public static BuildRun failed(PartVerdict.Failure failure) {
        return new BuildRun(Optional.of(failure), List.of(), List.of(), Map.of(), Map.of(), Optional.empty());
    }
}
