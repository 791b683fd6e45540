package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.proof.Comparison;
import java.util.List;

/**
 * What running the old and the new product came to.
 *
 * @param rows what was compared
 * @param notes what a user should know of it
 */
record RunOutcome(List<Comparison> rows, List<String> notes) {
    static final RunOutcome NONE = new RunOutcome(List.of(), List.of());

    static RunOutcome noting(String note) {
        return new RunOutcome(List.of(), List.of(note));
    }
}
