package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** What the tasks of a build file would do. */
final class BuildTasks {
    /** Tasks that decide nothing about what is built. */
    private static final Set<String> PLAIN = Set.of(
            "mkdir",
            "delete",
            "echo",
            "tstamp",
            "description",
            "fail",
            "touch",
            "chmod",
            "input",
            "javadoc",
            "zip",
            "tar",
            "gzip",
            "move",
            "fixcrlf",
            "checksum",
            "junit",
            "junitlauncher",
            "junitreport",
            "testng",
            "taskdef",
            "typedef",
            "record",
            "sleep",
            "buildnumber",
            "loadproperties",
            "loadfile",
            "pathconvert",
            "dirname",
            "basename",
            "length",
            "uptodate",
            "whichresource",
            "classloader",
            "propertyfile",
            "replace",
            "signjar",
            "manifest",
            "unzip",
            "unjar",
            "unwar",
            "untar",
            "depend",
            "dependset",
            "symlink",
            "style",
            "xslt",
            "echoproperties",
            "sql",
            "native2ascii",
            "antversion",
            "cvs",
            "apply",
            "mail",
            "local",
            "augment",
            "bindtargets",
            "concat");

    private final ProjectTree tree;
    private final String folder;
    private final BuildProperties properties;
    private final Wiring.Draft draft;
    private final Map<String, List<Wiring.Library>> paths = new LinkedHashMap<>();
    private final Map<String, XmlElement> shared = new LinkedHashMap<>();

    BuildTasks(ProjectTree tree, String folder, BuildProperties properties, Wiring.Draft draft) {
        this.tree = tree;
        this.folder = folder;
        this.properties = properties;
        this.draft = draft;
    }

    /** A path of the build file as one within the tree; nothing where it leads out of it. */
    Optional<String> inside(String written) {
        String plain = written.replace('\\', '/');
        if (plain.startsWith("/") || plain.matches("[A-Za-z]:.*") || plain.contains("${")) return Optional.empty();
        return Paths.normal(Paths.join(folder, plain));
    }

    void take(BuildFile.Located task) {
        XmlElement element = task.element();
        String name = element.name();
        if (!element.attribute("id").isEmpty()) shared.put(element.attribute("id"), element);
        switch (name) {
            case "path", "classpath" -> path(task);
            case "patternset", "fileset", "filelist" -> {}
            case "available", "condition" -> condition(task);
            case "javac" -> javac(task);
            case "jar", "war", "ear" -> archive(task);
            case "java" -> java(task);
            case "copy", "sync" -> copy(task);
            case "get",
                    "exec",
                    "script",
                    "scriptdef",
                    "ant",
                    "subant",
                    "rmic",
                    "javah",
                    "groovyc",
                    "scalac",
                    "kotlinc" ->
                draft.leave(described(element), "would be run by the build and is not read", task.evidence());
            default -> other(task);
        }
    }

    private void other(BuildFile.Located task) {
        String name = task.element().name();
        Optional<String> tool = Generators.program(name);
        if (tool.isPresent()) {
            String output = Arrays.asList("outputdirectory", "outputDirectory", "destdir", "dest").stream()
                    .map(attribute -> value(task.element(), attribute))
                    .filter(value -> !value.isEmpty())
                    .findFirst()
                    .flatMap(this::inside)
                    .orElse("");
            List<String> inputs = List.of("target", "grammar", "file", "schema").stream()
                    .flatMap(attribute -> inside(value(task.element(), attribute)).stream())
                    .filter(tree::has)
                    .toList();
            draft.generators.add(new Wiring.Generator(tool.get(), inputs, output, task.evidence()));
        } else if (!PLAIN.contains(name)) {
            draft.leave("<" + name + ">", "is a task that is not known", task.evidence());
        }
    }

    private String described(XmlElement element) {
        String what = value(element, "executable") + value(element, "src") + value(element, "dir");
        return "<" + element.name() + ">" + (what.isEmpty() ? "" : " " + what);
    }

    private String value(XmlElement element, String attribute) {
        return properties.expand(element.attribute(attribute));
    }

    private void path(BuildFile.Located task) {
        String id = task.element().attribute("id");
        if (!id.isEmpty()) paths.put(id, entries(task.file(), task.element()));
    }

    /** The entries of a path-like element: its attributes, then what is nested in it, in order. */
    private List<Wiring.Library> entries(String file, XmlElement element) {
        List<Wiring.Library> entries = new ArrayList<>();
        Evidence evidence = new Evidence(file, element.line(), element.tag());
        if (!element.attribute("refid").isEmpty())
            entries.addAll(paths.getOrDefault(value(element, "refid"), List.of()));
        addPath(value(element, "path"), evidence, entries);
        addPath(value(element, "location"), evidence, entries);
        for (XmlElement child : element.children()) {
            Evidence place = new Evidence(file, child.line(), child.tag());
            switch (child.name()) {
                case "pathelement", "path", "classpath" -> entries.addAll(entries(file, child));
                case "fileset", "dirset" -> files(child).forEach(p -> entries.add(new Wiring.Library(p, false, place)));
                case "filelist" -> {
                    String dir = value(child, "dir");
                    for (String name : value(child, "files").split("[,\\s]+"))
                        addPath(dir + "/" + name, place, entries);
                    child.children("file").forEach(f -> addPath(dir + "/" + value(f, "name"), place, entries));
                }
                default -> {}
            }
        }
        return entries;
    }

