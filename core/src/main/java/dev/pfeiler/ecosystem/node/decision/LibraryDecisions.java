package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.node.library.Identification;
import dev.pfeiler.ecosystem.node.library.Identified;
import dev.pfeiler.ecosystem.node.library.LibraryFile;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.model.LibraryCopy;
import dev.pfeiler.ecosystem.node.page.TestPage;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** Decides which copied libraries a package takes the place of. */
final class LibraryDecisions {
    private static final String GROUP = "Copied libraries";

    private final NodeProject project;
    private final Deliberation deliberation;
    private final Registry registry;
    private final List<LibraryCopy> copies = new ArrayList<>();
    private final List<Finding> left = new ArrayList<>();

    private Dependencies dependencies = Dependencies.NONE;

    LibraryDecisions(NodeProject project, Deliberation deliberation, Registry registry) {
        this.project = project;
        this.deliberation = deliberation;
        this.registry = registry;
    }

    /**
     * What was settled.
     *
     * @param dependencies with the packages that copies come from
     * @param copies those that are copied from packages from now on
     */
    record Libraries(Dependencies dependencies, List<LibraryCopy> copies, List<Finding> left) {}

    /**
     * Settles each copy and declares the packages.
     *
     * @param own the project's name: what is published under it was built from these sources
     */
    Libraries decide(Dependencies used, String own) {
        dependencies = used;
        Identification identification = new Identification(project.tree(), registry);
        Set<String> taken = new HashSet<>();
        for (LibraryFile file : project.libraries().values()) {
            if (taken.contains(file.path()) || project.isImported(file.path())) continue;
            int failures = registry.failures();
            Optional<Identified> found = identification.of(file);
            if (found.isEmpty() || found.get().name().equals(own)) {
                unknown(file, registry.failures() > failures);
                continue;
            }
            Identified library = found.get();
            taken.addAll(library.files().keySet());
            String standing = deliberation.settle(
                    Decision.of(
                                    "copy:" + file.path(),
                                    file.path(),
                                    library.same() ? library.artifact() : Choosable.KEEP,
                                    library.same() ? Certainty.CERTAIN : Certainty.LIKELY,
                                    library.same()
                                            ? "the same as " + library.within() + " of the published package"
                                            : "differs from " + library.within() + " of " + library.artifact()
                                                    + "; kept",
                                    List.of(file.evidence()))
                            .in(GROUP),
                    text -> Optional.of(text.strip())
                            .filter(value -> value.equals(Choosable.KEEP) || value.equals(library.artifact())));
            if (standing.equals(Choosable.KEEP)) {
                if (!library.same())
                    left.add(Finding.trouble(
                            file.path(),
                            "was changed: it differs from " + library.artifact() + "; kept",
                            file.evidence()));
                continue;
            }
            String name = declare(library);
            Map<String, String> files = new TreeMap<>(library.files());
            files.put(file.path(), library.within());
            copies.add(new LibraryCopy(name, library.artifact(), file.path(), library.within(), files));
        }
        return new Libraries(dependencies, List.copyOf(copies), List.copyOf(left));
    }

    /** The name under which the package is declared; another one where another version of it is declared already. */
    private String declare(Identified library) {
        Optional<String> declared = dependencies.range(library.name());
        boolean other = declared.isPresent() && !declared.get().equals(library.version());
        String name = other ? library.name() + "-" + library.version() : library.name();
        String range = other ? "npm:" + library.artifact() : library.version();
        dependencies = dependencies.with(
                isForTests(library.file().path()) ? Dependencies.Section.DEVELOPMENT : Dependencies.Section.RUNTIME,
                name,
                range,
                registry.packument(library.name()).orElseThrow().manifest(library.version()));
        return name;
    }

    /** Whether no page but those that run tests loads a file. */
    private boolean isForTests(String path) {
        List<Page> loading = project.pages().values().stream()
                .filter(page -> page.tags().stream()
                        .anyMatch(tag ->
                                tag.file(page.path()).filter(path::equals).isPresent()))
                .toList();
        return !loading.isEmpty()
                && loading.stream().allMatch(page -> TestPage.framework(page).isPresent());
    }

    /** @param failed whether a look-up failed */
    private void unknown(LibraryFile file, boolean failed) {
        String why = registry.isUnreachable()
                ? "no registry can be asked which package it is"
                : failed
                        ? "the registry failed to answer which package it is; run it again later"
                        : "no package was found that has it";
        deliberation.settle(
                Decision.of(
                                "copy:" + file.path(),
                                file.path(),
                                Choosable.KEEP,
                                Certainty.LIKELY,
                                why + "; kept",
                                List.of(file.evidence()))
                        .in(GROUP),
                Choosable.oneOf(Choosable.KEEP));
    }
}
