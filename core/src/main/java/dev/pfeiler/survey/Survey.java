package dev.pfeiler.survey;

import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * All the findings of a tree, part by part.
 *
 * @param parts outer ones first
 * @param findings by topic; within one, in the order in which they were made
 */
public record Survey(ProjectTree tree, List<SurveyedPart> parts, List<Finding> findings) {
    public Survey {
        parts = List.copyOf(parts);
        findings = List.copyOf(findings);
    }

    /** Asks each ecosystem for its parts, and reads those that no build tool manages. */
    public static Survey of(ProjectTree tree, List<Ecosystem> ecosystems, Environment environment) {
        PartLayout layout = PartLayout.of(tree, ecosystems);
        List<SurveyedPart> parts = new ArrayList<>();
        Set<Finding> findings = new LinkedHashSet<>(layout.findings());
        for (PartLayout.Placed placed : layout.placed()) {
            Optional<Managed> managed = placed.part().managed();
            Optional<Reading> reading = managed.isPresent()
                    ? Optional.empty()
                    : Optional.of(placed.ecosystem().read(placed.view(), environment));
            parts.add(surveyed(placed, reading));
            managed.ifPresent(tool -> findings.add(Finding.of(
                    Finding.Topic.TOOLS,
                    placed.folder().isEmpty() ? tool.tool() : placed.folder(),
                    placed.folder().isEmpty()
                            ? "already manages this project"
                            : "already managed by " + tool.tool() + "; left as it is",
                    Certainty.CERTAIN,
                    List.of(tool.evidence().below(placed.folder())))));
            Predicate<String> isFile = isFileOf(placed.view());
            reading.ifPresent(read -> read.findings().stream()
                    .map(finding -> finding.below(placed.folder(), isFile))
                    .forEach(findings::add));
        }
        findings.addAll(tree.trouble());
        return new Survey(
                tree,
                parts,
                findings.stream().sorted(Comparator.comparing(Finding::topic)).toList());
    }

    /** The parts that a build tool manages which projects can be converted for; nothing is read of the others. */
    public static List<SurveyedPart> managed(ProjectTree tree, List<Ecosystem> ecosystems) {
        return PartLayout.of(tree, ecosystems).placed().stream()
                .filter(placed ->
                        placed.part().managed().flatMap(Managed::target).isPresent())
                .map(placed -> surveyed(placed, Optional.empty()))
                .toList();
    }

    private static SurveyedPart surveyed(PartLayout.Placed placed, Optional<Reading> reading) {
        return new SurveyedPart(
                placed.id(), placed.folder(), placed.ecosystem(), placed.part(), placed.view(), reading);
    }

    /** Whether a path names something in a view of a tree, so that it has a place in the whole. */
    public static Predicate<String> isFileOf(ProjectTree view) {
        return path -> view.has(path) || view.folders().contains(path);
    }

    /** The parts in the folder of another one, as that one sees them. */
    public List<Surroundings.Inner> inside(String outer) {
        return parts.stream()
                .filter(part -> !part.folder().equals(outer) && Paths.within(outer, part.folder()))
                .map(part -> new Surroundings.Inner(
                        Paths.relative(outer, part.folder()),
                        part.ecosystem().title(),
                        part.target().orElse(part.ecosystem().targets().get(0)).buildCommands()))
                .toList();
    }

    /** The parts that no build tool manages yet. */
    public List<SurveyedPart> unmanaged() {
        return parts.stream().filter(part -> part.reading().isPresent()).toList();
    }
}
