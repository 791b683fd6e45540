package dev.pfeiler.ecosystem.clojure.proof;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.archive.JarCache;
import dev.pfeiler.artifact.archive.JarContents;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.clojure.decision.ClojureDecider;
import dev.pfeiler.ecosystem.clojure.decision.ClojureDecisions;
import dev.pfeiler.ecosystem.clojure.decision.SourceRoles;
import dev.pfeiler.ecosystem.clojure.decision.SourceRoles.Placed;
import dev.pfeiler.ecosystem.clojure.decision.SourceRoles.Role;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTool;
import dev.pfeiler.ecosystem.clojure.project.ClojureCall;
import dev.pfeiler.ecosystem.clojure.project.ClojureFiles;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProgramComparison;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.ServerComparison;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeCopy;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Proves a conversion: both sides are loaded, tested and started on their class paths and compared. */
public final class ClojureProof {
    private static final Duration PROGRAM = Duration.ofSeconds(60);
    private static final Pattern PATH = Pattern.compile("\"(/[\\w./-]*)\"");
    private static final Pattern PORT = Pattern.compile("(?<![\\w.])(\\d{4,5})(?![\\w.])");
    private static final int MOST_PATHS = 60;

    private final ProofRequest request;
    private final Environment environment;
    private final ClojureTool tool;
    private final ClojureProject project;
    private final SourceRoles roles;
    private final ClojureDecisions decisions;
    private final Path logs;
    private final Path java;
    private final List<Comparison> rows = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();

    public ClojureProof(ProofRequest request, Environment environment, ClojureTool tool) {
        this.request = request;
        this.environment = environment.offline(request.offline() || environment.offline());
        this.tool = tool;
        this.project = ClojureProject.of(request.old(), new JarCache(environment.kept("jars")));
        this.roles = new SourceRoles(project);
        this.decisions = new ClojureDecider(
                        project, new Deliberation(request.decisions()), Repositories.of(this.environment), tool.rules())
                .decide();
        this.logs = request.log().toAbsolutePath().getParent();
        this.java = environment.javaHome().resolve("bin").resolve("java");
    }

    public PartVerdict run() throws IOException {
        Files.createDirectories(logs);
        ToolRunner runner = new ToolRunner(tool, environment, request.converted(), logs, request.offline());
        request.stage().accept("asking for the class path");
        List<Path> products = new ArrayList<>();
        if (tool.makesArchive()) {
            ToolRun built = runner.lein("jar", "jar");
            Files.copy(built.log(), request.log(), StandardCopyOption.REPLACE_EXISTING);
            if (!built.succeeded())
                return PartVerdict.failed(
                        "lein jar failed: " + ToolRunner.first(built.output()),
                        "See its output with pfeiler prove -v.",
                        request.log());
            archive().ifPresent(products::add);
        } else if (runner.program().isEmpty())
            notes.add("The clojure program is not installed; the class path is what Maven's resolver gives for "
                    + tool.descriptor() + ".");
        ToolRunner.ClassPath now = runner.classPath();
        if (!now.failure().isEmpty())
            return PartVerdict.failed(now.failure(), "Correct " + tool.descriptor() + ", or connect.", request.log());
        request.stage().accept("laying the old project out");
        ClojureSide before = before();
        ClojureSide after = new ClojureSide(java, request.converted(), now.entries(), List.of(), logs, "after");
        rows.add(libraries(now.entries()));
        for (Path product : products) rows.add(contents(product));
        namespaces(before, after);
        if (request.running().wanted()) {
            tests(before, after);
            program(before, after);
            new PageRows(project, decisions, environment, request).add(before, after, rows, notes);
        }
        if (!decisions.build().compiled().isEmpty()) classes(before, after, products);
        return new PartVerdict(rows, Optional.empty(), products, request.log(), notes);
    }

    /** The old project with the class path that its scripts state. */
    private ClojureSide before() throws IOException {
        Path folder = Files.createDirectories(request.scratch().resolve("tree"));
        TreeCopy.of(request.old(), folder);
        Set<Path> entries = new LinkedHashSet<>();
        for (ClojureCall call : project.calls()) {
            call.folders().forEach(path -> entries.add(folder.resolve(path)));
            call.jars().forEach(path -> entries.add(folder.resolve(path)));
        }
        roles.all().values().stream()
                .filter(one -> one.role() != Role.SCRIPT && one.agrees())
                .forEach(one -> entries.add(folder.resolve(one.folder())));
        project.jars().forEach(jar -> entries.add(folder.resolve(jar.path())));
        if (!project.java().isEmpty()) entries.add(javaClasses(folder, entries));
        Set<ClojureSource> byPath = new LinkedHashSet<>();
        roles.all().values().stream()
                .filter(one -> one.role() != Role.SCRIPT
                        && !found(one, entries, folder)
                        && one.source().namespace().isPresent()
                        && one.source().dialect().runsOnJvm())
                .forEach(one -> byPath.add(one.source()));
        return new ClojureSide(java, folder, List.copyOf(entries), LoadOrder.of(byPath), logs, "before");
    }

