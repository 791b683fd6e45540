package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.proof.Difference;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What the old wiring builds of a module, built in a scratch folder.
 *
 * @param classes the folder with the program's classes and resources
 * @param tests the folder with the tests' classes
 * @param packed the web or enterprise archive, unpacked
 * @param settings with which the program was compiled; none if the old build itself was run, or there are no sources
 * @param classPath the libraries that the program was compiled against, in order
 * @param runtimeClassPath the libraries that it was started with: also those of the modules that it needs
 * @param testClassPath the same for the tests
 * @param notes what a user should know of it
 * @param unchecked what no wiring says, so that it could only be built as it was decided
 * @param failure why it could not be built, if it could not
 */
record Baseline(
        Path classes,
        Path tests,
        Optional<Path> packed,
        Optional<WiredSettings> settings,
        List<Path> classPath,
        List<Path> runtimeClassPath,
        List<Path> testClassPath,
        List<String> notes,
        List<Difference> unchecked,
        Optional<String> failure) {}
