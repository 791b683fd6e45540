package dev.pfeiler.ecosystem.dotnet.evaluation;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * A project file worked out for one configuration: its properties and items, with the files that it imports. Targets are
 * not run. Source: the MSBuild reference, "How MSBuild builds projects", evaluation phase.
 */
public final class Evaluation {
    private static final int DEEPEST = 20;
    /** How many files are imported. */
    private static final int MOST = 1000;
    /** Commands around the build. */
    private static final Set<String> EVENTS = Set.of("PreBuildEvent", "PostBuildEvent");

    private static final String SHARED = "Directory.Build.props";
    private static final String SHARED_TARGETS = "Directory.Build.targets";
    public static final String CENTRAL = "Directory.Packages.props";

    private final ProjectTree tree;
    private final FileSet files;
    private final String path;
    private final String folder;
    private final Properties properties = new Properties();
    private final List<Group> groups = new ArrayList<>();
    private final Map<String, List<Item>> items = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    private final List<XmlElement> targets = new ArrayList<>();
    private final List<String> acting = new ArrayList<>();
    private final Map<String, Evidence> places = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    private final List<Finding> trouble = new ArrayList<>();
    private final Set<String> imported = new LinkedHashSet<>();
    private final Set<String> open = new HashSet<>();
    private final String sdk;
    private final String tools;
    private int loads;

    /** Items as a file lists them. */
    private record Group(XmlElement element, String file) {}

    private Evaluation(ProjectTree tree, FileSet files, String path, XmlElement root, Map<String, String> given) {
        this.tree = tree;
        this.files = files;
        this.path = path;
        this.folder = Paths.parent(path);
        this.sdk = root.attribute("Sdk").isEmpty()
                ? root.child("Sdk").map(child -> child.attribute("Name")).orElse("")
                : root.attribute("Sdk");
        this.tools = root.attribute("ToolsVersion");
        given.forEach(properties::fix);
        provide();
        boolean isSdk = !sdk.isEmpty();
        if (isSdk) {
            nearest(SHARED).ifPresent(file -> load(file, 0));
            SdkDefaults.before(properties);
        }
        take(root, path, 0);
        if (isSdk) {
            nearest(CENTRAL).ifPresent(file -> load(file, 0));
            SdkDefaults.items(properties).forEach((kind, patterns) -> defaults(kind, patterns));
        }
        if (isSdk) nearest(SHARED_TARGETS).ifPresent(file -> load(file, 0));
        groups.forEach(this::items);
        if (properties.calledFunctions())
            trouble.add(Finding.trouble(path, "calls functions in its properties, which are taken as empty"));
    }

    /**
     * Works out a project file.
     *
     * @param given properties from outside, for example {@code Configuration}
     * @throws IOException if it cannot be read
     * @throws XmlElement.Malformed if it is not well-formed
     */
    public static Evaluation of(ProjectTree tree, FileSet files, String path, Map<String, String> given)
            throws IOException, XmlElement.Malformed {
        return new Evaluation(tree, files, path, files.document(path), given);
    }

    private void provide() {
        properties.provide("MSBuildProjectName", Paths.stem(path));
        properties.provide("MSBuildProjectFile", Paths.name(path));
        properties.provide("MSBuildProjectExtension", "." + Paths.extension(path));
        properties.provide("MSBuildProjectDirectory", folder.isEmpty() ? "/." : "/" + folder);
        properties.provide("MSBuildProjectFullPath", "/" + path);
        properties.provide("OS", "Windows_NT");
        Optional<String> solution = files.solution(folder);
        solution.ifPresent(file -> {
            String top = Paths.parent(file);
            properties.provide("SolutionDir", top.isEmpty() ? "/./" : "/" + top + "/");
            properties.provide("SolutionName", Paths.stem(file));
        });
    }

    private Optional<String> nearest(String name) {
        for (String at = folder; ; at = Paths.parent(at)) {
            String file = Paths.join(at, name);
            if (tree.has(file)) return Optional.of(file);
            if (at.isEmpty()) return Optional.empty();
        }
    }

    private void load(String file, int depth) {
        if (depth > DEEPEST || loads++ > MOST || !open.add(file)) return;
        imported.add(file);
        try {
            take(files.document(file), file, depth);
        } catch (IOException | XmlElement.Malformed e) {
            trouble.add(Finding.trouble(file, "cannot be read: " + e.getMessage()));
        }
        open.remove(file);
    }

