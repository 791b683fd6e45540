package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.jvm.dependency.ClassPathRules;
import dev.pfeiler.ecosystem.jvm.managed.ManagedJvmBuild;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
import dev.pfeiler.ecosystem.jvm.model.Generator;
import dev.pfeiler.ecosystem.jvm.model.GeneratorSupport;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.target.BuildRequest;
import dev.pfeiler.ecosystem.jvm.target.BuildRun;
import dev.pfeiler.ecosystem.jvm.target.CompilerCall;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.target.TestReports;
import dev.pfeiler.ecosystem.jvm.target.TestResults;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.stream.Stream;

/** Maven. */
public final class MavenTarget implements JvmTarget {
    private static final String BUILT = "${project.build.directory}";
    private static final Duration LIMIT = Duration.ofMinutes(30);
    private static final String OUTPUT = "target";
    /** What the plug-ins that descriptors name write below the output folder. Source: their documentation. */
    private static final List<String> WRITTEN = List.of(
            "*.jar",
            "*.war",
            "*.ear",
            "*.zip",
            "*.tar.gz",
            "*.tar.bz2",
            "*.original",
            "*.timestamp",
            "classes/**",
            "test-classes/**",
            "generated-sources/**",
            "generated-test-sources/**",
            "generated-resources/**",
            "maven-archiver/**",
            "maven-status/**",
            "surefire/**",
            "surefire-reports/**",
            "antrun/**",
            "archive-tmp/**",
            "application.xml",
            "dependency-maven-plugin-markers/**",
            "jflex/**",
            "kapt/**",
            "kotlin-ic/**",
            "analysis/**",
            "site/**",
            "reports/**",
            "apidocs/**",
            "javadoc-bundle-options/**",
            "maven-javadoc-plugin-stale-data.txt");

    private static final int MOST_PARENTS = 20;

    private static final Set<String> PACKED = Set.of("war", "ear");
    private static final String JVM_CONFIG = ".mvn/jvm.config";

    /** Loggers that print the compiler's arguments at this level. Source: the plug-in's code. */
    private static final List<String> COMPILER_LOGGERS = List.of(
            "org.apache.maven.plugin.compiler.CompilerMojo", "org.apache.maven.plugin.compiler.TestCompilerMojo");

    @Override
    public String id() {
        return "maven";
    }

    @Override
    public String title() {
        return "Maven";
    }

    @Override
    public String descriptor() {
        return PomWriter.POM;
    }

    @Override
    public List<String> programs() {
        return List.of("mvn", "mvnw");
    }

    @Override
    public Optional<ManagedBuild> read(ProjectTree tree, Repositories repositories) {
        return tree.has(PomBuild.NAME) ? Optional.of(PomBuild.read(tree, repositories)) : Optional.empty();
    }

    @Override
    public Optional<Path> program(Environment environment) {
        return environment.program("mvn");
    }

    @Override
    public SortedMap<String, String> write(JvmBuild build) {
        SortedMap<String, String> descriptors = PomWriter.write(build);
        AssemblyWriter assemblies = new AssemblyWriter(build);
        for (BuildModule module : build.modules()) {
            assemblies.write(module).forEach((path, text) -> descriptors.put(module.path(path), text));
        }
        // a program that Maven starts itself runs in Maven's own virtual machine
        build.modules().stream()
                .filter(module -> module.launch().flatMap(Launch::mainClass).isPresent())
                .map(module -> module.manifest().attributes().get(Manifest.ADD_OPENS))
                .filter(Objects::nonNull)
                .findFirst()
                .ifPresent(opened ->
                        descriptors.put(JVM_CONFIG, String.join("\n", Manifest.openArguments(opened)) + "\n"));
        return descriptors;
    }

    @Override
    public ClassPathRules rules(Repositories repositories) {
        return new MavenRules(repositories);
    }

    @Override
    public boolean bringsTestEngines() {
        return true;
    }

    @Override
    public GeneratorSupport generator(Generator generator) {
        return MavenGenerators.support(generator);
    }

    @Override
    public String launcher(Launch launch) {
        Coordinates plugin = MavenLaunch.plugin(launch);
        return plugin.artifact() + " " + plugin.version();
    }

