package dev.pfeiler.proposal;

import dev.pfeiler.evidence.Evidence;
import java.util.List;
import java.util.function.Predicate;

/**
 * One thing that several descriptors state, with the value after the conversion.
 *
 * @param subject for example {@code Java level}
 * @param standing what the build descriptor says afterwards
 * @param statements what each place says
 */
public record Agreement(String subject, String standing, List<Statement> statements) {
    /**
     * What one place says.
     *
     * @param agrees whether it agrees with the resulting value
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

    /** The same as seen from a tree that contains the part as a folder. */
    Agreement below(String folder, Predicate<String> isFile) {
        if (folder.isEmpty()) return this;
        List<Statement> moved = statements.stream()
                .map(s -> isFile.test(s.evidence().file())
                        ? new Statement(s.value(), s.evidence().below(folder), s.agrees(), s.stays())
                        : s)
                .toList();
        return new Agreement(subject + " (" + folder + ")", standing, moved);
    }
}
