package dev.pfeiler.cli;

import dev.pfeiler.tree.Progress;
import java.time.Instant;
import me.tongfei.progressbar.ProgressBar;
import me.tongfei.progressbar.ProgressBarBuilder;
import me.tongfei.progressbar.ProgressBarConsumer;
import me.tongfei.progressbar.ProgressBarStyle;

/**
 * Shows progress on a terminal: the current step and, if it has countable pieces, their number and an estimate of the time
 * left. Shows nothing elsewhere.
 */
public final class Stage implements Progress, AutoCloseable {
    private static final int UNKNOWN = -1;
    /** In milliseconds; what takes no longer shows nothing. */
    private static final int INTERVAL = 500;

    private final Terminal terminal;
    private final String task;
    private final Instant started = Instant.now();
    private ProgressBar bar;

    private Stage(Terminal terminal, String task) {
        this.terminal = terminal;
        this.task = task;
    }

    /** Progress on standard error, where that is a terminal. */
    public static Stage on(Terminal terminal, String task) {
        return new Stage(terminal, task);
    }

    @Override
    public synchronized void accept(String what) {
        show(what, UNKNOWN);
    }

    @Override
    public synchronized Pieces begin(String what, int count) {
        show(what, count == 0 ? UNKNOWN : count);
        ProgressBar shown = bar;
        return shown == null ? () -> {} : shown::step;
    }

    private void show(String what, int count) {
        if (!terminal.err()) return;
        // what comes first on the line is not cut off, and each work has a pace of its own
        if (bar != null) bar.close();
        bar = new ProgressBarBuilder()
                .setTaskName(task + ": " + what)
                .setInitialMax(count)
                .setUpdateIntervalMillis(INTERVAL)
                .setConsumer(new Line(terminal, started))
                .setStyle(terminal.unicode() ? ProgressBarStyle.UNICODE_BLOCK : ProgressBarStyle.ASCII)
                .clearDisplayOnFinish()
                .build();
    }

    /** Leaves the line to others; what is said later is shown again. */
    @Override
    public synchronized void close() {
        if (bar != null) bar.close();
        bar = null;
    }

    /** The line of a terminal that progress is shown in, and that is empty again behind it. */
    private static final class Line implements ProgressBarConsumer {
        private final Terminal terminal;
        private final Instant started;
        private int length;

        Line(Terminal terminal, Instant started) {
            this.terminal = terminal;
            this.started = started;
        }

        @Override
        public int getMaxRenderedLength() {
            // a terminal breaks a full line
            return terminal.columns() - 1;
        }

        @Override
        public synchronized void accept(String text) {
            if (Instant.now().isBefore(started.plusMillis(INTERVAL))) return;
            terminal.errors().print("\r" + text + " ".repeat(Math.max(0, length - text.length())));
            terminal.errors().flush();
            length = text.length();
        }

        @Override
        public synchronized void clear() {
            if (length > 0) terminal.errors().print("\r" + " ".repeat(length) + "\r");
            terminal.errors().flush();
            length = 0;
        }

        @Override
        public void close() {
            clear();
        }
    }
}
