package dev.pfeiler.cli.page;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.List;

/** The contents of files that a conversion writes, and the lines that it changes in others, within bounds. */
final class FileTexts {
    private static final int LINES = 400;
    private static final int CHARACTERS = 600_000;
    private static final int LINE = 500;

    private final List<Shown> files = new ArrayList<>();
    private int room = CHARACTERS;

    private FileTexts() {}

    /**
     * A file.
     *
     * @param kind a word for styles
     * @param cut what is said of lines that are not shown; empty if all are
     */
    record Shown(String path, String kind, String word, String reason, List<Line> lines, String cut) {}

    /**
     * A line of a file.
     *
     * @param side {@code before} or {@code after}
     */
    record Line(String number, String side, String text) {}

    static List<Shown> of(List<Step> steps) {
        FileTexts texts = new FileTexts();
        for (Step step : steps) {
            if (step instanceof Step.Write write) texts.write(write);
            else if (step instanceof Step.Edit edit) texts.edit(edit);
        }
        return texts.files;
    }

    private void write(Step.Write write) {
        List<Line> lines = new ArrayList<>();
        int number = 0;
        for (String line : (Iterable<String>) write.content().lines()::iterator)
            lines.add(new Line(String.valueOf(++number), "after", line));
        add(write.path(), "written", "new", write.reason(), lines);
    }

    private void edit(Step.Edit edit) {
        List<Line> lines = new ArrayList<>();
        for (Step.Change change : edit.changes()) {
            String number = String.valueOf(change.line());
            if (!change.before().isEmpty()) lines.add(new Line(number, "before", change.before()));
            if (!change.after().isEmpty()) lines.add(new Line(number, "after", change.after()));
        }
        add(edit.path(), "edited", "edited", edit.reason(), lines);
    }

    private void add(String path, String kind, String word, String reason, List<Line> lines) {
        List<Line> shown = new ArrayList<>();
        for (Line line : lines) {
            if (shown.size() == LINES || room <= 0) break;
            String text = line.text().length() > LINE ? line.text().substring(0, LINE) + "\u2026" : line.text();
            room -= text.length();
            shown.add(new Line(line.number(), line.side(), text));
        }
        int left = lines.size() - shown.size();
        files.add(new Shown(
                path, kind, word, reason, shown, left == 0 ? "" : Text.count(left, "more line") + " not shown."));
    }
}
