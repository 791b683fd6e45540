package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * What the test reports of a build say.
 *
 * @param classes the test classes that were run
 * @param failed tests that failed or broke, as class and method
 */
public record SurefireReports(Set<String> classes, int run, int skipped, List<String> failed) {
    /** Reads the reports below a build's output folder. */
    public static SurefireReports read(Path target) throws IOException {
        Set<String> classes = new TreeSet<>();
        List<String> failed = new ArrayList<>();
        int run = 0;
        int skipped = 0;
        Path folder = target.resolve("surefire-reports");
        if (!Files.isDirectory(folder)) return new SurefireReports(classes, 0, 0, failed);
        List<Path> reports;
        try (Stream<Path> files = Files.list(folder)) {
            reports = files.filter(f -> f.getFileName().toString().matches("TEST-.*\\.xml"))
                    .sorted()
                    .toList();
        }
        for (Path report : reports) {
            try {
                for (XmlElement test : XmlElement.read(Files.readAllBytes(report))
                        .children("testcase")
                        .toList()) {
                    classes.add(test.attribute("classname"));
                    run++;
                    if (test.child("skipped").isPresent()) skipped++;
                    if (test.child("failure").isPresent() || test.child("error").isPresent()) {
                        failed.add(test.attribute("classname") + "." + test.attribute("name"));
                    }
                }
            } catch (XmlElement.Malformed e) {
                throw new IOException(report + ":" + e.line() + " is no well-formed XML", e);
            }
        }
        return new SurefireReports(classes, run, skipped, failed);
    }
}
