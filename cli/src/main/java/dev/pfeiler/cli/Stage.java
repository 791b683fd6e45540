package dev.pfeiler.cli;

import java.util.function.Consumer;
import me.tongfei.progressbar.ProgressBar;
import me.tongfei.progressbar.ProgressBarBuilder;
import me.tongfei.progressbar.ProgressBarStyle;

/** Shows a user at a terminal what long work is at; says nothing elsewhere. */
public final class Stage implements Consumer<String>, AutoCloseable {
    private final ProgressBar bar;

    private Stage(ProgressBar bar) {
        this.bar = bar;
    }

    /** Progress on standard error, where that is a terminal. */
    public static Stage on(Terminal terminal, String task) {
        if (!terminal.err()) return new Stage(null);
        return new Stage(new ProgressBarBuilder()
                .setTaskName(task)
                .setInitialMax(-1)
                .setMaxRenderedLength(terminal.columns())
                .setStyle(terminal.unicode() ? ProgressBarStyle.UNICODE_BLOCK : ProgressBarStyle.ASCII)
                .clearDisplayOnFinish()
                .build());
    }

    @Override
    public void accept(String what) {
        if (bar != null) bar.setExtraMessage(" " + what);
    }

    @Override
    public void close() {
        if (bar != null) bar.close();
    }
}
