package dev.pfeiler.conversion;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.io.JsonStringEncoder;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.JsonPlaces;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The edit of a descriptor in JSON by insertion: all that is there stays as it is, and what is added follows the style of
 * its neighbors.
 */
public final class JsonEdit {
    private static final Pattern COMMA = Pattern.compile("^\\s*,");

    private final String path;
    private final EditableText before;
    private final ObjectNode root;
    private String content;

    private JsonEdit(String path, EditableText before, ObjectNode root) {
        this.path = path;
        this.before = before;
        this.root = root;
        this.content = before.content();
    }

    /** @throws Refusal if the file cannot be read or edited, or does not contain a JSON object */
    public static JsonEdit of(ProjectTree tree, String path) {
        EditableText text = EditableText.require(tree, path);
        try {
            if (new ObjectMapper().readTree(text.content()) instanceof ObjectNode root)
                return new JsonEdit(path, text, root);
        } catch (IOException e) {
            throw Refusal.notPossible(path + " is not valid JSON: " + e.getMessage(), "Fix it first.");
        }
        throw Refusal.notPossible(path + " must contain a JSON object.", "Fix it first.");
    }

    /** The document as it was before the edit. */
    public JsonNode root() {
        return root;
    }

    /** Where its fields are. */
    public JsonPlaces places() {
        return JsonPlaces.of(before.content());
    }

    /** Adds an entry to a section, in its place by name if the section is sorted, else at its end. */
    public void add(String section, String name, String value) {
        try {
            JsonObject document = JsonObject.in(content, List.of());
            Optional<Entry> found = document.entry(section);
            if (found.isEmpty()) {
                insert(document, document.entries().size(), quoted(section) + ": " + section(document, name, value));
                return;
            }
            JsonObject object = JsonObject.in(content, List.of(section));
            Optional<Entry> same = object.entry(name);
            if (same.isPresent()) replace(same.get().value(), same.get().end(), quoted(value));
            else insert(object, object.place(name), quoted(name) + object.colon(content) + quoted(value));
        } catch (IOException e) {
            throw Refusal.notPossible(
                    path + " cannot be edited: " + section + " is not an object.",
                    "Declare " + name + " there yourself.");
        }
    }

    /** The text of a new section with one entry. */
    private String section(JsonObject document, String name, String value) {
        String entry = quoted(name) + ": " + quoted(value);
        if (!document.isMultiline(content)) return "{" + entry + "}";
        String indent = document.indent(content);
        return "{" + before.lineEnd() + indent + indent + entry + before.lineEnd() + indent + "}";
    }

    private void insert(JsonObject object, int at, String entry) {
        List<Entry> entries = object.entries();
        if (entries.isEmpty()) {
            String outer = lineIndent(object.start());
            String unit = JsonObject.unit(content);
            boolean single = content.indexOf('\n') < 0 || content.strip().indexOf('\n') < 0;
            String inner = single ? entry : before.lineEnd() + outer + unit + entry + before.lineEnd() + outer;
            replace(object.start() + 1, object.end(), inner);
            return;
        }
        String gap = object.isMultiline(content) ? before.lineEnd() + object.indent(content) : object.gap(content);
        if (at == 0) {
            int first = entries.get(0).start();
            replace(first, first, entry + "," + (gap.isEmpty() ? " " : gap));
        } else {
            int behind = entries.get(at - 1).end();
            replace(behind, behind, "," + gap + entry);
        }
    }

    private String lineIndent(int at) {
        int start = content.lastIndexOf('\n', at) + 1;
        int end = start;
        while (end < content.length() && (content.charAt(end) == ' ' || content.charAt(end) == '\t')) end++;
        return content.substring(start, end);
    }

    private void replace(int start, int end, String text) {
        content = content.substring(0, start) + text + content.substring(end);
    }

    private static String quoted(String text) {
        return "\"" + new String(JsonStringEncoder.getInstance().quoteAsString(text)) + "\"";
    }

    public Step.Edit edit(String reason) {
        return before.edit(content, reason);
    }

    /** Where an entry of an object is in the text: its name, and its value. */
    private record Entry(String name, int start, int value, int end) {}

    /** Where an object and its entries are in the text. */
    private record JsonObject(int start, int end, List<Entry> entries) {
        /** @param way the names of the entries that lead to it */
        static JsonObject in(String content, List<String> way) throws IOException {
            try (JsonParser parser = new JsonFactory().createParser(content)) {
                parser.nextToken();
                return read(parser, way);
            }
        }

        private static JsonObject read(JsonParser parser, List<String> way) throws IOException {
            if (parser.currentToken() != JsonToken.START_OBJECT) throw new IOException("not an object");
            int start = (int) parser.currentTokenLocation().getCharOffset();
            List<Entry> entries = new ArrayList<>();
            while (parser.nextToken() == JsonToken.FIELD_NAME) {
                String name = parser.currentName();
                int at = (int) parser.currentTokenLocation().getCharOffset();
                parser.nextToken();
                if (!way.isEmpty() && way.get(0).equals(name)) return read(parser, way.subList(1, way.size()));
                int value = (int) parser.currentTokenLocation().getCharOffset();
                parser.skipChildren();
                // strings are read to their end when they are asked for
                parser.getText();
                entries.add(new Entry(
                        name, at, value, (int) parser.currentLocation().getCharOffset()));
            }
            return new JsonObject(start, (int) parser.currentTokenLocation().getCharOffset(), entries);
        }

        Optional<Entry> entry(String name) {
            return entries.stream().filter(entry -> entry.name().equals(name)).reduce((one, next) -> next);
        }

        /** Before which entry a new one belongs. */
        int place(String name) {
            for (int i = 1; i < entries.size(); i++)
                if (entries.get(i - 1).name().compareTo(entries.get(i).name()) > 0) return entries.size();
            int at = 0;
            while (at < entries.size() && entries.get(at).name().compareTo(name) < 0) at++;
            return at;
        }

        boolean isMultiline(String content) {
            int first = entries.isEmpty() ? end : entries.get(0).start();
            return content.substring(start, first).indexOf('\n') >= 0;
        }

        /** What the first entry is indented by. */
        String indent(String content) {
            if (entries.isEmpty()) return "  ";
            int line = content.lastIndexOf('\n', entries.get(0).start()) + 1;
            return content.substring(line, entries.get(0).start());
        }

        /** What is between two entries on one line. */
        String gap(String content) {
            if (entries.size() < 2) return " ";
            return COMMA.matcher(content.substring(
                            entries.get(0).end(), entries.get(1).start()))
                    .replaceFirst("");
        }

        /** What is between the name of the first entry and its value. */
        String colon(String content) {
            if (entries.isEmpty()) return ": ";
            Entry first = entries.get(0);
            int name = first.start() + 1;
            while (content.charAt(name) != '"') name += content.charAt(name) == '\\' ? 2 : 1;
            return content.substring(name + 1, first.value());
        }

        /** What a level is indented by. */
        static String unit(String content) {
            try {
                JsonObject document = in(content, List.of());
                return document.isMultiline(content) ? document.indent(content) : "  ";
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
        }
    }
}
