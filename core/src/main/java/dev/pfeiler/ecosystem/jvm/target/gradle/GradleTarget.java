package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.ProjectRepository;
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
import dev.pfeiler.ecosystem.jvm.target.BuildRequest;
import dev.pfeiler.ecosystem.jvm.target.BuildRun;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.target.TestReports;
import dev.pfeiler.ecosystem.jvm.target.TestResults;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Gradle. */
public final class GradleTarget implements JvmTarget {
    static final String PROGRAM = "gradle";
    private static final Duration LIMIT = Duration.ofMinutes(30);
    private static final String OUTPUT = "build";
    /** The folders in which the plug-ins that scripts name write. Source: their documentation. */
    private static final List<String> WRITTEN = List.of(
            "classes",
            "distributions",
            "docs",
            "exploded",
            "generated",
            "generated-src",
            "install",
            "kotlin",
            "kotlin-build",
            "libs",
            "reports",
            "resources",
            "scripts",
            "test-results",
            "tmp");

    private static final List<String> SCRIPTS =
            List.of("settings.gradle", "settings.gradle.kts", "build.gradle", "build.gradle.kts");

    private static final Pattern OUTSIDE = Pattern.compile("[\"'](\\.\\./[^\"'$\\n]++)[\"']");
    private static final long LARGEST_SCRIPT = 1 << 20;
    private static final String RECORDER = "record.gradle";

    private final Dialect dialect;

    public GradleTarget() {
        this(new Dialect(ScriptSyntax.GROOVY, GradleVersion.NEWEST));
    }

    private GradleTarget(Dialect dialect) {
        this.dialect = dialect;
    }

    @Override
    public String id() {
        return "gradle";
    }

    @Override
    public String title() {
        return "Gradle";
    }

    @Override
    public String descriptor() {
        return GradleWriter.descriptor(dialect.syntax());
    }

    @Override
    public JvmTarget settled(Deliberation deliberation, ProjectTree tree, Environment environment) {
        return new GradleTarget(GradleOptions.decide(deliberation, tree, environment));
    }

    @Override
    public List<String> programs() {
        return List.of(PROGRAM, "gradlew");
    }

    @Override
    public Optional<ManagedBuild> read(ProjectTree tree, Repositories repositories) {
        return GradleBuild.read(tree);
    }

    @Override
    public Optional<Path> program(Environment environment) {
        return environment.program(PROGRAM);
    }

    @Override
    public SortedMap<String, String> write(JvmBuild build) {
        return GradleWriter.write(build, dialect);
    }

    @Override
    public ClassPathRules rules(Repositories repositories) {
        return new GradleRules(repositories);
    }

    @Override
    public boolean bringsTestEngines() {
        return false;
    }

    @Override
    public int newestLevel() {
        return dialect.version().newestLevel();
    }

    @Override
    public boolean runsJUnitPlatform() {
        return dialect.version().runsJUnitPlatform();
    }

    @Override
    public boolean isOutdated() {
        return !dialect.version().importsPlatforms();
    }

    @Override
    public GeneratorSupport generator(Generator generator) {
        return GeneratorScript.support(generator);
    }

    @Override
    public String launcher(Launch launch) {
        return LaunchScript.launcher(launch);
    }

    @Override
    public Optional<ManagedJvmBuild.Reading> managed(ProjectTree tree, Repositories repositories) {
        return ManagedScripts.read(tree, repositories)
                .map(scripts -> new ManagedJvmBuild.Reading(scripts, new ScriptCheck(scripts).discrepancies()));
    }

    @Override
    public Map<String, String> moduleLists() {
        return GradleBuild.SETTINGS.stream().collect(Collectors.toMap(name -> name, name -> "include"));
    }

