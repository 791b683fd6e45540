package dev.pfeiler.ecosystem.jvm.wiring.ide;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Reads the wiring in {@code .iml} files and in {@code .idea/}. */
public final class ImlFiles {
    private static final Pattern NO_FILE_NAME = Pattern.compile("[^\\w]+");
    private static final Pattern FIRST_ONE = Pattern.compile("^1\\.(?=\\d\\d)");

    private static final String FOLDER = ".idea";
    private static final Pattern INSIDE = Pattern.compile("(?:file|jar)://\\$(MODULE|PROJECT)_DIR\\$/?([^!]*?)(?:!/)?");

    private final ProjectTree tree;
    private final Map<String, String> folders;
    private final WiringBuilder draft;

    private ImlFiles(ProjectTree tree, String folder, Map<String, String> folders) {
        this.tree = tree;
        this.folders = folders;
        this.draft = new WiringBuilder(folder);
    }

    /** The wirings of all modules in a tree. */
    public static List<Wiring> read(ProjectTree tree) {
        List<String> shared = tree.under(FOLDER)
                .map(TreeFile::path)
                .filter(p -> !p.endsWith(".iml"))
                .toList();
        List<String> modules = tree.files().stream()
                .map(TreeFile::path)
                .filter(p -> p.endsWith(".iml"))
                .toList();
        Map<String, String> folders = new LinkedHashMap<>();
        modules.forEach(module -> folders.put(Paths.stem(module), folder(module)));
        List<Wiring> wirings = new ArrayList<>();
        for (String module : modules) {
            List<String> files = new ArrayList<>(List.of(module));
            files.addAll(shared);
            wirings.add(new ImlFiles(tree, folder(module), folders).read(module, files));
        }
        return wirings;
    }

    /** The folder of a module; one whose file is among the project's settings is the project itself. */
    private static String folder(String module) {
        String parent = Paths.parent(module);
        return Paths.name(parent).equals(FOLDER) ? Paths.parent(parent) : parent;
    }

    private Wiring read(String module, List<String> files) {
        draft.files.addAll(files);
        List<Wiring.SourceFolder> sources = new ArrayList<>();
        List<Wiring.Library> libraries = new ArrayList<>();
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        draft.name = Optional.of(new Wiring.Setting(Paths.stem(module), Evidence.of(module, Paths.name(module))));
        draft.xml(tree, module).ifPresent(root -> root.all().forEach(e -> {
            Evidence evidence = new Evidence(module, e.line(), e.tag());
            switch (e.name()) {
                case "sourceFolder" -> sourceFolder(e, evidence, sources);
                case "orderEntry" -> orderEntry(e, module, evidence, libraries);
                case "root" -> {
                    if (e.attribute("relative").equals("/"))
                        inside(e.attribute("url"))
                                .ifPresent(path -> draft.webRoots.add(new Wiring.Setting(path, evidence)));
                }
                case "component" -> {
                    if (!e.attribute("LANGUAGE_LEVEL").isEmpty())
                        settings.put("-source", level(e.attribute("LANGUAGE_LEVEL"), evidence));
                }
                default -> {}
            }
        }));
        String misc = FOLDER + "/misc.xml";
        draft.xml(tree, misc).ifPresent(root -> root.all()
                .filter(e -> e.attribute("name").equals("ProjectRootManager")
                        && !e.attribute("languageLevel").isEmpty())
                .forEach(e -> settings.putIfAbsent(
                        "-source", level(e.attribute("languageLevel"), new Evidence(misc, e.line(), e.tag())))));
        String compiler = FOLDER + "/compiler.xml";
        draft.xml(tree, compiler).ifPresent(root -> root.all()
                .filter(e -> e.name().equals("bytecodeTargetLevel")
                        && !e.attribute("target").isEmpty())
                .forEach(e -> settings.put(
                        "-target",
                        new Wiring.Setting(e.attribute("target"), new Evidence(compiler, e.line(), e.tag())))));
        List<Wiring.Setting> flags = new ArrayList<>();
        draft.xml(tree, compiler)
                .flatMap(root -> root.all()
                        .filter(e -> e.name().equals("annotationProcessing"))
                        .findFirst())
                .flatMap(processing -> profile(processing, Paths.stem(module)))
                .ifPresent(profile -> processing(profile, compiler, settings, flags));
        String encodings = FOLDER + "/encodings.xml";
        FolderEncodings folders = new FolderEncodings(tree, draft);
        Map<String, Wiring.Setting> whole = new LinkedHashMap<>();
        draft.xml(tree, encodings).ifPresent(root -> root.all()
                .filter(e -> e.name().equals("file") && !e.attribute("charset").isEmpty())
                .forEach(e -> {
                    Wiring.Setting charset =
                            new Wiring.Setting(e.attribute("charset"), new Evidence(encodings, e.line(), e.tag()));
                    String url = e.attribute("url");
                    if (List.of("PROJECT", "file://$PROJECT_DIR$").contains(url)) whole.put("-encoding", charset);
                    else if (url.startsWith("file://$PROJECT_DIR$/"))
                        folders.set(url.substring("file://$PROJECT_DIR$/".length()), charset);
                }));
        folders.settle(Optional.ofNullable(whole.get("-encoding"))).ifPresent(e -> settings.put("-encoding", e));
        artifacts(Paths.stem(module));
        Wiring.Compilation java =
                new Wiring.Compilation(sources, libraries, Optional.empty(), settings, flags, Evidence.of(module, ""));
        draft.compiles(tree, java, new IdeaLanguages(tree, draft).of(module, java));
        return draft.done(Wiring.Kind.IDE_FILES);
    }