    /** Whether a source is where the class path has its namespace. */
    private static boolean found(Placed one, Set<Path> entries, Path folder) {
        return entries.stream().anyMatch(entry -> entry.resolve(one.goal())
                .normalize()
                .equals(folder.resolve(one.source().path()).normalize()));
    }

    private Path javaClasses(Path folder, Set<Path> entries) throws IOException {
        Path classes = Files.createDirectories(request.scratch().resolve("java-classes"));
        List<String> command = new ArrayList<>(List.of(
                environment.javaHome().resolve("bin").resolve("javac").toString(),
                "-nowarn",
                "-d",
                classes.toString(),
                "-cp",
                String.join(
                        File.pathSeparator, entries.stream().map(Path::toString).toList())));
        project.java().keySet().forEach(path -> command.add(folder.resolve(path).toString()));
        ToolRun run = ToolRun.of(command, folder, Map.of(), logs.resolve("javac-before.log"), Duration.ofMinutes(10));
        if (!run.succeeded()) notes.add("The old Java sources do not compile; see javac-before.log.");
        return classes;
    }

    /** The jars of both class paths, by their bytes. */
    private Comparison libraries(List<Path> now) throws IOException {
        Map<String, String> old = new TreeMap<>();
        project.jars().forEach(jar -> old.put(jar.sha1(), jar.name()));
        Map<String, String> current = new TreeMap<>();
        for (Path entry : now)
            if (Files.isRegularFile(entry))
                current.put(Hashing.sha1(entry), entry.getFileName().toString());
        List<Difference> differences = new ArrayList<>();
        Set<String> excluded = new TreeSet<>();
        for (Jar jar : project.jars())
            if (request.choices().of("scope:" + jar.path()).isPresent()
                    || request.choices().of("jar:" + jar.path()).isPresent()) excluded.add(jar.sha1());
        boolean complete = project.hasLanguage();
        old.forEach((hash, name) -> {
            if (!current.containsKey(hash))
                differences.add(new Difference(name, Kind.GONE, excluded.contains(hash) ? "your choice" : ""));
        });
        current.forEach((hash, name) -> {
            if (!old.containsKey(hash))
                differences.add(new Difference(
                        name, Kind.ADDED, complete && excluded.isEmpty() ? "" : "the project had no jar of it"));
        });
        return new Comparison(
                "libraries", Text.count(old.size(), "jar"), Text.count(current.size(), "jar"), differences);
    }

    private Optional<Path> archive() throws IOException {
        try (Stream<Path> files = Files.list(request.converted().resolve("target"))) {
            return files.filter(file -> file.toString().endsWith(".jar"))
                    .sorted()
                    .findFirst();
        }
    }

    /** Whether the archive has each source of the program where it is looked for. */
    private Comparison contents(Path product) throws IOException {
        Set<String> wanted = new TreeSet<>();
        roles.of(Role.MAIN).forEach(one -> wanted.add(one.goal()));
        Set<String> sources = new TreeSet<>(JarContents.of(product).files().keySet());
        sources.removeIf(
                file -> !ClojureFiles.EXTENSIONS.contains(Paths.extension(file)) || file.startsWith("META-INF/"));
        return new Comparison(
                product.getFileName().toString(),
                Text.count(wanted.size(), "source"),
                Text.count(sources.size(), "source"),
                Difference.between(wanted, sources));
    }

    private void namespaces(ClojureSide before, ClojureSide after) throws IOException {
        List<String> names = roles.loadable(Set.of(Role.MAIN, Role.TEST));
        if (names.isEmpty()) return;
        request.stage().accept("loading the namespaces");
        ClojureSide.Loaded old = before.load(names, request.scratch());
        ClojureSide.Loaded now = after.load(names, request.scratch());
        List<Difference> gone = new ArrayList<>();
        List<Difference> vars = new ArrayList<>();
        for (String name : names) {
            boolean loaded = old.vars().containsKey(name);
            boolean loads = now.vars().containsKey(name);
            if (loaded && !loads)
                gone.add(new Difference(name, Kind.GONE, now.failures().getOrDefault(name, ""), ""));
            if (loaded && loads && !old.vars().get(name).equals(now.vars().get(name)))
                vars.add(new Difference(name, Kind.CHANGED, ""));
            if (!loaded)
                notes.add(name + " did not load before: " + old.failures().getOrDefault(name, "no reason known"));
        }
        rows.add(new Comparison(
                "namespaces that load",
                String.valueOf(old.vars().size()),
                String.valueOf(now.vars().size()),
                gone));
        rows.add(new Comparison("public vars", count(old), count(now), vars));
    }

