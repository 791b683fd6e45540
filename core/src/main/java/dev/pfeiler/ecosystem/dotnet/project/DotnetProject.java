package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Missing;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.References;
import dev.pfeiler.ecosystem.dotnet.solution.SolutionFile;
import dev.pfeiler.ecosystem.dotnet.source.CSharpReader;
import dev.pfeiler.ecosystem.dotnet.source.CSharpSource;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentSkipListMap;

/** A tree of C# projects as their owner keeps them. */
public final class DotnetProject {
    public static final String EXTENSION = "cs";
    public static final String PROJECT = "csproj";

    private static final long LARGEST = 8 << 20;

    private final ProjectTree tree;
    private final FileSet files;
    private final List<Compilation> compilations = new ArrayList<>();
    private final List<Finding> trouble = new ArrayList<>();
    private final Set<String> imported = new LinkedHashSet<>();
    /** Project files of the old format that stay as they are. */
    private final List<String> kept = new ArrayList<>();
    /** Files that those import. */
    private final Set<String> needed = new LinkedHashSet<>();
    /** Project files for an SDK. */
    private final List<String> managed = new ArrayList<>();

    /** How many compilations take each source. */
    private final Map<String, Integer> users = new HashMap<>();

    private final SortedMap<String, Set<String>> solutions = new TreeMap<>();
    private final List<String> scripts;
    private final OtherTexts texts;
    private Map<String, CSharpSource> sources;

    private DotnetProject(ProjectTree tree) {
        this.tree = tree;
        this.files = new FileSet(tree);
        for (TreeFile file : tree.files())
            if (file.extension().equals(PROJECT) && !file.link() && !FileSet.isHidden(file.path()))
                classic(file.path());
        ScriptProjects called = new ScriptProjects(tree, files, trouble);
        scripts = called.scripts();
        texts = new OtherTexts(tree);
        Set<String> made = new LinkedHashSet<>();
        compilations.forEach(one -> made.add(one.output().toLowerCase(Locale.ROOT)));
        // a script that compiles what a project file describes adds nothing
        for (Compilation one : called.read())
            if (made.add(one.output().toLowerCase(Locale.ROOT))) compilations.add(one);
        compilations.replaceAll(this::referring);
        for (Compilation one : compilations)
            for (Compilation.Source source : one.files().sources()) users.merge(source.path(), 1, Integer::sum);
        readSolutions();
    }

    public static DotnetProject of(ProjectTree tree) {
        return new DotnetProject(tree);
    }

    private void classic(String path) {
        try {
            ClassicProject project = new ClassicProject(tree, files, path, trouble);
            Optional<Finding> refused = project.refused();
            if (project.isSdk()) {
                managed.add(path);
                return;
            }
            if (refused.isPresent()) {
                kept.add(path);
                needed.addAll(project.imported());
                trouble.add(refused.get());
                return;
            }
            imported.addAll(project.imported());
            compilations.add(project.read());
        } catch (IOException | XmlElement.Malformed e) {
            kept.add(path);
            trouble.add(Finding.trouble(path, "cannot be read: " + e.getMessage()));
        }
    }

    /** With references to projects instead of to the files that these write. */
    private Compilation referring(Compilation one) {
        References old = one.references();
        List<String> projects = new ArrayList<>(old.projects());
        List<Missing> missing = new ArrayList<>();
        for (Missing lost : old.missing()) {
            Optional<String> maker = maker(lost.name(), one);
            if (maker.isEmpty()) missing.add(lost);
            else if (!projects.contains(maker.get())) projects.add(maker.get());
        }
        List<Compilation.Library> libraries = new ArrayList<>(old.libraries());
        libraries.removeIf(library -> {
            Optional<String> maker = isOutput(library.path()) ? maker(library.name(), one) : Optional.empty();
            if (maker.isPresent() && !projects.contains(maker.get())) projects.add(maker.get());
            return maker.isPresent();
        });
        return one.with(new References(old.framework(), libraries, projects, old.packages(), old.restored(), missing));
    }

