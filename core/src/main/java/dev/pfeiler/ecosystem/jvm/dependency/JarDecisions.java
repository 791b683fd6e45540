package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Decides which artifact a jar is, or that it stays where it is. */
final class JarDecisions {
    private static final String LEAVE = "leave";
    private static final String GROUP = "Dependencies";

    private final Deliberation deliberation;
    private final Coordinates project;

    /** @param project the project's own coordinates, whose group unpublished jars without one get */
    JarDecisions(Deliberation deliberation, Coordinates project) {
        this.deliberation = deliberation;
        this.project = project;
    }

    /**
     * An identified jar.
     *
     * @param coordinates under which it is declared
     * @param library the library it is, which a changed copy shares with the published one
     * @param unpublished whether it goes into the project's own repository
     */
    record Identified(Coordinates coordinates, Coordinates library, boolean unpublished) {}

    /** The artifact that a jar is; nothing if the user wants it left in place. */
    Optional<Identified> decide(Jar jar, JarIdentity identity) {
        Coordinates own = inProject(jar, identity);
        boolean published = identity.sign().published();
        String value = published ? published(jar, identity) : own(jar, identity, own);
        if (value.equals(LEAVE)) return Optional.empty();
        Coordinates coordinates = Coordinates.parse(value).orElseThrow();
        boolean unpublished = !published && coordinates.equals(own);
        Coordinates library = published || unpublished ? identity.coordinates() : coordinates;
        return Optional.of(new Identified(coordinates, library, unpublished));
    }

    private String published(Jar jar, JarIdentity identity) {
        List<Decision.Alternative> others = identity.alternatives().stream()
                .map(c -> new Decision.Alternative(c.toString(), identity.sign().text() + " as well"))
                .toList();
        return deliberation.settle(
                Decision.of(
                                key(jar),
                                title(jar),
                                identity.coordinates().toString(),
                                identity.sign().certainty(),
                                identity.sign().text(),
                                identity.evidence())
                        .turningDown(others)
                        .in(GROUP),
                JarDecisions::check);
    }

    static String key(Jar jar) {
        return "jar:" + jar.path();
    }

    private static String title(Jar jar) {
        return jar.path();
    }

    private String own(Jar jar, JarIdentity identity, Coordinates own) {
        if (identity.sign() == JarIdentity.Sign.NAME) {
            Question question = new Question(
                    key(jar),
                    "Which artifact is " + jar.path() + "? It was not found under the coordinates tried.",
                    Optional.of(own.toString()),
                    List.of());
            return deliberation.ask(question, title(jar), GROUP, identity.evidence(), JarDecisions::check);
        }
        String why = identity.sign().text() + ", added to the project's own repository";
        boolean changed = identity.sign() == JarIdentity.Sign.CHANGED;
        if (changed) {
            String difference = identity.evidence().stream()
                    .filter(e -> e.file().equals(jar.path()))
                    .map(Evidence::excerpt)
                    .collect(Collectors.joining("; "));
            if (!difference.isEmpty()) why += "; " + difference;
        }
        List<Decision.Alternative> others = new ArrayList<>();
        if (changed)
            others.add(new Decision.Alternative(
                    identity.coordinates().toString(), "the published jar differs from this one"));
        identity.alternatives().forEach(c -> others.add(new Decision.Alternative(c.toString(), "is in it")));
        return deliberation.settle(
                Decision.of(key(jar), title(jar), own.toString(), Certainty.LIKELY, why, identity.evidence())
                        .turningDown(others)
                        .in(GROUP),
                JarDecisions::check);
    }

    /**
     * The coordinates of an unpublished jar. The version contains part of the hash: a local repository keeps what it
     * once fetched, and must not take another jar for this one.
     */
    private Coordinates inProject(Jar jar, JarIdentity identity) {
        Coordinates c = identity.coordinates();
        String version = c.version() + "-" + jar.sha1().substring(0, 8);
        if (identity.sign() == JarIdentity.Sign.CHANGED) return c.withVersion(version);
        String group = c.group().isEmpty() ? project.group() : c.group();
        boolean taken = group.equals(project.group()) && c.artifact().equals(project.artifact());
        return new Coordinates(group, taken ? c.artifact() + "-lib" : c.artifact(), version);
    }

    /** What readers of the descriptor should know about an unpublished jar. */
    static String note(JarIdentity identity) {
        return switch (identity.sign()) {
            case CHANGED -> "a changed copy of " + identity.coordinates() + ", kept in this project's own repository";
            case MERGED ->
                "several artifacts in one jar, kept in this project's own repository: " + identity.alternatives();
            default -> "unpublished; kept in this project's own repository";
        };
    }

    private static Optional<String> check(String text) {
        if (text.strip().equals(LEAVE)) return Optional.of(LEAVE);
        return Coordinates.parse(text).map(Coordinates::toString);
    }
}
