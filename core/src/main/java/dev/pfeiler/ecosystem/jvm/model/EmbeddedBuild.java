package dev.pfeiler.ecosystem.jvm.model;

import java.util.List;

/**
 * The build of a project inside this one that another tool manages; it runs before the module's files are packed.
 *
 * @param folder as seen from the module
 * @param commands word by word
 */
public record EmbeddedBuild(String folder, List<List<String>> commands) {
    public EmbeddedBuild {
        commands = commands.stream().map(List::copyOf).toList();
        if (commands.isEmpty()) throw new IllegalArgumentException("a build without commands");
    }
}