    /** The profile of annotation processing that holds for a module. */
    private static Optional<XmlElement> profile(XmlElement processing, String module) {
        List<XmlElement> enabled = processing
                .children("profile")
                .filter(profile -> profile.attribute("enabled").equals("true"))
                .toList();
        return enabled.stream()
                .filter(profile -> profile.children("module")
                        .anyMatch(named -> named.attribute("name").equals(module)))
                .findFirst()
                .or(() -> enabled.stream()
                        .filter(profile -> profile.attribute("default").equals("true"))
                        .findFirst());
    }

    private void processing(
            XmlElement profile, String file, Map<String, Wiring.Setting> settings, List<Wiring.Setting> flags) {
        Evidence evidence = new Evidence(file, profile.line(), profile.tag());
        List<Wiring.Library> path = profile.children("processorPath")
                .filter(element -> element.attribute("useClasspath").equals("false"))
                .flatMap(element -> element.children("entry"))
                .flatMap(entry -> inside(entry.attribute("name").replaceFirst("^", "file://")).stream())
                .map(jar -> new Wiring.Library(jar, false, evidence))
                .toList();
        if (!path.isEmpty()) settings.put(Wiring.Compilation.PROCESSOR_PATH, WiringBuilder.path(path, evidence));
        String processors = profile.children("processor")
                .map(processor -> processor.attribute("name"))
                .collect(Collectors.joining(","));
        if (!processors.isEmpty()) settings.put("-processor", new Wiring.Setting(processors, evidence));
        profile.children("option")
                .forEach(option -> flags.add(new Wiring.Setting(
                        "-A" + option.attribute("name") + "=" + option.attribute("value"), evidence)));
    }

    /** The archives that the IDE makes of a module: those that name it first. */
    private void artifacts(String module) {
        tree.under(FOLDER + "/artifacts").map(TreeFile::path).forEach(file -> draft.xml(tree, file)
                .ifPresent(root -> root.all()
                        .filter(e -> e.name().equals("artifact"))
                        .forEach(artifact -> {
                            Optional<String> first =
                                    artifact.all().flatMap(ImlFiles::named).findFirst();
                            Optional<XmlElement> layout = artifact.child("root");
                            if (layout.isEmpty() || !first.equals(Optional.of(module))) return;
                            List<Wiring.Content> contents = new ArrayList<>();
                            laid(layout.get(), "", contents);
                            String type = Text.withoutStart(artifact.attribute("type"), "exploded-");
                            String name = Text.before(artifact.attribute("name"), ":");
                            Evidence evidence = new Evidence(file, artifact.line(), artifact.tag());
                            draft.archives.add(new Wiring.Archive(
                                    draft.at(name + "." + type), contents, Map.of(), Optional.empty(), evidence));
                        })));
    }

