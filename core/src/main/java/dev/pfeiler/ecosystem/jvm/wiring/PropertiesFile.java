package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.io.StringReader;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.SortedMap;
import java.util.TreeMap;

/** Reads properties files with the lines that set their keys, which the JDK's own reader does not tell. */
public final class PropertiesFile {
    private PropertiesFile() {}

    /** All keys and values of a file, in the order of the keys; an error where it is no properties file. */
    public static SortedMap<String, Wiring.Setting> read(ProjectTree tree, String path) throws IOException {
        Text text = tree.text(path);
        List<String> lines = text.lines();
        Properties read = new Properties();
        try {
            read.load(new StringReader(text.content()));
        } catch (IllegalArgumentException e) {
            throw new IOException(path + " is no properties file: " + e.getMessage(), e);
        }
        SortedMap<String, Wiring.Setting> all = new TreeMap<>();
        for (String key : read.stringPropertyNames()) {
            Evidence evidence =
                    find(lines, path, key).map(Wiring.Setting::evidence).orElse(Evidence.of(path, Text.plain(key)));
            all.put(Text.plain(key), new Wiring.Setting(Text.plain(read.getProperty(key)), evidence));
        }
        return all;
    }

    /** The value of a key, as far as it stands on one line. */
    public static Optional<Wiring.Setting> find(ProjectTree tree, String path, String key) {
        if (!tree.has(path)) return Optional.empty();
        try {
            return find(tree.text(path).lines(), path, key);
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private static Optional<Wiring.Setting> find(List<String> lines, String path, String key) {
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
