package dev.pfeiler.ecosystem.go.proof;

import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.project.GoProject;
import dev.pfeiler.ecosystem.go.project.OwnModule;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProgramComparison;
import dev.pfeiler.proof.ProgramResult;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeCopy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;

/** Proves a conversion to modules: the old way in a workspace, the new way with the descriptor; both by the real command. */
public final class GoProof {
    private static final List<String> USUAL = List.of("--help");

    private final ProofRequest proof;
    private final Environment environment;
    private final GoProject project;
    private final Path logs;
    private final List<String> notes = new ArrayList<>();
    private final List<Comparison> rows = new ArrayList<>();

    public GoProof(ProofRequest proof, Environment environment) {
        this.proof = proof;
        this.environment = environment;
        this.project = GoProject.of(proof.old());
        this.logs = proof.log().toAbsolutePath().getParent();
    }

    public PartVerdict run() throws IOException {
        Path go = environment.requiredProgram("go", "Install Go, or add it to the PATH.");
        boolean several = project.own().size() > 1;
        for (OwnModule own : project.own()) {
            Optional<Path> home = home(own);
            if (home.isEmpty())
                return PartVerdict.failed(
                        "There is no " + ModuleFile.NAME + " for " + path(own) + ".",
                        "Convert the project again.",
                        proof.log());
            GoSide after = GoSide.ofModules(go, home.get(), path(own), logs, "after", proof.offline());
            proof.stage().accept("building the module");
            ToolRun build = after.go("build", List.of("build", "./..."));
            Files.copy(build.log(), proof.log(), java.nio.file.StandardCopyOption.REPLACE_EXISTING);
            if (!build.succeeded())
                return PartVerdict.failed(
                        "go build failed: " + first(build), "See its output with pfeiler prove -v.", proof.log());
            proof.stage().accept("building the old project");
            GoSide before = before(go, own);
            int first = rows.size();
            compare(own, before, after);
            if (several)
                for (int i = first; i < rows.size(); i++)
                    rows.set(i, rows.get(i).named(path(own) + ": " + rows.get(i).subject()));
        }
        return new PartVerdict(rows, Optional.empty(), List.of(), proof.log(), notes);
    }

    /** The first message; a heading with what stands below it. */
    private static String first(ToolRun run) throws IOException {
        List<String> lines = run.output().stream()
                .filter(line -> !line.isBlank() && !line.startsWith("go: downloading"))
                .map(String::strip)
                .limit(2)
                .toList();
        if (lines.isEmpty()) return "exit code " + run.exit();
        return lines.get(0).endsWith(":") ? String.join(" ", lines) : lines.get(0);
    }

    /** The path of a module from now on. */
    private String path(OwnModule own) {
        return Stream.of("module", "path:" + own.folder())
                .flatMap(key -> proof.decisions().of(key).stream())
                .map(choice -> choice.value())
                .findFirst()
                .or(() -> own.path().map(OwnModule.Stated::path))
                .orElse(proof.old().name());
    }

    /** The folder of the converted module. */
    private Optional<Path> home(OwnModule own) throws IOException {
        try (Stream<Path> files = Files.walk(proof.converted(), 8)) {
            for (Path file : (Iterable<Path>)
                    files.filter(one -> one.endsWith(ModuleFile.NAME)).sorted()::iterator)
                if (ModuleFile.read(Files.readString(file)).path().equals(path(own)))
                    return Optional.of(file.getParent());
        }
        return Optional.empty();
    }

    private GoSide before(Path go, OwnModule own) throws IOException {
        Path scratch = Files.createDirectories(proof.scratch().resolve("workspace"));
        if (project.workspace().isPresent()) {
            Path tree = tree(scratch);
            return GoSide.ofWorkspace(
                    go,
                    tree.resolve(project.workspace().get()),
                    tree.resolve(own.folder()),
                    own.path().map(OwnModule.Stated::path).orElse(""),
                    logs);
        }
        if (own.path().isEmpty() && importsFolders(own)) {
            Path tree = tree(scratch);
            // outside of a workspace, packages have the paths of their folders
            return GoSide.ofWorkspace(go, scratch, tree, "_" + tree.toRealPath(), logs);
        }
        String path = own.path().map(OwnModule.Stated::path).orElse(path(own));
        Path folder = Files.createDirectories(scratch.resolve("src").resolve(path));
        TreeCopy.of(proof.old(), folder);
        return GoSide.ofWorkspace(go, scratch, folder, path, logs);
    }

    private Path tree(Path scratch) throws IOException {
        Path tree = scratch.resolve("tree");
        if (!Files.exists(tree)) TreeCopy.of(proof.old(), Files.createDirectories(tree));
        return tree;
    }

    private boolean importsFolders(OwnModule own) {
        return project.sourcesOf(own).stream()
                .flatMap(source -> source.imports().stream())
                .anyMatch(GoSource.Import::isRelative);
    }

