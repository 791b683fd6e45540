package dev.pfeiler.ecosystem.jvm.wiring.ant;

import dev.pfeiler.ecosystem.jvm.wiring.PropertiesFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Reads a build file in the XML build language ({@code build.xml}) by working out what its tasks would do. No target is
 * run. The language: the manual of the build tool; which constructs are read is listed in docs/wiring.md.
 */
public final class AntFile {
    private static final int DEEPEST_IMPORT = 10;
    /** Build files further down than this belong to something else. */
    private static final int DEEPEST = 4;

    /**
     * What is known of the build files of a tree while they are read.
     *
     * @param read their wirings, by file and the folder in which it is run; one that is being read has none yet
     * @param called those that others call
     * @param unset those that others would call if a property were set, with what says so
     * @param within those that are being read at present
     * @param bases the folders that their paths start from, by file, as far as they were asked for
     */
    private record Files(
            Map<String, Optional<Wiring>> read,
            Set<String> called,
            Map<String, Wiring.Setting> unset,
            Set<String> within,
            Map<String, String> bases) {
        String base(ProjectTree tree, String path) {
            return bases.computeIfAbsent(path, file -> AntFile.base(tree, file));
        }

        Stream<Wiring> wirings() {
            return read.values().stream().flatMap(Optional::stream);
        }
    }

    private final ProjectTree tree;
    private final Files files;
    private final WiringBuilder draft;
    private final AntProperties properties = new AntProperties();

    private final Map<String, AntElement> macros = new LinkedHashMap<>();
    private final AntTasks tasks;
    private final AntTargets targets;
    private String defaultTarget = "";

    /** @param making whether what the caller runs makes the product */
    private AntFile(ProjectTree tree, Files files, WiringBuilder draft, boolean making) {
        this.tree = tree;
        this.files = files;
        this.draft = draft;
        this.tasks = new AntTasks(tree, properties, draft, this::maker);
        this.targets = new AntTargets(tree, draft, properties, tasks, macros, making, this::task, this::notCalled);
    }

    /** The wirings of the build files of a tree: the one at the top and those it calls, then others below it. */
    public static List<Wiring> read(ProjectTree tree) {
        Files files = new Files(
                new LinkedHashMap<>(), new HashSet<>(), new LinkedHashMap<>(), new HashSet<>(), new HashMap<>());
        tree.files().stream()
                .map(TreeFile::path)
                .filter(path -> Paths.name(path).equals(AntNames.BUILD_FILE) && Paths.depth(path) <= DEEPEST)
                .sorted(Comparator.comparingInt((String path) -> Paths.depth(path))
                        .thenComparing(path -> path))
                // an IDE that keeps its build in files of its own is read from those
                .filter(path -> !tree.has(Paths.join(Paths.parent(path), AntNames.NBPROJECT)))
                .forEach(path ->
                        new AntFile(tree, files, new WiringBuilder(files.base(tree, path)), true).read(path, ""));
        List<Wiring> all = files.wirings().toList();
        files.unset().keySet().removeAll(files.called());
        return all.stream()
                .filter(wiring ->
                        !files.unset().containsKey(wiring.files().get(0)) && !isAside(wiring, all, files.called()))
                .toList();
    }

    /** The folder that the paths of a build file start from. */
    private static String base(ProjectTree tree, String path) {
        String folder = Paths.parent(path);
        try {
            String stated =
                    AntSpelling.lowerCase(XmlElement.read(tree.bytes(path))).attribute("basedir");
            return Paths.normal(Paths.join(folder, stated)).orElse(folder);
        } catch (IOException | XmlElement.Malformed e) {
            // reported when it is read
            return folder;
        }
    }

    /**
     * Whether no other build file calls one, while one above it compiles, and it compiles nothing, or neither packs what it
     * compiles nor tests anything: it makes documentation, packs something else, or shows how an example is compiled.
     */
    private static boolean isAside(Wiring wiring, List<Wiring> all, Set<String> called) {
        String path = wiring.files().get(0);
        boolean makes = !wiring.archives().isEmpty() || !wiring.testRuns().isEmpty();
        return (wiring.compilations().isEmpty() || !makes)
                && !called.contains(path)
                && all.stream()
                        .anyMatch(other -> (!other.compilations().isEmpty()
                                        || !other.projects().isEmpty())
                                && !Paths.parent(path).equals(other.folder())
                                && Paths.within(other.folder(), path));
    }

