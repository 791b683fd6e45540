package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.process.ArgumentFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** Calls of the JDK's tools, with whatever class path. */
final class JavaCommand {
    private static final int FIRST_WITH_FILES = 9;

    private JavaCommand() {}

    /** @param file for the arguments if they are too long for a command line; tools of Java 8 read none */
    static List<String> of(Toolchain toolchain, List<String> command, Path file) throws IOException {
        return toolchain.feature() < FIRST_WITH_FILES ? command : ArgumentFile.shortened(command, file);
    }
}
