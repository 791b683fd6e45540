package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.model.CompiledLanguage;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
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
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Runs the compilers of Kotlin, Groovy and Scala for the baseline: that of the version which the language's library among
 * the old jars has. Their jars are fetched like any dependency and are no part of Pfeiler.
 */
final class LanguageCompiler {
    private static final Duration LIMIT = Duration.ofMinutes(15);
    private static final String MODULE_NAME = "-module-name";

    private final ProofContext context;
    private static final Pattern BLANK = Pattern.compile(" ");

    private final Map<JvmLanguage, List<Path>> compilers = new HashMap<>();

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
                job.compiled().compiler().mainClass().apply(job.compiled().release())));
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
                        .flatMap(flag -> List.of(BLANK.split(flag.value(), 2)).stream())
                        .toList())
                .orElse(job.compiled().arguments());
        if (job.compiled().language() == JvmLanguage.KOTLIN) return kotlin(module, job, flags);
        if (job.compiled().language() == JvmLanguage.GROOVY) return groovy(job, flags);
        List<String> arguments = new ArrayList<>(List.of("-encoding", job.encoding()));
        arguments.addAll(job.compiled().levelArguments(job.level()));
        arguments.addAll(flags);
        return arguments;
    }

    private List<String> kotlin(SourceModule module, Job job, List<String> flags) {
        List<String> arguments = new ArrayList<>(List.of("-no-stdlib", "-no-reflect", "-nowarn"));
        arguments.addAll(job.compiled().levelArguments(job.level()));
        // names of internal members end with it; build tools name it after the project
        if (!flags.contains(MODULE_NAME))
            arguments.addAll(List.of(MODULE_NAME, context.build(module).artifact()));
        arguments.addAll(flags);
        return arguments;
    }

    private static List<String> groovy(Job job, List<String> flags) {
        List<String> arguments = new ArrayList<>(List.of("--encoding", job.encoding()));
        boolean joint = job.own().stream().anyMatch(source -> source.language() == JvmLanguage.JAVA);
        String target = job.compiled().target(job.level());
        if (joint) arguments.addAll(List.of(LanguageOptions.JOINT, "-Jsource=" + target, "-Jtarget=" + target));
        flags.stream().filter(flag -> !flag.equals(LanguageOptions.JOINT)).forEach(arguments::add);
        return arguments;
    }

    /** The jars of a compiler; none if they cannot be fetched. */
    private List<Path> compiler(CompiledLanguage compiled) {
        return compilers.computeIfAbsent(compiled.language(), language -> {
            Repositories repositories = context.reading().repositories();
            Declaration declared = new Declaration(
                    compiled.compiler().artifact().apply(compiled.release()), Scope.COMPILE.word(), Set.of());
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
