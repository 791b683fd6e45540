package dev.pfeiler.proof;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Starts the same program as it was and as it is now, and compares how it ends and what it prints. The old one is started
 * again after the new one where they differ: what changes on the old side anyway is no difference.
 */
public final class ProgramComparison {

    /** One side of a program. */
    @FunctionalInterface
    public interface Start {
        /** @param number of the start, from 1, for the names of logs */
        ProgramResult run(int number) throws IOException;
    }

    /**
     * What came of it.
     *
     * @param row the comparison; of a program that does not end by itself, that there is none
     * @param before what the old program did at its first start
     * @param after what the new one did; nothing if it was not started
     */
    public record Outcome(Comparison row, ProgramResult before, Optional<ProgramResult> after) {}

    private final String subject;
    private final UnaryOperator<String> line;
    private final boolean failures;

    /**
     * @param subject of the row
     * @param line what of a line of output is compared
     * @param failures whether the outputs count where both fail
     */
    public ProgramComparison(String subject, UnaryOperator<String> line, boolean failures) {
        this.subject = subject;
        this.line = line;
        this.failures = failures;
    }

    /** @param cause of a difference in how the old program ended and the new one does; empty if none is known */
    public Outcome compare(Start before, Start after, UnaryOperator<String> cause) throws IOException {
        ProgramResult old = before.run(1);
        if (old.outOfTime())
            return new Outcome(
                    unchecked(subject, "runs on", "does not exit on its own; --run-with passes other arguments"),
                    old,
                    Optional.empty());
        ProgramResult now = after.run(1);
        List<Difference> differences = new ArrayList<>();
        String known = old.succeeded() ? "" : cause.apply(old.text());
        if (old.exit() != now.exit()) differences.add(new Difference("exit code", Difference.Kind.CHANGED, known));
        boolean bothFail = !old.succeeded() && !now.succeeded();
        if ((failures || !bothFail) && !sameOutput(old, now, before))
            differences.add(new Difference("output", Difference.Kind.CHANGED, known));
        Comparison row = new Comparison(subject, "exit " + old.exit(), "exit " + now.exit(), differences);
        return new Outcome(row, old, Optional.of(now));
    }

    /** The row of a program that could not be compared. */
    public static Comparison unchecked(String subject, String before, String why) {
        return new Comparison(
                subject, before, "", List.of(new Difference(subject, Difference.Kind.UNCHECKED, why, "")));
    }

    private boolean sameOutput(ProgramResult old, ProgramResult now, Start before) throws IOException {
        String text = now.with(line).text();
        return Masks.admit(old.with(line).text(), text, number -> before.run(number)
                .with(line)
                .text());
    }
}
