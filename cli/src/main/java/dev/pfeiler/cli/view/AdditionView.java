package dev.pfeiler.cli.view;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.Addition;
import dev.pfeiler.fresh.NeedChange;
import java.util.List;

/** Shows what was declared, and what that changes. */
public final class AdditionView {
    private final Screen screen;

    public AdditionView(Screen screen) {
        this.screen = screen;
    }

    public void show(Addition addition) {
        screen.title("Declared " + addition.choice().declared());
        screen.text(2, "Version: " + addition.choice().reason(), screen.palette()::quiet);
        screen.heading("~ " + addition.edit().path());
        for (Step.Change change : addition.edit().changes()) {
            int line = change.line();
            for (String text : change.after().lines().toList()) screen.raw(String.format("  %4d + %s", ++line, text));
        }
        list("New transitive dependencies", addition.choice().brings(), "none");
        list("Version changes", addition.choice().changes(), "none");
        if (addition.choice().notes().isEmpty()) return;
        screen.heading("Notes");
        addition.choice().notes().forEach(note -> screen.row(screen.attention(), note, "", 4));
    }

    private void list(String heading, List<String> lines, String none) {
        screen.heading(heading);
        if (lines.isEmpty()) screen.text(4, none, screen.palette()::quiet);
        lines.forEach(line -> screen.text(4, line));
    }

    /** What a project gets for a need: each change, each file. */
    public void show(NeedChange change) {
        screen.title(change.serving().need() + ": " + change.serving().title());
        if (!change.declared().isEmpty()) {
            screen.heading("Declares");
            change.declared().forEach(text -> screen.text(2, text));
        }
        for (Step step : change.steps()) {
            if (step instanceof Step.Edit edit) {
                screen.heading("~ " + edit.path());
                for (Step.Change one : edit.changes()) {
                    if (!one.before().isEmpty()) screen.raw("  - " + one.before());
                    if (!one.after().isEmpty()) screen.raw("  + " + one.after());
                }
            } else if (step instanceof Step.Write write) {
                screen.heading("+ " + write.path());
                write.content().lines().forEach(line -> screen.raw("  " + line));
            }
        }
        if (!change.serving().atRuntime().isEmpty()) {
            screen.heading("Before it starts");
            screen.row(screen.attention(), "requires " + change.serving().atRuntime(), "", 2);
        }
        screen.blank();
    }
}
