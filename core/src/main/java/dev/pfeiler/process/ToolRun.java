package dev.pfeiler.process;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/**
 * One run of an outside program, its output kept in a file.
 *
 * @param exit the program's exit code; 124 where it was stopped because its time was over
 * @param log the file that holds what it printed
 */
public record ToolRun(List<String> command, int exit, Path log) {
    /** The exit code of a program that was stopped. */
    public static final int OUT_OF_TIME = 124;

    /** Starts a program with its arguments as they are, never through a shell, and waits for it. */
    public static ToolRun of(
            List<String> command, Path folder, Map<String, String> environment, Path log, Duration limit)
            throws IOException {
        Files.createDirectories(log.getParent());
        ProcessBuilder builder = new ProcessBuilder(command)
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(log.toFile());
        builder.environment().putAll(environment);
        Process process = builder.start();
        process.getOutputStream().close();
        try {
            if (process.waitFor(limit.toMillis(), TimeUnit.MILLISECONDS)) {
                return new ToolRun(command, process.exitValue(), log);
            }
            stop(process);
            return new ToolRun(command, OUT_OF_TIME, log);
        } catch (InterruptedException e) {
            stop(process);
            Thread.currentThread().interrupt();
            throw new IOException("interrupted while " + command.get(0) + " was running", e);
        }
    }

    /** Ends a program and all that it has started. */
    static void stop(Process process) {
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.destroyForcibly();
    }

    /** Whether it was stopped because its time was over. */
    public boolean outOfTime() {
        return exit == OUT_OF_TIME;
    }

    public boolean succeeded() {
        return exit == 0;
    }

    /** What the program printed. */
    public List<String> output() throws IOException {
        return new String(Files.readAllBytes(log), java.nio.charset.StandardCharsets.UTF_8)
                .lines()
                .toList();
    }
}
