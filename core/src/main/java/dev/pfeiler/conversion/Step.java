package dev.pfeiler.conversion;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.github.difflib.DiffUtils;
import com.github.difflib.patch.AbstractDelta;
import dev.pfeiler.tree.Paths;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/** One change to one file of the tree. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "step")
@JsonSubTypes({
    @JsonSubTypes.Type(value = Step.Move.class, name = "move"),
    @JsonSubTypes.Type(value = Step.Write.class, name = "write"),
    @JsonSubTypes.Type(value = Step.Edit.class, name = "edit"),
    @JsonSubTypes.Type(value = Step.Retire.class, name = "retire")
})
public sealed interface Step {
    /** The file as it is named before the step, or for a written file after it. */
    String path();

    /** Why the step is taken; a phrase. */
    String reason();

    /** The path at which a file newly appears, where one does. */
    default Optional<String> goal() {
        return Optional.empty();
    }

    /** Whether the file no longer is at its path afterwards. */
    default boolean leaves() {
        return false;
    }

    /** The file goes to another place; its content stays. */
    record Move(String path, String to, String reason) implements Step {
        @Override
        public Optional<String> goal() {
            return Optional.of(to);
        }

        @Override
        public boolean leaves() {
            return true;
        }
    }

    /** A new file. */
    record Write(String path, String content, String reason) implements Step {
        @Override
        public Optional<String> goal() {
            return Optional.of(path);
        }
    }

    /**
     * A file gets other content, in its place or in another.
     *
     * @param to where it is afterwards; its path where it stays
     * @param content with the byte order mark that the file has
     * @param charset in which the content is written; the one in which it was read
     * @param changes the changed places, for people; the content decides
     */
    record Edit(String path, String to, String content, Charset charset, List<Change> changes, String reason)
            implements Step {
        public Edit {
            // proposals kept by earlier versions do not say it
            to = to == null ? path : to;
            changes = List.copyOf(changes);
        }

        /** The same edit of a file that goes to another place. */
        public Edit movedTo(String place) {
            return new Edit(path, place, content, charset, changes, reason);
        }

        /** The bytes of the file afterwards. */
        public byte[] bytes() {
            return content.getBytes(charset);
        }

        @Override
        public Optional<String> goal() {
            return leaves() ? Optional.of(to) : Optional.empty();
        }

        @Override
        public boolean leaves() {
            return !to.equals(path);
        }
    }

    /** The file leaves the tree; the ledger keeps it. */
    record Retire(String path, String reason) implements Step {
        @Override
        public boolean leaves() {
            return true;
        }
    }

    /**
     * One changed place of an edited file.
     *
     * @param line counted from 1, in the file as it was
     * @param before empty if lines were only added
     */
    record Change(int line, String before, String after) {
        /** The lines that differ between two texts. */
        public static List<Change> between(String before, String after) {
            List<Change> changes = new ArrayList<>();
            List<String> lines = before.lines().toList();
            for (AbstractDelta<String> delta :
                    DiffUtils.diff(lines, after.lines().toList()).getDeltas()) {
                int position = delta.getSource().getPosition();
                List<String> old = delta.getSource().getLines();
                List<String> now = delta.getTarget().getLines();
                if (old.isEmpty()) {
                    int shift = shift(lines, position, now);
                    position -= shift;
                    now = new ArrayList<>(now);
                    Collections.rotate(now, shift);
                } else if (now.isEmpty()) {
                    position -= shift(lines, position, old);
                    old = lines.subList(position, position + old.size());
                }
                for (int i = 0; i < Math.max(old.size(), now.size()); i++) {
                    // what is added after the old lines has the number of the last of them
                    int line = position + 1 + Math.min(i, Math.max(0, old.size() - 1));
                    changes.add(new Change(line, line(old, i), line(now, i)));
                }
            }
            return changes;
        }

        /**
         * How many lines earlier an insertion or a removal can be said to start, so that it is a whole block: its first
         * and last line are the least indented. That is possible while the line before it equals its last line.
         */
        private static int shift(List<String> lines, int position, List<String> block) {
            int best = 0;
            int least = Integer.MAX_VALUE;
            int size = block.size();
            for (int shift = 0; shift < size; shift++) {
                int indent = indent(block.get((size - shift) % size)) + indent(block.get(size - 1 - shift));
                if (indent < least) {
                    best = shift;
                    least = indent;
                }
                int previous = position - 1 - shift;
                if (previous < 0 || !lines.get(previous).equals(block.get(size - 1 - shift))) break;
            }
            return best;
        }

        private static int indent(String line) {
            return line.length() - line.stripLeading().length();
        }

        private static String line(List<String> lines, int i) {
            return i < lines.size() ? lines.get(i).strip() : "";
        }
    }

    /** The same step in a tree that contains the step's own tree as a folder. */
    default Step below(String folder) {
        if (folder.isEmpty()) return this;
        if (this instanceof Move move)
            return new Move(below(folder, move.path()), below(folder, move.to()), move.reason());
        if (this instanceof Write write) return new Write(below(folder, write.path()), write.content(), write.reason());
        if (this instanceof Edit edit)
            return new Edit(
                    below(folder, edit.path()),
                    below(folder, edit.to()),
                    edit.content(),
                    edit.charset(),
                    edit.changes(),
                    edit.reason());
        return new Retire(below(folder, path()), reason());
    }

    private static String below(String folder, String path) {
        return Paths.resolved(Paths.join(folder, path));
    }
}
