package dev.pfeiler.evidence;

import java.util.Objects;
import java.util.regex.Pattern;

/**
 * A place where a fact was read: a file, a line in it and the words that decided it.
 *
 * @param file path within the project, with {@code /} between its parts; an outside source is named in words
 * @param line counted from 1; 0 if the whole file is meant
 * @param excerpt the deciding words, without line ends; may be empty
 */
public record Evidence(String file, int line, String excerpt) {
    /** Of an excerpt that is a whole line, in characters. */
    private static final int LONGEST = 120;

    private static final Pattern BLANKS = Pattern.compile("\\s+");

    public Evidence {
        Objects.requireNonNull(file);
        if (line < 0) throw new IllegalArgumentException("line " + line);
        excerpt = oneLine(excerpt.strip());
    }

    private static String oneLine(String text) {
        boolean plain =
                text.indexOf("  ") < 0 && text.indexOf('\t') < 0 && text.indexOf('\n') < 0 && text.indexOf('\r') < 0;
        return plain ? text : BLANKS.matcher(text).replaceAll(" ");
    }

    /** Evidence that is a whole file. */
    public static Evidence of(String file, String excerpt) {
        return new Evidence(file, 0, excerpt);
    }

    /** The line of a file in which something starts; counted in characters from 0. */
    public static Evidence at(String file, String content, int offset) {
        int line = 1
                + (int) content.substring(0, offset)
                        .chars()
                        .filter(c -> c == '\n')
                        .count();
        int from = content.lastIndexOf('\n', offset - 1) + 1;
        int end = content.indexOf('\n', offset);
        String whole = content.substring(from, end < 0 ? content.length() : end);
        return new Evidence(file, line, whole.length() > LONGEST ? whole.substring(0, LONGEST) : whole);
    }

    /** {@code file:line}, or the file alone where no line is known. */
    public String place() {
        return line > 0 ? file + ":" + line : file;
    }

    /** The same place in a file below a folder. */
    public Evidence below(String folder) {
        return folder.isEmpty() ? this : new Evidence(folder + "/" + file, line, excerpt);
    }
}
