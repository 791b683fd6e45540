package dev.pfeiler.ecosystem.jvm.wiring.ide;

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
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;

/** Reads the wiring in {@code .classpath}, {@code .project} and {@code .settings/} of a project folder. */
public final class ClasspathFiles {
    private static final String CLASSPATH = ".classpath";
    private static final String PROJECT = ".project";
    private static final String SETTINGS = ".settings";
    private static final String COMPILER = SETTINGS + "/org.eclipse.jdt.core.prefs";
    private static final String PROCESSING = SETTINGS + "/org.eclipse.jdt.apt.core.prefs";
    private static final String FACTORY_PATH = ".factorypath";
    private static final String RESOURCES = SETTINGS + "/org.eclipse.core.resources.prefs";
    private static final String COMPONENT = SETTINGS + "/org.eclipse.wst.common.component";
    private static final String FACETS = SETTINGS + "/org.eclipse.wst.common.project.facet.core.xml";
    /** The attribute of a class-path entry that says where it is deployed. */
    private static final String DEPLOYED = "org.eclipse.jst.component.dependency";

    private static final String LIBRARY_HANDLE = "module:/classpath/lib/";
    private static final String PROJECT_HANDLE = "module:/resource/";

    private final ProjectTree tree;
    private final Map<String, String> folders;
    private final WiringBuilder draft;
    private final List<Wiring.SourceFolder> sources = new ArrayList<>();
    private final List<Wiring.Library> libraries = new ArrayList<>();
    private final List<Wiring.Content> deployed = new ArrayList<>();
    private final List<Wiring.Setting> ownOutputs = new ArrayList<>();
    private Optional<Wiring.Setting> output = Optional.empty();

    private ClasspathFiles(ProjectTree tree, String folder, Map<String, String> folders) {
        this.tree = tree;
        this.folders = folders;
        this.draft = new WiringBuilder(folder);
    }

    /** The wirings of all project folders in a tree. */
    public static List<Wiring> read(ProjectTree tree) {
        Map<String, List<String>> files = new TreeMap<>();
        for (TreeFile file : tree.files()) {
            String path = file.path();
            String parent = Paths.parent(path);
            if (List.of(CLASSPATH, PROJECT).contains(file.name())) {
                files.computeIfAbsent(parent, f -> new ArrayList<>()).add(path);
            } else if (Paths.name(parent).equals(SETTINGS)) {
                files.computeIfAbsent(Paths.parent(parent), f -> new ArrayList<>())
                        .add(path);
            }
        }
        // below the top, only a class path or a deployment makes a folder a project
        files.keySet()
                .removeIf(folder -> !folder.isEmpty()
                        && !tree.has(Paths.join(folder, CLASSPATH))
                        && !tree.has(Paths.join(folder, COMPONENT)));
        Map<String, String> folders = new LinkedHashMap<>();
        for (String folder : files.keySet()) folders.put(Paths.name(folder), folder);
        for (String folder : files.keySet()) {
            new ClasspathFiles(tree, folder, folders).name().ifPresent(name -> folders.put(name.value(), folder));
        }
        return files.entrySet().stream()
                .map(entry -> new ClasspathFiles(tree, entry.getKey(), folders).read(entry.getValue()))
                .toList();
    }

    private Wiring read(List<String> files) {
        draft.files.addAll(files);
        draft.xml(tree, draft.at(CLASSPATH)).ifPresent(this::classPath);
        draft.name = name();
        Optional<XmlElement> component = draft.xml(tree, draft.at(COMPONENT));
        component.filter(c -> ending(c).equals("war")).flatMap(this::webRoot).ifPresent(draft.webRoots::add);
        draft.contextPath = component.flatMap(this::contextPath);
        component.flatMap(this::archive).ifPresent(draft.archives::add);
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        level().ifPresent(level -> settings.put("-target", level));
        encoding().ifPresent(e -> settings.put("-encoding", e));
        List<Wiring.Setting> flags = new ArrayList<>();
        PropertiesFile.find(tree, draft.at(COMPILER), "org.eclipse.jdt.core.compiler.codegen.methodParameters")
                .filter(setting -> setting.value().equals("generate"))
                .ifPresent(setting -> flags.add(new Wiring.Setting("-parameters", setting.evidence())));
        processing(settings, flags);
        Evidence evidence = Evidence.of(tree.has(draft.at(CLASSPATH)) ? draft.at(CLASSPATH) : files.get(0), "");
        // folders with an output of their own are compiled into it, the others together
        draft.compiles(tree, new Wiring.Compilation(sources, libraries, output, settings, flags, evidence), Map.of());
        for (Wiring.Setting own : ownOutputs) {
            draft.compilations.add(new Wiring.Compilation(
                    List.of(), List.of(), Optional.of(own), Map.of(), List.of(), own.evidence()));
        }
        return draft.done(Wiring.Kind.IDE_FILES);
    }

