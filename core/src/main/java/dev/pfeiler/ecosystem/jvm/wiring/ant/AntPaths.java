package dev.pfeiler.ecosystem.jvm.wiring.ant;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The paths, file sets and patterns of a build file. */
public final class AntPaths {
    private static final Pattern DRIVE = Pattern.compile("[A-Za-z]:.*");
    private static final Pattern BETWEEN = Pattern.compile("[,\\s]+");

    /** What parts the entries of a path; a drive letter's colon parts nothing. */
    public static final String SEPARATOR = ";|(?<!(?:^|[;:])[A-Za-z]):";

    private static final String FILE_NAME = "filename";

    /** Selectors that combine others. */
    private static final Map<String, PathSelection.Quantifier> SELECTORS = Map.of(
            "selector", PathSelection.Quantifier.ALL,
            "and", PathSelection.Quantifier.ALL,
            "or", PathSelection.Quantifier.ANY,
            "not", PathSelection.Quantifier.NONE,
            "none", PathSelection.Quantifier.NONE);

    private final ProjectTree tree;
    private final AntProperties properties;
    private final WiringBuilder draft;
    /** The folder of another project whose build makes an archive. */
    private final Function<String, Optional<String>> maker;

    private final Map<String, List<Wiring.Library>> named = new LinkedHashMap<>();
    private final Map<String, XmlElement> shared = new LinkedHashMap<>();

    AntPaths(
            ProjectTree tree, AntProperties properties, WiringBuilder draft, Function<String, Optional<String>> maker) {
        this.tree = tree;
        this.maker = maker;
        this.properties = properties;
        this.draft = draft;
    }

    /** Keeps an element that others may refer to. */
    void share(XmlElement element) {
        if (!element.attribute("id").isEmpty()) shared.put(element.attribute("id"), element);
    }

    /** Takes over what a call of another build file hands on: what it names, or all. */
    void inherit(AntPaths caller, XmlElement call) {
        if (call.attribute("inheritrefs").equals("true")) {
            named.putAll(caller.named);
            shared.putAll(caller.shared);
        }
        call.children("reference").forEach(reference -> {
            String id = reference.attribute("refid");
            String here = reference.attribute("torefid").isEmpty() ? id : reference.attribute("torefid");
            if (caller.named.containsKey(id)) named.put(here, caller.named.get(id));
            if (caller.shared.containsKey(id)) shared.put(here, caller.shared.get(id));
        });
    }

    /** The entries of a path that was named before. */
    Optional<List<Wiring.Library>> named(String id) {
        return Optional.ofNullable(named.get(id));
    }

    /** A path of the build file as one within the tree; empty if there is none, or it leads out of the tree. */
    Optional<String> inside(String written) {
        String plain = written.replace('\\', '/');
        if (plain.isBlank()) return Optional.empty();
        if (DRIVE.matcher(plain).matches() || plain.contains("${")) return Optional.empty();
        return draft.inside(plain);
    }

    String value(XmlElement element, String attribute) {
        return properties.expand(element.attribute(attribute));
    }

    /** Whether an attribute says yes. Source: the build tool's manual on conditions, {@code istrue}. */
    boolean isTrue(XmlElement element, String attribute) {
        return List.of("true", "yes", "on").contains(value(element, attribute));
    }

    /** Keeps a path under its name. */
    void path(AntElement task) {
        String id = task.element().attribute("id");
        if (!id.isEmpty()) named.put(id, entries(task.file(), task.element()));
    }

    /** The entries of a path-like element: its attributes, then what is nested in it, in order. */
    List<Wiring.Library> entries(String file, XmlElement element) {
        List<Wiring.Library> entries = new ArrayList<>();
        Evidence evidence = new Evidence(file, element.line(), element.tag());
        if (!element.attribute("refid").isEmpty())
            entries.addAll(named.getOrDefault(value(element, "refid"), List.of()));
        addPath(value(element, "path"), evidence, entries);
        addPath(value(element, "location"), evidence, entries);
        for (XmlElement child : element.children()) {
            Evidence place = new Evidence(file, child.line(), child.tag());
            switch (child.name()) {
                case "pathelement", "path", "classpath" -> entries.addAll(entries(file, child));
                case "dirset" -> folders(child).forEach(p -> entries.add(new Wiring.Library(p, false, place)));
                case "fileset" -> {
                    files(child).forEach(p -> entries.add(new Wiring.Library(p, false, place)));
                    absent(child);
                }
                case "filelist" -> {
                    String dir = value(child, "dir");
                    for (String name : BETWEEN.split(value(child, "files"))) addPath(dir + "/" + name, place, entries);
                    child.children("file").forEach(f -> addPath(dir + "/" + value(f, "name"), place, entries));
                }
                default -> {}
            }
        }
        return entries;
    }

    /** Adds the entries of a written path; what is not there is noted. */
    void addPath(String written, Evidence evidence, List<Wiring.Library> entries) {
        for (String part : written.split(SEPARATOR)) {
            if (part.isBlank()) continue;
            Optional<String> path = inside(part.strip());
            if (path.isEmpty()) draft.leave(part.strip(), "is on the class path but not in this project", evidence);
            else if (path.get().endsWith(".jar") && !tree.has(path.get())) {
                Optional<String> project =
                        maker.apply(path.get()).or(() -> draft.project(tree, path.get(), AntNames.BUILD_FILE));
                project.ifPresent(other -> draft.projects.add(new Wiring.Setting(other, evidence)));
                if (project.isEmpty() && !made(path.get())) {
                    draft.leave(path.get(), "is on the class path but missing", evidence);
                    draft.absent.add(path.get());
                }
            } else entries.add(new Wiring.Library(path.get(), false, evidence));
        }
    }