    private void addPath(String written, Evidence evidence, List<Wiring.Library> entries) {
        // a drive letter's colon parts nothing
        for (String part : written.split("[;:](?![\\\\/])|;")) {
            if (part.isBlank()) continue;
            Optional<String> path = inside(part.strip());
            if (path.isEmpty()) draft.leave(part.strip(), "is on the class path and not in this folder", evidence);
            else if (path.get().endsWith(".jar") && !tree.has(path.get())) {
                if (!made(path.get())) draft.leave(path.get(), "is on the class path and is missing", evidence);
            } else entries.add(new Wiring.Library(path.get(), false, evidence));
        }
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
        Optional<String> dir = inside(value(set, "dir"));
        if (dir.isEmpty()) return List.of();
        List<PathPattern> including = compiled(patterns(set, "include"));
        List<PathPattern> excluding = compiled(patterns(set, "exclude"));
        return tree.under(dir.get())
                .map(TreeFile::path)
                .filter(path -> taken(Paths.relative(dir.get(), path), including, excluding))
                .toList();
    }

    private static List<PathPattern> compiled(List<String> patterns) {
        return patterns.stream().map(PathPattern::of).toList();
    }

    private static boolean taken(String path, List<PathPattern> including, List<PathPattern> excluding) {
        return (including.isEmpty() || including.stream().anyMatch(p -> p.matches(path)))
                && excluding.stream().noneMatch(p -> p.matches(path));
    }

    private XmlElement referenced(XmlElement element) {
        return element.attribute("refid").isEmpty() ? element : shared.getOrDefault(value(element, "refid"), element);
    }

    /** Patterns of one kind: the attribute {@code includes} or {@code excludes}, nested elements, and pattern sets. */
    private List<String> patterns(XmlElement element, String kind) {
        List<String> patterns = new ArrayList<>();
        for (String pattern : value(element, kind + "s").split("[,\\s]+"))
            if (!pattern.isBlank()) patterns.add(pattern);
        element.children(kind).map(child -> value(child, "name")).forEach(patterns::add);
        element.children("patternset").forEach(set -> patterns.addAll(patterns(referenced(set), kind)));
        return patterns;
    }

    private void condition(BuildFile.Located task) {
        XmlElement element = task.element();
        boolean holds = element.name().equals("available")
                ? available(element)
                : element.children().stream().allMatch(this::holds);
        String name = value(element, "property");
        String otherwise = value(element, "else");
        String value = element.attributes().containsKey("value") ? value(element, "value") : "true";
        if (holds) properties.set(name, value, task.evidence());
        else if (!otherwise.isEmpty()) properties.set(name, otherwise, task.evidence());
    }

    private boolean available(XmlElement element) {
        String file = value(element, "file");
        // whether a class can be loaded on some machine is not known here
        if (file.isEmpty()) return false;
        return inside(file)
                .filter(p -> tree.has(p) || tree.folders().contains(p))
                .isPresent();
    }

    private boolean holds(XmlElement condition) {
        return switch (condition.name()) {
            case "and" -> condition.children().stream().allMatch(this::holds);
            case "or" -> condition.children().stream().anyMatch(this::holds);
            case "not" -> condition.children().stream().noneMatch(this::holds);
            case "isset" -> properties.isSet(value(condition, "property"));
            case "istrue" -> List.of("true", "yes", "on").contains(value(condition, "value"));
            case "isfalse" -> !List.of("true", "yes", "on").contains(value(condition, "value"));
            case "equals" -> value(condition, "arg1").equals(value(condition, "arg2"));
            case "available" -> available(condition);
            default -> false;
        };
    }