    /** Annotation processing: where processors are, their options, and the folder that they write to. */
    private void processing(Map<String, Wiring.Setting> settings, List<Wiring.Setting> flags) {
        String prefs = draft.at(PROCESSING);
        boolean enabled = PropertiesFile.find(tree, prefs, "org.eclipse.jdt.apt.aptEnabled")
                .filter(setting -> setting.value().equals("true"))
                .isPresent();
        if (!enabled) return;
        PropertiesFile.find(tree, prefs, "org.eclipse.jdt.apt.genSrcDir")
                .flatMap(setting ->
                        draft.inside(setting.value()).map(path -> new Wiring.Setting(path, setting.evidence())))
                .ifPresent(folder -> settings.put(Wiring.Compilation.GENERATED_SOURCES, folder));
        String options = "org.eclipse.jdt.apt.processorOptions/";
        try {
            PropertiesFile.read(tree, prefs).forEach((key, setting) -> {
                if (key.startsWith(options))
                    flags.add(new Wiring.Setting(
                            "-A" + key.substring(options.length()) + "=" + setting.value(), setting.evidence()));
            });
        } catch (IOException e) {
            draft.leave(prefs, "is not a valid properties file", Evidence.of(prefs, ""));
        }
        List<Wiring.Library> path = new ArrayList<>();
        draft.xml(tree, draft.at(FACTORY_PATH)).ifPresent(root -> root.children("factorypathentry")
                .filter(entry -> !entry.attribute("enabled").equals("false"))
                .forEach(entry -> factory(entry, path)));
        if (path.isEmpty()) return;
        draft.files.add(draft.at(FACTORY_PATH));
        settings.put(
                Wiring.Compilation.PROCESSOR_PATH,
                WiringBuilder.path(path, path.get(0).evidence()));
    }

    private void factory(XmlElement entry, List<Wiring.Library> path) {
        Evidence evidence = new Evidence(draft.at(FACTORY_PATH), entry.line(), entry.tag());
        String written = entry.attribute("id");
        switch (entry.attribute("kind")) {
            // a part of the IDE
            case "PLUGIN" -> {}
            case "WKSPJAR" ->
                ofProject(Paths.withoutRoot(written))
                        .filter(tree::has)
                        .ifPresentOrElse(
                                inside -> path.add(new Wiring.Library(inside, false, evidence)),
                                () -> draft.leave(
                                        written, "is on the processor path but not in this project", evidence));
            default -> draft.leave(written, "is on the processor path but not in this project", evidence);
        }
    }

    private Optional<Wiring.Setting> encoding() {
        FolderEncodings encodings = new FolderEncodings(tree, draft);
        try {
            if (tree.has(draft.at(RESOURCES)))
                PropertiesFile.read(tree, draft.at(RESOURCES)).forEach((key, charset) -> {
                    if (key.startsWith("encoding//")) encodings.set(draft.at(key.substring(10)), charset);
                });
        } catch (IOException e) {
            draft.leave(draft.at(RESOURCES), "is not a valid properties file", Evidence.of(draft.at(RESOURCES), ""));
        }
        return encodings.settle(PropertiesFile.find(tree, draft.at(RESOURCES), "encoding/<project>"));
    }

    private void classPath(XmlElement root) {
        for (XmlElement entry : root.children("classpathentry").toList()) {
            String path = entry.attribute("path");
            Evidence evidence = new Evidence(draft.at(CLASSPATH), entry.line(), entry.tag());
            switch (entry.attribute("kind")) {
                case "src" -> sourceEntry(entry, path, evidence);
                case "lib" -> libraryEntry(entry, path, evidence);
                case "output" -> output = Optional.of(new Wiring.Setting(trim(path), evidence));
                case "var" -> draft.leave(path, "is a class-path entry that uses a variable of the IDE", evidence);
                case "con" -> {
                    if (!container(path))
                        draft.leave(path, "is a library set defined in the IDE, not in the project", evidence);
                }
                default -> {}
            }
        }
    }

