package dev.pfeiler.check;

import dev.pfeiler.evidence.Evidence;
import java.util.Comparator;

/**
 * A place where descriptors and code of a managed project disagree.
 *
 * @param part the folder of the part that it is about; empty for the top of the tree
 * @param evidence where it shows, or where the cure goes
 * @param subject what it is about: an artifact, a path, a class, a setting
 * @param message what is wrong, as a sentence
 */
public record Discrepancy(
        Kind kind, Severity severity, String part, Evidence evidence, String subject, String message, Cure cure)
        implements Comparable<Discrepancy> {
    private static final Comparator<Discrepancy> ORDER = Comparator.comparing(
                    (Discrepancy one) -> one.evidence().file())
            .thenComparing(one -> one.evidence().line())
            .thenComparing(one -> one.kind().id())
            .thenComparing(Discrepancy::subject)
            .thenComparing(Discrepancy::message);

    /** One of the severity that its kind has. */
    public static Discrepancy of(Kind kind, String part, Evidence evidence, String subject, String message, Cure cure) {
        return new Discrepancy(kind, kind.severity(), part, evidence, subject, message, cure);
    }

    /** The same with another severity. */
    public Discrepancy as(Severity other) {
        return new Discrepancy(kind, other, part, evidence, subject, message, cure);
    }

    /** The same with a cure that a person has to decide about. */
    public Discrepancy undecided() {
        return new Discrepancy(kind, severity, part, evidence, subject, message, Cure.choice(cure.text()));
    }

    /** The same in a tree that contains its own tree as a folder. */
    public Discrepancy below(String folder) {
        if (folder.isEmpty()) return this;
        String inner = part.isEmpty() ? folder : folder + "/" + part;
        return new Discrepancy(kind, severity, inner, evidence.below(folder), subject, message, cure.below(folder));
    }

    /** By file and line. */
    @Override
    public int compareTo(Discrepancy other) {
        return ORDER.compare(this, other);
    }
}
