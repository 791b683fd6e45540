package dev.pfeiler.cli.options;

import java.nio.file.Path;
import picocli.CommandLine.Parameters;

/** The folder that a command works on. */
public final class FolderParameter {
    @Parameters(
            arity = "0..1",
            paramLabel = "DIR",
            defaultValue = ".",
            description = "The project directory (default: the current one).")
    private Path folder = Path.of(".");

    public Path folder() {
        return folder;
    }

    /** The name of the folder, which the project is called by. */
    public String name() {
        Path name = folder.toAbsolutePath().normalize().getFileName();
        return name == null ? "" : name.toString();
    }
}
