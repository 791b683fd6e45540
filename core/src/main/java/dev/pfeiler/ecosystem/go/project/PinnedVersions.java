package dev.pfeiler.ecosystem.go.project;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The lists in which older tools keep which revisions lie in {@code vendor}: {@code Gopkg.lock}, {@code glide.lock},
 * {@code vendor/vendor.json}, {@code vendor/manifest} and {@code Godeps/Godeps.json}.
 */
public final class PinnedVersions {
    private static final Pattern TOML = Pattern.compile("\\s*(name|version|revision)\\s*=\\s*\"([^\"]*)\"\\s*");
    private static final List<String> FILES = List.of(
            "Gopkg.lock",
            "Gopkg.toml",
            "glide.lock",
            "glide.yaml",
            "vendor/vendor.json",
            "vendor/manifest",
            "Godeps/Godeps.json",
            "Godeps/Readme");

    private final ProjectTree tree;
    private final String folder;
    private final Map<String, Pin> pins = new LinkedHashMap<>();
    private Optional<Evidence> own = Optional.empty();

    /**
     * @param version a tag or a revision
     * @param revision of the repository; empty if only a tag is stated
     */
    public record Pin(String version, String revision, Evidence evidence) {}

    private PinnedVersions(ProjectTree tree, String folder) {
        this.tree = tree;
        this.folder = folder;
    }

    /** Those of the project in a folder of a tree. */
    static PinnedVersions of(ProjectTree tree, String folder) {
        PinnedVersions pinned = new PinnedVersions(tree, folder);
        pinned.gopkg();
        pinned.json("vendor/vendor.json", "package", "path", "version", "revision");
        pinned.json("vendor/manifest", "dependencies", "importpath", "", "revision");
        pinned.json("Godeps/Godeps.json", "Deps", "ImportPath", "Comment", "Rev");
        pinned.glide();
        return pinned;
    }

    /** The files of these lists that are there. */
    public List<String> files() {
        List<String> files = new ArrayList<>();
        for (String file : FILES) if (tree.has(Paths.join(folder, file))) files.add(Paths.join(folder, file));
        return files;
    }

    /** The path of the project itself, with the place that states it. */
    Optional<Evidence> own() {
        return own;
    }

    /** What is pinned for a module, or for a package of it. */
    public Optional<Pin> of(String module) {
        if (pins.containsKey(module)) return Optional.of(pins.get(module));
        return pins.entrySet().stream()
                .filter(pin -> ModulePath.holds(module, pin.getKey()) || ModulePath.holds(pin.getKey(), module))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    private void pin(String path, String version, String revision, Evidence evidence) {
        if (!ModulePath.isValid(path) || version.isEmpty() && revision.isEmpty()) return;
        pins.putIfAbsent(path, new Pin(version.isEmpty() ? revision : version, revision, evidence));
    }

    private void gopkg() {
        String path = Paths.join(folder, "Gopkg.lock");
        if (!tree.has(path)) return;
        Map<String, String> values = new LinkedHashMap<>();
        Evidence place = Evidence.of(path, "");
        List<String> lines = tree.lines(tree.file(path).orElseThrow(), 4 << 20);
        for (int i = 0; i < lines.size(); i++) {
            if (lines.get(i).strip().startsWith("[")) {
                pin(
                        values.getOrDefault("name", ""),
                        values.getOrDefault("version", ""),
                        values.getOrDefault("revision", ""),
                        place);
                values.clear();
            }
            Matcher matcher = TOML.matcher(lines.get(i));
            if (!matcher.matches()) continue;
            values.put(matcher.group(1), matcher.group(2));
            if (matcher.group(1).equals("name")) place = new Evidence(path, i + 1, lines.get(i));
        }
        pin(
                values.getOrDefault("name", ""),
                values.getOrDefault("version", ""),
                values.getOrDefault("revision", ""),
                place);
    }

    private void json(String file, String list, String name, String version, String revision) {
        read(file, new ObjectMapper()).ifPresent(root -> {
            String path = Paths.join(folder, file);
            for (String key : List.of("rootPath", "ImportPath"))
                if (root.path(key).isTextual() && own.isEmpty())
                    own = Optional.of(Evidence.of(path, root.path(key).asText()));
            for (JsonNode one : root.path(list))
                pin(
                        one.path(name).asText(""),
                        one.path(version).asText(""),
                        one.path(revision).asText(""),
                        Evidence.of(
                                path,
                                one.path(name).asText("") + " "
                                        + one.path(revision).asText("")));
        });
    }

    private void glide() {
        read("glide.lock", new ObjectMapper(new YAMLFactory())).ifPresent(root -> {
            for (String list : List.of("imports", "testImports"))
                for (JsonNode one : root.path(list))
                    pin(
                            one.path("name").asText(""),
                            one.path("version").asText(""),
                            "",
                            Evidence.of(
                                    Paths.join(folder, "glide.lock"),
                                    one.path("name").asText("") + " "
                                            + one.path("version").asText("")));
        });
    }

    private Optional<JsonNode> read(String file, ObjectMapper mapper) {
        String path = Paths.join(folder, file);
        if (!tree.has(path)) return Optional.empty();
        try {
            return Optional.ofNullable(mapper.readTree(tree.bytes(path)));
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