    private void compare(OwnModule own, GoSide before, GoSide after) throws IOException {
        boolean built = before.go("build", List.of("build", "./...")).succeeded();
        if (!built)
            notes.add("The old project does not build with this release of Go; see .pfeiler/proof/build-before.log.");
        rows.add(listed("packages", before.packages(), after.packages()));
        if (built) rows.add(exported(before, after));
        vet(before, after);
        if (!proof.running().wanted()) return;
        programs(own, before, after);
        boolean tests = project.sourcesOf(own).stream().anyMatch(GoSource::isTest);
        if (!tests) return;
        proof.stage().accept("running the tests");
        rows.add(before.tests().against(after.tests(), ""));
    }

    private static Comparison listed(String subject, List<String> old, List<String> now) {
        List<Difference> differences = Difference.between(new TreeSet<>(old), new TreeSet<>(now));
        return new Comparison(subject, String.valueOf(old.size()), String.valueOf(now.size()), differences);
    }

    /** What packages export, with the documentation. */
    private Comparison exported(GoSide before, GoSide after) throws IOException {
        Map<String, List<String>> old = documented(before);
        Map<String, List<String>> now = documented(after);
        List<Difference> differences = new ArrayList<>();
        old.forEach((path, lines) -> {
            if (now.containsKey(path) && !now.get(path).equals(lines))
                differences.add(new Difference(path, Kind.CHANGED, ""));
        });
        return new Comparison("exported names", count(old.size()), count(now.size()), differences);
    }

    private static String count(int packages) {
        return packages + (packages == 1 ? " package" : " packages");
    }

    private static Map<String, List<String>> documented(GoSide side) throws IOException {
        Map<String, List<String>> documented = new TreeMap<>();
        for (String line : side.packages()) {
            if (line.startsWith("main ")) continue;
            String folder = line.substring(line.indexOf(' ') + 1);
            ToolRun run = side.go("doc", List.of("doc", "-short", "./" + folder));
            if (run.succeeded())
                documented.put(
                        folder,
                        run.output().stream()
                                .filter(one -> !one.startsWith("package "))
                                .toList());
        }
        return documented;
    }

    private void vet(GoSide before, GoSide after) throws IOException {
        boolean old = before.go("vet", List.of("vet", "./...")).succeeded();
        boolean now = after.go("vet", List.of("vet", "./...")).succeeded();
        List<Difference> differences =
                old && !now ? List.of(new Difference("go vet", Kind.CHANGED, "it reports more now", "")) : List.of();
        rows.add(new Comparison("go vet", old ? "passes" : "reports", now ? "passes" : "reports", differences));
    }

    private void programs(OwnModule own, GoSide before, GoSide after) throws IOException {
        List<String> arguments =
                proof.running().arguments().isEmpty() ? USUAL : proof.running().arguments();
        Path binaries = Files.createDirectories(proof.scratch().resolve("programs"));
        for (String folder : project.programs(own).keySet()) {
            String within = Paths.relative(own.folder(), folder);
            String name = within.isEmpty() ? ModulePath.name(path(own)) : within;
            proof.stage().accept("starting " + name);
            Path old = binaries.resolve("before-" + name.replace('/', '+'));
            Path now = binaries.resolve("after-" + name.replace('/', '+'));
            boolean built = before.go("program", List.of("build", "-o", old.toString(), "./" + within))
                    .succeeded();
            boolean both = after.go("program", List.of("build", "-o", now.toString(), "./" + within))
                    .succeeded();
            if (!built) {
                rows.add(
                        ProgramComparison.unchecked("run " + name, "does not build", "the old program does not build"));
                continue;
            }
            if (!both) {
                rows.add(new Comparison(
                        "run " + name, "builds", "does not", List.of(new Difference(name, Kind.GONE, ""))));
                continue;
            }
            List<GoSource> its = reached(folder);
            if (ServerRows.serves(its)) {
                Optional<Comparison> served = new ServerRows(
                                name, proof.old(), its, proof.running().arguments())
                        .row(before, old, after, now);
                served.ifPresent(rows::add);
                if (served.isPresent()) continue;
            }
            String call = name + " " + String.join(" ", arguments);
            rows.add(new ProgramComparison(
                            "run " + call,
                            line -> line.replace(old.toString(), name).replace(now.toString(), name),
                            true)
                    .compare(
                            number -> result(before, old, arguments, number),
                            number -> result(after, now, arguments, number),
                            output -> "")
                    .row());
        }
    }

    /** The sources of a program, and of the own packages that it imports. */
    private List<GoSource> reached(String folder) {
        Map<String, String> folders = project.imported();
        List<GoSource> found = new ArrayList<>();
        Set<String> seen = new TreeSet<>();
        Deque<String> open = new ArrayDeque<>(List.of(folder));
        while (!open.isEmpty()) {
            String next = open.poll();
            if (!seen.add(next)) continue;
            for (GoSource source : project.packages().getOrDefault(next, List.of())) {
                if (source.isTest()) continue;
                found.add(source);
                source.imports().stream()
                        .flatMap(one -> one.isRelative()
                                ? source.folder(one).stream()
                                : Optional.ofNullable(folders.get(one.path())).stream())
                        .forEach(open::add);
            }
        }
        return found;
    }

    private static ProgramResult result(GoSide side, Path program, List<String> arguments, int number)
            throws IOException {
        return ProgramResult.of(side.run("run-" + program.getFileName() + "-" + number, program, arguments));
    }
}