    @Override
    public List<Proposal.Command> commands(JvmBuild build) {
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("build", "gradle build"));
        commands.add(new Proposal.Command("test", "gradle test"));
        for (BuildModule module : build.modules())
            module.launch()
                    .ifPresent(launch ->
                            commands.add(new Proposal.Command("run", LaunchScript.command(build, module, launch))));
        commands.addAll(packedPrograms(build));
        if (!build.documentation().isEmpty()) commands.add(new Proposal.Command("document", "gradle javadoc"));
        return commands;
    }

    @Override
    public List<String> ignored(JvmBuild build) {
        return List.of(build.isSingle() ? "/" + OUTPUT + "/" : OUTPUT + "/", "/.gradle/");
    }

    /** In either language, whichever one is written now. */
    @Override
    public boolean isDescriptor(String name) {
        return name.equals("build.gradle") || name.equals("build.gradle.kts");
    }

    /** What the scripts name with a path that leads out: included builds, projects in other folders, applied scripts. */
    @Override
    public List<String> references(ProjectTree project) {
        List<String> references = new ArrayList<>();
        for (String script : SCRIPTS) {
            Matcher named = OUTSIDE.matcher(String.join(
                    "\n",
                    project.file(script)
                            .map(file -> project.lines(file, LARGEST_SCRIPT))
                            .orElse(List.of())));
            while (named.find()) references.add(named.group(1));
        }
        return references;
    }

    @Override
    public List<String> output(ProjectTree project, String module) {
        String folder = Paths.join(module, OUTPUT);
        List<String> patterns = new ArrayList<>(List.of(".gradle/**"));
        WRITTEN.forEach(inner -> patterns.add(folder + "/" + inner + "/**"));
        return patterns;
    }

    /** Always: tests are found by what is in their classes. */
    @Override
    public boolean findsTest(String fileName) {
        return true;
    }

    @Override
    public String archive(JvmBuild build, BuildModule module) {
        return module.path(
                OUTPUT + "/libs/" + module.archive(build.coordinates().version()));
    }

    @Override
    public String classes(BuildModule module) {
        String language = module.languages().stream()
                .filter(compiled -> module.sources().main().folders().isEmpty()
                        && !compiled.main().isEmpty())
                .map(compiled -> compiled.language().id())
                .findFirst()
                .orElse("java");
        return module.path(OUTPUT + "/classes/" + language + "/main");
    }

    @Override
    public String distribution(BuildModule module, Distribution made) {
        String folder = made.format().equals("jar") ? "/libs/" : "/distributions/";
        return module.path(OUTPUT + folder + made.fileName());
    }

    @Override
    public BuildRun build(BuildRequest request, Environment environment) throws IOException {
        Path gradle = program(environment)
                .orElseThrow(() ->
                        Refusal.notPossible("gradle is not on the PATH.", "Install Gradle, or add it to the PATH."));
        GradleOptions.installed(gradle)
                .filter(installed -> dialect.kotlin() && !installed.runsKotlinScripts())
                .ifPresent(installed -> {
                    throw Refusal.notPossible(
                            "The installed Gradle " + installed + " does not run scripts in Kotlin.",
                            "Install Gradle " + dialect.version() + ", or undo and convert with --choose "
                                    + GradleOptions.SCRIPT + "=" + ScriptSyntax.GROOVY.key() + ".");
                });
        Files.createDirectories(request.log().getParent());
        Path recorder = request.log().resolveSibling(RECORDER);
        try (InputStream in = GradleTarget.class.getResourceAsStream(RECORDER + ".txt")) {
            Files.copy(in, recorder, StandardCopyOption.REPLACE_EXISTING);
        }
        Path record = request.log().resolveSibling("gradle.record");
        Files.deleteIfExists(record);
        List<String> command = new ArrayList<>(List.of(
                gradle.toString(),
                "--console=plain",
                "--stacktrace",
                "-I",
                recorder.toString(),
                "-Dpfeiler.record=" + record,
                // the process that it leaves running for the next build ends soon
                "-Dorg.gradle.daemon.idletimeout=120000"));
        if (request.offline()) command.add("--offline");
        command.addAll(List.of("clean", "build"));
        ToolRun run = ToolRun.of(
                command,
                request.folder(),
                Map.of("JAVA_HOME", request.toolchain().java().toString()),
                request.log(),
                LIMIT);
        if (!run.succeeded()) return BuildRun.failed(new GradleLog(run.output(), request.toolchain()).failure());
        return GradleRecord.read(record);
    }

    @Override
    public TestResults tests(Path module) throws IOException {
        return TestReports.read(module.resolve(OUTPUT).resolve("test-results"));
    }

    @Override
    public List<Path> runtimeClassPath(BuildRun run, Path project, String module, Repositories repositories) {
        Path own = project.resolve(ProjectRepository.FOLDER);
        return run.runtime().getOrDefault(project.resolve(module), List.of()).stream()
                .filter(path -> !path.startsWith(project) || path.startsWith(own))
                .toList();
    }
}