    /** Whether a file is where builds write. */
    private static boolean isOutput(String path) {
        String folders = "/" + path.toLowerCase(Locale.ROOT);
        return folders.contains("/bin/") || folders.contains("/obj/");
    }

    private Optional<String> maker(String assembly, Compilation user) {
        return compilations.stream()
                .filter(one -> !one.id().equals(user.id()))
                .filter(one -> one.identity().assembly().equalsIgnoreCase(assembly))
                .map(Compilation::id)
                .findFirst();
    }

    public ProjectTree tree() {
        return tree;
    }

    public FileSet files() {
        return files;
    }

    public List<Compilation> compilations() {
        return List.copyOf(compilations);
    }

    public Optional<Compilation> compilation(String id) {
        return compilations.stream().filter(one -> one.id().equals(id)).findFirst();
    }

    /** What other files say about the projects. */
    public OtherTexts texts() {
        return texts;
    }

    /** Scripts that call a compiler. */
    public List<String> scripts() {
        return scripts;
    }

    /** Project files of the old format that stay as they are. */
    public List<String> kept() {
        return List.copyOf(kept);
    }

    /** Project files that are for an SDK already. */
    public List<String> managed() {
        return List.copyOf(managed);
    }

    /** Files that only converted project files import. */
    public Set<String> imported() {
        Set<String> only = new LinkedHashSet<>(imported);
        only.removeAll(needed);
        return only;
    }

    /** Whether a project that stays as it is takes packages from the folder that they are restored to. */
    public boolean keepsPackages() {
        return kept.stream().anyMatch(path -> !PackageLists.files(tree, Paths.parent(path), Paths.stem(path))
                .isEmpty());
    }

    public List<Finding> trouble() {
        return List.copyOf(trouble);
    }

    /** All compiled sources, by path. */
    public Map<String, CSharpSource> sources() {
        if (sources == null) {
            Map<String, CSharpSource> read = new ConcurrentSkipListMap<>();
            compilations.stream()
                    .flatMap(one -> one.files().sources().stream())
                    .map(Compilation.Source::path)
                    .distinct()
                    .toList()
                    .parallelStream()
                    .filter(path -> tree.file(path)
                            .filter(file -> file.size() < LARGEST)
                            .isPresent())
                    .forEach(path -> {
                        try {
                            read.put(
                                    path,
                                    CSharpReader.read(path, tree.text(path).content()));
                        } catch (IOException e) {
                            // the compiler will say it
                        }
                    });
            sources = new TreeMap<>(read);
        }
        return sources;
    }

    /** The sources of a compilation that can be read. */
    public List<CSharpSource> sources(Compilation one) {
        return one.files().sources().stream()
                .map(source -> sources().get(source.path()))
                .filter(Objects::nonNull)
                .toList();
    }

    /** How many compilations take a source. */
    public int users(String source) {
        return users.getOrDefault(source, 0);
    }

    /** The projects that each solution of the tree lists, by the solution's path. */
    public SortedMap<String, Set<String>> solutions() {
        return solutions;
    }

    private void readSolutions() {
        for (TreeFile file : tree.files()) {
            if (!file.path().endsWith(".sln") && !file.path().endsWith(".slnx")) continue;
            try {
                Set<String> listed = new LinkedHashSet<>();
                new SolutionFile(file.path(), tree.text(file.path()).content())
                        .projects()
                        .forEach(one -> listed.add(one.path()));
                solutions.put(file.path(), listed);
            } catch (IOException e) {
                trouble.add(Finding.trouble(file.path(), "cannot be read: " + e.getMessage()));
            }
        }
    }

    /** The folder around all projects. */
    public String top() {
        List<String> folders = new ArrayList<>();
        compilations.forEach(one -> folders.add(one.folder()));
        managed.forEach(path -> folders.add(Paths.parent(path)));
        return folders.isEmpty() ? "" : Paths.common(folders);
    }
}
