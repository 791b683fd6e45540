package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.target.ClosedPackages;
import dev.pfeiler.ecosystem.jvm.target.TestResults;
import dev.pfeiler.ecosystem.jvm.target.TestResults.Outcome;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
        Map<String, TestResults.Failure> failures = new TreeMap<>();
        for (Path report : reports) {
            try {
                XmlElement.read(Files.readAllBytes(report)).children("testcase").forEach(test -> {
                    String name = test.attribute("classname") + "#" + test.attribute("name");
                    outcomes.put(name, outcome(test));
                    failed(test).ifPresent(element -> failures.put(name, failure(element)));
                });
            } catch (XmlElement.Malformed e) {
                throw new IOException(report + ":" + e.line() + " is not well-formed XML", e);
            }
        }
        return new TestResults(outcomes, failures);
    }

    private static Optional<XmlElement> failed(XmlElement test) {
        return test.child("failure").or(() -> test.child("error"));
    }

    private static TestResults.Failure failure(XmlElement element) {
        String first = element.text().lines().findFirst().orElse("").strip();
        return new TestResults.Failure(
                first.isEmpty() ? element.attribute("message") : first, ClosedPackages.in(element.text()));
    }

    private static Outcome outcome(XmlElement test) {
        if (failed(test).isPresent()) return Outcome.FAILED;
        return test.child("skipped").isPresent() ? Outcome.SKIPPED : Outcome.PASSED;
    }
}
