package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.ProgramComparison;
import java.util.List;

/**
 * What running the old and the new product came to.
 *
 * @param rows what was compared
 * @param notes what a user should know of it
 */
record RunOutcome(List<Comparison> rows, List<String> notes) {
    static final RunOutcome NONE = new RunOutcome(List.of(), List.of());

    /**
     * Of two servers, which of them started.
     *
     * @param cause why only one did; empty if no one knows
     */
    static Comparison started(boolean before, boolean after, String cause) {
        List<Difference> differences =
                before == after ? List.of() : List.of(new Difference("the program", Difference.Kind.CHANGED, cause));
        return new Comparison("start", before ? "starts" : "fails", after ? "starts" : "fails", differences);
    }

    /** Of a product that could not be compared. */
    static RunOutcome unchecked(String subject, String before, String why) {
        return new RunOutcome(List.of(ProgramComparison.unchecked(subject, before, why)), List.of());
    }
}
