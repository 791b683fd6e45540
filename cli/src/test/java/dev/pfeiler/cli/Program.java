package dev.pfeiler.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** The built program, started as a person starts it. */
final class Program {
    static final Path HOME = Path.of(System.getProperty("pfeiler.home")).normalize();

    private final Map<String, String> environment = new HashMap<>(Map.of(
            "LC_ALL",
            "C.UTF-8",
            "COLUMNS",
            "100",
            // no test asks another machine
            "MAVEN_ARGS",
            "-o",
            "XDG_CACHE_HOME",
            HOME.resolve("cli/target/cache").toString()));

    /** What a run printed, and its exit code. */
    record Run(int exit, String out, String err) {
        /** The document that was printed, for a call with {@code --json}. */
        JsonNode json() {
            try {
                return new ObjectMapper().readTree(out);
            } catch (JsonProcessingException e) {
                throw new AssertionError(this.toString(), e);
            }
        }

        /** The row of a proof, as {@code state before / after}. */
        String row(String subject) {
            JsonNode row = comparison(subject);
            return row.get("state").asText() + " " + row.get("before").asText() + " / "
                    + row.get("after").asText();
        }

        /** The differences of a row, as {@code kind subject: cause}. */
        List<String> differences(String subject) {
            List<String> differences = new ArrayList<>();
            comparison(subject)
                    .get("differences")
                    .forEach(d -> differences.add(d.get("kind").asText() + " "
                            + d.get("subject").asText() + ": " + d.get("cause").asText()));
            return differences;
        }

        private JsonNode comparison(String subject) {
            for (JsonNode part : json().get("parts")) {
                for (JsonNode row : part.get("comparisons"))
                    if (row.get("subject").asText().equals(subject)) return row;
            }
            throw new AssertionError("no row " + subject + " in " + out);
        }

        /** The subjects of rows that differ without a known cause. */
        List<String> different() {
            List<String> different = new ArrayList<>();
            for (JsonNode part : json().get("parts")) {
                for (JsonNode row : part.get("comparisons"))
                    if (row.get("state").asText().equals("different"))
                        different.add(row.get("subject").asText());
            }
            return different;
        }
    }

    Program with(String variable, String value) {
        environment.put(variable, value);
        return this;
    }

    Run run(Object... words) {
        List<String> command = new ArrayList<>(List.of(HOME.resolve("pfeiler").toString()));
        for (Object word : words) command.add(word.toString());
        return start(command, environment);
    }

    static Run start(List<String> command, Map<String, String> environment) {
        try {
            Path out = Files.createTempFile("out", "");
            Path err = Files.createTempFile("err", "");
            ProcessBuilder builder =
                    new ProcessBuilder(command).redirectOutput(out.toFile()).redirectError(err.toFile());
            builder.environment().putAll(environment);
            Process process = builder.start();
            process.getOutputStream().close();
            if (!process.waitFor(10, TimeUnit.MINUTES)) {
                process.destroyForcibly();
                throw new AssertionError("still running: " + command);
            }
            Run run = new Run(process.exitValue(), text(out), text(err));
            Files.delete(out);
            Files.delete(err);
            return run;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new AssertionError(e);
        }
    }

    private static String text(Path file) throws IOException {
        return Files.readString(file, StandardCharsets.UTF_8);
    }

    /** A demo project, laid out below a folder. */
    static Path demo(String name, Path parent) {
        Run run = new Program().run("demo", name, "--only", parent);
        if (run.exit() != 0) throw new AssertionError(run);
        return parent.resolve(name);
    }
}