    @Override
    public List<Proposal.Command> commands(JvmBuild build) {
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("build", "mvn package"));
        commands.add(new Proposal.Command("test", "mvn test"));
        for (BuildModule module : build.modules()) {
            module.launch()
                    .ifPresent(launch ->
                            commands.add(new Proposal.Command("run", MavenLaunch.command(build, module, launch))));
        }
        commands.addAll(packedPrograms(build));
        if (!build.documentation().isEmpty()) commands.add(new Proposal.Command("document", "mvn javadoc:javadoc"));
        return commands;
    }

    @Override
    public List<String> ignored(JvmBuild build) {
        return List.of(build.isSingle() ? "/" + OUTPUT + "/" : OUTPUT + "/");
    }

    @Override
    public Optional<ManagedJvmBuild.Reading> managed(ProjectTree tree, Repositories repositories) {
        if (!tree.has(PomBuild.NAME)) return Optional.empty();
        ManagedPoms poms = ManagedPoms.read(tree, repositories);
        return Optional.of(new ManagedJvmBuild.Reading(poms, new PomCheck(poms).discrepancies()));
    }

    @Override
    public Map<String, String> moduleLists() {
        return Map.of(PomWriter.POM, "<modules>");
    }

    /** The parent POMs that are on disk. Source: the POM reference, inheritance. */
    @Override
    public List<String> references(ProjectTree project) {
        List<String> references = new ArrayList<>();
        Path pom = project.onDisk(PomWriter.POM);
        while (references.size() < MOST_PARENTS) {
            Optional<String> parent = PomPaths.parent(pom);
            if (parent.isEmpty()) break;
            pom = pom.resolveSibling(parent.get()).normalize();
            if (Files.isDirectory(pom)) pom = pom.resolve(PomWriter.POM);
            if (!Files.isRegularFile(pom)) break;
            references.add(project.root().relativize(pom).toString().replace('\\', '/'));
        }
        return references;
    }

    @Override
    public List<String> output(ProjectTree project, String module) {
        String folder = Paths.join(module, OUTPUT);
        List<String> patterns = new ArrayList<>();
        WRITTEN.forEach(pattern -> patterns.add(folder + "/" + pattern));
        // an archive with libraries inside is laid out in a folder of its name
        project.under(folder)
                .filter(file -> file.path().equals(folder + "/" + file.name()))
                .filter(file -> PACKED.contains(file.extension()))
                .forEach(file -> patterns.add(folder + "/" + Paths.stem(file.name()) + "/**"));
        libraryFolders(project, Paths.join(module, descriptor()))
                .forEach(libraries -> patterns.add(folder + "/" + libraries + "/*.jar"));
        return patterns;
    }

    /** Where a descriptor has libraries copied to, below the folder of what is built. */
    private static List<String> libraryFolders(ProjectTree project, String descriptor) {
        if (!project.has(descriptor)) return List.of();
        try {
            return XmlElement.read(project.bytes(descriptor))
                    .all()
                    .filter(element -> element.name().equals("outputDirectory"))
                    .map(element -> element.text().strip())
                    .filter(text -> text.startsWith(BUILT + "/"))
                    .map(text -> text.substring(BUILT.length() + 1))
                    .filter(Paths::isPlain)
                    .toList();
        } catch (IOException | XmlElement.Malformed e) {
            // one that somebody broke since says nothing
            return List.of();
        }
    }

    @Override
    public boolean findsTest(String fileName) {
        return SurefirePatterns.usual(fileName);
    }

    @Override
    public String archive(JvmBuild build, BuildModule module) {
        return module.path(OUTPUT + "/" + module.archive(build.coordinates().version()));
    }

    @Override
    public String classes(BuildModule module) {
        return module.path(OUTPUT + "/classes");
    }

    @Override
    public String distribution(BuildModule module, Distribution made) {
        return module.path(OUTPUT + "/" + made.fileName());
    }

    @Override
    public BuildRun build(BuildRequest request, Environment environment) throws IOException {
        Path mvn = program(environment)
                .orElseThrow(
                        () -> Refusal.notPossible("mvn is not on the PATH.", "Install Maven, or add it to the PATH."));
        List<String> command = new ArrayList<>(List.of(mvn.toString(), "-B", "-ntp", "-Dstyle.color=never"));
        COMPILER_LOGGERS.forEach(logger -> command.add("-Dorg.slf4j.simpleLogger.log." + logger + "=debug"));
        // the comparison decides about failing tests
        command.add("-Dmaven.test.failure.ignore=true");
        if (request.offline()) command.add("-o");
        ToolRun run = run(request, command, "clean", "verify");
        MavenLog log = new MavenLog(run.output(), request.toolchain());
        Optional<String> problem = run.succeeded() ? Optional.empty() : log.testRunnerFailure();
        List<CompilerCall> calls = new ArrayList<>(log.compilerCalls());
        if (problem.isPresent()) {
            // what the build makes can be compared all the same; the results of the tests that ran stay
            run = run(request, command, "-DskipTests", "verify");
            log = new MavenLog(run.output(), request.toolchain());
            calls.addAll(log.compilerCalls());
        }
        if (!run.succeeded()) return BuildRun.failed(log.failure());
        return new BuildRun(Optional.empty(), log.archives(), calls, Map.of(), Map.of(), problem);
    }

    private static ToolRun run(BuildRequest request, List<String> command, String... goals) throws IOException {
        return ToolRun.of(
                Stream.concat(command.stream(), Stream.of(goals)).toList(),
                request.folder(),
                Map.of("JAVA_HOME", request.toolchain().java().toString()),
                request.log(),
                LIMIT);
    }

    @Override
    public TestResults tests(Path module) throws IOException {
        return TestReports.read(module.resolve(OUTPUT).resolve("surefire-reports"));
    }

    @Override
    public List<Path> runtimeClassPath(BuildRun run, Path project, String module, Repositories repositories)
            throws IOException {
        return PomTree.read(project).runtimeClassPath(module, repositories);
    }
}