    private static String count(ClojureSide.Loaded loaded) {
        return String.valueOf(
                loaded.vars().values().stream().mapToInt(List::size).sum());
    }

    private void tests(ClojureSide before, ClojureSide after) throws IOException {
        List<String> tests = decisions.build().tests();
        if (tests.isEmpty()) return;
        request.stage().accept("running the tests");
        rows.add(before.tests(tests).against(after.tests(tests), ""));
    }

    private void program(ClojureSide before, ClojureSide after) throws IOException {
        Optional<String> main = decisions.build().main();
        if (main.isEmpty()) return;
        request.stage().accept("starting " + main.get());
        List<String> options = decisions.build().options();
        List<String> arguments = request.running().arguments();
        if (serves()) {
            Optional<Comparison> served = new ServerComparison(main.get(), paths(), ports())
                    .row(
                            (port, number, sign) -> before.serve(
                                    main.get(), options, arguments, port, number, sign, ServerComparison.START),
                            (port, number, sign) -> after.serve(
                                    main.get(), options, arguments, port, number, sign, ServerComparison.START));
            if (served.isPresent()) {
                rows.add(served.get());
                return;
            }
        }
        String call = main.get() + (arguments.isEmpty() ? "" : " " + String.join(" ", arguments));
        rows.add(new ProgramComparison(
                        "run " + call,
                        line -> line.replace(before.folder().toString(), ".")
                                .replace(after.folder().toString(), "."),
                        true)
                .compare(
                        number -> before.start(main.get(), options, arguments, number, PROGRAM),
                        number -> after.start(main.get(), options, arguments, number, PROGRAM),
                        output -> "")
                .row());
    }

    /** Whether something in the sources starts a server. */
    private boolean serves() {
        return roles.sources(Role.MAIN)
                .anyMatch(source -> source.imported().keySet().stream()
                                .anyMatch(name -> name.endsWith("HttpServer") || name.endsWith("ServerSocket"))
                        || source.required().keySet().stream()
                                .anyMatch(name -> name.startsWith("ring.adapter")
                                        || name.startsWith("org.httpkit.server")
                                        || name.startsWith("aleph.http")
                                        || name.startsWith("immutant.web")
                                        || name.startsWith("io.pedestal")));
    }

    private Set<String> paths() throws IOException {
        Set<String> paths = new TreeSet<>(Set.of("/"));
        for (ClojureSource source : roles.sources(Role.MAIN).toList()) {
            Matcher path = PATH.matcher(request.old().text(source.path()).content());
            while (path.find() && paths.size() < MOST_PATHS) paths.add(path.group(1));
        }
        return paths;
    }

    private Set<Integer> ports() throws IOException {
        Set<Integer> ports = new TreeSet<>();
        for (ClojureSource source : roles.sources(Role.MAIN).toList()) {
            Matcher port = PORT.matcher(request.old().text(source.path()).content());
            while (port.find()) ports.add(Integer.parseInt(port.group(1)));
        }
        return ports;
    }

    /** The classes that are made of namespaces, by their names. */
    private void classes(ClojureSide before, ClojureSide after, List<Path> products) throws IOException {
        request.stage().accept("compiling");
        Set<String> old = compiled(before);
        Set<String> now = products.isEmpty() ? compiled(after) : packed(products.get(0));
        rows.add(new Comparison(
                "classes", String.valueOf(old.size()), String.valueOf(now.size()), Difference.between(old, now)));
    }

    private Set<String> compiled(ClojureSide side) throws IOException {
        Path classes = Files.createDirectories(request.scratch().resolve("classes-" + side.name()));
        List<Path> entries = new ArrayList<>(List.of(classes));
        entries.addAll(side.classPath());
        ClojureSide with = new ClojureSide(java, side.folder(), entries, side.loaded(), logs, side.name());
        List<String> words = new ArrayList<>(List.of(ClojureCall.COMPILER));
        words.addAll(decisions.build().compiled());
        with.run("compile", List.of("-Dclojure.compile.path=" + classes), words);
        try (Stream<Path> files = Files.walk(classes)) {
            return named(files.map(file -> classes.relativize(file).toString().replace('\\', '/')));
        }
    }

    /** Those in an archive, without what is compiled from Java sources. */
    private Set<String> packed(Path product) throws IOException {
        Set<String> java = new TreeSet<>();
        project.java().forEach((path, folder) -> java.add(Paths.withoutExtension(Paths.relative(folder, path))));
        return named(JarContents.of(product).files().keySet().stream().filter(name -> java.stream()
                .noneMatch(one -> name.equals(one + ".class") || name.startsWith(one + "$"))));
    }

    /** Functions without names have numbers, which the compiler counts up. */
    private static Set<String> named(Stream<String> files) {
        Set<String> names = new TreeSet<>();
        files.filter(name -> name.endsWith(".class") && !name.matches(".*\\$.*__\\d+.*"))
                .forEach(names::add);
        return names;
    }
}
