package dev.pfeiler.ecosystem.jvm.target;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * One call of Java's compiler, as a build tool made it.
 *
 * @param tests whether it compiles tests
 * @param output the folder that classes are written to
 * @param classPath in order: archives and folders
 * @param arguments without class path, output and sources
 */
public record CompilerCall(boolean tests, Path output, List<Path> classPath, List<String> arguments) {
    public CompilerCall {
        classPath = List.copyOf(classPath);
        arguments = List.copyOf(arguments);
    }

    /** The value of an option, the last if there are several. */
    public Optional<String> option(String name) {
        int at = arguments.lastIndexOf(name);
        return at < 0 || at + 1 == arguments.size() ? Optional.empty() : Optional.of(arguments.get(at + 1));
    }

    /** The archives in which annotation processors are looked for; none for the class path. */
    public List<Path> processorPath() {
        return option("-processorpath").or(() -> option("--processor-path")).stream()
                .flatMap(path -> Arrays.stream(path.split(File.pathSeparator)))
                .filter(entry -> !entry.isEmpty())
                .map(Path::of)
                .toList();
    }

    /** The arguments that are left without some options that take a value. */
    public List<String> without(List<String> options) {
        List<String> left = new ArrayList<>();
        for (int i = 0; i < arguments.size(); i++) {
            if (options.contains(arguments.get(i))) i++;
            else left.add(arguments.get(i));
        }
        return left;
    }
}
