package dev.pfeiler.cli.view;

import dev.pfeiler.conversion.Undo;
import java.util.List;

/** Shows what an undo did. */
public final class UndoView {
    private static final int FILES = 10;

    private final Screen screen;
    private final boolean verbose;

    public UndoView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    public void show(Undo.Result result) {
        int steps = result.reversed();
        screen.raw("Original project restored: " + steps + (steps == 1 ? " step reversed." : " steps reversed."));
        list("Saved", result.aside());
        list("Created since the conversion (kept)", result.left());
        list("Build output removed", result.built());
    }

    private void list(String heading, List<String> paths) {
        if (paths.isEmpty()) return;
        screen.heading(heading);
        int most = verbose ? paths.size() : FILES;
        paths.stream().limit(most).forEach(path -> screen.text(4, path));
        if (paths.size() > most) screen.text(4, screen.more(paths.size() - most), screen.palette()::quiet);
    }
}
