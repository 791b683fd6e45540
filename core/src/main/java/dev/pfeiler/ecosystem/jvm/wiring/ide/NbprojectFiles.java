package dev.pfeiler.ecosystem.jvm.wiring.ide;

import dev.pfeiler.ecosystem.jvm.wiring.JavacOptions;
import dev.pfeiler.ecosystem.jvm.wiring.ManifestFile;
import dev.pfeiler.ecosystem.jvm.wiring.PropertiesFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.ecosystem.jvm.wiring.ant.AntNames;
import dev.pfeiler.ecosystem.jvm.wiring.ant.AntPaths;
import dev.pfeiler.ecosystem.jvm.wiring.ant.AntProperties;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Pattern;

/** Reads the wiring in {@code nbproject/project.properties} of a project folder. */
public final class NbprojectFiles {
    private static final Pattern COMMAS = Pattern.compile("\\s*,\\s*");
    private static final Pattern SOURCE_FOLDER = Pattern.compile("(src|test).*\\.dir");

    private static final String PROJECT = "nbproject/project.xml";

    private final ProjectTree tree;
    private final String file;
    private final WiringBuilder draft;
    private final AntProperties properties = new AntProperties();

    private NbprojectFiles(ProjectTree tree, String folder) {
        this.tree = tree;
        this.draft = new WiringBuilder(folder);
        this.file = draft.at(AntNames.NBPROJECT);
    }

    /** The wirings of all project folders in a tree. */
    public static List<Wiring> read(ProjectTree tree) {
        return tree.files().stream()
                .map(TreeFile::path)
                .filter(path -> path.equals(AntNames.NBPROJECT) || path.endsWith("/" + AntNames.NBPROJECT))
                .map(path -> new NbprojectFiles(tree, Paths.parent(Paths.parent(path))).read())
                .toList();
    }

    private Wiring read() {
        tree.under(Paths.parent(file)).map(TreeFile::path).forEach(draft.files::add);
        if (tree.has(draft.at(AntNames.BUILD_FILE))) draft.files.add(draft.at(AntNames.BUILD_FILE));
        properties.set("basedir", Wiring.TOP + draft.folder, Evidence.of(file, ""));
        SortedMap<String, Wiring.Setting> read = new TreeMap<>();
        try {
            read = PropertiesFile.read(tree, file);
        } catch (IOException e) {
            draft.leave(file, "is not a valid properties file", Evidence.of(file, ""));
        }
        read.forEach((key, setting) -> properties.set(key, setting.value(), setting.evidence()));
        Optional<XmlElement> project = draft.xml(tree, draft.at(PROJECT));
        List<Wiring.SourceFolder> sources = sources(project, read.keySet());
        List<Wiring.Library> libraries = new ArrayList<>();
        classPath("javac.classpath", false, libraries);
        classPath("javac.test.classpath", true, libraries);
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        setting("javac.source").ifPresent(s -> settings.put("-source", s));
        setting("javac.target").ifPresent(s -> settings.put("-target", s));
        setting("source.encoding").ifPresent(s -> settings.put("-encoding", s));
        List<Wiring.Setting> flags = new ArrayList<>();
        setting("javac.compilerargs")
                .ifPresent(s -> JavacOptions.take(ShellText.words(s.value()), s.evidence(), settings, flags));
        draft.compiles(
                tree,
                new Wiring.Compilation(
                        sources, libraries, inside("build.classes.dir"), settings, flags, Evidence.of(file, "")),
                Map.of());
        draft.name = setting("application.title")
                .or(() -> setting("dist.jar").map(s -> new Wiring.Setting(Paths.stem(s.value()), s.evidence())));
        inside("web.docbase.dir")
                .filter(s -> tree.folders().contains(s.value()))
                .ifPresent(draft.webRoots::add);
        // servers take the path from the name of the archive that the generated build writes
        draft.contextPath = setting("war.name").map(war -> new Wiring.Setting(Paths.stem(war.value()), war.evidence()));
        setting("main.class").ifPresent(draft.mainClasses::add);
        Optional<Wiring.Archive> web = project.flatMap(this::archive);
        web.or(() -> jar(sources)).ifPresent(draft.archives::add);
        return draft.done(Wiring.Kind.IDE_FILES);
    }

    /** The source folders: the properties that hold them are named by the project, else known by their names. */
    private List<Wiring.SourceFolder> sources(Optional<XmlElement> project, Set<String> keys) {
        Map<String, Boolean> roots = new LinkedHashMap<>();
        project.stream()
                .flatMap(XmlElement::all)
                .filter(e -> e.name().equals("source-roots") || e.name().equals("test-roots"))
                .forEach(list -> list.children("root")
                        .forEach(root ->
                                roots.put(root.attribute("id"), list.name().equals("test-roots"))));
        if (roots.isEmpty())
            keys.stream()
                    .filter(key -> SOURCE_FOLDER.matcher(key).matches())
                    .forEach(key -> roots.put(key, key.startsWith("test")));
        List<Wiring.SourceFolder> sources = new ArrayList<>();
        roots.forEach((key, test) -> setting(key)
                .flatMap(s -> draft.inside(s.value())
                        .filter(tree.folders()::contains)
                        .map(p -> new Wiring.SourceFolder(p, true, test, List.of(), List.of(), s.evidence())))
                .ifPresent(sources::add));
        return sources;
    }

