package dev.pfeiler.process;

import dev.pfeiler.tree.Trees;
import java.io.IOException;
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
    private static volatile boolean ending;

    static {
        Runtime.getRuntime().addShutdownHook(new Thread(Cleanup::end, "cleanup"));
    }

    private Cleanup() {}

    static void add(Process process) {
        RUNNING.add(process);
    }

    static void remove(Process process) {
        RUNNING.remove(process);
    }

    static void add(Path folder) {
        FOLDERS.add(folder);
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
        ending = true;
        RUNNING.forEach(Cleanup::stop);
        FOLDERS.forEach(Cleanup::delete);
    }
}
