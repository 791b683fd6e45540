package dev.pfeiler.process;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/**
 * One run of an outside program, its output kept in a file.
 *
 * @param exit the program's exit code; 124 where it was stopped because its time was over or it printed too much
 * @param log the file that holds what it printed
 */
public record ToolRun(List<String> command, int exit, Path log) {
    private static final int PAUSE = 100;
    /** In bytes. */
    private static final int LONGEST_LOG = 64 << 20;

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
        Process process = Cleanup.start(builder);
        process.getOutputStream().close();
        try {
            long end = System.nanoTime() + limit.toNanos();
            while (!process.waitFor(PAUSE, TimeUnit.MILLISECONDS)) {
                boolean tooLong = Files.size(log) > LONGEST_LOG;
                if (!tooLong && System.nanoTime() < end) continue;
                Cleanup.stop(process);
                if (tooLong)
                    Files.writeString(
                            log,
                            "\npfeiler: stopped, as it has printed more than " + (LONGEST_LOG >> 20) + " MB\n",
                            StandardOpenOption.APPEND);
                return new ToolRun(command, OUT_OF_TIME, log);
            }
            return new ToolRun(command, process.exitValue(), log);
        } catch (InterruptedException e) {
            Cleanup.stop(process);
            Thread.currentThread().interrupt();
            throw new IOException("interrupted while " + command.get(0) + " was running", e);
        } finally {
            Cleanup.remove(process);
            Cleanup.stopIfEnding();
        }
    }

    /** Whether it was stopped because its time was over. */
    public boolean outOfTime() {
        return exit == OUT_OF_TIME;
    }

    public boolean succeeded() {
        return exit == 0;
    }

    /** What the program printed, up to a bound. */
    public List<String> output() throws IOException {
        return text(log).lines().toList();
    }

    /** The text of a log, up to a bound. */
    public static String text(Path log) throws IOException {
        try (InputStream in = Files.newInputStream(log)) {
            return Console.decode(in.readNBytes(LONGEST_LOG), Console.charset());
        }
    }
}
