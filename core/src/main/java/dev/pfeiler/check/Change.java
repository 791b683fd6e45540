package dev.pfeiler.check;

import dev.pfeiler.tree.Paths;
import java.util.function.UnaryOperator;

/** A change to one file. Changes of one file are carried out one after the other, each on what the ones before left. */
public sealed interface Change {
    /** Of the file as it is before all changes. */
    String path();

    /** The same in a tree that contains the change's own tree as a folder. */
    Change below(String folder);

    /**
     * The file gets another text.
     *
     * @param edit from the text of the file; the same text if it does not apply
     */
    record Edit(String path, UnaryOperator<String> edit) implements Change {
        @Override
        public Change below(String folder) {
            return new Edit(Paths.resolved(Paths.join(folder, path)), edit);
        }
    }

    /** A new file. */
    record Write(String path, String content) implements Change {
        @Override
        public Change below(String folder) {
            return new Write(Paths.resolved(Paths.join(folder, path)), content);
        }
    }

    /** The file goes to another place. */
    record Move(String path, String to) implements Change {
        @Override
        public Change below(String folder) {
            return new Move(Paths.resolved(Paths.join(folder, path)), Paths.resolved(Paths.join(folder, to)));
        }
    }

    /** The file leaves the tree. */
    record Delete(String path) implements Change {
        @Override
        public Change below(String folder) {
            return new Delete(Paths.resolved(Paths.join(folder, path)));
        }
    }

    /** A line gets another text. */
    static Change ofLine(String path, int line, UnaryOperator<String> edit) {
        return new Edit(path, text -> TextLines.changed(text, line, edit));
    }

    /** Another text in place of one in a line, where it is there once or more: the first is replaced. */
    static Change replacing(String path, int line, String before, String after) {
        return ofLine(path, line, text -> {
            int at = text.indexOf(before);
            return at < 0 ? text : text.substring(0, at) + after + text.substring(at + before.length());
        });
    }

    /** The next line with a content is removed, with its end. */
    static Change removingLine(String path, int line, String content) {
        return new Edit(path, text -> {
            // lines before it may have been removed by another change
            int from = text.indexOf(content, TextLines.start(text, Math.max(1, line - 20)));
            if (from < 0) return text;
            int start = text.lastIndexOf('\n', from) + 1;
            int end = text.indexOf('\n', from);
            return text.substring(0, start) + (end < 0 ? "" : text.substring(end + 1));
        });
    }
}
