package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Files;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Identity;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Kind;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Library;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Missing;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.References;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Resource;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Source;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.script.EvaluationLimit;
import dev.pfeiler.script.ScriptCommand;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.script.ScriptReader;
import dev.pfeiler.script.ScriptReaders;
import dev.pfeiler.script.ShellEvaluator;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** What scripts and make files compile. */
final class ScriptProjects {
    private static final long LARGEST = 256 << 10;
    private static final Set<String> RESOURCE_COMPILERS = Set.of("resgen", "resgen2");

    private final ProjectTree tree;
    private final FileSet files;
    private final List<Finding> trouble;
    private final CompilerOptions options;
    private final List<String> scripts = new ArrayList<>();
    /** By the file that each writes. */
    private final Map<String, CompilerCall> calls = new LinkedHashMap<>();
    /** Texts that compiled resources are made of, by path. */
    private final Map<String, String> compiled = new HashMap<>();

    ScriptProjects(ProjectTree tree, FileSet files, List<Finding> trouble) {
        this.tree = tree;
        this.files = files;
        this.trouble = trouble;
        this.options = new CompilerOptions(tree, files);
        for (TreeFile file : tree.files()) {
            Optional<ScriptKind> kind = ScriptKind.of(tree, file);
            if (kind.isPresent() && !FileSet.isHidden(file.path())) read(kind.get(), file);
        }
    }

    /** Scripts that call a compiler. */
    List<String> scripts() {
        return List.copyOf(scripts);
    }

    private void read(ScriptKind kind, TreeFile file) {
        List<String> lines = tree.lines(file, LARGEST);
        // run from the top, as far as it does not change its folder itself; else from its own
        String folder = Paths.parent(file.path());
        Map<String, CompilerCall> own = calls(kind, file.path(), lines, folder);
        Map<String, CompilerCall> top = folder.isEmpty() ? own : calls(kind, file.path(), lines, "");
        Map<String, CompilerCall> better = count(own) >= count(top) ? own : top;
        if (better.isEmpty()) return;
        scripts.add(file.path());
        better.forEach(calls::putIfAbsent);
    }

    private long count(Map<String, CompilerCall> of) {
        return of.values().stream()
                .mapToLong(call -> options.sources(call).size())
                .sum();
    }

    private Map<String, CompilerCall> calls(ScriptKind kind, String path, List<String> lines, String folder) {
        Map<String, CompilerCall> found = new LinkedHashMap<>();
        ShellEvaluator text = new ShellEvaluator(tree, new EvaluationLimit());
        // what it includes is followed; what is missing may be made by the build
        ScriptReader.Listener listener = command -> {
            options.call(command).ifPresent(call -> found.putIfAbsent(output(call), call));
            resource(command);
        };
        try {
            ScriptReaders.of(kind, path, folder, text, listener).read(lines);
        } catch (EvaluationLimit.Exceeded e) {
            trouble.add(Finding.trouble(path, e.getMessage() + "; it is read up to there"));
        }
        return found;
    }

    private void resource(ScriptCommand command) {
        List<String> words = command.words().stream()
                .filter(word -> !word.startsWith("/") && !word.startsWith("-"))
                .toList();
        if (words.size() < 3
                || !RESOURCE_COMPILERS.contains(
                        Paths.stem(Paths.name(words.get(0))).toLowerCase(Locale.ROOT))) return;
        Optional<String> from = files.file(command.folder(), words.get(1));
        Optional<String> to = FileSet.path(command.folder(), words.get(2));
        if (from.isPresent() && to.isPresent()) compiled.put(to.get(), from.get());
    }

    /** The file that a call writes. Source: the documentation of csc, -out. */
    private String output(CompilerCall call) {
        String written = call.output;
        if (written.isEmpty()) {
            String first = call.sources.isEmpty()
                    ? "program"
                    : Paths.stem(call.sources.get(0).replace('\\', '/'));
            written = first + "." + kind(call).extension();
        }
        return FileSet.path(call.folder, written).orElse(Paths.name(written));
    }

    private static Kind kind(CompilerCall call) {
        for (Kind kind : Kind.values()) if (kind.option().equals(call.kind)) return kind;
        return Kind.PROGRAM;
    }

