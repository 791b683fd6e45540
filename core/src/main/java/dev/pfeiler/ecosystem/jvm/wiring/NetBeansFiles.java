package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;

/** Reads the wiring in {@code nbproject/project.properties}. */
final class NetBeansFiles {
    static final String PROPERTIES = "nbproject/project.properties";

    private final ProjectTree tree;
    private final Wiring.Draft draft = new Wiring.Draft();
    private final BuildProperties properties = new BuildProperties();

    private NetBeansFiles(ProjectTree tree) {
        this.tree = tree;
    }

    static Optional<Wiring> read(ProjectTree tree) {
        return tree.has(PROPERTIES) ? Optional.of(new NetBeansFiles(tree).read()) : Optional.empty();
    }

    private Wiring read() {
        tree.under("nbproject").map(TreeFile::path).forEach(draft.files::add);
        if (tree.has(BuildFile.NAME)) draft.files.add(BuildFile.NAME);
        Properties read = new Properties();
        try {
            read.load(new StringReader(tree.text(PROPERTIES).content()));
        } catch (IOException | IllegalArgumentException e) {
            draft.leave(PROPERTIES, "is no properties file", Evidence.of(PROPERTIES, ""));
        }
        properties.set("basedir", "", Evidence.of(PROPERTIES, ""));
        for (String key : read.stringPropertyNames()) {
            Evidence evidence = PropertyLine.find(tree, PROPERTIES, key)
                    .map(Wiring.Setting::evidence)
                    .orElse(Evidence.of(PROPERTIES, key));
            properties.set(key, read.getProperty(key), evidence);
        }
        List<Wiring.SourceFolder> sources = new ArrayList<>();
        for (String key : read.stringPropertyNames().stream().sorted().toList()) {
            if (!key.matches("(src|test).*\\.dir")) continue;
            setting(key)
                    .flatMap(s -> Paths.normal(s.value())
                            .filter(tree.folders()::contains)
                            .map(p -> new Wiring.SourceFolder(
                                    p, true, key.startsWith("test"), List.of(), List.of(), s.evidence())))
                    .ifPresent(sources::add);
        }
        List<Wiring.Library> libraries = new ArrayList<>();
        classPath("javac.classpath", false, libraries);
        classPath("javac.test.classpath", true, libraries);
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        setting("javac.source").ifPresent(s -> settings.put("-source", s));
        setting("javac.target").ifPresent(s -> settings.put("-target", s));
        setting("source.encoding").ifPresent(s -> settings.put("-encoding", s));
        List<Wiring.Setting> flags = new ArrayList<>();
        setting("javac.compilerargs")
                .ifPresent(s -> CompilerWords.take(ShellText.words(s.value()), s.evidence(), settings, flags));
        draft.compilations.add(new Wiring.Compilation(
                sources, libraries, setting("build.classes.dir"), settings, flags, Evidence.of(PROPERTIES, "")));
        draft.name = setting("application.title")
                .or(() -> setting("dist.jar").map(s -> new Wiring.Setting(Paths.stem(s.value()), s.evidence())));
        draft.webRoot = setting("web.docbase.dir").filter(s -> tree.folders().contains(s.value()));
        setting("main.class").ifPresent(draft.mainClasses::add);
        return draft.done(Wiring.Kind.IDE_FILES);
    }

    private Optional<Wiring.Setting> setting(String key) {
        return properties
                .get(key)
                .map(s -> new Wiring.Setting(properties.expand(s.value()).strip(), s.evidence()))
                .filter(s -> !s.value().isEmpty() && !s.value().contains("${"));
    }

    private void classPath(String key, boolean test, List<Wiring.Library> libraries) {
        Optional<Wiring.Setting> setting = properties.get(key);
        if (setting.isEmpty()) return;
        for (String part : properties.expand(setting.get().value()).split("[:;]")) {
            Optional<String> path = Paths.normal(part.strip()).filter(p -> !p.isEmpty());
            if (path.isEmpty() || part.contains("build.") || part.equals("build/classes")) continue;
            if (tree.has(path.get()))
                libraries.add(new Wiring.Library(path.get(), test, setting.get().evidence()));
            else if (path.get().endsWith(".jar"))
                draft.leave(
                        path.get(),
                        "is on the class path and not in this folder",
                        setting.get().evidence());
            else if (part.contains("${libs."))
                draft.leave(
                        part,
                        "is a library kept by the IDE, not by the project",
                        setting.get().evidence());
        }
    }
}
