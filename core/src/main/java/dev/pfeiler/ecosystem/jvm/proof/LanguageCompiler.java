package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.model.CompiledLanguage;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Declaration;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.repository.Resolved;
import dev.pfeiler.ecosystem.jvm.wiring.LanguageOptions;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.process.ArgumentFile;
import dev.pfeiler.process.ToolRun;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Runs the compilers of Kotlin, Groovy and Scala for the baseline: that of the version which the language's library among
 * the old jars has. Their jars are fetched like any dependency and are no part of Pfeiler.
 */
final class LanguageCompiler {
    private static final Duration LIMIT = Duration.ofMinutes(15);
    private static final String MODULE_NAME = "-module-name";

    private final ProofContext context;
    private final Map<JvmLanguage, List<Path>> compilers = new EnumMap<>(JvmLanguage.class);

    LanguageCompiler(ProofContext context) {
        this.context = context;
    }

    /**
     * What is compiled.
     *
     * @param compiled the language, in the version that the project uses
     * @param call of the old wiring, if one compiles it
     * @param level that holds where the call states none
     * @param encoding likewise
     * @param own the sources in the language, and those that are compiled along
     * @param seen sources in Java that the compiler only looks at
     */
    record Job(
            CompiledLanguage compiled,
            Optional<Wiring.Compilation> call,
            int level,
            String encoding,
            List<SourceFile> own,
            List<SourceFile> seen) {}

