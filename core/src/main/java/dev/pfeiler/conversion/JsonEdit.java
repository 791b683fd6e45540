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
import org.slf4j.LoggerFactory;

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
        return of(path, EditableText.require(tree, path));
    }

    /** The same of a text that has been read. */
    public static JsonEdit of(String path, EditableText text) {
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

    /** Removes an entry, and each section that it was the last entry of; nothing happens where there is none. */
    public void remove(String... way) {
        List<String> names = List.of(way);
        try {
            JsonObject object = JsonObject.in(content, names.subList(0, names.size() - 1));
            Optional<Entry> found = object.entry(names.get(names.size() - 1));
            if (found.isEmpty()) return;
            List<Entry> entries = object.entries();
            int at = entries.indexOf(found.get());
            if (entries.size() == 1 && names.size() > 1)
                remove(names.subList(0, names.size() - 1).toArray(String[]::new));
            else if (entries.size() == 1) replace(object.start() + 1, object.end(), "");
            else if (at + 1 < entries.size())
                replace(entries.get(at).start(), entries.get(at + 1).start(), "");
            else replace(entries.get(at - 1).end(), entries.get(at).end(), "");
        } catch (IOException e) {
            LoggerFactory.getLogger(JsonEdit.class).debug("{} has no {}", path, names, e);
        }
    }

    /** Gives an entry that there is another text; elements of arrays are named by their numbers from 0. */
    public void set(String value, String... way) {
        List<String> names = List.of(way);
        try {
            JsonObject object = JsonObject.in(content, names.subList(0, names.size() - 1));
            object.entry(names.get(names.size() - 1))
                    .ifPresent(entry -> replace(entry.value(), entry.end(), quoted(value)));
        } catch (IOException e) {
            LoggerFactory.getLogger(JsonEdit.class).debug("{} has no {}", path, names, e);
        }
    }

    /** Adds an entry to the document itself, behind another if that is there, else at its end. */
    public void put(String name, String value, String behind) {
        try {
            JsonObject document = JsonObject.in(content, List.of());
            Optional<Entry> same = document.entry(name);
            if (same.isPresent()) {
                replace(same.get().value(), same.get().end(), quoted(value));
                return;
            }
            int at = document.entry(behind)
                    .map(entry -> document.entries().indexOf(entry) + 1)
                    .orElse(document.entries().size());
            insert(document, at, quoted(name) + document.colon(content) + quoted(value));
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The text as it is after the edit. */
    public String content() {
        return content;
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
            boolean array = parser.currentToken() == JsonToken.START_ARRAY;
            if (!array && parser.currentToken() != JsonToken.START_OBJECT) throw new IOException("not an object");
            int start = (int) parser.currentTokenLocation().getCharOffset();
            List<Entry> entries = new ArrayList<>();
            while (true) {
                JsonToken token = parser.nextToken();
                if (token == JsonToken.END_ARRAY || token == JsonToken.END_OBJECT || token == null) break;
                int at = (int) parser.currentTokenLocation().getCharOffset();
                String name = array ? String.valueOf(entries.size()) : parser.currentName();
                if (!array) parser.nextToken();
                if (!way.isEmpty() && way.get(0).equals(name)) return read(parser, way.subList(1, way.size()));
                int value = (int) parser.currentTokenLocation().getCharOffset();
                parser.skipChildren();
                // strings are read to their end when they are asked for
                parser.getText();
                entries.add(new Entry(
                        name, at, value, (int) parser.currentLocation().getCharOffset()));
            }
            if (!way.isEmpty()) throw new IOException("no entry " + way.get(0));
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
