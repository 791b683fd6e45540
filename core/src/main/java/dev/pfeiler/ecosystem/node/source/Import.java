package dev.pfeiler.ecosystem.node.source;

import dev.pfeiler.evidence.Evidence;
import java.util.List;

/**
 * One place where a script loads another module.
 *
 * @param specifier as written
 * @param names what is taken of it; {@code default} for its default, {@code *} for all of it
 * @param guarded whether the script goes on where the module cannot be loaded
 * @param start of the string that names it, in the text
 * @param end behind that string
 */
public record Import(
        Form form, String specifier, List<String> names, boolean guarded, int start, int end, Evidence evidence) {
    /** How a module is loaded. */
    public enum Form {
        STATIC,
        REQUIRE,
        DYNAMIC,
        /** Its types alone: nothing is loaded. */
        TYPES,
        /** Its file is looked up, or named in a comment for the compiler. */
        REFERENCE
    }

    public Import {
        names = List.copyOf(names);
    }

    /** Whether it names a file by a path. */
    public boolean relative() {
        return specifier.equals(".")
                || specifier.equals("..")
                || specifier.startsWith("./")
                || specifier.startsWith("../");
    }

    /** Whether it is loaded when the program runs. */
    public boolean loads() {
        return form != Form.TYPES;
    }
}
