package dev.pfeiler.proposal;

import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Optional;

/**
 * What becomes of one library of a part.
 *
 * @param user the module that uses it; empty in a part with one
 * @param file the copy that the old wiring used, within the tree; none if it had none
 * @param name the name under which the build tool knows it, with its version; empty if it does not
 * @param scope when the build tool has it at hand, in its own words; empty if never
 * @param published whether a public repository has it, as far as is known
 * @param via what brings it, the declared library first; none if it is declared itself
 * @param reason a few words
 */
public record LibraryUse(
        String user,
        Optional<String> file,
        String name,
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

    /** The same as seen from a tree that contains the part as a folder. */
    LibraryUse below(String folder) {
        if (folder.isEmpty()) return this;
        String inner = user.isEmpty() ? folder : folder + ": " + user;
        return new LibraryUse(
                inner, file.map(path -> Paths.join(folder, path)), name, scope, state, published, via, reason);
    }
}
