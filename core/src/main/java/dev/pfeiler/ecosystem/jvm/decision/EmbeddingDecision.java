package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.jvm.model.EmbeddedBuild;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** Decides whether the build runs those of projects inside this one that other tools manage. */
final class EmbeddingDecision {
    private static final String KEY = "embed";
    private static final String YES = "yes";
    private static final String NO = "no";
    private static final long LARGEST = 256 << 10;

    private final List<Surroundings.Inner> inner;
    private final JvmReading reading;

    EmbeddingDecision(List<Surroundings.Inner> inner, JvmReading reading) {
        this.inner = inner.stream().filter(one -> !one.commands().isEmpty()).toList();
        this.reading = reading;
    }

    /** Whether inner builds are run; asked once for all of them. */
    boolean decide(Deliberation deliberation) {
        if (inner.isEmpty()) return false;
        Optional<Evidence> called =
                inner.stream().flatMap(one -> caller(one.folder()).stream()).findFirst();
        String folders =
                String.join(", ", inner.stream().map(Surroundings.Inner::folder).toList());
        Decision proposed = Decision.of(
                        KEY,
                        "Runs inner builds",
                        called.isPresent() ? YES : NO,
                        called.isPresent() ? Certainty.CERTAIN : Certainty.LIKELY,
                        called.isPresent()
                                ? "the old build runs the one in " + folders
                                : "the old build does not run the one in " + folders,
                        called.stream().toList())
                .turningDown(List.of(
                        called.isPresent()
                                ? new Decision.Alternative(NO, "its own tool is called by hand first")
                                : new Decision.Alternative(YES, "one command builds all")));
        return deliberation.settle(proposed, Choosable.oneOf(YES, NO)).equals(YES);
    }

    /** The builds that a module runs. */
    List<EmbeddedBuild> of(SourceModule module) {
        return inner.stream()
                .map(one -> new EmbeddedBuild(Paths.from(module.folder(), one.folder()), one.commands()))
                .toList();
    }

    /** The place in the wiring where a folder's build is run. */
    private Optional<Evidence> caller(String folder) {
        Pattern name = Pattern.compile("(?:^|[\\s(\"'=/])" + Pattern.quote(folder) + "(?:[\\s)/\"';&]|$)");
        ProjectTree tree = reading.tree();
        for (Wiring wiring : reading.wirings()) {
            for (String path : wiring.files()) {
                List<String> lines =
                        tree.file(path).map(file -> tree.lines(file, LARGEST)).orElse(List.of());
                for (int i = 0; i < lines.size(); i++)
                    if (name.matcher(lines.get(i)).find()
                            && !lines.get(i).strip().startsWith("#"))
                        return Optional.of(new Evidence(path, i + 1, lines.get(i)));
            }
        }
        return Optional.empty();
    }
}
