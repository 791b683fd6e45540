package dev.pfeiler.proposal;

import dev.pfeiler.evidence.Refusal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** The values that a user may choose for a decision. */
public final class Choosable {
    /** The value of a decision to do without something. */
    public static final String WITHOUT = "without";

    /** The value of a decision to leave something as it is. */
    public static final String KEEP = "keep";

    private Choosable() {}

    /** Accepts a few values, each in its own spelling. */
    public static Function<String, Optional<String>> oneOf(String... values) {
        return text -> Optional.of(text.strip()).filter(List.of(values)::contains);
    }

    /**
     * Refuses values that have another name by now.
     *
     * @param names new names by old ones
     */
    public static void renamed(String text, Map<String, String> names) {
        String now = names.get(text.strip());
        if (now == null) return;
        throw Refusal.usage(
                "The value \"" + text.strip() + "\" is now called \"" + now + "\".", "Use \"" + now + "\".");
    }
}
