package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.target.TestResults;
import dev.pfeiler.ecosystem.jvm.target.TestResults.Outcome;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/** The test reports of a build. Source: the report schema of Maven's test plug-in. */
final class SurefireReports {
    private SurefireReports() {}

    /** Reads the reports below a build's output folder. */
    static TestResults read(Path output) throws IOException {
        Path folder = output.resolve("surefire-reports");
        if (!Files.isDirectory(folder)) return TestResults.NONE;
        List<Path> reports;
        try (Stream<Path> files = Files.list(folder)) {
            reports = files.filter(f -> f.getFileName().toString().matches("TEST-.*\\.xml"))
                    .sorted()
                    .toList();
        }
        Map<String, Outcome> outcomes = new TreeMap<>();
        for (Path report : reports) {
            try {
                XmlElement.read(Files.readAllBytes(report))
                        .children("testcase")
                        .forEach(test -> outcomes.put(
                                test.attribute("classname") + "#" + test.attribute("name"), outcome(test)));
            } catch (XmlElement.Malformed e) {
                throw new IOException(report + ":" + e.line() + " is not well-formed XML", e);
            }
        }
        return new TestResults(outcomes);
    }

    private static Outcome outcome(XmlElement test) {
        if (test.child("failure").isPresent() || test.child("error").isPresent()) return Outcome.FAILED;
        return test.child("skipped").isPresent() ? Outcome.SKIPPED : Outcome.PASSED;
    }
}
