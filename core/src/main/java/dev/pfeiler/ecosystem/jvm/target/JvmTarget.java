package dev.pfeiler.ecosystem.jvm.target;

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
import dev.pfeiler.ecosystem.jvm.model.PartialArchive;
import dev.pfeiler.ecosystem.jvm.model.Product;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;

/** A build tool for JVM builds: writes its descriptors, runs it, reads what came of it. Decides nothing. */
public interface JvmTarget {
    /** By which people choose it. */
    String id();

    String title();

    /** The name of the descriptor at the top of a project. */
    String descriptor();

    /** Whether a file is named as a module's descriptor. */
    default boolean isDescriptor(String name) {
        return name.equals(descriptor());
    }

    /**
     * The same tool with what is decided about it alone.
     *
     * @param tree of the project
     */
    default JvmTarget settled(Deliberation deliberation, ProjectTree tree, Environment environment) {
        return this;
    }

    /** The names of the programs that start it: its own, and those that projects carry with them. */
    List<String> programs();

    /** The descriptors of a project, read back; nothing if none of this tool's is at its top. */
    Optional<ManagedBuild> read(ProjectTree tree, Repositories repositories);

    /** The descriptors of a whole build, read back; nothing if none of this tool's is at its top. */
    Optional<ManagedJvmBuild.Reading> managed(ProjectTree tree, Repositories repositories);

    /** Names of files that may list the modules of a build, with the word that such a list starts with. */
    Map<String, String> moduleLists();

    /** Files and folders outside a project that its descriptors refer to, by paths relative to it. */
    List<String> references(ProjectTree project);

    /** The program, if it is installed. */
    Optional<Path> program(Environment environment);

    /** The descriptors of a build, by path; the same bytes for the same value. */
    SortedMap<String, String> write(JvmBuild build);

    ClassPathRules rules(Repositories repositories);

    /** Whether its test runner finds and fetches the engine that a test framework needs by itself. */
    boolean bringsTestEngines();

    /** The newest level that it compiles for; the JDK may know none so new. */
    default int newestLevel() {
        return Integer.MAX_VALUE;
    }

    /** Whether it runs tests on the JUnit Platform itself. */
    default boolean runsJUnitPlatform() {
        return true;
    }

    /** Whether it is so old that it imports no bills of materials and runs no current plug-ins. */
    default boolean isOutdated() {
        return false;
    }

    GeneratorSupport generator(Generator generator);

    /** What starts a product, with its version, for people to read. */
    String launcher(Launch launch);

    /** What to type in the converted project. */
    List<Proposal.Command> commands(JvmBuild build);

    /** How programs are started that are packed with their libraries, or find them beside their archives. */
    default List<Proposal.Command> packedPrograms(JvmBuild build) {
        List<Proposal.Command> commands = new ArrayList<>();
        for (BuildModule module : build.modules()) {
            Optional<String> whole = whole(build, module);
            Map<String, String> manifest = module.manifest().attributes();
            if (whole.isEmpty() && !module.startsInPlace() || !manifest.containsKey(Manifest.MAIN_CLASS)) continue;
            String path = whole.orElseGet(() -> archive(build, module));
            commands.add(new Proposal.Command("run the packed program", "java -jar " + ShellText.quote(path)));
        }
        return commands;
    }

    /** Patterns of what the build writes, for version control to ignore. */
    List<String> ignored(JvmBuild build);

    /**
     * Patterns of the files that a build of a converted project writes, by paths within it.
     *
     * @param project as it is now
     * @param module the folder of a descriptor that the conversion wrote; empty for the project itself
     */
    List<String> output(ProjectTree project, String module);

    /** Whether its test runner finds a test source by the file's name alone. */
    boolean findsTest(String fileName);

    /** Where a module's archive is written. */
    String archive(JvmBuild build, BuildModule module);

    /** Where a module's archive with its libraries is written, if there is one. */
    default Optional<String> whole(JvmBuild build, BuildModule module) {
        return module.product() instanceof Product.Library library
                ? library.whole().map(name -> Paths.join(Paths.parent(archive(build, module)), name + ".jar"))
                : Optional.empty();
    }

    /** Where a further jar of a module's classes is written. */
    default String archive(JvmBuild build, BuildModule module, PartialArchive part) {
        return Paths.join(Paths.parent(archive(build, module)), part.fileName());
    }

    /** Where a module's classes are written. */
    String classes(BuildModule module);

    /** Where the distribution archive of a module is written. */
    String distribution(BuildModule module, Distribution made);

    /**
     * Builds and tests a converted project from scratch.
     *
     * @throws dev.pfeiler.evidence.Refusal if the program is not installed
     */
    BuildRun build(BuildRequest request, Environment environment) throws IOException;

    /** What the tests of a module came to in the last build. */
    TestResults tests(Path module) throws IOException;

    /**
     * The artifacts that a module runs with, as its descriptor says now.
     *
     * @param run the last build
     * @param project the folder of the converted project
     * @param module within it; empty for the project itself
     */
    List<Path> runtimeClassPath(BuildRun run, Path project, String module, Repositories repositories)
            throws IOException;
}