    /**
     * Containers that a build tool has built in, or that the imports ask for: the JDK and what was part of it, the web folder's libraries, a server's API, test
     * runners.
     */
    private static boolean container(String path) {
        return List.of(
                        "org.eclipse.jdt.launching.JRE_CONTAINER",
                        "org.eclipse.fx.ide.jdt.core.JAVAFX_CONTAINER",
                        "org.eclipse.jst.j2ee.internal.web.container",
                        "org.eclipse.jst.j2ee.internal.module.container",
                        "org.eclipse.jst.server.core.container",
                        "org.eclipse.jdt.junit.JUNIT_CONTAINER")
                .stream()
                .anyMatch(path::startsWith);
    }

    private void sourceEntry(XmlElement entry, String path, Evidence evidence) {
        if (path.startsWith("/")) {
            Optional<String> project = Optional.ofNullable(folders.get(path.substring(1)));
            project.ifPresent(folder -> {
                draft.projects.add(new Wiring.Setting(folder, evidence));
                libraries.addAll(exported(folder, new HashSet<>(Set.of(draft.folder))));
            });
            if (project.isEmpty()) draft.leave(path, "is another project of the workspace", evidence);
            return;
        }
        String own = entry.attribute("output");
        if (!own.isEmpty()) ownOutputs.add(new Wiring.Setting(trim(own), evidence));
        sources.add(new Wiring.SourceFolder(
                trim(path),
                true,
                marked(entry, "test"),
                patterns(entry, "including"),
                patterns(entry, "excluding"),
                evidence));
    }

    /** What a project puts on the class paths of those that refer to it. */
    private List<Wiring.Library> exported(String project, Set<String> seen) {
        if (!seen.add(project)) return List.of();
        ClasspathFiles other = new ClasspathFiles(tree, project, folders);
        List<Wiring.Library> exported = new ArrayList<>();
        other.draft.xml(tree, other.draft.at(CLASSPATH)).ifPresent(root -> root.children("classpathentry")
                .filter(entry -> entry.attribute("exported").equals("true"))
                .forEach(entry -> {
                    String path = entry.attribute("path");
                    Evidence evidence = new Evidence(other.draft.at(CLASSPATH), entry.line(), entry.tag());
                    switch (entry.attribute("kind")) {
                        case "lib" ->
                            other.library(path)
                                    .ifPresent(inside ->
                                            exported.add(new Wiring.Library(inside, marked(entry, "test"), evidence)));
                        case "src" ->
                            Optional.ofNullable(folders.get(Paths.withoutRoot(path)))
                                    .ifPresent(folder -> exported.addAll(exported(folder, seen)));
                        default -> {}
                    }
                }));
        return exported;
    }

    /** A file or folder of the tree that an entry names. */
    private Optional<String> library(String path) {
        return (path.startsWith("/") ? ofProject(path.substring(1)) : draft.inside(path))
                .filter(p -> tree.has(p) || tree.folders().contains(p));
    }

    private void libraryEntry(XmlElement entry, String path, Evidence evidence) {
        Optional<String> inside = library(path);
        if (inside.isPresent()) {
            libraries.add(new Wiring.Library(inside.get(), marked(entry, "test"), evidence));
            String place = attribute(entry, DEPLOYED);
            if (place.startsWith("/")) deployed.add(Wiring.Content.of(tree, inside.get(), place.substring(1)));
        } else {
            draft.leave(path, "is on the class path but not in this project", evidence);
        }
    }

    /** A path that starts with the name of a project. */
    private Optional<String> ofProject(String path) {
        int slash = path.indexOf('/');
        String name = slash < 0 ? path : path.substring(0, slash);
        // a project of the workspace that only holds libraries need not be one of the IDE's own making
        Optional<String> folder = Optional.ofNullable(folders.get(name))
                .or(() -> Optional.of(Paths.join(Paths.parent(draft.folder), name))
                        .filter(tree.folders()::contains));
        return folder.flatMap(f -> Paths.normal(Paths.join(f, slash < 0 ? "" : path.substring(slash + 1))));
    }

    private static boolean marked(XmlElement entry, String name) {
        return attribute(entry, name).equals("true");
    }

    private static String attribute(XmlElement entry, String name) {
        return entry.children("attributes")
                .flatMap(attributes -> attributes.children("attribute"))
                .filter(a -> a.attribute("name").equals(name))
                .map(a -> a.attribute("value"))
                .findFirst()
                .orElse("");
    }

    private static List<String> patterns(XmlElement entry, String attribute) {
        return Arrays.stream(entry.attribute(attribute).split("\\|"))
                .filter(pattern -> !pattern.isEmpty())
                .toList();
    }

