package dev.pfeiler.process;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Command lines that are longer than systems take, such as those with the class path of a large program: the arguments go to
 * a file that the JDK's tools read. Source: the specification of the java command, argument files.
 */
public final class ArgumentFile {
    /** Windows takes 32,767 characters. */
    private static final int LONGEST = 30_000;

    private ArgumentFile() {}

    /** The command as it is, or with a file in place of its arguments if it is too long. */
    public static List<String> shortened(List<String> command, Path file) throws IOException {
        int length = command.stream().mapToInt(word -> word.length() + 3).sum();
        return length > LONGEST ? List.of(command.get(0), written(command.subList(1, command.size()), file)) : command;
    }

    /** Writes arguments to a file; the argument that names it. */
    public static String written(List<String> arguments, Path file) throws IOException {
        Files.createDirectories(file.getParent());
        Files.write(file, arguments.stream().map(ArgumentFile::quoted).toList());
        return "@" + file;
    }

    /** An argument in quotes, so that blanks and backslashes in it stay. */
    public static String quoted(String argument) {
        return '"' + argument.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
    }
}
