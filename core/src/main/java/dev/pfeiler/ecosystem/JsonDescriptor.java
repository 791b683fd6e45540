package dev.pfeiler.ecosystem;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.conversion.JsonEdit;
import dev.pfeiler.ecosystem.ManagedBuild.DeclaredPackage;
import dev.pfeiler.ecosystem.ManagedBuild.Stated;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.JsonPlaces;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A descriptor in JSON, with the lines of what it states. */
public final class JsonDescriptor {
    private final ProjectTree tree;
    private final String path;
    private final JsonNode root;
    private final JsonPlaces places;

    private JsonDescriptor(ProjectTree tree, String path, JsonEdit document) {
        this.tree = tree;
        this.path = path;
        this.root = document.root();
        this.places = document.places();
    }

    /**
     * The descriptor at a path, if there is one.
     *
     * @throws dev.pfeiler.evidence.Refusal if it is not a JSON object
     */
    public static Optional<JsonDescriptor> read(ProjectTree tree, String path) {
        return tree.has(path) ? Optional.of(new JsonDescriptor(tree, path, JsonEdit.of(tree, path))) : Optional.empty();
    }

    public ProjectTree tree() {
        return tree;
    }

    public String path() {
        return path;
    }

    /** What is at the end of a way; a missing node if nothing is. */
    public JsonNode at(String... way) {
        JsonNode node = root;
        for (String name : way) node = node.path(name);
        return node;
    }

    /** The line of an entry, counted from 1; 0 if it is not known. */
    public int line(String... way) {
        return places.line(way);
    }

    /** The packages that a section declares: their names with the versions that are accepted. */
    public List<DeclaredPackage> declared(String section) {
        return at(section).properties().stream()
                .map(entry -> {
                    String range = entry.getValue().asText();
                    Evidence evidence =
                            new Evidence(path, places.line(section, entry.getKey()), entry.getKey() + ": " + range);
                    return new DeclaredPackage(new PackageNotation(entry.getKey(), range), section, Set.of(), evidence);
                })
                .toList();
    }

    /** Puts a plain value among settings, if there is one. */
    public void put(Map<String, Stated> settings, String key, String... way) {
        JsonNode value = at(way);
        if (!value.isValueNode()) return;
        settings.put(key, new Stated(value.asText(), new Evidence(path, places.line(way), value.asText())));
    }

    /** Puts all plain values of an object among settings, by their names behind a prefix. */
    public void putAll(Map<String, Stated> settings, String prefix, String... way) {
        at(way).fieldNames().forEachRemaining(name -> {
            String[] inner = java.util.Arrays.copyOf(way, way.length + 1);
            inner[way.length] = name;
            put(settings, prefix + name, inner);
        });
    }

    /** An edit of it, to which sections and entries are added. */
    public JsonEdit edit() {
        return JsonEdit.of(tree, path);
    }
}
