package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A stretch of a build script that is in force for a module.
 *
 * @param file the script's path within the tree
 * @param content of the whole script
 * @param start of the stretch, in characters
 * @param end of the stretch, in characters
 */
record ScriptPart(String file, String content, int start, int end) {
    /** What is in a block of this part; nested ones by their names in order. */
    List<ScriptPart> blocks(String... names) {
        List<ScriptPart> found = List.of(this);
        for (String name : names) {
            List<ScriptPart> inner = new ArrayList<>();
            for (ScriptPart part : found)
                for (ScriptBlocks.Block block : ScriptBlocks.of(part.text()).named(name))
                    inner.add(new ScriptPart(file, content, part.start + block.start(), part.start + block.end()));
            found = inner;
        }
        return found;
    }

    /** The same without the content of a block; places stay what they are. */
    ScriptPart without(String name) {
        StringBuilder text = new StringBuilder(content);
        for (ScriptPart block : blocks(name))
            for (int i = block.start; i < block.end; i++) if (text.charAt(i) != '\n') text.setCharAt(i, ' ');
        return new ScriptPart(file, text.toString(), start, end);
    }

    String text() {
        return content.substring(start, end);
    }

    /** Finds a pattern in this part. */
    Matcher matcher(Pattern pattern) {
        return pattern.matcher(content).region(start, end);
    }

    /** The first place of a pattern. */
    Optional<Matcher> first(Pattern pattern) {
        Matcher matcher = matcher(pattern);
        while (matcher.find()) if (!isComment(matcher.start())) return Optional.of(matcher);
        return Optional.empty();
    }

    /** Whether a place is in a comment that starts in its line. */
    boolean isComment(int at) {
        int line = content.lastIndexOf('\n', at) + 1;
        return content.substring(line, at).strip().startsWith("//");
    }

    /** The line of a place. */
    Evidence place(int at) {
        int from = content.lastIndexOf('\n', at - 1) + 1;
        int to = content.indexOf('\n', at);
        return new Evidence(file, Text.lineAt(content, at), content.substring(from, to < 0 ? content.length() : to));
    }
}
