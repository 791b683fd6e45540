package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.archive.ArchiveEntries;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.target.ClosedPackages;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.SteadyLines;
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
import java.util.stream.Collectors;

/** Runs the program of the old wiring and the new one with the same arguments, and compares what they do. */
final class ProgramRun {
    private static final Duration LIMIT = Duration.ofSeconds(30);
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
        ToolRun old = run(mainClass, before, false, arguments, "before");
        if (old.outOfTime()) {
            return RunOutcome.noting(mainClass + " did not exit within " + LIMIT.toSeconds()
                    + " seconds and was not compared; pass other arguments with --run-with.");
        }
        ToolRun now = run(mainClass, after, inPlace, arguments, "after");
        List<Difference> differences = new ArrayList<>();
        boolean opened =
                !opened(after).isEmpty() && !ClosedPackages.in(text(old)).isEmpty();
        // a program that worked may not do otherwise
        String cause =
                opened && old.exit() != 0 ? "packages of the JDK are opened that the old program could not reach" : "";
        if (old.exit() != now.exit()) differences.add(new Difference("exit code", Difference.Kind.CHANGED, cause));
        if (!text(old).equals(text(now))) {
            // what differs from run to run on the old side says nothing
            ToolRun again = run(mainClass, before, false, arguments, "again");
            if (!SteadyLines.of(text(old), text(again)).same(text(again), text(now)))
                differences.add(new Difference("output", Difference.Kind.CHANGED, cause));
        }
        List<String> notes = old.exit() == 0 || !differences.isEmpty()
                ? List.of()
                : List.of(mainClass + " " + call + " exits with code " + old.exit() + " with the old wiring, too.");
        Set<String> closed = ClosedPackages.in(text(now));
        if (!closed.isEmpty()) notes = List.of(ClosedPackages.hint(closed));
        return new RunOutcome(
                List.of(new Comparison("run " + call, "exit " + old.exit(), "exit " + now.exit(), differences)), notes);
    }

    /** The output without the addresses of objects, times, and jars in stack traces. */
    private static String text(ToolRun run) throws IOException {
        return run.output().stream()
                .map(line -> line.replaceAll("@[0-9a-f]{5,8}\\b", "@")
                        .replaceAll("\\b\\d{1,2}:\\d{2}(:\\d{2})?([.,]\\d+)?\\b", ":")
                        .replaceAll("~?\\[[^\\]]*\\.jar(:[^\\]]*)?\\]", "[]"))
                .collect(Collectors.joining("\n"));
    }

    private ToolRun run(String mainClass, List<Path> classPath, boolean inPlace, List<String> arguments, String name)
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
        return ToolRun.of(
                JavaCommand.of(reading.toolchain(), command, scratch.resolve(name + ".args")),
                folder,
                Map.of(),
                proof.log().resolveSibling("run-" + name + ".log"),
                LIMIT);
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