    /** Why it failed, if it did. */
    Optional<String> compile(SourceModule module, Job job, List<Path> classPath, Path output, Path log)
            throws IOException {
        JvmLanguage language = job.compiled().language();
        List<Path> compiler = compiler(job.compiled());
        if (compiler.isEmpty())
            return Optional.of("the compiler of " + language.title() + " "
                    + job.compiled().version() + " is in no repository that could be asked");
        String joined = classPath.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator));
        List<String> command = new ArrayList<>(
                List.of(context.reading().toolchain().tool("java").toString()));
        if (language == JvmLanguage.GROOVY)
            command.add("-Dgroovy.target.bytecode=" + job.compiled().target(job.level()));
        command.addAll(List.of(
                "-cp",
                compiler.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)),
                mainClass(job.compiled())));
        command.addAll(arguments(module, job));
        command.addAll(List.of("-d", output.toString(), language == JvmLanguage.GROOVY ? "--classpath" : "-classpath"));
        command.add(joined.isEmpty() ? output.toString() : joined);
        List<String> files = new ArrayList<>();
        for (SourceFile source : job.own())
            files.add(context.reading().tree().onDisk(source.path()).toString());
        for (SourceFile source : job.seen())
            files.add(context.reading().tree().onDisk(source.path()).toString());
        Path list = log.resolveSibling(log.getFileName() + ".files");
        // one compiler takes a name a line, the others words in quotes
        Files.write(
                list,
                language == JvmLanguage.GROOVY
                        ? files
                        : files.stream().map(LanguageCompiler::quoted).toList());
        command.add("@" + list);
        Path arguments = log.resolveSibling(log.getFileName() + ".args");
        ToolRun run = ToolRun.of(
                JavaCommand.of(context.reading().toolchain(), command, arguments),
                context.reading().tree().root(),
                Map.of(),
                log,
                LIMIT);
        if (run.succeeded()) return Optional.empty();
        String errors = run.output().stream()
                .filter(line -> line.contains("error:") || line.contains("[Error]") || line.contains("Error:"))
                .limit(3)
                .map(line -> line.replace(context.reading().tree().root() + File.separator, ""))
                .collect(Collectors.joining("; "));
        return Optional.of(
                errors.isEmpty() ? "the compiler of " + language.title() + " exited with code " + run.exit() : errors);
    }

    /** A path with blanks in quotes; in a plain one, quotes would be taken for a part of it by old releases. */
    private static String quoted(String path) {
        return path.chars().anyMatch(c -> Character.isWhitespace(c) || c == '\'') ? ArgumentFile.quoted(path) : path;
    }

    private List<String> arguments(SourceModule module, Job job) {
        List<String> flags = job.call()
                .map(call -> call.flags().stream()
                        .flatMap(flag -> List.of(flag.value().split(" ", 2)).stream())
                        .toList())
                .orElse(job.compiled().arguments());
        List<String> arguments = new ArrayList<>();
        int level = job.level();
        switch (job.compiled().language()) {
            case KOTLIN -> {
                arguments.addAll(List.of("-no-stdlib", "-no-reflect", "-nowarn"));
                arguments.addAll(job.compiled().levelArguments(level));
                // names of internal members end with it; build tools name it after the project
                if (!flags.contains(MODULE_NAME))
                    arguments.addAll(List.of(MODULE_NAME, context.build(module).artifact()));
                arguments.addAll(flags);
            }
            case GROOVY -> {
                arguments.addAll(List.of("--encoding", job.encoding()));
                boolean joint = job.own().stream().anyMatch(source -> source.language() == JvmLanguage.JAVA);
                if (joint)
                    arguments.addAll(List.of(
                            LanguageOptions.JOINT,
                            "-Jsource=" + job.compiled().target(level),
                            "-Jtarget=" + job.compiled().target(level)));
                flags.stream()
                        .filter(flag -> !flag.equals(LanguageOptions.JOINT))
                        .forEach(arguments::add);
            }
            case SCALA -> {
                arguments.addAll(List.of("-encoding", job.encoding()));
                arguments.addAll(job.compiled().levelArguments(level));
                arguments.addAll(flags);
            }
            case JAVA -> throw new IllegalArgumentException("Java has a compiler of its own");
        }
        return arguments;
    }

    private static boolean isScala3(CompiledLanguage compiled) {
        return compiled.language() == JvmLanguage.SCALA && !compiled.before(3, 0);
    }

    private static String mainClass(CompiledLanguage compiled) {
        return switch (compiled.language()) {
            case KOTLIN -> "org.jetbrains.kotlin.cli.jvm.K2JVMCompiler";
            case GROOVY -> "org.codehaus.groovy.tools.FileSystemCompiler";
            case SCALA -> isScala3(compiled) ? "dotty.tools.dotc.Main" : "scala.tools.nsc.Main";
            case JAVA -> throw new IllegalArgumentException("Java has a compiler of its own");
        };
    }

    private static Coordinates artifact(CompiledLanguage compiled) {
        String version = compiled.version();
        return switch (compiled.language()) {
            case KOTLIN -> new Coordinates("org.jetbrains.kotlin", "kotlin-compiler-embeddable", version);
            case GROOVY ->
                new Coordinates(compiled.before(4, 0) ? "org.codehaus.groovy" : "org.apache.groovy", "groovy", version);
            case SCALA ->
                isScala3(compiled)
                        ? new Coordinates("org.scala-lang", "scala3-compiler_3", version)
                        : new Coordinates("org.scala-lang", "scala-compiler", version);
            case JAVA -> throw new IllegalArgumentException("Java has a compiler of its own");
        };
    }

    /** The jars of a compiler; none if they cannot be had. */
    private List<Path> compiler(CompiledLanguage compiled) {
        return compilers.computeIfAbsent(compiled.language(), language -> {
            Repositories repositories = context.reading().repositories();
            Declaration declared = new Declaration(artifact(compiled), Scope.COMPILE.word(), Set.of());
            List<Path> jars = new ArrayList<>();
            for (Resolved artifact :
                    repositories.resolve(List.of(declared), Map.of()).artifacts()) {
                Optional<Path> jar = repositories.jar(artifact.coordinates());
                if (jar.isEmpty()) return List.of();
                jars.add(jar.get());
            }
            return jars;
        });
    }
}
