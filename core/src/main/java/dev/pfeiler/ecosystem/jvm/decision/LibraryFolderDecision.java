package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.conversion.PathArguments;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.script.JavaPathArguments;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Decides whether the libraries are copied beside a program's archive, so that it starts where it is built. */
final class LibraryFolderDecision {
    private static final Set<String> SCRIPTS = Set.of("sh", "bash", "command", "bat", "cmd");
    private static final long LARGEST = 256 << 10;
    private static final PathArguments ARGUMENTS = new JavaPathArguments();

    private final JvmReading reading;
    private final JvmProject project;
    private final SourceModule module;

    LibraryFolderDecision(JvmReading reading, JvmProject project, SourceModule module) {
        this.reading = reading;
        this.project = project;
        this.module = module;
    }

    /** The folder, relative to that of the archive; with the attributes of the archive's manifest. */
    Optional<String> decide(Map<String, String> manifest, Deliberation deliberation) {
        if (module.archive().isEmpty() || project.libraries().isEmpty()) return Optional.empty();
        Optional<String> named = Manifest.libraryFolder(manifest);
        Optional<Evidence> script = named.isPresent() ? Optional.empty() : started();
        if (named.isEmpty() && script.isEmpty()) return Optional.empty();
        Evidence place = named.isPresent()
                ? module.archive()
                        .flatMap(made -> Optional.ofNullable(made.manifest().get(Manifest.CLASS_PATH)))
                        .map(Wiring.Setting::evidence)
                        .orElse(module.archive().get().evidence())
                : script.get();
        String folder = named.orElse("lib");
        if (folder.contains("..") || folder.startsWith("/")) return Optional.empty();
        String standing = deliberation.settle(
                Decision.of(
                        module.name().key("library-folder"),
                        module.name().titled("Library folder"),
                        folder.isEmpty() ? "." : folder,
                        Certainty.LIKELY,
                        named.isPresent()
                                ? "the manifest names libraries beside the archive"
                                : "a script starts the program with its libraries",
                        List.of(place)),
                text -> Paths.normal(text.strip()).map(path -> path.isEmpty() ? "." : path));
        if (standing.equals(Choosable.WITHOUT)) return Optional.empty();
        return Optional.of(standing.equals(".") ? "" : standing);
    }

    /** A script, other than those of the build, that starts Java with libraries of the project. */
    private Optional<Evidence> started() {
        Set<String> wired = reading.wirings().stream()
                .flatMap(wiring -> wiring.files().stream())
                .collect(Collectors.toSet());
        Set<String> jars = project.libraries().stream().map(Jar::path).collect(Collectors.toSet());
        for (TreeFile file : reading.tree().files()) {
            if (!SCRIPTS.contains(file.extension()) || wired.contains(file.path())) continue;
            List<String> lines = reading.tree().lines(file, LARGEST);
            for (int i = 0; i < lines.size(); i++) {
                if (names(lines.get(i), jars))
                    return Optional.of(
                            new Evidence(file.path(), i + 1, lines.get(i).strip()));
            }
        }
        return Optional.empty();
    }

    private static boolean names(String line, Set<String> jars) {
        for (PathArguments.Range range : ARGUMENTS.in(line)) {
            String path = line.substring(range.start(), range.end()).replace('\\', '/');
            // whatever folder it starts from: the libraries' names tell enough
            if (jars.stream()
                    .anyMatch(jar -> path.equals(jar)
                            || path.endsWith("/" + jar)
                            || path.endsWith("*") && ("/" + path).endsWith("/" + Paths.parent(jar) + "/*")))
                return true;
        }
        return false;
    }
}
