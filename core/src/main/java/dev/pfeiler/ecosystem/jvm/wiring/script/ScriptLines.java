package dev.pfeiler.ecosystem.jvm.wiring.script;

import java.util.ArrayList;
import java.util.List;

/** Lines of a script, with those that continue joined. */
public final class ScriptLines {
    private ScriptLines() {}

    /**
     * A whole line.
     *
     * @param number of its first line, counted from 1
     */
    public record Line(int number, String text) {}

    /** Joins lines that end with a sign of continuation. */
    public static List<Line> of(List<String> lines, char continuation) {
        List<Line> whole = new ArrayList<>();
        StringBuilder text = new StringBuilder();
        int start = 0;
        for (int i = 0; i < lines.size(); i++) {
            if (text.length() == 0) start = i + 1;
            String line = lines.get(i);
            boolean open = line.stripTrailing().endsWith(String.valueOf(continuation)) && i + 1 < lines.size();
            if (open) {
                String kept = line.stripTrailing();
                text.append(kept, 0, kept.length() - 1).append(' ');
                continue;
            }
            text.append(line);
            whole.add(new Line(start, text.toString()));
            text.setLength(0);
        }
        return whole;
    }
}
