package dev.pfeiler.ecosystem.go.decision;

import dev.pfeiler.ecosystem.go.project.GoProject;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.facts.RuntimeSign;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Decides the release of Go that a module is written for. */
final class GoLevel {
    /** The first release in which a descriptor's {@code go} line means something. */
    private static final int FIRST = 12;

    private static final Pattern RELEASE = Pattern.compile("1\\.(\\d{1,2})(?:\\.\\d+)?");
    private static final RuntimeSign.Runtime GO = new RuntimeSign.Runtime(
            Set.of("go", "golang"),
            Set.of("goversion", "go"),
            Set.of(".go-version"),
            Pattern.compile("^(1\\.\\d{1,2})"),
            Pattern.compile("(?i)(?:^|/)golang:(1\\.\\d{1,2})"));

    private final GoProject project;
    private final Deliberation deliberation;

    GoLevel(GoProject project, Deliberation deliberation) {
        this.project = project;
        this.deliberation = deliberation;
    }

    /** The minor number of a release as written. */
    static Optional<Integer> minor(String release) {
        Matcher matcher = RELEASE.matcher(release);
        return matcher.matches() ? Optional.of(Integer.parseInt(matcher.group(1))) : Optional.empty();
    }

    private record Found(int minor, Certainty certainty, String reason, List<Evidence> evidence) {}

    /** @param sources of the module */
    String decide(List<GoSource> sources, String prefix) {
        List<Found> found = new ArrayList<>();
        found.add(new Found(FIRST, Certainty.LIKELY, "nothing in the sources needs a later release", List.of()));
        needed(sources).ifPresent(found::add);
        for (RuntimeSign sign : RuntimeSign.in(project.tree(), GO))
            minor(sign.version())
                    .ifPresent(minor -> found.add(new Found(
                            minor,
                            Certainty.CERTAIN,
                            "the release that the project is built with",
                            List.of(sign.evidence()))));
        Found highest =
                found.stream().max(Comparator.comparingInt(Found::minor)).orElseThrow();
        return deliberation.settle(
                Decision.of(
                        prefix + "level",
                        "Go release",
                        "1." + highest.minor(),
                        highest.certainty(),
                        highest.reason(),
                        highest.evidence()),
                text -> Optional.of(text.strip()).filter(RELEASE.asMatchPredicate()));
    }

    private static Optional<Found> needed(List<GoSource> sources) {
        Set<String> own = new HashSet<>();
        sources.forEach(source -> own.addAll(source.declared()));
        return sources.stream()
                .filter(source -> !source.excluded())
                .flatMap(source -> source.needs().stream())
                .filter(need -> need.builtin().isEmpty() || !own.contains(need.builtin()))
                .max(Comparator.comparingInt(GoSource.Need::minor))
                .map(need -> new Found(
                        need.minor(), Certainty.CERTAIN, "required by " + need.what(), List.of(need.evidence())));
    }
}
