package dev.pfeiler.ecosystem.jvm.target.gradle;

import java.util.ArrayList;
import java.util.List;

/** The blocks at the top of a script. Strings and comments are skipped, so that their braces do not count. */
final class ScriptBlocks {
    private final String text;
    private final List<Block> blocks = new ArrayList<>();
    private int at;
    private boolean balanced = true;

    /**
     * A block at the top.
     *
     * @param name the word before its brace
     * @param start behind the brace
     * @param end of the closing brace
     */
    record Block(String name, int start, int end) {}

    private ScriptBlocks(String text) {
        this.text = text;
    }

    static ScriptBlocks of(String text) {
        ScriptBlocks blocks = new ScriptBlocks(text);
        blocks.read();
        return blocks;
    }

    List<Block> named(String name) {
        return blocks.stream().filter(block -> block.name().equals(name)).toList();
    }

    /** Whether each brace is closed. */
    boolean balanced() {
        return balanced;
    }

    private void read() {
        int depth = 0;
        int start = 0;
        String name = "";
        while (at < text.length()) {
            if (skipped()) continue;
            char c = text.charAt(at);
            if (c == '{' && depth++ == 0) {
                name = wordBefore(at);
                start = at + 1;
            } else if (c == '}') {
                if (depth == 0) balanced = false;
                else if (--depth == 0) blocks.add(new Block(name, start, at));
            }
            at++;
        }
        balanced &= depth == 0;
    }

    /** Goes behind a comment or a string that starts here; whether there was one. */
    private boolean skipped() {
        if (text.startsWith("//", at)) return to("\n", 2);
        if (text.startsWith("/*", at)) return to("*/", 2);
        for (String quote : List.of("\"\"\"", "'''")) if (text.startsWith(quote, at)) return to(quote, 3);
        char c = text.charAt(at);
        if (c != '"' && c != '\'') return false;
        at++;
        while (at < text.length() && text.charAt(at) != c && text.charAt(at) != '\n') {
            if (text.charAt(at) == '\\') at++;
            at++;
        }
        at++;
        return true;
    }

    private boolean to(String end, int from) {
        int found = text.indexOf(end, at + from);
        at = found < 0 ? text.length() : found + end.length();
        return true;
    }

    private String wordBefore(int brace) {
        int end = brace;
        while (end > 0 && Character.isWhitespace(text.charAt(end - 1))) end--;
        int start = end;
        while (start > 0 && Character.isJavaIdentifierPart(text.charAt(start - 1))) start--;
        return text.substring(start, end);
    }
}
