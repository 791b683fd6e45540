package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.ArchiveEntries;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.target.ClosedPackages;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.ProgramComparison;
import dev.pfeiler.proof.ProgramResult;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.TreeCopy;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Runs the program of the old wiring and the new one with the same arguments, and compares what they do. */
final class ProgramRun {
    private static final Duration LIMIT = Duration.ofSeconds(30);
    private static final Pattern ADDRESS = Pattern.compile("@[0-9a-f]{5,8}\\b");
    private static final Pattern JARS = Pattern.compile("~?\\[[^\\]]*\\.jar(:[^\\]]*)?\\]");
    private static final List<String> USUAL = List.of("--help");

    private final ProofRequest proof;
    private final JvmReading reading;
    private final Path scratch;

    ProgramRun(ProofContext context, Path scratch) {
        this.proof = context.request();
        this.reading = context.reading();
        this.scratch = scratch;
    }

    /**
     * Runs both.
     *
     * @param before class folders and jars of the old program, its own first
     * @param after jars of the new one, its own first
     * @param inPlace whether the new archive is started by itself, with the libraries that its manifest names
     */
    RunOutcome compare(String mainClass, List<Path> before, List<Path> after, boolean inPlace) throws IOException {
        List<String> arguments =
                proof.running().arguments().isEmpty() ? USUAL : proof.running().arguments();
        String call = String.join(" ", arguments);
        boolean opened = !opened(after).isEmpty();
        // a program that worked may not do otherwise
        UnaryOperator<String> cause =
                output -> opened && !ClosedPackages.in(output).isEmpty()
                        ? "packages of the JDK are opened that the old program could not reach"
                        : "";
        ProgramComparison.Outcome outcome = new ProgramComparison("run " + call, ProgramRun::steady, true)
                .compare(
                        number -> run(mainClass, before, false, arguments, number == 1 ? "before" : "again" + number),
                        number -> run(mainClass, after, inPlace, arguments, "after"),
                        cause);
        Comparison row = outcome.row();
        if (outcome.after().isEmpty()) return new RunOutcome(List.of(row), List.of());
        int exit = outcome.before().exit();
        List<String> notes = exit == 0 || !row.differences().isEmpty()
                ? List.of()
                : List.of(mainClass + " " + call + " exits with code " + exit + " with the old wiring, too.");
        Set<String> closed = ClosedPackages.in(outcome.after().orElseThrow().text());
        if (!closed.isEmpty()) notes = List.of(ClosedPackages.hint(closed));
        return new RunOutcome(List.of(row), notes);
    }

    /** A line without the addresses of objects and the jars in stack traces, which differ from one side to the other. */
    private static String steady(String line) {
        return JARS.matcher(ADDRESS.matcher(line).replaceAll("@")).replaceAll("[]");
    }

    private ProgramResult run(
            String mainClass, List<Path> classPath, boolean inPlace, List<String> arguments, String name)
            throws IOException {
        Path folder = folder(name);
        List<String> command =
                new ArrayList<>(List.of(reading.toolchain().tool("java").toString(), "-Djava.awt.headless=true"));
        if (inPlace) command.addAll(List.of("-jar", classPath.get(0).toString()));
        else {
            command.addAll(opened(classPath));
            command.addAll(List.of(
                    "-cp",
                    classPath.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)),
                    mainClass));
        }
        command.addAll(arguments);
        return ProgramResult.of(ToolRun.of(
                JavaCommand.of(reading.toolchain(), command, scratch.resolve(name + ".args")),
                folder,
                Map.of(),
                proof.log().resolveSibling("run-" + name + ".log"),
                LIMIT));
    }

    /** What the archive itself would open if it were started. */
    private static List<String> opened(List<Path> classPath) throws IOException {
        if (!Files.isRegularFile(classPath.get(0))) return List.of();
        String opened = ArchiveEntries.manifest(classPath.get(0)).get(Manifest.ADD_OPENS);
        return opened == null ? List.of() : Manifest.openArguments(opened);
    }

    /** A folder of its own for each run: with the old files, if arguments may name them. */
    private Path folder(String name) throws IOException {
        Path folder = Files.createDirectories(scratch.resolve(name).resolve("run"));
        if (proof.running().arguments().isEmpty()) return folder;
        TreeCopy.of(proof.old(), folder);
        return folder;
    }
}
