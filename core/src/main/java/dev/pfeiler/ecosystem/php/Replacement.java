package dev.pfeiler.ecosystem.php;

import java.util.Comparator;
import java.util.List;

/**
 * Other text for a piece of a file.
 *
 * @param start of the piece in the file's text
 * @param end behind the piece
 */
record Replacement(int start, int end, String text) {
    /** The text with all pieces replaced; they do not overlap. */
    static String in(String text, List<Replacement> replacements) {
        StringBuilder changed = new StringBuilder();
        int from = 0;
        List<Replacement> ordered = replacements.stream()
                .sorted(Comparator.comparingInt(Replacement::start).thenComparingInt(Replacement::end))
                .toList();
        for (Replacement each : ordered) {
            if (each.start < from) continue;
            changed.append(text, from, each.start).append(each.text);
            from = each.end;
        }
        return changed.append(text.substring(from)).toString();
    }
}