    private void take(XmlElement parent, String file, int depth) {
        String here = Paths.parent(file);
        properties.provide("MSBuildThisFileDirectory", here.isEmpty() ? "/./" : "/" + here + "/");
        properties.provide("MSBuildThisFile", Paths.name(file));
        for (XmlElement child : parent.children()) {
            if (child.name().equals("Choose")) choose(child, file, depth);
            else if (holds(child, file)) take(child, file, here, depth);
        }
    }

    private void take(XmlElement child, String file, String here, int depth) {
        switch (child.name()) {
            case "PropertyGroup" -> {
                for (XmlElement one : child.children()) {
                    if (!holds(one, file)) continue;
                    // what they refer to is only known when they run
                    String value = EVENTS.contains(one.name())
                            ? one.text()
                            : Properties.unescaped(properties.expand(one.text()));
                    properties.state(one.name(), value);
                    places.put(one.name(), place(one, file));
                }
            }
            case "ItemGroup" -> groups.add(new Group(child, file));
            case "ImportGroup" -> take(child, file, depth);
            case "Import" -> {
                String name = properties.expand(child.attribute("Project"));
                for (String found : files.all(here, name)) {
                    load(found, depth + 1);
                    properties.provide("MSBuildThisFileDirectory", here.isEmpty() ? "/./" : "/" + here + "/");
                    properties.provide("MSBuildThisFile", Paths.name(file));
                }
            }
            case "Target" -> {
                if (file.equals(path)) targets.add(child);
                else act(file);
            }
            case "UsingTask" -> {
                if (!file.equals(path)) act(file);
            }
            default -> {}
        }
    }

    private void act(String file) {
        boolean restores = Paths.name(file).equalsIgnoreCase("NuGet.targets") || ("/" + file).contains("/packages/");
        if (!restores && !acting.contains(file)) acting.add(file);
    }

    private void choose(XmlElement choose, String file, int depth) {
        for (XmlElement branch : choose.children()) {
            boolean taken = branch.name().equals("Otherwise") || branch.name().equals("When") && holds(branch, file);
            if (!taken) continue;
            take(branch, file, depth);
            return;
        }
    }

    private Evidence place(XmlElement element, String file) {
        String text = element.attributes().isEmpty() && !element.text().isEmpty()
                ? "<" + element.name() + ">"
                        + element.text().lines().findFirst().orElse("")
                : element.tag();
        return new Evidence(file, element.line(), text);
    }

    private boolean holds(XmlElement element, String file) {
        String condition = element.attribute("Condition");
        Optional<Boolean> holds =
                Condition.holds(condition, properties::expand, name -> files.exists(Paths.parent(file), name));
        if (holds.isEmpty())
            trouble.add(Finding.trouble(
                    file, "has a condition that is not understood and is taken as false", place(element, file)));
        return holds.orElse(false);
    }

    private void defaults(String kind, SdkDefaults.Patterns patterns) {
        Set<String> excluded = new HashSet<>();
        for (String pattern : split(patterns.without())) excluded.addAll(files.all(folder, pattern));
        List<Item> found = items.computeIfAbsent(kind, k -> new ArrayList<>());
        for (String pattern : patterns.of())
            for (String file : files.all(folder, pattern)) {
                boolean hidden = ("/" + Paths.parent(Paths.relative(folder, file))).contains("/.");
                if (!hidden && !excluded.contains(file))
                    found.add(new Item(
                            Paths.relative(folder, file), Optional.of(file), Map.of(), Evidence.of(path, ""), false));
            }
    }

    private static List<String> split(String text) {
        List<String> parts = new ArrayList<>();
        for (String part : text.split(";")) if (!part.isBlank()) parts.add(part.strip());
        return parts;
    }

    private void items(Group group) {
        if (!holds(group.element(), group.file())) return;
        for (XmlElement element : group.element().children()) {
            if (!holds(element, group.file())) continue;
            List<Item> all = items.computeIfAbsent(element.name(), k -> new ArrayList<>());
            Map<String, String> said = metadata(element, group.file());
            for (String pattern : split(properties.expand(element.attribute("Remove")))) {
                Set<String> gone = new HashSet<>(files.all(folder, Properties.unescaped(pattern)));
                all.removeIf(item -> item.path().filter(gone::contains).isPresent()
                        || item.include().equalsIgnoreCase(pattern));
            }
            for (String pattern : split(properties.expand(element.attribute("Update")))) {
                Set<String> meant = new HashSet<>(files.all(folder, Properties.unescaped(pattern)));
                all.replaceAll(item -> item.path().filter(meant::contains).isPresent()
                                || item.include().equalsIgnoreCase(pattern)
                        ? item.with(worked(said, item, ""))
                        : item);
            }
            include(element, group.file(), all, said);
        }
    }

