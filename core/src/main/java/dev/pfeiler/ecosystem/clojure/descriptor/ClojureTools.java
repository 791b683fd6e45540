package dev.pfeiler.ecosystem.clojure.descriptor;

import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.process.Environment;
import java.util.List;
import java.util.Optional;

/** The build tools for Clojure. */
public final class ClojureTools {
    /** The usual one first. */
    public static final List<ClojureTool> ALL = List.of(new LeiningenTool(), new DepsTool());

    private ClojureTools() {}

    /** The first that is installed. */
    public static Optional<PreferredTarget> installed(Environment environment) {
        return ALL.stream()
                .filter(tool -> environment.program(tool.program()).isPresent())
                .map(tool -> new PreferredTarget(tool.id(), tool.program() + " is installed", List.of()))
                .findFirst();
    }

    /** The tool of an id, which is one of theirs. */
    public static ClojureTool of(String id) {
        return ALL.stream().filter(tool -> tool.id().equals(id)).findFirst().orElseThrow();
    }
}
