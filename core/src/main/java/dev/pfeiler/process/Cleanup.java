package dev.pfeiler.process;

import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/** Ends the programs that run and removes the scratch folders that are open when this process ends, by a signal too. */
final class Cleanup {
    private static final int TRIES = 20;
    private static final long PAUSE = 100;
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final Set<Process> RUNNING = ConcurrentHashMap.newKeySet();
    private static final Set<Path> FOLDERS = ConcurrentHashMap.newKeySet();
    private static final Object STARTS = new Object();
    private static volatile boolean ending;

    static {
        Runtime.getRuntime().addShutdownHook(new Thread(Cleanup::end, "cleanup"));
    }

    private Cleanup() {}

    /** Starts a program, so that it is either started before this process ends, and ended with it, or not at all. */
    static Process start(ProcessBuilder builder) throws IOException {
        return open(builder::start, RUNNING);
    }

    /** Makes a scratch folder, in the same way. */
    static Path folder(String prefix) throws IOException {
        // tools resolve links and then print other paths than they were given
        return open(() -> Files.createTempDirectory(prefix).toRealPath(), FOLDERS);
    }

    private static <T> T open(Opening<T> opening, Set<T> opened) throws IOException {
        synchronized (STARTS) {
            if (!ending) {
                T one = opening.open();
                opened.add(one);
                return one;
            }
        }
        while (true) LockSupport.park();
    }

    private interface Opening<T> {
        T open() throws IOException;
    }

    static void remove(Process process) {
        RUNNING.remove(process);
    }

    /** Removes a scratch folder; one whose files are still being written is tried again. */
    static void delete(Path folder) {
        for (int i = 1; ; i++) {
            try {
                Trees.delete(folder);
                FOLDERS.remove(folder);
                return;
            } catch (IOException e) {
                if (i == TRIES) {
                    LoggerFactory.getLogger(Cleanup.class).warn("{} could not be removed: {}", folder, e.toString());
                    return;
                }
            }
            LockSupport.parkNanos(PAUSE * 1_000_000);
        }
    }

    /** Called by whoever would go on: what it made from here on would not be removed any more. */
    static void stopIfEnding() {
        while (ending) LockSupport.park();
    }

    /** Ends a program and all that it has started, and waits until they have ended. */
    static void stop(Process process) {
        List<ProcessHandle> all = Stream.concat(process.descendants(), Stream.of(process.toHandle()))
                .toList();
        all.forEach(ProcessHandle::destroyForcibly);
        long end = System.nanoTime() + PATIENCE.toNanos();
        for (ProcessHandle one : all) {
            try {
                one.onExit().get(Math.max(1, end - System.nanoTime()), TimeUnit.NANOSECONDS);
            } catch (ExecutionException | TimeoutException e) {
                LoggerFactory.getLogger(Cleanup.class).debug("{} has not ended", one.pid(), e);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    private static void end() {
        synchronized (STARTS) {
            ending = true;
        }
        RUNNING.forEach(Cleanup::stop);
        FOLDERS.forEach(Cleanup::delete);
    }
}
