package dev.pfeiler.proof;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What the proof of one part came to.
 *
 * @param rows what was compared; none if the build tool failed
 * @param failure why there is nothing to compare, if there is not
 * @param products the archives that the build tool built
 * @param log the output of the build tool
 * @param notes what a user should know about how the proof was made
 * @param attachments files for people to look at, beside the log
 * @param delivered what the builds write into the folders of parts around it
 * @param oldBuild whether the old build itself was run
 */
public record PartVerdict(
        List<Comparison> rows,
        Optional<Failure> failure,
        List<Path> products,
        Path log,
        List<String> notes,
        List<Attachment> attachments,
        Delivery delivered,
        OldBuild oldBuild) {
    /** What a proof came to, the best first. */
    public enum Outcome {
        PROVEN,
        /** It is built, and nothing known differs, but something could not be compared. */
        NOT_COMPARED,
        DIFFERENT,
        FAILED
    }

    /** Whether the old build itself was run, and not only its compilers with the settings that it states. */
    public enum OldBuild {
        /** There is nothing that could be run as a whole. */
        NONE,
        NOT_RUN,
        RUN
    }

    /** Why a build failed: the cause in one sentence, and the next thing to do. */
    public record Failure(String cause, String next) {}

    public PartVerdict {
        rows = List.copyOf(rows);
        products = List.copyOf(products);
        notes = List.copyOf(notes);
        attachments = List.copyOf(attachments);
    }

    /**
     * Files outside the part, by paths relative to it.
     *
     * @param before what the old wiring builds
     * @param after what the build tool builds
     */
    public record Delivery(Map<String, Path> before, Map<String, Path> after) {
        public static final Delivery NONE = new Delivery(Map.of(), Map.of());

        public Delivery {
            before = Map.copyOf(before);
            after = Map.copyOf(after);
        }
    }

    /** One whose build writes into its own folder alone. */
    public PartVerdict(
            List<Comparison> rows, Optional<Failure> failure, List<Path> products, Path log, List<String> notes) {
        this(rows, failure, products, log, notes, List.of(), Delivery.NONE, OldBuild.NONE);
    }

    /** The same verdict with its products elsewhere. */
    public PartVerdict with(List<Path> elsewhere) {
        return new PartVerdict(rows, failure, elsewhere, log, notes, attachments, delivered, oldBuild);
    }

    /** The same verdict with files for people to look at. */
    public PartVerdict attaching(List<Attachment> files) {
        return new PartVerdict(rows, failure, products, log, notes, files, delivered, oldBuild);
    }

    /** The same verdict of builds that write into the folders of parts around the part. */
    public PartVerdict delivering(Delivery files) {
        return new PartVerdict(rows, failure, products, log, notes, attachments, files, oldBuild);
    }

    /** The same verdict with what is known of the old build. */
    public PartVerdict comparedWith(OldBuild build) {
        return new PartVerdict(rows, failure, products, log, notes, attachments, delivered, build);
    }

    public Outcome outcome() {
        if (failure.isPresent()) return Outcome.FAILED;
        List<Difference> unexplained = rows.stream()
                .flatMap(row -> row.differences().stream())
                .filter(difference -> !difference.explained())
                .toList();
        if (unexplained.isEmpty()) return Outcome.PROVEN;
        return unexplained.stream().allMatch(difference -> difference.kind() == Difference.Kind.UNCHECKED)
                ? Outcome.NOT_COMPARED
                : Outcome.DIFFERENT;
    }

    /** Whether the result is what the old wiring built, every difference having a known cause. */
    public boolean proven() {
        return outcome() == Outcome.PROVEN;
    }

    public static PartVerdict failed(String cause, String next, Path log) {
        return failed(new Failure(cause, next), log);
    }

    public static PartVerdict failed(Failure failure, Path log) {
        return new PartVerdict(List.of(), Optional.of(failure), List.of(), log, List.of());
    }
}
