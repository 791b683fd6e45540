package dev.pfeiler.proof;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a proof came to.
 *
 * @param rows what was compared; none where the build tool failed
 * @param failure why there is nothing to compare
 * @param products the archives that the build tool made
 * @param log what the build tool printed
 * @param notes what a person should know about how the proof was made
 */
public record Verdict(
        List<Comparison> rows, Optional<Failure> failure, List<Path> products, Path log, List<String> notes) {
    /** Why a build failed: the cause in one sentence, and the next thing to do. */
    public record Failure(String cause, String next) {}

    public Verdict {
        rows = List.copyOf(rows);
        products = List.copyOf(products);
        notes = List.copyOf(notes);
    }

    /** Whether the result is what the old wiring built, every difference having a known cause. */
    public boolean proven() {
        return failure.isEmpty() && rows.stream().allMatch(row -> row.state() != Comparison.State.DIFFERENT);
    }

    /** The same verdict with one more note. */
    public Verdict noting(String note) {
        return new Verdict(
                rows,
                failure,
                products,
                log,
                Stream.concat(notes.stream(), Stream.of(note)).toList());
    }

    public static Verdict failed(String cause, String next, Path log) {
        return new Verdict(List.of(), Optional.of(new Failure(cause, next)), List.of(), log, List.of());
    }
}
