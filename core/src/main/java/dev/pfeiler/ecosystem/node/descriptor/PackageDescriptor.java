package dev.pfeiler.ecosystem.node.descriptor;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.model.EntryPoints;
import dev.pfeiler.ecosystem.node.model.Identity;
import dev.pfeiler.ecosystem.node.model.NodeBuild;
import dev.pfeiler.tree.JsonText;
import java.util.Map;
import java.util.TreeMap;

/** Writes the descriptor of a package. Source: the npm documentation, package.json. */
public final class PackageDescriptor {
    public static final String NAME = "package.json";

    private PackageDescriptor() {}

    /** The text of the file, in the style in which npm keeps it. */
    public static String text(NodeBuild build) {
        ObjectMapper json = new ObjectMapper();
        ObjectNode root = json.createObjectNode();
        Identity identity = build.identity();
        root.put("name", identity.name());
        root.put("version", identity.version());
        // nothing in a hand-wired project shows that it is published
        root.put("private", true);
        put(root, "description", identity.description());
        put(root, "license", identity.license());
        EntryPoints entry = build.entryPoints();
        put(root, "type", entry.type());
        entry.main().ifPresent(main -> root.put("main", main));
        if (!build.imports().isEmpty()) {
            ObjectNode imports = root.putObject("imports");
            build.imports().forEach((name, files) -> {
                if (files.size() > 1) put(imports, name, files);
                else imports.put(name, files.get("default"));
            });
        }
        entry.types().ifPresent(types -> root.put("types", types));
        put(root, "bin", new TreeMap<>(entry.programs()));
        if (!entry.published().isEmpty()) entry.published().forEach(root.putArray("files")::add);
        entry.engine().ifPresent(engine -> root.putObject("engines").put("node", engine));
        put(root, "scripts", build.scripts());
        for (Dependencies.Section section : Dependencies.Section.values())
            put(root, section.field(), build.dependencies().of(section));
        return JsonText.of(root, 2);
    }

    private static void put(ObjectNode root, String field, String value) {
        if (!value.isEmpty()) root.put(field, value);
    }

    private static void put(ObjectNode root, String field, Map<String, String> values) {
        if (values.isEmpty()) return;
        ObjectNode node = root.putObject(field);
        values.forEach(node::put);
    }
}
