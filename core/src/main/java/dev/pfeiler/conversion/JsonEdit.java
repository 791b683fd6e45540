package dev.pfeiler.conversion;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.JsonText;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The edit of a descriptor in JSON, in the style that the file has: its indentation and line ends. */
public final class JsonEdit {
    private static final Pattern INDENT = Pattern.compile("\\{\\r?\\n( +)\"");

    private final String path;
    private final Text before;
    private final ObjectNode root;

    private JsonEdit(String path, Text before, ObjectNode root) {
        this.path = path;
        this.before = before;
        this.root = root;
    }

    /** @throws Refusal if the file cannot be read, or is no object in JSON */
    public static JsonEdit of(ProjectTree tree, String path) {
        Text text;
        try {
            text = tree.text(path);
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read " + path + ": " + e, "Check its permissions.", e);
        }
        try {
            if (new ObjectMapper().readTree(text.content()) instanceof ObjectNode root)
                return new JsonEdit(path, text, root);
        } catch (IOException e) {
            throw Refusal.notPossible(path + " is no valid JSON: " + e.getMessage(), "Fix it first.");
        }
        throw Refusal.notPossible(path + " holds no object.", "Fix it first.");
    }

    /** The document as it is. */
    public JsonNode root() {
        return root;
    }

    /** Adds an entry to a section, which is sorted by name then. */
    public void add(String section, String name, String value) {
        SortedMap<String, String> entries = new TreeMap<>();
        for (Map.Entry<String, JsonNode> entry : root.path(section).properties())
            entries.put(entry.getKey(), entry.getValue().asText());
        entries.put(name, value);
        ObjectNode node = root.putObject(section);
        entries.forEach(node::put);
    }

    public Step.Edit edit(String reason) {
        Matcher indent = INDENT.matcher(before.content());
        String text = JsonText.of(root, indent.find() ? indent.group(1).length() : 2);
        if (!before.content().endsWith("\n")) text = text.stripTrailing();
        String content = before.content().contains("\r\n") ? text.replace("\n", "\r\n") : text;
        return new Step.Edit(path, content, before.charset(), Step.Change.between(before.content(), content), reason);
    }
}
