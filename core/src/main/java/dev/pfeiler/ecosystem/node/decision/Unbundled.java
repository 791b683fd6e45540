package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.project.OwnNames;
import dev.pfeiler.ecosystem.node.source.Feature;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.wiring.Call;
import dev.pfeiler.evidence.Finding;
import java.util.List;
import java.util.Optional;

/** What of pages a classic bundle cannot take the place of. */
final class Unbundled {
    private static final String TOP_AWAIT = "await at the top of a module";

    private final NodeProject project;

    Unbundled(NodeProject project) {
        this.project = project;
    }

    /** The first place that shows it. */
    Optional<Finding> of(List<Page> pages) {
        for (Page page : pages)
            for (Page.Tag tag : page.tags()) {
                Optional<String> why = why(page, tag);
                if (why.isPresent()) return Optional.of(Finding.trouble(page.path(), why.get(), tag.evidence()));
            }
        return Optional.empty();
    }

    private Optional<String> why(Page page, Page.Tag tag) {
        if (tag.kind() == Page.Kind.IMPORT_MAP) return Optional.of("has an import map");
        if (OwnNames.main(page, tag).isPresent()) return Optional.of("loads its modules by a loader of its own");
        Optional<String> file = tag.file(page.path());
        if (file.isEmpty()) return Optional.empty();
        Script script = project.scripts().get(file.get());
        if (script != null && script.features().stream().map(Feature::text).anyMatch(TOP_AWAIT::equals))
            return Optional.of("loads " + file.get() + ", which waits at its top");
        boolean written = project.calls().stream()
                .flatMap(one -> one.calls().stream())
                .map(Call::outputs)
                .anyMatch(outputs -> outputs.contains(file.get()));
        return written ? Optional.of("loads " + file.get() + ", which the build writes") : Optional.empty();
    }
}
