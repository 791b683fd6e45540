package dev.pfeiler.cli.view;

import dev.pfeiler.conversion.Undo;
import java.util.List;

/** Shows what putting the old tree back came to. */
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
        screen.raw("The old tree is back: " + steps + (steps == 1 ? " step was reversed." : " steps were reversed."));
        list("Set aside", result.aside());
        list("Made since the conversion, and left where they are", result.left());
        list("Written by builds since, and gone", result.built());
    }

    private void list(String heading, List<String> paths) {
        if (paths.isEmpty()) return;
        screen.heading(heading);
        int most = verbose ? paths.size() : FILES;
        paths.stream().limit(most).forEach(path -> screen.text(4, path));
        if (paths.size() > most) screen.text(4, screen.more(paths.size() - most), screen.palette()::quiet);
    }
}
