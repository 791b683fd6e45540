package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What may become a module of its own.
 *
 * @param home the folder of the project that becomes a module; nothing if it only has an archive of its own
 * @param references the folders of the projects, or the names of the modules, that it refers to
 */
record Candidate(
        String name,
        Optional<String> home,
        List<SourceFile> sources,
        Set<String> references,
        Optional<Wiring.Archive> archive,
        Evidence evidence) {
    /** A project at the top of the tree moves aside, as the parent's descriptor takes its place. */
    String folder() {
        return home.filter(folder -> !folder.isEmpty()).orElse(name);
    }
}
