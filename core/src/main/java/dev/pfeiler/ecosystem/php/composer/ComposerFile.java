package dev.pfeiler.ecosystem.php.composer;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.tree.JsonText;
import java.util.List;
import java.util.Map;

/**
 * A {@code composer.json}. Source: the schema of Composer 2.
 *
 * @param scripts name to command
 * @param vendorFolder the folder that packages and the autoloader are written to
 */
public record ComposerFile(
        Identity identity,
        Requirements requirements,
        Autoload autoload,
        Autoload autoloadDev,
        Map<String, String> scripts,
        String vendorFolder) {
    public static final String NAME = "composer.json";

    /** The folder for packages, where a project does not say another one. */
    public static final String VENDOR = "vendor";

    /**
     * What the package is.
     *
     * @param library whether other programs use it, and nothing of it is started
     * @param license an SPDX identifier; empty if none is known
     * @param programs files that are installed as commands
     */
    public record Identity(
            String name, String description, boolean library, String license, String version, List<String> programs) {}

    /**
     * What the package needs.
     *
     * @param require package to constraint, the language and its extensions among them
     * @param suggest package to what it is for
     * @param repositories folders of the project that hold a package, with the version of each, which may be empty
     * @param includePath folders in which statements of the package look for the files that they load
     */
    public record Requirements(
            Map<String, String> require,
            Map<String, String> requireDev,
            Map<String, String> suggest,
            List<Local> repositories,
            List<String> includePath) {}

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
     * @param underscores folder by prefix of names in which underscores are folders
     * @param classes files and folders in which classes are looked for
     * @param excluded what of those folders is left out
     * @param files loaded at every start
     */
    public record Autoload(
            Map<String, String> namespaces,
            Map<String, String> underscores,
            List<String> classes,
            List<String> excluded,
            List<String> files) {
        /** Whether nothing is loaded when it is used. */
        public boolean isWithoutClasses() {
            return namespaces.isEmpty() && underscores.isEmpty() && classes.isEmpty();
        }
    }

    /** The autoloader that Composer writes. */
    public String autoloader() {
        return vendorFolder + "/autoload.php";
    }

    /** The text of the file. */
    public String text() {
        ObjectMapper json = new ObjectMapper();
        ObjectNode root = json.createObjectNode();
        root.put("name", identity.name());
        if (!identity.description().isEmpty()) root.put("description", identity.description());
        root.put("type", identity.library() ? "library" : "project");
        if (!identity.license().isEmpty()) root.put("license", identity.license());
        if (!identity.version().isEmpty()) root.put("version", identity.version());
        ArrayNode places = json.createArrayNode();
        for (Local local : requirements.repositories()) {
            ObjectNode place = places.addObject().put("type", "path").put("url", local.folder());
            if (!local.version().isEmpty())
                place.putObject("options").putObject("versions").put(local.name(), local.version());
        }
        if (!places.isEmpty()) root.set("repositories", places);
        put(root, "require", requirements.require());
        put(root, "require-dev", requirements.requireDev());
        put(root, "suggest", requirements.suggest());
        put(root, "autoload", autoload);
        put(root, "autoload-dev", autoloadDev);
        put(root, "include-path", requirements.includePath());
        put(root, "bin", identity.programs());
        put(root, "scripts", scripts);
        if (!vendorFolder.equals(VENDOR)) root.putObject("config").put("vendor-dir", vendorFolder);
        return JsonText.of(root, 4);
    }

    private static void put(ObjectNode root, String key, Map<String, String> values) {
        if (values.isEmpty()) return;
        ObjectNode node = root.putObject(key);
        values.forEach(node::put);
    }

    private static void put(ObjectNode root, String key, List<String> values) {
        if (!values.isEmpty()) values.forEach(root.putArray(key)::add);
    }

    private static void put(ObjectNode root, String key, Autoload autoload) {
        if (autoload.isWithoutClasses() && autoload.files().isEmpty()) return;
        ObjectNode node = root.putObject(key);
        put(node, "psr-4", autoload.namespaces());
        put(node, "psr-0", autoload.underscores());
        put(node, "classmap", autoload.classes());
        put(node, "exclude-from-classmap", autoload.excluded());
        put(node, "files", autoload.files());
    }
}