    /** The jar of the classes and of what is beside the sources. */
    private Optional<Wiring.Archive> jar(List<Wiring.SourceFolder> sources) {
        Optional<Wiring.Setting> path = inside("dist.jar");
        if (path.isEmpty()) return Optional.empty();
        List<Wiring.Content> contents = new ArrayList<>();
        inside("build.classes.dir")
                .ifPresent(classes -> contents.add(new Wiring.Content(classes.value(), "", List.of(), List.of())));
        List<String> excludes = setting("build.classes.excludes")
                .map(stated -> Arrays.asList(COMMAS.split(stated.value())))
                .orElse(List.of("**/*.java", "**/*.form"));
        sources.stream()
                .filter(folder -> !folder.test())
                .forEach(folder -> contents.add(new Wiring.Content(folder.path(), "", List.of(), excludes)));
        Map<String, Wiring.Setting> manifest = new LinkedHashMap<>();
        inside("manifest.file")
                .map(Wiring.Setting::value)
                .filter(tree::has)
                .flatMap(written -> ManifestFile.read(tree, written))
                .ifPresent(written -> manifest.putAll(written.attributes()));
        setting("main.class").ifPresent(started -> manifest.put("Main-Class", started));
        return path.map(
                made -> new Wiring.Archive(made.value(), contents, manifest, Optional.empty(), made.evidence()));
    }

    /** The web archive with the libraries that the project lays into it. */
    private Optional<Wiring.Archive> archive(XmlElement root) {
        Optional<XmlElement> libraries =
                root.all().filter(e -> e.name().equals("web-module-libraries")).findFirst();
        if (libraries.isEmpty()) return Optional.empty();
        List<Wiring.Content> contents = new ArrayList<>();
        draft.webRoots.forEach(web -> contents.add(Wiring.Content.of(tree, web.value(), "")));
        libraries.get().children("library").forEach(library -> {
            String place = library.child("path-in-war").map(XmlElement::text).orElse("");
            library.child("file")
                    .flatMap(file -> draft.inside(properties.expand(file.text())))
                    .filter(path -> tree.has(path) && !place.isEmpty())
                    .ifPresent(path -> contents.add(Wiring.Content.of(tree, path, place)));
        });
        String name = setting("war.name").map(Wiring.Setting::value).orElse(Paths.name(draft.folder) + ".war");
        Evidence evidence = new Evidence(
                draft.at(PROJECT), libraries.get().line(), libraries.get().tag());
        return Optional.of(new Wiring.Archive(draft.at(name), contents, Map.of(), Optional.empty(), evidence));
    }

    private Optional<Wiring.Setting> setting(String key) {
        return properties
                .get(key)
                .map(s -> new Wiring.Setting(properties.expand(s.value()).strip(), s.evidence()))
                .filter(s -> !s.value().isEmpty() && !s.value().contains("${"));
    }

    /** A setting that is a path, as one within the tree. */
    private Optional<Wiring.Setting> inside(String key) {
        return setting(key).flatMap(s -> draft.inside(s.value()).map(p -> new Wiring.Setting(p, s.evidence())));
    }

    private void classPath(String key, boolean test, List<Wiring.Library> libraries) {
        Optional<Wiring.Setting> setting = properties.get(key);
        if (setting.isEmpty()) return;
        for (String part : properties.expand(setting.get().value()).split(AntPaths.SEPARATOR)) {
            Optional<String> path = draft.inside(part.strip()).filter(p -> !p.isEmpty());
            Optional<String> project = path.flatMap(p -> draft.project(tree, p, AntNames.NBPROJECT));
            project.ifPresent(folder ->
                    draft.projects.add(new Wiring.Setting(folder, setting.get().evidence())));
            if (project.isPresent() || path.isEmpty() || part.contains("build.") || part.equals("build/classes"))
                continue;
            if (tree.has(path.get()))
                libraries.add(new Wiring.Library(path.get(), test, setting.get().evidence()));
            else if (path.get().endsWith(".jar"))
                draft.leave(
                        path.get(),
                        "is on the class path but not in this project",
                        setting.get().evidence());
            else if (part.contains("${libs."))
                draft.leave(
                        part,
                        "is a library defined in the IDE, not in the project",
                        setting.get().evidence());
        }
    }
}
