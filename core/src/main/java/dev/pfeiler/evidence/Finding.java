package dev.pfeiler.evidence;

import java.util.List;
import java.util.Objects;
import java.util.function.Predicate;

/**
 * One fact about a project, with its evidence and certainty.
 *
 * @param topic what it is about; views group by it
 * @param subject the thing the fact is about: a path, a setting, a tool
 * @param fact the fact in a few words
 * @param leftForYou whether a user has to act on it
 */
public record Finding(
        Topic topic, String subject, String fact, Certainty certainty, List<Evidence> evidence, boolean leftForYou) {
    /** What findings are about, in the order in which they are shown. */
    public enum Topic {
        LANGUAGES,
        FOLDERS,
        LIBRARIES,
        SETTINGS,
        DESCRIPTORS,
        TOOLS,
        TROUBLE
    }

    public Finding {
        Objects.requireNonNull(topic);
        Objects.requireNonNull(subject);
        Objects.requireNonNull(fact);
        Objects.requireNonNull(certainty);
        evidence = List.copyOf(evidence);
    }

    /** A fact that needs no one's action. */
    public static Finding of(Topic topic, String subject, String fact, Certainty certainty, List<Evidence> evidence) {
        return new Finding(topic, subject, fact, certainty, evidence, false);
    }

    /** Something that could not be read or settled, and that a user has to look at. */
    public static Finding trouble(String subject, String fact, Evidence... evidence) {
        return new Finding(Topic.TROUBLE, subject, fact, Certainty.CERTAIN, List.of(evidence), true);
    }

    /** The same fact about something under another name. */
    public Finding about(String other) {
        return new Finding(topic, other, fact, certainty, evidence, leftForYou);
    }

    /** The same finding with its files, and a subject that is one of them, below a folder. */
    public Finding below(String folder, Predicate<String> isFile) {
        if (folder.isEmpty()) return this;
        List<Evidence> moved = evidence.stream()
                .map(one -> isFile.test(one.file()) ? one.below(folder) : one)
                .toList();
        String name = isFile.test(subject) ? folder + "/" + subject : subject;
        return new Finding(topic, name, fact, certainty, moved, leftForYou);
    }
}
