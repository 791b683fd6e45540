package dev.pfeiler.ecosystem.dotnet.proof;

import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Compiles the projects of one tree with mcs, each into a folder of its own with all that it needs. */
final class Mcs {
    private static final Duration LIMIT = Duration.ofMinutes(10);
    private static final Pattern MISSING = Pattern.compile("CS0006: Metadata file [`']([^']+)' could not be found");

    private final Path compiler;
    private final ProjectTree tree;
    private final FileSet files;
    private final Path output;
    private final Path logs;
    private final String side;
    private final Map<String, Compilation> all = new HashMap<>();
    private final Map<String, Optional<Path>> made = new HashMap<>();
    private final Map<String, List<String>> messages = new HashMap<>();
    private final Set<String> absent = new TreeSet<>();
    /** Sources that the build makes, by project. */
    private final Map<String, String> generated = new HashMap<>();

    Mcs(Path compiler, ProjectTree tree, Path output, Path logs, String side) {
        this.compiler = compiler;
        this.tree = tree;
        this.files = new FileSet(tree);
        this.output = output;
        this.logs = logs;
        this.side = side;
    }

    /**
     * Adds a project.
     *
     * @param source the text of a source that the build makes itself; empty if it makes none
     */
    void add(Compilation compilation, String source) {
        all.put(compilation.id(), compilation);
        if (!source.isEmpty()) generated.put(compilation.id(), source);
    }

    /** What the compiler said about a project that it did not compile. */
    List<String> messages(String id) {
        return messages.getOrDefault(id, List.of());
    }

    /** The assembly of a project; nothing if it does not compile. */
    Optional<Path> assembly(String id) throws IOException {
        if (made.containsKey(id)) return made.get(id);
        // what builds on itself is not built
        made.put(id, Optional.empty());
        Optional<Path> assembly = compile(all.get(id));
        made.put(id, assembly);
        return assembly;
    }

    private Optional<Path> compile(Compilation one) throws IOException {
        Path folder = Files.createDirectories(output.resolve(String.valueOf(made.size())));
        Path assembly = folder.resolve(one.output());
        Set<String> references = new LinkedHashSet<>();
        for (String id : one.references().projects()) {
            Optional<Path> other = all.containsKey(id) ? assembly(id) : Optional.empty();
            if (other.isEmpty()) {
                messages.put(one.id(), List.of("needs " + id + ", which does not compile"));
                return Optional.empty();
            }
            copyAll(other.get().getParent(), folder);
            references.add(other.get().toString());
        }
        for (String file : libraries(one)) {
            references.add(tree.onDisk(file).toString());
            copy(tree.onDisk(file), folder.resolve(Paths.name(file)));
        }
        one.references().framework().stream()
                .filter(name -> !name.equals("mscorlib"))
                .forEach(references::add);
        ToolRun run = run(one, references, assembly, "");
        Set<String> missing = missing(run);
        if (!missing.isEmpty()) {
            // what a project refers to is often more than it needs
            references.removeAll(missing);
            absent.addAll(missing);
            run = run(one, references, assembly, "-again");
        }
        if (!run.succeeded()) {
            List<String> errors = run.output().stream()
                    .filter(line -> line.contains("error CS"))
                    .map(line -> line.substring(line.indexOf("error CS")))
                    .distinct()
                    .limit(3)
                    .toList();
            messages.put(one.id(), errors.isEmpty() ? List.of("exit code " + run.exit()) : errors);
            return Optional.empty();
        }
        for (Compilation.Copied copied : one.files().copies())
            copy(tree.onDisk(copied.path()), folder.resolve(copied.place()).normalize());
        config(one).ifPresent(file -> {
            try {
                copy(tree.onDisk(file), folder.resolve(one.output() + ".config"));
            } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        });
        return Optional.of(assembly);
    }

    private ToolRun run(Compilation one, Set<String> references, Path assembly, String end) throws IOException {
        return ToolRun.of(
                command(one, references, assembly),
                tree.onDisk(one.folder()),
                Map.of(),
                logs.resolve("mcs-" + side + "-" + made.size() + end + ".log"),
                LIMIT);
    }

    /** Assemblies of the framework that are not installed. */
    private static Set<String> missing(ToolRun run) throws IOException {
        Set<String> missing = new LinkedHashSet<>();
        if (run.succeeded()) return missing;
        for (String line : run.output()) {
            Matcher matcher = MISSING.matcher(line);
            if (matcher.find() && matcher.group(1).indexOf('/') < 0) missing.add(matcher.group(1));
        }
        return missing;
    }

    /** Assemblies that projects refer to and that are not installed here. */
    Set<String> absent() {
        return absent;
    }

    private Optional<String> config(Compilation one) {
        return one.files().config() ? files.file(one.folder(), "app.config") : Optional.empty();
    }

    private static List<String> libraries(Compilation one) {
        List<String> files = new ArrayList<>(one.references().restored());
        one.references().libraries().forEach(library -> files.add(library.path()));
        return files;
    }

    private void copy(Path from, Path to) throws IOException {
        // a place that leads out of the folder is none
        if (!to.startsWith(output)) return;
        Files.createDirectories(to.getParent());
        Files.copy(from, to, StandardCopyOption.REPLACE_EXISTING);
    }

    private void copyAll(Path from, Path to) throws IOException {
        try (var all = Files.list(from)) {
            for (Path file : (Iterable<Path>) all::iterator)
                if (Files.isRegularFile(file))
                    copy(file, to.resolve(file.getFileName().toString()));
        }
    }

    private List<String> command(Compilation one, Set<String> references, Path assembly) throws IOException {
        Map<String, String> settings = one.debug();
        List<String> command = new ArrayList<>(List.of(
                compiler.toString(),
                "-nologo",
                "-warn:0",
                "-langversion:latest",
                "-target:" + one.identity().kind().option(),
                "-out:" + assembly));
        references.forEach(reference -> command.add("-r:" + reference));
        List<String> constants = Compilation.constants(settings);
        if (!constants.isEmpty()) command.add("-define:" + String.join(";", constants));
        if (settings.getOrDefault("AllowUnsafeBlocks", "").equalsIgnoreCase("true")) command.add("-unsafe");
        if (settings.getOrDefault("CheckForOverflowUnderflow", "").equalsIgnoreCase("true")) command.add("-checked");
        boolean program = one.identity().kind() != Compilation.Kind.LIBRARY;
        String start = settings.getOrDefault("StartupObject", "");
        if (program && !start.isEmpty()) command.add("-main:" + start);
        if (settings.containsKey("CodePage")) command.add("-codepage:" + settings.get("CodePage"));
        boolean signed = settings.getOrDefault("SignAssembly", "").equalsIgnoreCase("true");
        if (signed)
            files.file(one.folder(), settings.getOrDefault("AssemblyOriginatorKeyFile", "?"))
                    .ifPresent(key -> command.add("-keyfile:" + tree.onDisk(key)));
        for (Compilation.Resource resource : one.files().resources())
            command.add("-resource:" + tree.onDisk(resource.path()) + "," + resource.name());
        List<String> lines = new ArrayList<>();
        for (Compilation.Source source : one.files().sources()) lines.add("\"" + tree.onDisk(source.path()) + "\"");
        if (generated.containsKey(one.id())) {
            Path file = assembly.resolveSibling("Generated.AssemblyInfo.cs");
            Files.writeString(file, generated.get(one.id()));
            lines.add("\"" + file + "\"");
        }
        Path list = assembly.resolveSibling("sources.rsp");
        Files.write(list, lines);
        command.add("@" + list);
        return command;
    }
}