    private String trim(String path) {
        return draft.inside(path).orElse(path);
    }

    private Optional<Wiring.Setting> name() {
        String file = draft.at(PROJECT);
        return draft.xml(tree, file)
                .flatMap(root -> root.child("name"))
                .filter(name -> !name.text().isBlank())
                .map(name -> new Wiring.Setting(
                        name.text(), new Evidence(file, name.line(), "<name>" + name.text() + "</name>")));
    }

    private Optional<Wiring.Setting> level() {
        List<String> keys = List.of(
                "org.eclipse.jdt.core.compiler.codegen.targetPlatform",
                "org.eclipse.jdt.core.compiler.compliance",
                "org.eclipse.jdt.core.compiler.source");
        for (String key : keys) {
            Optional<Wiring.Setting> setting = PropertiesFile.find(tree, draft.at(COMPILER), key);
            if (setting.isPresent()) return setting;
        }
        return Optional.empty();
    }

    /** The archive that the IDE deploys of the project. */
    private Optional<Wiring.Archive> archive(XmlElement component) {
        Optional<XmlElement> module =
                component.all().filter(e -> e.name().equals("wb-module")).findFirst();
        if (module.isEmpty()) return Optional.empty();
        List<Wiring.Content> contents = new ArrayList<>();
        module.get().children("wb-resource").forEach(e -> draft.inside(slashless(e.attribute("source-path")))
                .ifPresent(path -> contents.add(Wiring.Content.of(tree, path, slashless(e.attribute("deploy-path"))))));
        module.get().children("dependent-module").forEach(e -> dependent(e).ifPresent(contents::add));
        contents.addAll(deployed);
        String name = module.get().attribute("deploy-name");
        String path = draft.at((name.isEmpty() ? Paths.name(draft.folder) : name) + "." + ending(component));
        Evidence evidence = new Evidence(
                draft.at(COMPONENT), module.get().line(), module.get().tag());
        return Optional.of(new Wiring.Archive(path, contents, Map.of(), Optional.empty(), evidence));
    }

    /** A jar, or the archive of another project, that goes in. */
    private Optional<Wiring.Content> dependent(XmlElement e) {
        String place = slashless(e.attribute("deploy-path"));
        String handle = e.attribute("handle");
        if (handle.startsWith(LIBRARY_HANDLE)) {
            return ofProject(handle.substring(LIBRARY_HANDLE.length())).map(p -> Wiring.Content.of(tree, p, place));
        }
        if (!handle.startsWith(PROJECT_HANDLE)) return Optional.empty();
        String project = Paths.first(handle.substring(PROJECT_HANDLE.length()));
        String folder = folders.get(project);
        if (folder == null) return Optional.empty();
        draft.projects.add(new Wiring.Setting(folder, new Evidence(draft.at(COMPONENT), e.line(), e.tag())));
        String name = e.attribute("archiveName").isEmpty() ? project + ".jar" : e.attribute("archiveName");
        return Optional.of(Wiring.Content.of(tree, Paths.join(folder, name), place));
    }

    private String ending(XmlElement component) {
        List<String> facets = draft.xml(tree, draft.at(FACETS)).stream()
                .flatMap(XmlElement::all)
                .map(e -> e.attribute("facet"))
                .toList();
        if (facets.contains("jst.ear")) return "ear";
        if (facets.contains("jst.web")
                || facets.isEmpty() && contextPath(component).isPresent()) return "war";
        return "jar";
    }

    private static String slashless(String path) {
        return Paths.withoutSlash(Paths.withoutRoot(path));
    }

    private Optional<Wiring.Setting> webRoot(XmlElement component) {
        return component(
                        component,
                        "wb-resource",
                        e -> e.attribute("deploy-path").equals("/"),
                        "source-path")
                .map(setting -> new Wiring.Setting(trim(setting.value()), setting.evidence()));
    }

    private Optional<Wiring.Setting> contextPath(XmlElement component) {
        return component(component, "property", e -> e.attribute("name").equals("context-root"), "value");
    }

    private Optional<Wiring.Setting> component(
            XmlElement root, String element, Predicate<XmlElement> test, String attribute) {
        return root.all()
                .filter(e -> e.name().equals(element) && test.test(e))
                .findFirst()
                .map(e -> new Wiring.Setting(
                        slashless(e.attribute(attribute)), new Evidence(draft.at(COMPONENT), e.line(), e.tag())));
    }
}
