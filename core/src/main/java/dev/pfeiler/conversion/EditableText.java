package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * The text of a file that can be edited: written again, it gives the same bytes. Only from it edits are made, so that each
 * keeps all bytes that it is not about: the byte order mark, line ends, and what no text should contain.
 */
public final class EditableText {
    private static final String MARK = "\uFEFF";

    private final String path;
    private final String mark;
    private final String content;
    private final Charset charset;

    private EditableText(String path, String mark, String content, Charset charset) {
        this.path = path;
        this.mark = mark;
        this.content = content;
        this.charset = charset;
    }

    /** The text of some bytes; nothing if it would not survive being written again. */
    public static Optional<EditableText> of(String path, byte[] bytes) {
        Text text = Text.decode(bytes);
        Charset charset = exact(text.charset(), bytes);
        String mark = startsWithMark(bytes, charset) ? MARK : "";
        EditableText editable = new EditableText(path, mark, text.content(), charset);
        return Arrays.equals((mark + text.content()).getBytes(charset), bytes)
                ? Optional.of(editable)
                : Optional.empty();
    }

    /** The text of a file of a tree. */
    public static Optional<EditableText> of(ProjectTree tree, String path) throws IOException {
        return of(path, tree.bytes(path));
    }

    /** @throws Refusal if the file cannot be read, or would not survive being written again */
    public static EditableText require(ProjectTree tree, String path) {
        try {
            return of(tree, path)
                    .orElseThrow(() -> Refusal.notPossible(
                            path + " contains control characters, or bytes that are not of one encoding; an edit would"
                                    + " change them.",
                            "Remove them first, or edit the file yourself."));
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read " + path + ": " + e, "Check its permissions.", e);
        }
    }

    /** The charset that states the order of bytes, too. */
    private static Charset exact(Charset charset, byte[] bytes) {
        if (!charset.equals(StandardCharsets.UTF_16)) return charset;
        return bytes[0] == (byte) 0xFE ? StandardCharsets.UTF_16BE : StandardCharsets.UTF_16LE;
    }

    private static boolean startsWithMark(byte[] bytes, Charset charset) {
        byte[] mark = charset.equals(StandardCharsets.UTF_8)
                        || charset.equals(StandardCharsets.UTF_16BE)
                        || charset.equals(StandardCharsets.UTF_16LE)
                ? MARK.getBytes(charset)
                : new byte[1];
        return mark.length > 1
                && bytes.length >= mark.length
                && Arrays.equals(bytes, 0, mark.length, mark, 0, mark.length);
    }

    /** The text, without the byte order mark. */
    public String content() {
        return content;
    }

    /** The end of most lines. */
    public String lineEnd() {
        long ends = content.chars().filter(c -> c == '\n').count();
        long windows = 0;
        for (int i = content.indexOf("\r\n"); i >= 0; i = content.indexOf("\r\n", i + 2)) windows++;
        return windows > 0 && windows * 2 >= ends ? "\r\n" : "\n";
    }

    /** The file with another text, in its place. */
    public Step.Edit edit(String changed, String reason) {
        return edit(path, changed, Step.Change.between(content, changed), reason);
    }

    /**
     * The file with another text.
     *
     * @param to where it is afterwards
     * @throws Refusal if its charset lacks a character of the text
     */
    public Step.Edit edit(String to, String changed, List<Step.Change> changes, String reason) {
        if (!charset.newEncoder().canEncode(changed))
            throw Refusal.notPossible(
                    path + " is encoded in " + charset + ", which lacks a character that is to be written to it.",
                    "Convert the file to UTF-8 first.");
        return new Step.Edit(path, to, mark + changed, charset, changes, reason);
    }
}