    List<Compilation> read() {
        List<Compilation> found = new ArrayList<>();
        calls.forEach((output, call) -> {
            List<String> sources = options.sources(call);
            call.unknown.forEach(word -> trouble.add(
                    Finding.trouble(word, "is given to the compiler and cannot be carried over", call.evidence)));
            call.packages.forEach(name -> trouble.add(Finding.trouble(
                    name,
                    "is a package of the system that is compiled against; refer to its assemblies",
                    call.evidence)));
            if (sources.isEmpty()) {
                trouble.add(Finding.trouble(output, "is compiled from files that are not there", call.evidence));
                return;
            }
            found.add(compilation(output, call, sources));
        });
        return found;
    }

    private Compilation compilation(String output, CompilerCall call, List<String> sources) {
        String folder = Paths.common(sources.stream().map(Paths::parent).toList());
        String assembly = Paths.withoutExtension(Paths.name(output));
        Map<String, String> settings = new TreeMap<>(call.settings);
        if (!call.constants.isEmpty()) settings.put("DefineConstants", String.join(";", call.constants));
        for (String name :
                List.of("AssemblyOriginatorKeyFile", "ApplicationIcon", "ApplicationManifest", "Win32Resource"))
            settings.computeIfPresent(name, (key, file) -> files.file(call.folder, file)
                    .map(path -> Paths.from(folder, path))
                    .orElse(file));
        List<Source> listed = sources.stream()
                .map(path ->
                        new Source(path, Paths.within(folder, path) ? Paths.relative(folder, path) : Paths.name(path)))
                .toList();
        return new Compilation(
                assembly,
                Optional.empty(),
                folder,
                new Identity(assembly, Optional.empty(), kind(call), Optional.empty(), call.evidence),
                new Files(listed, resources(call, folder), List.of(), false),
                references(call),
                settings,
                settings,
                Compilation.Extras.NONE,
                call.evidence);
    }

    private List<Resource> resources(CompilerCall call, String folder) {
        List<Resource> resources = new ArrayList<>();
        for (CompilerCall.Embedded one : call.resources) {
            String name = one.name().isEmpty() ? Paths.name(one.file()) : one.name();
            Optional<String> file = files.file(call.folder, one.file())
                    .or(() -> FileSet.path(call.folder, one.file()).map(compiled::get));
            if (file.isEmpty()) {
                trouble.add(Finding.trouble(one.file(), "is embedded and is not there", call.evidence));
                continue;
            }
            String place =
                    Paths.within(folder, file.get()) ? Paths.relative(folder, file.get()) : Paths.name(file.get());
            resources.add(new Resource(file.get(), place, name, Map.of("LogicalName", name)));
        }
        return resources;
    }

    private References references(CompilerCall call) {
        List<String> framework = new ArrayList<>();
        List<Library> libraries = new ArrayList<>();
        List<String> projects = new ArrayList<>();
        List<Missing> missing = new ArrayList<>();
        for (String written : call.references) {
            String name = Paths.name(written);
            String stem = name.toLowerCase(Locale.ROOT).endsWith(".dll") || name.endsWith(".exe")
                    ? Paths.withoutExtension(name)
                    : name;
            Optional<String> made = FileSet.path(call.folder, written)
                    .filter(calls::containsKey)
                    .or(() -> call.searched.stream()
                            .flatMap(folder -> FileSet.path(call.folder, Paths.join(folder, name)).stream())
                            .filter(calls::containsKey)
                            .findFirst());
            Optional<String> file = files.file(call.folder, written).or(() -> call.searched.stream()
                    .flatMap(folder -> files.file(call.folder, Paths.join(folder, name)).stream())
                    .findFirst());
            if (made.isPresent()) projects.add(Paths.withoutExtension(Paths.name(made.get())));
            else if (file.isPresent()) libraries.add(new Library(stem, file.get(), call.evidence));
            else if (written.indexOf('/') >= 0) missing.add(new Missing(stem, written, call.evidence));
            else if (!framework.contains(stem)) framework.add(stem);
        }
        return new References(framework, libraries, projects, Map.of(), List.of(), missing);
    }
}
