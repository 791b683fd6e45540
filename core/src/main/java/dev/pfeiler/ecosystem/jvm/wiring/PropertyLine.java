package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/** Finds one key of a properties file with its line, which the JDK's own reader does not tell. */
public final class PropertyLine {
    private PropertyLine() {}

    /** The value of a key, as far as it stands on one line. */
    public static Optional<Wiring.Setting> find(ProjectTree tree, String path, String key) {
        if (!tree.has(path)) return Optional.empty();
        List<String> lines;
        try {
            lines = tree.text(path).lines();
        } catch (IOException e) {
            return Optional.empty();
        }
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i).strip();
            if (!line.startsWith(key)) continue;
            String rest = line.substring(key.length()).stripLeading();
            if (!rest.startsWith("=") && !rest.startsWith(":")) continue;
            String value = rest.substring(1).strip();
            if (!value.isEmpty()) {
                return Optional.of(new Wiring.Setting(value, new Evidence(path, i + 1, line)));
            }
        }
        return Optional.empty();
    }
}