    /**
     * Reads a build file unless it was read before for this folder; the named target, or else the default one, first. One
     * that other files run as a part of theirs has no wiring of its own.
     */
    private void read(String path, String target) {
        String key = draft.folder.equals(files.base(tree, path)) ? path : path + " in " + draft.folder;
        if (files.within().contains(path) || files.read().putIfAbsent(key, Optional.empty()) != null) return;
        files.within().add(path);
        draft.within(path, () -> {
            load(path, 0);
            if (!target.isEmpty()) defaultTarget = target;
            run();
        });
        files.read().put(key, Optional.of(draft.done(Wiring.Kind.BUILD_FILE)));
        files.within().remove(path);
    }

    /** Runs a target of a build file as a part of the one that calls it, which has the same folder. */
    private void readWithin(String path, String target) {
        if (!files.within().add(path)) return;
        files.read().putIfAbsent(path, Optional.empty());
        Optional<Wiring.Setting> name = draft.name;
        try {
            load(path, 0);
            targets.run(properties.expand(target.isEmpty() ? defaultTarget : target));
        } finally {
            draft.name = name;
            files.within().remove(path);
        }
    }

    private Optional<String> maker(String archive) {
        return files.wirings()
                .filter(w -> w.archives().stream().anyMatch(a -> a.path().equals(archive)))
                .map(Wiring::folder)
                .findFirst();
    }

    private void load(String path, int depth) {
        draft.files.add(path);
        Optional<XmlElement> read = draft.xml(tree, path);
        if (read.isEmpty()) return;
        XmlElement root = AntSpelling.lowerCase(read.get());
        if (depth == 0) {
            Evidence evidence = new Evidence(path, root.line(), root.tag());
            properties.set("basedir", Wiring.TOP + draft.folder, evidence);
            String name = root.attribute("name");
            if (!name.isEmpty()) {
                properties.set("ant.project.name", name, evidence);
                draft.name = Optional.of(new Wiring.Setting(name, evidence));
            }
            defaultTarget = root.attribute("default");
        }
        for (XmlElement child : root.children()) topLevel(new AntElement(path, child), depth);
    }

    private void topLevel(AntElement located, int depth) {
        XmlElement element = located.element();
        switch (element.name()) {
            case "target", "extension-point" -> targets.add(element.attribute("name"), located);
            case "macrodef", "presetdef" -> macros.put(element.attribute("name"), located);
            case "import", "include" -> {
                String path = properties.expand(element.attribute("file"));
                Optional<String> inside = Paths.normal(Paths.join(Paths.parent(located.file()), path))
                        .filter(tree::has);
                if (inside.isPresent() && depth < DEEPEST_IMPORT) load(inside.get(), depth + 1);
                else if (!element.attribute("optional").equals("true")) {
                    draft.leave(path, "is imported but is not in this project", located.evidence());
                }
            }
            default -> task(located);
        }
    }

    /** Runs what the build file does, and notes what it would do if more were set. */
    private void run() {
        targets.runAll(properties.expand(defaultTarget), () -> files.wirings()
                .anyMatch(wiring -> !wiring.compilations().isEmpty()));
        files.unset().forEach((path, property) -> {
            if (property.evidence().file().equals(draft.files.get(0))
                    && !files.called().contains(path))
                draft.leave(
                        path,
                        "is called only if " + property.value() + " is set; it was left as it is",
                        property.evidence());
        });
        version();
    }

    /** Runs a target with the properties of a call, as often as it is called with some. */
    private void antcall(AntElement located) {
        String name = properties.expand(located.element().attribute("target"));
        Map<String, Wiring.Setting> given = given(located, "param");
        if (given.isEmpty()) targets.run(name);
        else targets.run(name, given);
    }

    /** The properties that a call states. */
    private Map<String, Wiring.Setting> given(AntElement call, String element) {
        Map<String, Wiring.Setting> given = new LinkedHashMap<>();
        call.element()
                .children(element)
                .filter(param -> !param.attribute("name").isEmpty())
                .forEach(param -> given.put(
                        param.attribute("name"),
                        new Wiring.Setting(value(param), new Evidence(call.file(), param.line(), param.tag()))));
        return given;
    }

    /** What a property is set to: a text, or a path. */
    private String value(XmlElement property) {
        if (!property.attributes().containsKey("location")) return properties.expand(property.attribute("value"));
        String location = properties.expand(property.attribute("location"));
        return draft.inside(location).map(Wiring.TOP::concat).orElse(location);
    }