    private void include(XmlElement element, String file, List<Item> all, Map<String, String> said) {
        Set<String> excluded = new HashSet<>();
        for (String pattern : split(properties.expand(element.attribute("Exclude"))))
            excluded.addAll(files.all(folder, Properties.unescaped(pattern)));
        for (String pattern : split(properties.expand(element.attribute("Include")))) {
            String plain = Properties.unescaped(pattern);
            List<String> found = files.all(folder, plain);
            if (found.isEmpty() && !FileSet.isPattern(plain)) {
                Item item = new Item(plain, Optional.empty(), Map.of(), place(element, file), true);
                all.add(item.with(worked(said, item, "")));
            }
            String fixed = FileSet.path(folder, FileSet.isPattern(plain) ? plain : "")
                    .map(FileSet::fixed)
                    .orElse("");
            for (String path : found) {
                if (excluded.contains(path)) continue;
                Item item = new Item(
                        FileSet.isPattern(plain) ? Paths.from(folder, path) : plain,
                        Optional.of(path),
                        Map.of(),
                        place(element, file),
                        true);
                String deep = FileSet.isPattern(plain) && Paths.within(fixed, path)
                        ? Paths.parent(Paths.relative(fixed, path))
                        : "";
                all.add(item.with(worked(said, item, deep)));
            }
        }
    }

    /** What an item says of itself, in attributes or in elements. */
    private Map<String, String> metadata(XmlElement element, String file) {
        Map<String, String> said = new LinkedHashMap<>();
        Set<String> own = Set.of("Include", "Exclude", "Remove", "Update", "Condition", "Label");
        element.attributes().forEach((name, value) -> {
            if (!own.contains(name)) said.put(name, properties.expand(value));
        });
        for (XmlElement child : element.children())
            if (holds(child, file)) said.put(child.name(), properties.expand(child.text()));
        return said;
    }

    /** Metadata in which the item's own well-known parts are put. Source: the MSBuild reference, well-known item metadata. */
    private static Map<String, String> worked(Map<String, String> said, Item item, String deep) {
        Map<String, String> worked = new LinkedHashMap<>();
        String file = item.path().orElse(item.include().replace('\\', '/'));
        said.forEach((name, value) -> worked.put(
                name,
                Properties.unescaped(value.replace("%(RecursiveDir)", deep.isEmpty() ? "" : deep + "/")
                        .replace("%(Filename)", Paths.withoutExtension(Paths.name(file)))
                        .replace("%(Extension)", extension(file))
                        .replace("%(Identity)", item.include()))));
        return worked;
    }

    private static String extension(String file) {
        String name = Paths.name(file);
        return name.substring(Paths.withoutExtension(name).length());
    }

    /** The version of the tools that it was written for; empty if it states none. */
    public String tools() {
        return tools;
    }

    /** The SDK that it uses; empty for the format before. */
    public String sdk() {
        return sdk;
    }

    public String path() {
        return path;
    }

    /** The folder of the project file. */
    public String folder() {
        return folder;
    }

    /** A property's value; empty if it has none. */
    public String property(String name) {
        return properties.value(name).strip();
    }

    public boolean isTrue(String name) {
        return property(name).equalsIgnoreCase("true");
    }

    /** Where a property is set; the project file itself if nothing sets it. */
    public Evidence place(String property) {
        return places.getOrDefault(property, Evidence.of(path, ""));
    }

    /** The items of a kind, in their order. */
    public List<Item> items(String kind) {
        return List.copyOf(items.getOrDefault(kind, List.of()));
    }

    /** The kinds of which there are items. */
    public Set<String> kinds() {
        return Set.copyOf(items.keySet());
    }

    /** Targets of the project file itself. */
    public List<XmlElement> targets() {
        return List.copyOf(targets);
    }

    /** Files with targets or tasks that it imports, those that restore packages left out. */
    public List<String> acting() {
        return List.copyOf(acting);
    }

    /** Files of the tree that it imports. */
    public Set<String> imported() {
        return Set.copyOf(imported);
    }

    public List<Finding> trouble() {
        return List.copyOf(trouble);
    }
}
