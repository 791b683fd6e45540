package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.ecosystem.jvm.target.BuildRun;
import dev.pfeiler.ecosystem.jvm.target.CompilerCall;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What the initialization script {@code record.gradle} has noted of a build. */
final class GradleRecord {
    private GradleRecord() {}

    static BuildRun read(Path record) throws IOException {
        List<Path> archives = new ArrayList<>();
        List<CompilerCall> calls = new ArrayList<>();
        Map<Path, List<Path>> runtime = new LinkedHashMap<>();
        Map<Path, List<Path>> tests = new LinkedHashMap<>();
        if (Files.exists(record)) {
            for (String line : Files.readAllLines(record)) {
                List<String> fields = Arrays.asList(line.split("\t", -1));
                switch (fields.get(0)) {
                    case "archive" -> archives.add(Path.of(fields.get(1)));
                    case "compile" ->
                        calls.add(new CompilerCall(
                                Path.of(fields.get(1)).endsWith("test"),
                                Path.of(fields.get(1)),
                                paths(fields.get(2)),
                                fields.subList(3, fields.size())));
                    case "runtime" -> runtime.put(Path.of(fields.get(1)), paths(fields.get(2)));
                    case "tests" -> tests.put(Path.of(fields.get(1)), paths(fields.get(2)));
                    default -> throw new IOException("unknown line in " + record + ": " + line);
                }
            }
        }
        return new BuildRun(Optional.empty(), archives, calls, runtime, tests, Optional.empty());
    }

    private static List<Path> paths(String joined) {
        return Arrays.stream(joined.split(File.pathSeparator))
                .filter(path -> !path.isEmpty())
                .map(Path::of)
                .toList();
    }
}