    private void javac(BuildFile.Located task) {
        XmlElement e = task.element();
        List<String> including = patterns(e, "include");
        List<String> excluding = patterns(e, "exclude");
        Set<String> folders = new LinkedHashSet<>();
        for (String part : value(e, "srcdir").split("[;:]"))
            if (!part.isBlank()) inside(part.strip()).ifPresent(folders::add);
        e.children("src").forEach(src -> entries(task.file(), src).forEach(entry -> folders.add(entry.path())));
        List<Wiring.SourceFolder> sources = folders.stream()
                .map(f -> new Wiring.SourceFolder(f, true, false, including, excluding, task.evidence()))
                .toList();
        List<Wiring.Library> classPath = new ArrayList<>();
        addPath(value(e, "classpath"), task.evidence(), classPath);
        String reference = value(e, "classpathref");
        if (!reference.isEmpty()) {
            if (paths.containsKey(reference)) classPath.addAll(paths.get(reference));
            else draft.leave(reference, "is a path that is not defined", task.evidence());
        }
        e.children("classpath").forEach(child -> classPath.addAll(entries(task.file(), child)));
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        Map<String, String> options =
                Map.of("source", "-source", "target", "-target", "release", "--release", "encoding", "-encoding");
        options.forEach((attribute, option) -> setting(task, attribute).ifPresent(s -> settings.put(option, s)));
        List<Wiring.Setting> flags = new ArrayList<>();
        String debug = value(e, "debug");
        if (!List.of("true", "yes", "on").contains(debug)) flags.add(new Wiring.Setting("-g:none", task.evidence()));
        List<String> words = e.children("compilerarg")
                .flatMap(arg -> Arrays.stream(
                        (value(arg, "value") + " " + value(arg, "line")).strip().split("\\s+")))
                .filter(word -> !word.isEmpty())
                .toList();
        CompilerWords.take(words, task.evidence(), settings, flags);
        Optional<Wiring.Setting> output = setting(task, "destdir")
                .flatMap(s -> inside(s.value()).map(path -> new Wiring.Setting(path, s.evidence())));
        draft.compilations.add(new Wiring.Compilation(sources, classPath, output, settings, flags, task.evidence()));
    }

    private Optional<Wiring.Setting> setting(BuildFile.Located task, String attribute) {
        String written = task.element().attribute(attribute);
        if (written.isEmpty()) return Optional.empty();
        String value = properties.expand(written);
        if (value.contains("${")) return Optional.empty();
        // where the attribute only names a property, the property's own line is what a person would change
        Optional<Wiring.Setting> property = written.matches("\\$\\{[^}]+\\}")
                ? properties.get(written.substring(2, written.length() - 1))
                : Optional.empty();
        return Optional.of(
                new Wiring.Setting(value, property.map(Wiring.Setting::evidence).orElse(task.evidence())));
    }

    private void archive(BuildFile.Located task) {
        XmlElement e = task.element();
        String file = value(e, "destfile") + value(e, "jarfile") + value(e, "warfile") + value(e, "earfile");
        Optional<String> path = inside(file);
        if (path.isEmpty()) return;
        List<String> folders = new ArrayList<>();
        if (!value(e, "basedir").isEmpty()) inside(value(e, "basedir")).ifPresent(folders::add);
        for (XmlElement child : e.children()) {
            if (List.of("fileset", "zipfileset", "classes", "lib", "webinf", "metainf")
                    .contains(child.name())) {
                inside(value(referenced(child), "dir"))
                        .filter(f -> !f.isEmpty())
                        .ifPresent(folders::add);
            }
        }
        Map<String, Wiring.Setting> manifest = new LinkedHashMap<>();
        e.children("manifest")
                .flatMap(m -> m.children("attribute"))
                .forEach(a -> manifest.put(
                        value(a, "name"),
                        new Wiring.Setting(value(a, "value"), new Evidence(task.file(), a.line(), a.tag()))));
        Optional.ofNullable(manifest.get("Main-Class")).ifPresent(draft.mainClasses::add);
        draft.archives.add(new Wiring.Archive(path.get(), folders, manifest, task.evidence()));
        if (e.name().equals("war")) warFolder(task);
    }

    /** The folder whose files a web archive takes as they are. */
    private void warFolder(BuildFile.Located task) {
        task.element()
                .children("fileset")
                .flatMap(set -> inside(value(referenced(set), "dir")).stream())
                .filter(dir -> tree.folders().contains(dir))
                .max((a, b) -> Boolean.compare(
                        tree.folders().contains(Paths.join(a, "WEB-INF")),
                        tree.folders().contains(Paths.join(b, "WEB-INF"))))
                .ifPresent(dir -> draft.webRoot = Optional.of(new Wiring.Setting(dir, task.evidence())));
    }

    /** A copy into a folder of classes makes resources of what is copied. */
    private void copy(BuildFile.Located task) {
        Optional<String> to = inside(value(task.element(), "todir"));
        boolean besideClasses = to.isPresent()
                && draft.compilations.stream().anyMatch(c -> c.output()
                        .filter(o -> Paths.within(o.value(), to.get()))
                        .isPresent());
        if (!besideClasses) return;
        task.element()
                .children("fileset")
                .flatMap(set -> inside(value(referenced(set), "dir")).stream())
                .filter(tree.folders()::contains)
                .forEach(dir -> draft.resources.add(new Wiring.Setting(dir, task.evidence())));
    }

    private void java(BuildFile.Located task) {
        String name = value(task.element(), "classname");
        if (name.isEmpty()) return;
        Optional<String> tool = Generators.mainClass(name);
        if (tool.isEmpty()) {
            draft.mainClasses.add(new Wiring.Setting(name, task.evidence()));
            return;
        }
        List<String> words = task.element()
                .children("arg")
                .flatMap(arg -> Arrays.stream((value(arg, "value") + value(arg, "file") + " " + value(arg, "line"))
                        .strip()
                        .split("\\s+")))
                .collect(Collectors.toList());
        draft.generators.add(Generators.call(tool.get(), words, this::inside, tree, task.evidence()));
    }
}
