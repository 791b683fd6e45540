package dev.pfeiler.process;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.ConnectException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/** A long-running process, such as a server. */
public final class RunningProgram implements AutoCloseable {
    private static final int MOST_LINES = 10_000;

    private final Process process;
    private final List<String> said = new ArrayList<>();
    private final CountDownLatch settled = new CountDownLatch(1);
    private final String readyLine;
    private volatile boolean ready;

    private RunningProgram(Process process, String readyLine) {
        this.process = process;
        this.readyLine = readyLine;
    }

    /**
     * Starts a program with its arguments as they are, and waits until it prints a line on standard output, ends, or the
     * time is over.
     *
     * @param log takes what it prints on standard error
     */
    public static RunningProgram start(List<String> command, Path folder, Path log, String readyLine, Duration limit)
            throws IOException {
        Files.createDirectories(log.getParent());
        Process process = Cleanup.start(
                new ProcessBuilder(command).directory(folder.toFile()).redirectError(log.toFile()));
        process.getOutputStream().close();
        RunningProgram program = new RunningProgram(process, readyLine);
        Thread reader = new Thread(program::listen, "output of " + command.get(0));
        reader.setDaemon(true);
        reader.start();
        try {
            if (!program.settled.await(limit.toMillis(), TimeUnit.MILLISECONDS)) program.close();
        } catch (InterruptedException e) {
            program.close();
            Thread.currentThread().interrupt();
            throw new IOException("interrupted while " + command.get(0) + " was starting", e);
        }
        return program;
    }

    /** A port of this machine that nothing listens on. */
    public static int freePort() throws IOException {
        try (ServerSocket free = new ServerSocket(0)) {
            return free.getLocalPort();
        }
    }

    /**
     * Starts a server with its arguments as they are, and waits until something listens on its port, it ends, or the time
     * is over.
     *
     * @param log takes what it prints
     */
    public static RunningProgram serving(List<String> command, Path folder, Path log, int port, Duration limit)
            throws IOException {
        return serving(command, folder, Map.of(), log, port, limit);
    }

    /** The same, with further environment variables. */
    public static RunningProgram serving(
            List<String> command, Path folder, Map<String, String> environment, Path log, int port, Duration limit)
            throws IOException {
        return until(command, folder, environment, log, () -> isListening(port), limit);
    }

    /** Whether something listens on a port of this machine. */
    public static boolean isListening(int port) throws IOException {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
            return socket.isConnected();
        } catch (ConnectException e) {
            return false;
        }
    }

    /** Something that a program does once it has started. */
    @FunctionalInterface
    public interface Sign {
        boolean isThere() throws IOException;
    }

    /**
     * Starts a program with its arguments as they are, and waits until it shows a sign, it ends, or the time is over.
     *
     * @param log takes what it prints
     */
    public static RunningProgram until(
            List<String> command, Path folder, Map<String, String> environment, Path log, Sign sign, Duration limit)
            throws IOException {
        Files.createDirectories(log.getParent());
        ProcessBuilder builder = new ProcessBuilder(command)
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(log.toFile());
        builder.environment().putAll(environment);
        Process process = Cleanup.start(builder);
        process.getOutputStream().close();
        RunningProgram program = new RunningProgram(process, "");
        try {
            program.ready = program.await(sign, limit);
        } catch (IOException e) {
            program.close();
            throw e;
        }
        return program;
    }

    /** Waits until it shows a sign, it ends, or the time is over; whether it has shown it. */
    public boolean await(Sign sign, Duration limit) throws IOException {
        long end = System.nanoTime() + limit.toNanos();
        try {
            while (process.isAlive() && System.nanoTime() < end) {
                if (sign.isThere()) return true;
                Thread.sleep(50);
            }
            return false;
        } catch (InterruptedException e) {
            close();
            Thread.currentThread().interrupt();
            throw new IOException("interrupted while waiting for a program", e);
        }
    }

    private void listen() {
        try (BufferedReader out =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
            for (String line = out.readLine(); line != null; line = out.readLine()) {
                if (line.equals(readyLine)) {
                    ready = true;
                    settled.countDown();
                }
                synchronized (said) {
                    if (said.size() < MOST_LINES) said.add(line);
                }
            }
        } catch (IOException e) {
            // it has ended
        } finally {
            settled.countDown();
        }
    }

    /** Its exit code, once it has ended. */
    public Optional<Integer> exit() {
        return process.isAlive() ? Optional.empty() : Optional.of(process.exitValue());
    }

    /** Whether it came as far as to say that it is ready. */
    public boolean isReady() {
        return ready;
    }

    /** What it has printed on standard output. */
    public List<String> said() {
        synchronized (said) {
            return List.copyOf(said);
        }
    }

    @Override
    public void close() {
        Cleanup.stop(process);
        Cleanup.remove(process);
        Cleanup.stopIfEnding();
    }
}
