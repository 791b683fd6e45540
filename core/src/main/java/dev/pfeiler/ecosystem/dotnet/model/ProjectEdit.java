package dev.pfeiler.ecosystem.dotnet.model;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Adds items to the text of a project file, and leaves all else as it is. */
public final class ProjectEdit {
    private static final Pattern END = Pattern.compile("(?m)^([ \\t]*)</Project>\\s*\\z");

    private ProjectEdit() {}

    /**
     * The text with one more item: among those of its kind by its name, else in a group of its own.
     *
     * @param name what the item includes
     */
    public static String including(String text, ProjectText.Element item, String name) {
        String end = text.contains("\r\n") ? "\r\n" : "\n";
        String line = "<" + item.kind() + ProjectText.attributes(item.attributes()) + " />";
        Pattern same = Pattern.compile("(?m)^([ \\t]*)<" + item.kind() + "\\s+Include=\"([^\"]*)\"[^\\n]*\\n");
        Matcher matcher = same.matcher(text);
        int at = -1;
        String indent = "    ";
        while (matcher.find()) {
            indent = matcher.group(1);
            boolean before = matcher.group(2).compareToIgnoreCase(name) < 0;
            if (at < 0 || before) at = before ? elementEnd(text, matcher) : matcher.start();
            if (!before) break;
        }
        if (at >= 0) return text.substring(0, at) + indent + line + end + text.substring(at);
        Matcher last = END.matcher(text);
        if (!last.find()) return text;
        return text.substring(0, last.start())
                + "  <ItemGroup>" + end + "    " + line + end + "  </ItemGroup>" + end + end
                + text.substring(last.start());
    }

    /** Behind an element that may span several lines. */
    private static int elementEnd(String text, Matcher matcher) {
        String first = matcher.group().strip();
        if (first.endsWith("/>") || first.contains("</")) return matcher.end();
        String kind = first.substring(1, first.indexOf(' '));
        int close = text.indexOf("</" + kind + ">", matcher.end());
        int line = close < 0 ? -1 : text.indexOf('\n', close);
        return line < 0 ? matcher.end() : line + 1;
    }
}
