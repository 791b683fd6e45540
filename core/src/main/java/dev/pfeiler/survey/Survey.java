package dev.pfeiler.survey;

import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** All the findings of one tree. */
public final class Survey {
    private final ProjectTree tree;
    private final Map<Ecosystem, Reading> readings;
    private final List<Finding> findings;

    private Survey(ProjectTree tree, Map<Ecosystem, Reading> readings, List<Finding> findings) {
        this.tree = tree;
        this.readings = readings;
        this.findings = findings;
    }

    /** Asks each ecosystem for its findings. */
    public static Survey of(ProjectTree tree, List<Ecosystem> ecosystems, Environment environment) {
        Map<Ecosystem, Reading> readings = new LinkedHashMap<>();
        List<Finding> findings = new ArrayList<>();
        for (Ecosystem ecosystem : ecosystems) {
            ecosystem
                    .managed(tree)
                    .ifPresent(tool -> findings.add(Finding.of(
                            Finding.Topic.TOOLS,
                            tool.excerpt(),
                            "manages this project already",
                            dev.pfeiler.evidence.Certainty.CERTAIN,
                            List.of(tool))));
            ecosystem.read(tree, environment).ifPresent(reading -> {
                readings.put(ecosystem, reading);
                findings.addAll(reading.findings());
            });
        }
        findings.addAll(tree.trouble());
        findings.sort(Comparator.comparing(Finding::topic));
        return new Survey(tree, readings, List.copyOf(findings));
    }

    public ProjectTree tree() {
        return tree;
    }

    /** By topic; within one, in the order in which they were made. */
    public List<Finding> findings() {
        return findings;
    }

    /** The ecosystem with the most source files, with what it read. */
    public Optional<Map.Entry<Ecosystem, Reading>> leading() {
        return readings.entrySet().stream()
                .max(Comparator.comparingInt(entry -> entry.getValue().sources()));
    }
}
