package dev.pfeiler.conversion;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.JsonText;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.util.Map;
import java.util.TreeMap;

/** Edits descriptors in JSON. */
public final class JsonEdit {
    private JsonEdit() {}

    /**
     * Adds an entry to a section that is sorted by name.
     *
     * @param indent of the file, in spaces
     * @throws Refusal if the entry is there already
     */
    public static Step.Edit declaring(
            ProjectTree tree, String path, String section, String name, String value, int indent) {
        try {
            Text text = tree.text(path);
            ObjectNode root = (ObjectNode) new ObjectMapper().readTree(text.content());
            if (root.path(section).has(name))
                throw Refusal.notPossible(name + " is already declared in " + path + ".", "There is nothing to add.");
            Map<String, String> entries = new TreeMap<>();
            root.path(section)
                    .properties()
                    .forEach(entry ->
                            entries.put(entry.getKey(), entry.getValue().asText()));
            entries.put(name, value);
            ObjectNode node = root.putObject(section);
            entries.forEach(node::put);
            String content = JsonText.of(root, indent);
            return new Step.Edit(
                    path, content, text.charset(), Step.Change.between(text.content(), content), "declares " + name);
        } catch (IOException | ClassCastException e) {
            throw Refusal.inputOutput("Cannot read " + path + ": " + e.getMessage(), "Correct it.", e);
        }
    }
}
