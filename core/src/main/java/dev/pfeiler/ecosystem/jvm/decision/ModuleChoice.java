package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.proposal.Choices;

/** The user's choice of one module where there could be several. */
public final class ModuleChoice {
    public static final String KEY = "modules";
    static final String ONE = "one";

    private ModuleChoice() {}

    /** Whether the choices allow several modules. */
    public static boolean mayBeSeveral(Choices choices) {
        return choices.of(KEY)
                .filter(choice -> choice.value().strip().equals(ONE))
                .isEmpty();
    }
}
