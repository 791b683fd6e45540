package dev.pfeiler.ecosystem.jvm.target;

import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import java.nio.file.Path;

/**
 * A build to be run.
 *
 * @param folder of the converted project
 * @param log the file that the output is written to
 */
public record BuildRequest(Path folder, boolean offline, Path log, Toolchain toolchain) {}
