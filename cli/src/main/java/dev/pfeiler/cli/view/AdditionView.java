package dev.pfeiler.cli.view;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.Addition;
import java.util.List;

/** Shows what was declared, and what that changes. */
public final class AdditionView {
    private final Screen screen;

    public AdditionView(Screen screen) {
        this.screen = screen;
    }

    public void show(Addition addition) {
        screen.title("Declared " + addition.declared());
        screen.text(2, "Version: " + addition.reason(), screen.palette()::quiet);
        screen.heading("~ " + addition.edit().path());
        for (Step.Change change : addition.edit().changes()) {
            int line = change.line();
            for (String text : change.after().lines().toList()) screen.raw(String.format("  %4d + %s", ++line, text));
        }
        list("New transitive dependencies", addition.brings(), "none");
        list("Version changes", addition.changes(), "none");
        if (addition.notes().isEmpty()) return;
        screen.heading("Notes");
        addition.notes().forEach(note -> screen.row(screen.attention(), note, "", 4));
    }

    private void list(String heading, List<String> lines, String none) {
        screen.heading(heading);
        if (lines.isEmpty()) screen.text(4, none, screen.palette()::quiet);
        lines.forEach(line -> screen.text(4, line));
    }
}
