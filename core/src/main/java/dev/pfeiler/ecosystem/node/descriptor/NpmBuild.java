package dev.pfeiler.ecosystem.node.descriptor;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.JsonEdit;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.JsonDescriptor;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.model.Dependencies.Section;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.JsonPlaces;
import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The descriptor and the lock file of a package that npm manages. Source: the npm documentation, package.json. */
public final class NpmBuild implements ManagedBuild {
    private static final String LOCK = "package-lock.json";
    /** The list with one entry at least; the blanks before its last one. */
    private static final Pattern WORKSPACES = Pattern.compile(
            "\"workspaces\"\\s*+:\\s*+(?:\\{\\s*+\"packages\"\\s*+:\\s*+)?\\[((?:(\\s*+)\"[^\"]*+\"(?:\\s*+,)?)+?)(?=\\s*+\\])");

    private final JsonDescriptor descriptor;

    private NpmBuild(JsonDescriptor descriptor) {
        this.descriptor = descriptor;
    }

    /**
     * The package at the top of a tree, if there is one.
     *
     * @throws Refusal if its descriptor is not valid
     */
    public static Optional<ManagedBuild> read(ProjectTree tree) {
        return JsonDescriptor.read(tree, PackageDescriptor.NAME).map(NpmBuild::new);
    }

    @Override
    public String descriptor() {
        return PackageDescriptor.NAME;
    }

    @Override
    public Identity identity() {
        String name = descriptor.at("name").asText();
        int slash = name.indexOf('/');
        String group = slash > 0 ? name.substring(0, slash) : "";
        return new Identity(group, name, descriptor.at("version").asText());
    }

    @Override
    public List<DeclaredPackage> declared() {
        return Arrays.stream(Section.values())
                .flatMap(section -> descriptor.declared(section.field()).stream())
                .toList();
    }

    @Override
    public Map<String, String> managedVersions() {
        Map<String, String> managed = new LinkedHashMap<>();
        descriptor.at("overrides").properties().forEach(entry -> {
            if (entry.getValue().isTextual())
                managed.put(entry.getKey(), entry.getValue().asText());
        });
        return managed;
    }

    @Override
    public Map<String, Stated> settings() {
        Map<String, Stated> settings = new LinkedHashMap<>();
        descriptor.put(settings, LEVEL, "engines", "node");
        descriptor.put(settings, "type", "type");
        descriptor.put(settings, "main", "main");
        descriptor.putAll(settings, "script:", "scripts");
        return settings;
    }

    @Override
    public List<LockedPackage> locked() {
        ProjectTree tree = descriptor.tree();
        if (!tree.has(LOCK)) return List.of();
        List<LockedPackage> locked = new ArrayList<>();
        try {
            String content = tree.text(LOCK).content();
            JsonPlaces lines = JsonPlaces.of(content);
            String folder = InstalledPackages.FOLDER + "/";
            new ObjectMapper().readTree(content).path("packages").properties().forEach(entry -> {
                int at = entry.getKey().lastIndexOf(folder);
                String version = entry.getValue().path("version").asText();
                if (at < 0 || version.isEmpty()) return;
                String name = entry.getKey().substring(at + folder.length());
                locked.add(new LockedPackage(
                        new PackageNotation(name, version),
                        new Evidence(LOCK, lines.line("packages", entry.getKey()), name + " " + version)));
            });
        } catch (IOException e) {
            throw Refusal.notPossible(LOCK + " is not valid JSON: " + e.getMessage(), "Run npm install again.");
        }
        return locked;
    }

    /** The workspaces. */
    @Override
    public List<String> modules() {
        List<PathPattern> patterns = workspaces();
        return descriptor.tree().files().stream()
                .filter(file -> file.name().equals(PackageDescriptor.NAME))
                .map(TreeFile::path)
                .map(Paths::parent)
                .filter(folder -> patterns.stream().anyMatch(pattern -> pattern.matches(folder)))
                .toList();
    }

    /** Among the workspaces, unless a pattern of theirs covers it. */
    @Override
    public Optional<Step.Edit> listing(String module, String reason) {
        if (workspaces().stream().anyMatch(pattern -> pattern.matches(module))) return Optional.empty();
        EditableText text = EditableText.require(descriptor.tree(), PackageDescriptor.NAME);
        Matcher list = WORKSPACES.matcher(text.content());
        if (!list.find()) return Optional.empty();
        String before = text.content().substring(0, list.end(1));
        String indent = list.group(2).contains("\n") ? list.group(2) : " ";
        return Optional.of(text.edit(
                before + "," + indent + "\"" + module + "\"" + text.content().substring(list.end(1)), reason));
    }

    private List<PathPattern> workspaces() {
        JsonNode stated = descriptor.at("workspaces");
        List<PathPattern> patterns = new ArrayList<>();
        (stated.isObject() ? stated.path("packages") : stated)
                .forEach(pattern -> patterns.add(PathPattern.of(pattern.asText())));
        return patterns;
    }

    @Override
    public Step.Edit declaring(List<Request> packages, String reason) {
        JsonEdit edit = descriptor.edit();
        for (Request each : packages)
            edit.add(
                    section(each.scope()).field(),
                    each.notation().name(),
                    each.notation().version());
        return edit.edit(reason);
    }

    private static Section section(String scope) {
        for (Section section : Section.values()) if (section.field().equals(scope)) return section;
        return scope.equals("test") ? Section.DEVELOPMENT : Section.RUNTIME;
    }
}
