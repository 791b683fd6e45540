package dev.pfeiler.ecosystem.jvm.target;

import dev.pfeiler.ecosystem.jvm.target.TestResults.Outcome;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The test reports of a build, in the XML format that Ant's JUnit task introduced and that build tools share. */
public final class TestReports {
    private static final Pattern REPORT = Pattern.compile("TEST-.*\\.xml");

    private TestReports() {}

    /** Reads the reports in a folder and those below it. */
    public static TestResults read(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) return TestResults.NONE;
        List<Path> reports;
        try (Stream<Path> files = Files.walk(folder)) {
            reports = files.filter(
                            f -> REPORT.matcher(f.getFileName().toString()).matches())
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