    /** The module that an element of an archive's layout names. */
    private static Stream<String> named(XmlElement e) {
        return switch (e.attribute("id")) {
            case "module-output" -> Stream.of(e.attribute("name"));
            case "javaee-facet-resources" -> Stream.of(Paths.first(e.attribute("facet")));
            default -> Stream.empty();
        };
    }

    private void laid(XmlElement element, String place, List<Wiring.Content> contents) {
        for (XmlElement e : element.children()) {
            switch (e.attribute("id")) {
                case "directory" -> laid(e, Paths.join(place, e.attribute("name")), contents);
                case "file-copy", "dir-copy" ->
                    inside("file://" + e.attribute("path"))
                            .ifPresent(path -> contents.add(Wiring.Content.of(tree, path, place)));
                case "javaee-facet-resources" ->
                    draft.webRoots.forEach(web -> contents.add(Wiring.Content.of(tree, web.value(), place)));
                case "library" -> {
                    String file = libraryFile(e.attribute("name"));
                    List<Wiring.Library> jars = new ArrayList<>();
                    draft.xml(tree, file).ifPresent(library -> classes(library, false, file, jars));
                    jars.forEach(jar -> contents.add(Wiring.Content.of(tree, jar.path(), place)));
                }
                default -> {}
            }
        }
    }

    private static String libraryFile(String name) {
        return FOLDER + "/libraries/" + NO_FILE_NAME.matcher(name).replaceAll("_") + ".xml";
    }

    private static Wiring.Setting level(String written, Evidence evidence) {
        return new Wiring.Setting(
                FIRST_ONE
                        .matcher(written.replaceFirst("JDK_", "").replace('_', '.'))
                        .replaceFirst(""),
                evidence);
    }

    private Optional<String> inside(String url) {
        Matcher matcher = INSIDE.matcher(url);
        if (!matcher.matches()) return Optional.empty();
        return matcher.group(1).equals("MODULE") ? draft.inside(matcher.group(2)) : Paths.normal(matcher.group(2));
    }

    private void sourceFolder(XmlElement e, Evidence evidence, List<Wiring.SourceFolder> sources) {
        boolean test = e.attribute("isTestSource").equals("true")
                || e.attribute("type").equals("java-test-resource");
        inside(e.attribute("url"))
                .ifPresent(
                        path -> sources.add(new Wiring.SourceFolder(path, true, test, List.of(), List.of(), evidence)));
    }

    private void orderEntry(XmlElement e, String module, Evidence evidence, List<Wiring.Library> libraries) {
        boolean test = e.attribute("scope").equals("TEST");
        switch (e.attribute("type")) {
            case "module-library" ->
                e.children("library").forEach(library -> classes(library, test, module, libraries));
            case "library" -> {
                String file = libraryFile(e.attribute("name"));
                Optional<XmlElement> library =
                        e.attribute("level").equals("project") ? draft.xml(tree, file) : Optional.empty();
                if (library.isPresent()) classes(library.get(), test, file, libraries);
                else draft.leave(e.attribute("name"), "is a library defined in the IDE, not in the project", evidence);
            }
            case "module" -> {
                String name = e.attribute("module-name");
                if (folders.containsKey(name)) draft.projects.add(new Wiring.Setting(folders.get(name), evidence));
                else draft.leave(name, "is another module of the project", evidence);
            }
            default -> {}
        }
    }

    private void classes(XmlElement library, boolean test, String file, List<Wiring.Library> libraries) {
        library.all()
                .filter(e -> e.name().equals("CLASSES"))
                .flatMap(c -> c.children().stream())
                .forEach(root -> {
                    Evidence evidence = new Evidence(file, root.line(), root.tag());
                    Optional<String> path = inside(root.attribute("url"));
                    boolean there = path.isPresent()
                            && (tree.has(path.get()) || tree.folders().contains(path.get()));
                    if (!there) {
                        draft.leave(root.attribute("url"), "is on the class path but not in this project", evidence);
                    } else if (tree.has(path.get())) {
                        libraries.add(new Wiring.Library(path.get(), test, evidence));
                    } else {
                        // a folder of jars
                        tree.under(path.get())
                                .map(TreeFile::path)
                                .filter(p -> p.endsWith(".jar"))
                                .forEach(p -> libraries.add(new Wiring.Library(p, test, evidence)));
                    }
                });
    }
}
