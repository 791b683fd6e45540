package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * A file with its role.
 *
 * @param path within the tree
 * @param relative its path below the folder of its role
 * @param folder the folder that gave it its role
 * @param why why it has another role than its folder; empty if it has the same
 * @param opened where code opens it by its path in the tree
 */
public record Placement(String path, Role role, String relative, Folder folder, String why, Optional<Evidence> opened) {
    private static final Pattern AT_TOP =
            Pattern.compile("(?i)(licen[cs]e|notice|copying|copyright|readme|changes|changelog|authors|news)\\b.*");

    public Placement(String path, Role role, String relative, Folder folder, String why) {
        this(path, role, relative, folder, why, Optional.empty());
    }

    /** Whether it is packed from where it is: people look for it at the top of a project, or code opens it there. */
    public boolean staysInPlace() {
        return opened.isPresent()
                || role == Role.MAIN_RESOURCES
                        && AT_TOP.matcher(path).matches()
                        && Paths.parent(path).isEmpty()
                        && Paths.name(relative).equals(path);
    }

    /** The same, opened by its path at a place. */
    Placement opened(Evidence place) {
        return new Placement(path, role, relative, folder, why, Optional.of(place));
    }

    /** The same file left where it is. */
    public Placement left(String reason) {
        return new Placement(path, Role.LEFT, relative, folder, reason);
    }
}
