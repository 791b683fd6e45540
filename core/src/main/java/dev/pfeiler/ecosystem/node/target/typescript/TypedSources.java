package dev.pfeiler.ecosystem.node.target.typescript;

import java.util.Map;

/**
 * Sources as TypeScript.
 *
 * @param paths the new path of each source
 * @param texts the new text of each source, by its new path
 * @param added further files with declarations
 * @param relaxed strict settings that the code does not allow, with the number of places for each
 * @param remaining places that the compiler still rejects
 */
public record TypedSources(
        Map<String, String> paths,
        Map<String, String> texts,
        Map<String, String> added,
        Map<String, Integer> relaxed,
        int remaining) {
    public TypedSources {
        paths = Map.copyOf(paths);
        texts = Map.copyOf(texts);
        added = Map.copyOf(added);
    }
}
