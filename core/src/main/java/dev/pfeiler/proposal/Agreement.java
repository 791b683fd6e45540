package dev.pfeiler.proposal;

import dev.pfeiler.evidence.Evidence;
import java.util.List;

/**
 * One thing that several descriptors state, with what stands after the conversion.
 *
 * @param subject for example {@code Java level}
 * @param standing what the build descriptor says afterwards
 * @param statements what each place says
 */
public record Agreement(String subject, String standing, List<Statement> statements) {
    /**
     * What one place says.
     *
     * @param agrees whether it fits what stands
     * @param stays whether it still says so after the conversion
     */
    public record Statement(String value, Evidence evidence, boolean agrees, boolean stays) {
        /** Whether it goes on saying something else. */
        public boolean stillDiffers() {
            return !agrees && stays;
        }
    }

    public Agreement {
        statements = List.copyOf(statements);
    }

    /** Whether all places that stay agree. */
    public boolean holds() {
        return statements.stream().noneMatch(Statement::stillDiffers);
    }
}
