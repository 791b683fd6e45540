package dev.pfeiler.ecosystem.node.model;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What is to be managed, as decided: what the descriptors say.
 *
 * @param scripts commands by their names, in the order in which they are listed
 * @param configs configuration files of the compiler
 * @param copies copied libraries that packages take the place of
 * @param imports files that the package names itself, by condition, by their names
 */
public record NodeBuild(
        Identity identity,
        EntryPoints entryPoints,
        Dependencies dependencies,
        Map<String, String> scripts,
        List<CompilerConfig> configs,
        List<LibraryCopy> copies,
        Map<String, Map<String, String>> imports) {
    public NodeBuild {
        scripts = new LinkedHashMap<>(scripts);
        configs = List.copyOf(configs);
        copies = List.copyOf(copies);
        imports = new LinkedHashMap<>(imports);
    }

    /** Whether the compiler takes part. */
    public boolean isCompiled() {
        return dependencies.section("typescript").isPresent();
    }
}
