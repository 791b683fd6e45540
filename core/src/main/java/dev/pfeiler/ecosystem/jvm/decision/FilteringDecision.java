package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.Filtering;
import dev.pfeiler.ecosystem.jvm.project.FilteredFiles;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/** Takes over the text that the old build replaces in files on their way to the archive. */
final class FilteringDecision {
    private final JvmReading reading;
    private final JvmProject project;
    private final SourceModule module;
    private final SortedMap<String, String> values = new TreeMap<>();
    private final Set<String> delimiters = new LinkedHashSet<>();
    private final List<String> resources = new ArrayList<>();
    private final Set<Evidence> evidence = new LinkedHashSet<>();
    private boolean templates;

    FilteringDecision(JvmReading reading, JvmProject project, SourceModule module) {
        this.reading = reading;
        this.project = project;
        this.module = module;
    }

    Filtering decide(Deliberation deliberation) {
        FilteredFiles filtered = new FilteredFiles(reading.tree(), reading.wirings());
        for (String path : module.paths()) {
            Optional<Placement> placement = project.layout().of(path);
            Optional<FilteredFiles.Filtered> file = filtered.of(path);
            if (placement.isEmpty() || file.isEmpty() || file.get().names().isEmpty()) continue;
            if (placement.get().role() == Role.MAIN_RESOURCES)
                resources.add(placement.get().relative());
            else if (placement.get().role() == Role.TEMPLATE) templates = true;
            else continue;
            take(file.get());
        }
        if (values.isEmpty()) return Filtering.NONE;
        String names = String.join(" ", values.keySet());
        String standing = deliberation.settle(
                Decision.of(
                        module.name().key("filtering"),
                        module.name().titled("Replaced text"),
                        names,
                        Certainty.CERTAIN,
                        "the old build replaces it in files that it copies",
                        List.copyOf(evidence)),
                Choosable.oneOf(names, Choosable.WITHOUT));
        return standing.equals(Choosable.WITHOUT)
                ? Filtering.NONE
                : new Filtering(values, List.copyOf(delimiters), resources, templates);
    }

    private void take(FilteredFiles.Filtered file) {
        file.names().forEach((filter, names) -> {
            delimiters.add(Filtering.delimiter(filter.begin(), filter.end()));
            names.forEach(name -> values.putIfAbsent(name, filter.values().get(name)));
        });
        evidence.add(file.copy().evidence());
    }
}
