package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.facts.RuntimeSign;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * A release of Node.js, or of its compiler, that a place outside the sources names.
 *
 * @param release as written, for example {@code 18} or {@code 18.19.0}
 */
public record RuntimeVersion(String release, Evidence evidence) {
    private static final String NUMBER = "(\\d{1,3}(?:\\.\\d+){0,2})";
    private static final RuntimeSign.Runtime NODE = new RuntimeSign.Runtime(
            Set.of("node", "nodejs"),
            Set.of("nodeversion", "nodejs"),
            Set.of(".nvmrc", ".node-version"),
            Pattern.compile("^v?" + NUMBER),
            Pattern.compile("(?i)(?:^|/)node:" + NUMBER));

    /** The major number. */
    public int major() {
        return Integer.parseInt(Text.before(release, "."));
    }

    public static List<RuntimeVersion> of(ProjectTree tree) {
        return RuntimeSign.in(tree, NODE).stream()
                .map(sign -> new RuntimeVersion(sign.version(), sign.evidence()))
                .toList();
    }
}
