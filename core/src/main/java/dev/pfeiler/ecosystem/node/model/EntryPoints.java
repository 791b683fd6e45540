package dev.pfeiler.ecosystem.node.model;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How others load and start a package.
 *
 * @param type {@code module} or {@code commonjs}; empty where no file needs it
 * @param main the file that whoever imports the package gets
 * @param types the declarations that belong to it
 * @param programs files that are started, by the name of their command
 * @param published the files and folders that are published; all if none are named
 * @param engine the first release of Node.js on which it runs
 */
public record EntryPoints(
        String type,
        Optional<String> main,
        Optional<String> types,
        Map<String, String> programs,
        List<String> published,
        Optional<String> engine) {
    public EntryPoints {
        programs = Map.copyOf(programs);
        published = List.copyOf(published);
    }
}