    /** A loop over the words of a list; each is the value of a property of a target, or of an attribute of what is in it. */
    private void loop(AntElement located) {
        XmlElement loop = located.element();
        String list = properties.expand(loop.attribute("list"));
        String param = loop.attribute("param");
        if (list.isEmpty() || list.contains("${") || param.isEmpty()) {
            tasks.leave(located);
            return;
        }
        String delimiter = loop.attribute("delimiter").isEmpty() ? "," : loop.attribute("delimiter");
        for (String item : list.split(Pattern.quote(delimiter))) {
            String word = tasks.paths().isTrue(loop, "trim") ? item.strip() : item;
            if (word.isEmpty()) continue;
            if (loop.name().equals("foreach")) {
                targets.run(
                        properties.expand(loop.attribute("target")),
                        Map.of(param, new Wiring.Setting(word, located.evidence())));
            } else {
                Map<String, String> values = Map.of(param.toLowerCase(Locale.ROOT), word);
                loop.children("sequential").forEach(body -> body.children()
                        .forEach(task -> task(new AntElement(located.file(), task.replacing(values)))));
            }
        }
    }

    /** Notes the build files that a target would call if a property were set. */
    private void notCalled(AntElement target, String property) {
        Set<String> seen = new HashSet<>();
        List<AntElement> level = List.of(target);
        for (int depth = 0; depth <= DEEPEST_IMPORT && !level.isEmpty(); depth++) {
            List<AntElement> next = new ArrayList<>();
            for (AntElement one : level)
                one.element().all().forEach(task -> {
                    Evidence evidence = new Evidence(one.file(), task.line(), task.tag());
                    if (task.name().equals("ant"))
                        file(task, properties.expand(task.attribute("dir"))).ifPresent(path -> files.unset()
                                .putIfAbsent(path, new Wiring.Setting(property, evidence)));
                    String name = properties.expand(task.attribute("target"));
                    if (task.name().equals("antcall") && seen.add(name))
                        targets.get(name).ifPresent(next::add);
                });
            level = next;
        }
    }

    private void task(AntElement located) {
        draft.effort.deeper(() -> taskWithin(located));
    }

    private void taskWithin(AntElement located) {
        XmlElement element = located.element();
        switch (element.name()) {
            case "property" -> property(located);
            case "macrodef", "presetdef" -> macros.put(element.attribute("name"), located);
            case "antcall" -> antcall(located);
            case "foreach", "for" -> loop(located);
            case "ant" -> otherFile(located, properties.expand(element.attribute("dir")));
            case "subant" -> otherFiles(located);
            case "sequential", "parallel" -> element.children().forEach(c -> task(new AntElement(located.file(), c)));
            default -> {
                AntElement macro = macros.get(element.name());
                if (macro == null) tasks.take(located);
                else call(macro, element);
            }
        }
    }

    private void otherFiles(AntElement located) {
        Set<String> folders = new LinkedHashSet<>();
        String path = properties.expand(located.element().attribute("buildpath"));
        if (!path.isEmpty()) folders.add(path);
        for (Wiring.Library entry : tasks.paths().entries(located.file(), located.element())) {
            String file = Paths.relative(draft.folder, entry.path());
            folders.add(tree.has(entry.path()) ? Paths.parent(file) : file);
        }
        if (folders.isEmpty()) tasks.leave(located);
        folders.forEach(folder -> otherFile(located, folder));
    }

    /** The build file that a call runs. */
    private Optional<String> file(XmlElement call, String dir) {
        String shared = properties.expand(call.attribute("genericantfile"));
        if (!shared.isEmpty()) return draft.inside(shared);
        String name = properties.expand(call.attribute("antfile"));
        return draft.inside(Paths.join(dir, name.isEmpty() ? AntNames.BUILD_FILE : name));
    }

