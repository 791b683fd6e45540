package dev.pfeiler.cli.view;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.tree.Text;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import org.jline.utils.WCWidth;

/** Lays text out in lines of a given width. */
public final class Screen {
    private static final Pattern CONTROL = Pattern.compile("[\\n\\r\\t\\f]");

    private static final int INDENT = 4;
    /** Where what belongs to a row starts. */
    static final int DETAIL = 6;

    private static final int MOST_EVIDENCE = 2;

    private final PrintStream out;
    private final int columns;
    private final boolean unicode;
    private final Palette palette;

    public Screen(PrintStream out, int columns, boolean unicode, Palette palette) {
        this.out = out;
        this.columns = columns;
        this.unicode = unicode;
        this.palette = palette;
    }

    int columns() {
        return columns;
    }

    Palette palette() {
        return palette;
    }

    boolean unicode() {
        return unicode;
    }

    /** A line of the view's own, as it is. */
    void raw(String line) {
        out.println(line);
    }

    void blank() {
        out.println();
    }

    void title(String text) {
        out.println(palette.strong(oneLine(text)));
    }

    void heading(String text) {
        blank();
        out.println(palette.strong(oneLine(text)));
    }

    /** A command as a user would type it. */
    public void prompt(String command) {
        blank();
        out.println(palette.place("$ ") + palette.strong(command));
        blank();
    }

    /** A paragraph, indented. */
    void text(int indent, String text) {
        text(indent, text, UnaryOperator.identity());
    }

    void text(int indent, String text, UnaryOperator<String> style) {
        for (String line : wrap(text, columns - indent)) out.println(" ".repeat(indent) + style.apply(line));
    }

    /** A row: a sign, a subject, and text in a column of its own, below the subject where that is too long. */
    void row(String sign, String subject, String text, int textColumn) {
        String start = "  " + sign + " ";
        int used = INDENT + width(subject);
        if (text.isEmpty() || used + 2 > textColumn) {
            for (String line : wrap(subject, columns - INDENT)) {
                out.println(start + palette.strong(line));
                start = " ".repeat(INDENT);
            }
            if (!text.isEmpty()) text(DETAIL, text);
            return;
        }
        String indent = start + palette.strong(subject) + " ".repeat(textColumn - used);
        for (String line : wrap(text, columns - textColumn)) {
            out.println(indent + line);
            indent = " ".repeat(textColumn);
        }
    }

    /** Where something was read, and the words; one line each, cut with a sign, unless all is to be seen. */
    void evidence(List<Evidence> evidence, boolean all) {
        int most = all ? Integer.MAX_VALUE : MOST_EVIDENCE;
        evidence.stream().limit(most).forEach(e -> {
            String line = e.excerpt().isEmpty() ? e.place() : e.place() + "  " + e.excerpt();
            if (all) text(DETAIL, line, palette::quiet);
            else
                out.println(" ".repeat(DETAIL)
                        + palette.quiet(fit(line, columns - DETAIL).stripTrailing()));
        });
        if (evidence.size() > most) text(DETAIL, more(evidence.size() - most), palette::quiet);
    }

    /** The column in which texts start beside their subjects; 0, for below them, where some subject is too long. */
    int textColumn(List<String> subjects) {
        int widest = subjects.stream().mapToInt(Screen::width).max().orElse(0);
        return widest > columns / 4 ? 0 : INDENT + widest + 2;
    }

    String sign(Certainty certainty) {
        return switch (certainty) {
            case CERTAIN -> palette.good(unicode ? "\u25cf" : "*");
            case LIKELY -> palette.careful(unicode ? "\u25d0" : "+");
            case GUESS -> palette.careful(unicode ? "\u25cb" : "?");
        };
    }

    String sign(Comparison.State state) {
        return switch (state) {
            case SAME -> palette.good("=");
            case EXPLAINED -> palette.careful(unicode ? "\u2248" : "~");
            case DIFFERENT -> palette.bad(unicode ? "\u2260" : "#");
        };
    }

    String attention() {
        return palette.bad("!");
    }

    /** What the signs of certainty mean. */
    void legend() {
        blank();
        out.println("  " + sign(Certainty.CERTAIN) + palette.quiet(" certain   ") + sign(Certainty.LIKELY)
                + palette.quiet(" likely   ") + sign(Certainty.GUESS) + palette.quiet(" guess"));
    }

    String arrow() {
        return unicode ? "\u2192" : "->";
    }

    /** A path as it is shortest for a user in the folder the program was called in. */
    static String shown(Path path) {
        Path here = Path.of("").toAbsolutePath();
        return path.startsWith(here) && !path.equals(here)
                ? here.relativize(path).toString()
                : path.toString();
    }

    /** The sign that text was left out. */
    String cut() {
        return unicode ? "\u2026" : "...";
    }

    String more(int count) {
        return cut() + " " + count + " more";
    }

    /** The text in that many columns, with a mark if some of it was cut. */
    String fit(String any, int room) {
        String text = oneLine(any);
        if (width(text) <= room) return text + " ".repeat(room - width(text));
        int end = within(text, room - width(cut()));
        String kept = text.substring(0, end) + cut();
        return kept + " ".repeat(Math.max(0, room - width(kept)));
    }

    /** Where the part of a text ends that fits into that many columns. */
    private static int within(String text, int columns) {
        int used = 0;
        int i = 0;
        while (i < text.length()) {
            int c = text.codePointAt(i);
            used += width(c);
            if (used > columns) return i;
            i += Character.charCount(c);
        }
        return i;
    }

    /** Names of files may contain control sequences, which a terminal would obey. */
    private static String oneLine(String text) {
        return CONTROL.matcher(Text.plain(text)).replaceAll("\uFFFD");
    }

    /** In columns: characters of East Asian scripts and emoji take two, combining ones none. */
    static int width(String text) {
        return text.codePoints().map(Screen::width).sum();
    }

    private static int width(int codePoint) {
        return Math.max(0, WCWidth.wcwidth(codePoint));
    }

    /** Lines of at most that width, broken at spaces, else behind slashes, else anywhere. */
    static List<String> wrap(String text, int room) {
        List<String> lines = new ArrayList<>();
        String rest = oneLine(text);
        while (width(rest) > room) {
            int limit = Math.max(1, within(rest, room));
            int space = rest.lastIndexOf(' ', limit);
            int slash = rest.lastIndexOf('/', limit - 1) + 1;
            int at = space > room / 3 ? space : slash > room / 3 ? slash : limit;
            lines.add(rest.substring(0, at).stripTrailing());
            rest = rest.substring(at).stripLeading();
        }
        lines.add(rest);
        return lines;
    }
}
