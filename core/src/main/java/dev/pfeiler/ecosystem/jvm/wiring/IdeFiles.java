package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Reads the wiring in {@code .classpath}, {@code .project} and {@code .settings/}. */
final class IdeFiles {
    private static final String CLASSPATH = ".classpath";
    private static final String PROJECT = ".project";
    private static final String SETTINGS = ".settings";
    private static final String COMPILER = SETTINGS + "/org.eclipse.jdt.core.prefs";
    private static final String RESOURCES = SETTINGS + "/org.eclipse.core.resources.prefs";
    private static final String COMPONENT = SETTINGS + "/org.eclipse.wst.common.component";

    private final ProjectTree tree;
    private final Wiring.Draft draft = new Wiring.Draft();
    private final List<Wiring.SourceFolder> sources = new ArrayList<>();
    private final List<Wiring.Library> libraries = new ArrayList<>();
    private final List<Wiring.Setting> ownOutputs = new ArrayList<>();
    private Optional<Wiring.Setting> output = Optional.empty();

    private IdeFiles(ProjectTree tree) {
        this.tree = tree;
    }

    /** The wiring at the top of a tree, where it has any of this kind. */
    static Optional<Wiring> read(ProjectTree tree) {
        List<String> files = tree.files().stream()
                .map(TreeFile::path)
                .filter(p -> p.equals(CLASSPATH) || p.equals(PROJECT) || Paths.within(SETTINGS, p))
                .toList();
        return files.isEmpty() ? Optional.empty() : Optional.of(new IdeFiles(tree).read(files));
    }

    private Wiring read(List<String> files) {
        draft.files.addAll(files);
        draft.xml(tree, CLASSPATH).ifPresent(this::classPath);
        draft.name = draft.xml(tree, PROJECT).flatMap(IdeFiles::projectName);
        Optional<XmlElement> component = draft.xml(tree, COMPONENT);
        draft.webRoot = component.flatMap(IdeFiles::webRoot);
        draft.contextPath = component.flatMap(IdeFiles::contextPath);
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        level().ifPresent(level -> settings.put("-target", level));
        PropertyLine.find(tree, RESOURCES, "encoding/<project>").ifPresent(e -> settings.put("-encoding", e));
        List<Wiring.Setting> flags = new ArrayList<>();
        PropertyLine.find(tree, COMPILER, "org.eclipse.jdt.core.compiler.codegen.methodParameters")
                .filter(setting -> setting.value().equals("generate"))
                .ifPresent(setting -> flags.add(new Wiring.Setting("-parameters", setting.evidence())));
        Evidence evidence = Evidence.of(tree.has(CLASSPATH) ? CLASSPATH : files.get(0), "");
        // folders with an output of their own are compiled into it, the others together
        draft.compilations.add(new Wiring.Compilation(sources, libraries, output, settings, flags, evidence));
        for (Wiring.Setting own : ownOutputs) {
            draft.compilations.add(new Wiring.Compilation(
                    List.of(), List.of(), Optional.of(own), Map.of(), List.of(), own.evidence()));
        }
        return draft.done(Wiring.Kind.IDE_FILES);
    }

    private void classPath(XmlElement root) {
        for (XmlElement entry : root.children("classpathentry").toList()) {
            String path = entry.attribute("path");
            Evidence evidence = new Evidence(CLASSPATH, entry.line(), entry.tag());
            switch (entry.attribute("kind")) {
                case "src" -> sourceEntry(entry, path, evidence);
                case "lib" -> libraryEntry(entry, path, evidence);
                case "output" -> output = Optional.of(new Wiring.Setting(path, evidence));
                case "var" -> draft.leave(path, "is a class-path entry behind a variable of the IDE", evidence);
                case "con" -> {
                    if (!container(path))
                        draft.leave(path, "is a library set kept by the IDE, not by the project", evidence);
                }
                default -> {}
            }
        }
    }

    /** Containers that a build tool has by itself: the JDK, the web folder's libraries, a server's API, test runners. */
    private static boolean container(String path) {
        return List.of(
                        "org.eclipse.jdt.launching.JRE_CONTAINER",
                        "org.eclipse.jst.j2ee.internal.web.container",
                        "org.eclipse.jst.j2ee.internal.module.container",
                        "org.eclipse.jst.server.core.container",
                        "org.eclipse.jdt.junit.JUNIT_CONTAINER")
                .stream()
                .anyMatch(path::startsWith);
    }

    private void sourceEntry(XmlElement entry, String path, Evidence evidence) {
        if (path.startsWith("/")) {
            draft.leave(path, "is another project of the IDE's workspace", evidence);
            return;
        }
        String own = entry.attribute("output");
        if (!own.isEmpty()) ownOutputs.add(new Wiring.Setting(own, evidence));
        sources.add(new Wiring.SourceFolder(
                trim(path),
                true,
                marked(entry, "test"),
                patterns(entry, "including"),
                patterns(entry, "excluding"),
                evidence));
    }

    private void libraryEntry(XmlElement entry, String path, Evidence evidence) {
        Optional<String> inside =
                Paths.normal(path).filter(p -> tree.has(p) || tree.folders().contains(p));
        if (inside.isPresent()) {
            libraries.add(new Wiring.Library(inside.get(), marked(entry, "test"), evidence));
        } else {
            draft.leave(path, "is on the class path and not in this folder", evidence);
        }
    }

    private static boolean marked(XmlElement entry, String name) {
        return entry.children("attributes")
                .flatMap(attributes -> attributes.children("attribute"))
                .anyMatch(a ->
                        a.attribute("name").equals(name) && a.attribute("value").equals("true"));
    }

    private static List<String> patterns(XmlElement entry, String attribute) {
        return Arrays.stream(entry.attribute(attribute).split("\\|"))
                .filter(pattern -> !pattern.isEmpty())
                .toList();
    }

    private static String trim(String path) {
        return Paths.normal(path).orElse(path);
    }

    private static Optional<Wiring.Setting> projectName(XmlElement root) {
        return root.child("name")
                .filter(name -> !name.text().isBlank())
                .map(name -> new Wiring.Setting(
                        name.text(), new Evidence(PROJECT, name.line(), "<name>" + name.text() + "</name>")));
    }

    private Optional<Wiring.Setting> level() {
        List<String> keys = List.of(
                "org.eclipse.jdt.core.compiler.codegen.targetPlatform",
                "org.eclipse.jdt.core.compiler.compliance",
                "org.eclipse.jdt.core.compiler.source");
        for (String key : keys) {
            Optional<Wiring.Setting> setting = PropertyLine.find(tree, COMPILER, key);
            if (setting.isPresent()) return setting;
        }
        return Optional.empty();
    }

    private static Optional<Wiring.Setting> webRoot(XmlElement component) {
        return component(
                component, "wb-resource", e -> e.attribute("deploy-path").equals("/"), "source-path");
    }

    private static Optional<Wiring.Setting> contextPath(XmlElement component) {
        return component(component, "property", e -> e.attribute("name").equals("context-root"), "value");
    }

    private static Optional<Wiring.Setting> component(
            XmlElement root, String element, Function<XmlElement, Boolean> test, String attribute) {
        return root.all()
                .filter(e -> e.name().equals(element) && test.apply(e))
                .findFirst()
                .map(e -> new Wiring.Setting(
                        e.attribute(attribute).replaceAll("^/+|/+$", ""), new Evidence(COMPONENT, e.line(), e.tag())));
    }
}
