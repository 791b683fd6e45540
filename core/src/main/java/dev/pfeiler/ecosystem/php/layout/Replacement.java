package dev.pfeiler.ecosystem.php.layout;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.tree.Text;
import java.util.Comparator;
import java.util.List;

/**
 * Other text for a piece of a file.
 *
 * @param start of the piece in the file's text
 * @param end behind the piece
 */
public record Replacement(int start, int end, String text) {
    public static List<Replacement> ordered(List<Replacement> replacements) {
        return replacements.stream()
                .sorted(Comparator.comparingInt(Replacement::start).thenComparingInt(Replacement::end))
                .toList();
    }

    /** The line that it changes, for people. */
    public Step.Change change(String whole) {
        int line = Text.lineAt(whole, start);
        if (start == end) return new Step.Change(line, "", text.strip());
        int from = whole.lastIndexOf('\n', start - 1) + 1;
        int lineEnd = whole.indexOf('\n', end - 1);
        int to = lineEnd < 0 ? whole.length() : lineEnd;
        String rest = end <= to ? whole.substring(end, to) : "";
        return new Step.Change(
                line, whole.substring(from, to).strip(), (whole.substring(from, start) + text + rest).strip());
    }

    /** The text with all pieces replaced; they do not overlap. */
    public static String in(String text, List<Replacement> replacements) {
        StringBuilder changed = new StringBuilder();
        int from = 0;
        for (Replacement each : ordered(replacements)) {
            if (each.start < from) continue;
            changed.append(text, from, each.start).append(each.text);
            from = each.end;
        }
        return changed.append(text.substring(from)).toString();
    }
}
