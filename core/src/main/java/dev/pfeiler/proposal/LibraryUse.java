package dev.pfeiler.proposal;

import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Optional;

/**
 * What becomes of one library of a part.
 *
 * @param user the module that uses it; empty in a part with one
 * @param file the copy that the old wiring used, within the tree; none if it had none
 * @param name the name under which the build tool knows it, without version; empty if it does not
 * @param version the version, or the range of accepted ones; empty if the name is
 * @param scope when the build tool has it at hand, in its own words; empty if never
 * @param published whether a public repository has it, as far as is known
 * @param via the names of what brings it, the declared library first; none if it is declared itself, or that is not known
 * @param reason a few words; may be empty
 */
public record LibraryUse(
        String user,
        Optional<String> file,
        String name,
        String version,
        String scope,
        State state,
        boolean published,
        List<String> via,
        String reason) {
    /** How a library reaches its users. */
    public enum State {
        DECLARED,
        TRANSITIVE,
        /** Transitive, with a stated version. */
        PINNED,
        /** It is used by the build alone. */
        BUILD,
        EXCLUDED,
        /** It stays a file of the tree. */
        IN_PLACE
    }

    public LibraryUse {
        via = List.copyOf(via);
    }

    /** One that is declared, and of which nothing more is to be said. */
    public static LibraryUse declared(Optional<String> file, String name, String version, String scope) {
        return new LibraryUse("", file, name, version, scope, State.DECLARED, true, List.of(), "");
    }

    /** Whether something else brings it. */
    public boolean isBrought() {
        return state == State.TRANSITIVE || state == State.PINNED;
    }

    /** The same as seen from a tree that contains the part as a folder. */
    LibraryUse below(String folder) {
        if (folder.isEmpty()) return this;
        String inner = user.isEmpty() ? folder : folder + ": " + user;
        return new LibraryUse(
                inner, file.map(path -> Paths.join(folder, path)), name, version, scope, state, published, via, reason);
    }
}