    /** A call of another build file of the tree, which sees the properties of this one first. */
    private void otherFile(AntElement located, String dir) {
        XmlElement call = located.element();
        Optional<String> path = file(call, dir);
        if (path.filter(tree::has).isEmpty()) {
            tasks.leave(located);
            return;
        }
        if (targets.making()) files.called().add(path.get());
        String inherits = call.attribute("inheritall");
        String folder = dir.isEmpty() && !inherits.equals("false")
                ? draft.folder
                : (dir.isEmpty() ? Optional.<String>empty() : draft.inside(dir))
                        .orElseGet(() -> files.base(tree, path.get()));
        Map<String, Wiring.Setting> given = given(located, "property");
        String target = properties.expand(call.attribute("target"));
        boolean same = folder.equals(draft.folder);
        if (same && path.get().equals(draft.files.get(0))) {
            targets.run(target, given);
            return;
        }
        AntFile other = new AntFile(tree, files, same ? draft : new WiringBuilder(folder), targets.making());
        given.forEach((name, setting) -> other.properties.set(name, setting.value(), setting.evidence()));
        // what is called one by one sees the properties of the caller unless it says no; a row of files, if it says so
        if (call.name().equals("ant") ? !inherits.equals("false") : inherits.equals("true"))
            other.properties.inherit(properties);
        if (same) {
            other.tasks.paths().inherit(tasks.paths(), call);
            other.readWithin(path.get(), target);
            return;
        }
        other.read(path.get(), target);
        draft.projects.add(new Wiring.Setting(folder, located.evidence()));
    }

    /** Replaces the attributes of a macro in its body, or lays a preset's attributes below those of the call. */
    private void call(AntElement macro, XmlElement call) {
        if (macro.element().name().equals("presetdef")) {
            for (XmlElement preset : macro.element().children()) {
                Map<String, String> attributes = new LinkedHashMap<>(preset.attributes());
                attributes.putAll(call.attributes());
                List<XmlElement> children = new ArrayList<>(preset.children());
                children.addAll(call.children());
                task(new AntElement(macro.file(), preset.with(attributes, children)));
            }
            return;
        }
        Map<String, List<XmlElement>> elements = new LinkedHashMap<>();
        macro.element().children("element").forEach(declared -> {
            String name = declared.attribute("name");
            boolean implicit = declared.attribute("implicit").equals("true");
            elements.put(
                    name,
                    implicit
                            ? call.children()
                            : call.children(name)
                                    .flatMap(given -> given.children().stream())
                                    .toList());
        });
        Map<String, String> values = new LinkedHashMap<>();
        macro.element().children("attribute").forEach(a -> values.put(a.attribute("name"), a.attribute("default")));
        values.putAll(call.attributes());
        macro.element().children("sequential").forEach(body -> body.children()
                .forEach(task -> task(new AntElement(macro.file(), filled(task.replacing(values), elements)))));
    }

    /** An element with the elements in it that a call gives in place of others. */
    private static XmlElement filled(XmlElement element, Map<String, List<XmlElement>> given) {
        if (given.isEmpty()) return element;
        List<XmlElement> children = element.children().stream()
                .flatMap(child -> given.containsKey(child.name())
                        ? given.get(child.name()).stream()
                        : Stream.of(filled(child, given)))
                .toList();
        return element.with(element.attributes(), children);
    }

    private void property(AntElement located) {
        XmlElement e = located.element();
        String name = properties.expand(e.attribute("name"));
        if (e.attributes().containsKey("value") || e.attributes().containsKey("location"))
            properties.set(name, value(e), located.evidence());
        else if (e.attributes().containsKey("file")) propertyFile(located);
        else if (e.attributes().containsKey("environment")) {
            // what the environment holds on another machine is not known
        } else if (!name.isEmpty() && !e.text().isEmpty()) {
            properties.set(name, properties.expand(e.text()), located.evidence());
        }
    }

    private void propertyFile(AntElement located) {
        String written = properties.expand(located.element().attribute("file"));
        Optional<String> path = tasks.paths().inside(written).filter(tree::has);
        if (path.isEmpty()) return;
        draft.files.add(path.get());
        String prefix = located.element().attribute("prefix");
        try {
            PropertiesFile.read(tree, path.get())
                    .forEach((key, setting) -> properties.set(
                            prefix.isEmpty() ? key : prefix + "." + key,
                            properties.expand(setting.value()),
                            setting.evidence()));
        } catch (IOException e) {
            draft.leave(path.get(), "is not a valid properties file", located.evidence());
        }
    }

    private void version() {
        String name = draft.name.map(Wiring.Setting::value).orElse("");
        draft.version = java.util.stream.Stream.of(
                        "version", "project.version", "app.version", name + ".version", "release.version")
                .flatMap(key -> properties.get(key).stream())
                .filter(setting -> Wiring.isVersion(setting.value()))
                .findFirst();
    }
}
