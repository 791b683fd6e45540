package dev.pfeiler.ecosystem.jvm.check;

import dev.pfeiler.artifact.archive.JarCache;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.Kind;
import dev.pfeiler.ecosystem.jvm.language.Language;
import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import dev.pfeiler.ecosystem.jvm.managed.ManagedJvmBuild;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.UnsupportedCharsetException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/** A managed build with its sources: what the checks look at, and what they found. */
final class CheckedBuild {
    private final ProjectTree tree;
    private final ManagedJvmBuild build;
    private final Repositories repositories;
    private final JarCache jars;
    private final FolderIndex folders;
    private final List<CheckedModule> modules;
    private final Set<String> types;
    /** Folders with sources that no module compiles: other projects, inputs of tests, examples. */
    private final Set<String> foreign = new TreeSet<>();

    private final List<Discrepancy> found = new ArrayList<>();

    CheckedBuild(
            ProjectTree tree, ManagedJvmBuild build, Repositories repositories, JarCache jars, Languages languages) {
        this.tree = tree;
        this.build = build;
        this.repositories = repositories;
        this.jars = jars;
        this.folders = new FolderIndex(build.modules());
        this.modules = modules(languages);
        this.types = modules.stream()
                .flatMap(CheckedModule::sources)
                .flatMap(source -> source.typeNames().stream())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private List<CheckedModule> modules(Languages languages) {
        List<SourceFile> sources = tree.files().parallelStream()
                .filter(file -> !file.link() && !isOutput(file.path()))
                .flatMap(file -> languages.of(file.path()).stream().flatMap(language -> read(file, language)))
                .sorted(Comparator.comparing(SourceFile::path))
                .toList();
        Map<String, List<SourceFile>> main = new HashMap<>();
        Map<String, List<SourceFile>> tests = new HashMap<>();
        for (SourceFile source : sources) {
            List<ManagedModule> programs = folders.main(source.path());
            List<ManagedModule> tested = folders.tests(source.path());
            programs.forEach(module -> main.computeIfAbsent(module.folder(), f -> new ArrayList<>())
                    .add(source));
            tested.forEach(module -> tests.computeIfAbsent(module.folder(), f -> new ArrayList<>())
                    .add(source));
            if (programs.isEmpty() && tested.isEmpty()) foreign(source.path());
        }
        return build.modules().stream()
                .map(module -> new CheckedModule(
                        module,
                        main.getOrDefault(module.folder(), List.of()),
                        tests.getOrDefault(module.folder(), List.of())))
                .toList();
    }

    /** Notes the folders around a source that no module compiles, up to those of modules. */
    private void foreign(String source) {
        for (String folder = Paths.parent(source); !folders.isAroundModule(folder); folder = Paths.parent(folder))
            if (!foreign.add(folder)) return;
    }

    /** Whether a file beside the sources is one of the build's own, and not of another project in a folder of it. */
    boolean concerns(String path) {
        for (String folder = Paths.parent(path); !folder.isEmpty(); folder = Paths.parent(folder))
            if (foreign.contains(folder)) return false;
        return !isOutput(path)
                && folders.main(path).isEmpty()
                && folders.tests(path).isEmpty()
                && !folders.isTestResource(path);
    }

    private Stream<SourceFile> read(TreeFile file, Language language) {
        Optional<Charset> stated =
                moduleOf(file.path()).flatMap(ManagedModule::encoding).flatMap(setting -> charset(setting.value()));
        try {
            return Stream.of(language.read(file.path(), SourceText.of(tree.bytes(file.path()), () -> stated)));
        } catch (IOException e) {
            LoggerFactory.getLogger(CheckedBuild.class).debug("{}", file.path(), e);
            return Stream.empty();
        }
    }

    static Optional<Charset> charset(String name) {
        try {
            return Optional.of(Charset.forName(name.strip()));
        } catch (IllegalCharsetNameException | UnsupportedCharsetException e) {
            return Optional.empty();
        }
    }

    ProjectTree tree() {
        return tree;
    }

    ManagedJvmBuild build() {
        return build;
    }

    Repositories repositories() {
        return repositories;
    }

    JarCache jars() {
        return jars;
    }

    List<CheckedModule> modules() {
        return modules;
    }

    /** The qualified names of all top-level types of the build. */
    Set<String> types() {
        return types;
    }

    /** The module whose folder contains a path, the innermost. */
    Optional<ManagedModule> moduleOf(String path) {
        return folders.module(path);
    }

    /** Whether a build writes what is at a path. */
    boolean isOutput(String path) {
        return folders.isOutput(path);
    }

    /** The files of a module, without those of other modules and those that builds write. */
    Stream<TreeFile> files(ManagedModule module) {
        return tree.under(module.folder())
                .filter(file -> !file.link() && !isOutput(file.path()))
                .filter(file -> moduleOf(file.path()).filter(module::equals).isPresent());
    }

    /** What a folder serves: paths in the tree, by the places from which they are served. */
    SortedMap<String, String> served(String folder) {
        SortedMap<String, String> served = new TreeMap<>();
        tree.under(folder).forEach(file -> served.put(Paths.relative(folder, file.path()), file.path()));
        return served;
    }

    void note(Kind kind, ManagedModule module, Evidence place, String subject, String message, Cure cure) {
        note(Discrepancy.of(kind, module.folder(), place, subject, message, cure));
    }

    /** One place is noted once, however many modules inherit it. */
    void note(Discrepancy discrepancy) {
        boolean known = found.stream()
                .anyMatch(one -> one.kind() == discrepancy.kind()
                        && one.evidence().place().equals(discrepancy.evidence().place())
                        && one.subject().equals(discrepancy.subject()));
        if (!known) found.add(discrepancy);
    }

    List<Discrepancy> found() {
        return found;
    }
}
