package dev.pfeiler.ecosystem.clojure.descriptor;

import java.util.List;

/** The build tools for Clojure. */
public final class ClojureTools {
    /** The usual one first. */
    public static final List<ClojureTool> ALL = List.of(new LeiningenTool(), new DepsTool());

    private ClojureTools() {}

    /** The tool of an id, which is one of theirs. */
    public static ClojureTool of(String id) {
        return ALL.stream().filter(tool -> tool.id().equals(id)).findFirst().orElseThrow();
    }
}
