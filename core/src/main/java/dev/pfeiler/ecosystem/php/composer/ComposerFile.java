package dev.pfeiler.ecosystem.php.composer;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.core.util.Separators;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Map;

/**
 * A {@code composer.json}. Source: the schema of Composer 2.
 *
 * @param library whether other programs use it, and nothing of it is started
 * @param license an SPDX identifier; empty if none is known
 * @param require package to constraint, the language and its extensions among them
 * @param repositories folders of the project that hold a package, with the version of each, which may be empty
 * @param scripts name to command
 */
public record ComposerFile(
        String name,
        boolean library,
        String license,
        String version,
        Map<String, String> require,
        Map<String, String> requireDev,
        List<Local> repositories,
        Autoload autoload,
        Autoload autoloadDev,
        Map<String, String> scripts) {
    public static final String NAME = "composer.json";

    /**
     * A package in a folder of the project.
     *
     * @param version empty if it is not known
     */
    public record Local(String folder, String name, String version) {}

    /**
     * What is loaded when it is used, and what at every start.
     *
     * @param namespaces folder by prefix
     * @param classes files and folders in which classes are looked for
     * @param files loaded at every start
     */
    public record Autoload(Map<String, String> namespaces, List<String> classes, List<String> files) {
        public static final Autoload NONE = new Autoload(Map.of(), List.of(), List.of());

        boolean isNothing() {
            return namespaces.isEmpty() && classes.isEmpty() && files.isEmpty();
        }
    }

    /** The text of the file. */
    public String text() {
        ObjectMapper json = new ObjectMapper();
        ObjectNode root = json.createObjectNode();
        root.put("name", name);
        root.put("type", library ? "library" : "project");
        if (!license.isEmpty()) root.put("license", license);
        if (!version.isEmpty()) root.put("version", version);
        ArrayNode places = json.createArrayNode();
        for (Local local : repositories) {
            ObjectNode place = places.addObject().put("type", "path").put("url", local.folder());
            if (!local.version().isEmpty())
                place.putObject("options").putObject("versions").put(local.name(), local.version());
        }
        if (!places.isEmpty()) root.set("repositories", places);
        put(root, "require", require);
        put(root, "require-dev", requireDev);
        put(root, "autoload", autoload);
        put(root, "autoload-dev", autoloadDev);
        put(root, "scripts", scripts);
        try {
            Separators separators =
                    Separators.createDefaultInstance().withObjectFieldValueSpacing(Separators.Spacing.AFTER);
            DefaultPrettyPrinter printer = new DefaultPrettyPrinter(separators);
            DefaultIndenter indenter = new DefaultIndenter("    ", "\n");
            printer.indentObjectsWith(indenter);
            printer.indentArraysWith(indenter);
            return json.writer(printer).writeValueAsString(root) + "\n";
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void put(ObjectNode root, String key, Map<String, String> values) {
        if (values.isEmpty()) return;
        ObjectNode node = root.putObject(key);
        values.forEach(node::put);
    }

    private static void put(ObjectNode root, String key, Autoload autoload) {
        if (autoload.isNothing()) return;
        ObjectNode node = root.putObject(key);
        if (!autoload.namespaces().isEmpty()) {
            ObjectNode namespaces = node.putObject("psr-4");
            autoload.namespaces().forEach(namespaces::put);
        }
        if (!autoload.classes().isEmpty()) autoload.classes().forEach(node.putArray("classmap")::add);
        if (!autoload.files().isEmpty()) autoload.files().forEach(node.putArray("files")::add);
    }
}
