package dev.pfeiler.script;

import java.util.ArrayList;
import java.util.List;

/**
 * A whole line of a script, with the lines that continue it.
 *
 * @param number of its first line, counted from 1
 */
public record ScriptLine(int number, String text) {
    /** The most lines that a quote may span. */
    private static final int LONGEST_QUOTE = 40;

    /** Joins lines that end with a sign of continuation. */
    public static List<ScriptLine> joined(List<String> lines, char continuation) {
        List<ScriptLine> whole = new ArrayList<>();
        StringBuilder text = new StringBuilder();
        int start = 0;
        for (int i = 0; i < lines.size(); i++) {
            if (text.isEmpty()) start = i + 1;
            String kept = lines.get(i).stripTrailing();
            boolean open = kept.endsWith(String.valueOf(continuation)) && i + 1 < lines.size();
            if (open) {
                text.append(kept, 0, kept.length() - 1).append(' ');
                continue;
            }
            text.append(lines.get(i));
            whole.add(new ScriptLine(start, text.toString()));
            text.setLength(0);
        }
        return whole;
    }

    /**
     * The lines of a shell script that hold commands.
     *
     * @param documents whether there were here-documents, whose lines are left out
     */
    record Commands(List<ScriptLine> lines, boolean documents) {}

    /** Joins lines that continue, those within quotes too, and leaves out here-documents and comments. */
    static Commands commands(List<String> lines) {
        List<ScriptLine> found = new ArrayList<>();
        boolean documents = false;
        String document = "";
        List<ScriptLine> all = joined(lines, '\\');
        for (int i = 0; i < all.size(); i++) {
            ScriptLine line = all.get(i);
            if (!document.isEmpty()) {
                if (line.text.strip().equals(document)) document = "";
                continue;
            }
            String plain = ShellText.withoutComment(line.text).strip();
            int last = i;
            while (ShellText.isOpen(plain) && last + 1 < all.size() && last - i < LONGEST_QUOTE)
                plain += "\n" + all.get(++last).text;
            // a quote that never ends is an apostrophe
            if (last > i && ShellText.isOpen(plain))
                plain = ShellText.withoutComment(line.text).strip();
            else i = last;
            document = ShellText.hereDocument(plain);
            documents |= !document.isEmpty();
            if (!plain.isEmpty()) found.add(new ScriptLine(line.number, plain));
        }
        return new Commands(found, documents);
    }
}