    /** Notes the jars that a file set names and that are not there. */
    private void absent(XmlElement element) {
        XmlElement set = referenced(element);
        Optional<String> dir = inside(value(set, "dir"));
        if (dir.isEmpty()) return;
        patterns(set, "include").stream()
                .filter(name -> name.endsWith(".jar") && !name.contains("*") && !name.contains("?"))
                .map(name -> Paths.join(dir.get(), name))
                .filter(path -> !tree.has(path) && !made(path))
                .forEach(draft.absent::add);
    }

    /** Whether an archive is one that the build itself makes. */
    private boolean made(String path) {
        return draft.archives.stream().anyMatch(archive -> archive.path().equals(path));
    }

    /** The files of the tree that a file set takes. */
    private List<String> files(XmlElement element) {
        XmlElement set = referenced(element);
        String single = value(set, "file");
        if (!single.isEmpty()) return inside(single).filter(tree::has).stream().toList();
        return selected(set, dir -> tree.under(dir).map(TreeFile::path));
    }

    /** The folders of the tree that a set of folders takes. */
    private List<String> folders(XmlElement element) {
        return selected(referenced(element), dir -> tree.folders().stream()
                .filter(folder -> Paths.within(dir, folder))
                .sorted());
    }

    /** What a set takes of the paths below its folder. */
    private List<String> selected(XmlElement set, Function<String, Stream<String>> below) {
        Optional<String> dir = inside(value(set, "dir"));
        if (dir.isEmpty()) return List.of();
        PathSelection selection = selection(set);
        return below.apply(dir.get())
                .filter(path -> selection.takes(Paths.relative(dir.get(), path)))
                .toList();
    }

    /** What a set of files takes, to go to a folder of an archive. */
    List<Wiring.Content> contents(XmlElement set, String prefix) {
        Optional<String> single = inside(value(set, "file")).filter(path -> !path.isEmpty());
        if (single.isPresent()) return List.of(Wiring.Content.of(tree, single.get(), prefix));
        // all of the project's own folder is what is built, too
        return content(set, "dir", prefix)
                .filter(content ->
                        !content.path().isEmpty() || !content.including().isEmpty())
                .stream()
                .toList();
    }

    Optional<Wiring.Content> content(XmlElement set, String attribute, String prefix) {
        return inside(value(set, attribute))
                .map(dir -> new Wiring.Content(dir, prefix, selection(set), "", Optional.empty()));
    }

    private PathSelection selection(XmlElement set) {
        List<PathSelection.Condition> conditions = set.children().stream()
                .filter(child ->
                        SELECTORS.containsKey(child.name()) || child.name().equals(FILE_NAME))
                .flatMap(child -> condition(child).stream())
                .toList();
        return new PathSelection(patterns(set, "include"), patterns(set, "exclude"), conditions);
    }

    /** What a selector asks of a file; empty if it asks for more than its name. */
    private Optional<PathSelection.Condition> condition(XmlElement selector) {
        XmlElement stated = referenced(selector);
        PathSelection.Quantifier quantifier = SELECTORS.getOrDefault(stated.name(), PathSelection.Quantifier.ALL);
        if (stated.name().equals(FILE_NAME)) {
            List<String> name = List.of(value(stated, "name"));
            boolean negated = isTrue(stated, "negate");
            return Optional.of(new PathSelection.Condition(
                    quantifier,
                    List.of(negated ? new PathSelection(List.of(), name) : new PathSelection(name, List.of()))));
        }
        if (!SELECTORS.containsKey(stated.name())) return Optional.empty();
        List<PathSelection> parts = new ArrayList<>();
        for (XmlElement child : stated.children()) {
            Optional<PathSelection.Condition> part = condition(child);
            if (part.isPresent()) parts.add(new PathSelection(List.of(), List.of(), List.of(part.get())));
            // of several that all have to hold, the others do
            else if (quantifier != PathSelection.Quantifier.ALL) return Optional.empty();
        }
        return Optional.of(new PathSelection.Condition(quantifier, parts));
    }

    /** The element itself, or the one it refers to. */
    XmlElement referenced(XmlElement element) {
        return element.attribute("refid").isEmpty() ? element : shared.getOrDefault(value(element, "refid"), element);
    }

    /** Whether the condition holds that an element states itself. */
    boolean applies(XmlElement pattern) {
        String onlyIf = value(pattern, "if");
        String unless = value(pattern, "unless");
        return (onlyIf.isEmpty() || onlyIf.equals("true") || properties.isSet(onlyIf))
                && (unless.isEmpty() || !properties.isSet(unless));
    }

    /** Patterns of one kind: the attribute {@code includes} or {@code excludes}, nested elements, and pattern sets. */
    List<String> patterns(XmlElement element, String kind) {
        List<String> patterns = new ArrayList<>();
        for (String pattern : BETWEEN.split(value(element, kind + "s"))) if (!pattern.isBlank()) patterns.add(pattern);
        element.children(kind)
                .filter(this::applies)
                .map(child -> value(child, "name"))
                .forEach(patterns::add);
        element.children("patternset").forEach(set -> patterns.addAll(patterns(referenced(set), kind)));
        return patterns;
    }
}
