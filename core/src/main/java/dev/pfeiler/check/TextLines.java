package dev.pfeiler.check;

import java.util.function.UnaryOperator;

/** Changes of single lines of a text. */
final class TextLines {
    private TextLines() {}

    /** The text with a line changed. */
    static String changed(String text, int line, UnaryOperator<String> change) {
        int start = start(text, line);
        int end = text.indexOf('\n', start);
        if (end < 0) end = text.length();
        return text.substring(0, start) + change.apply(text.substring(start, end)) + text.substring(end);
    }

    /** Where a line starts; the last one if there are not so many. */
    static int start(String text, int line) {
        int at = 0;
        for (int i = 1; i < line; i++) {
            int end = text.indexOf('\n', at);
            if (end < 0) return at;
            at = end + 1;
        }
        return at;
    }
}
