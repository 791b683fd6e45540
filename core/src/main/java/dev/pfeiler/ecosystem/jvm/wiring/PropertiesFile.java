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

/**
 * Reads properties files with the lines that set their keys. Source: the documentation of {@link Properties}.
 *
 * <p>The text is cut into logical lines, which a backslash at the end continues; the JDK's own reader reads each.
 */
public final class PropertiesFile {
    private PropertiesFile() {}

    /** All keys and values of a file, in the order of the keys; an error if it is not a properties file. */
    public static SortedMap<String, Wiring.Setting> read(ProjectTree tree, String path) throws IOException {
        SortedMap<String, Wiring.Setting> all = new TreeMap<>();
        List<String> lines = tree.text(path).lines();
        for (int i = 0; i < lines.size(); i++) {
            int first = i;
            StringBuilder logical = new StringBuilder(lines.get(i));
            while (!isComment(lines.get(first)) && isContinued(lines.get(i)) && i + 1 < lines.size())
                logical.append('\n').append(lines.get(++i));
            Properties read = new Properties();
            try {
                read.load(new StringReader(logical.toString()));
            } catch (IllegalArgumentException e) {
                throw new IOException(
                        path + ":" + (first + 1) + " is not a valid properties file: " + e.getMessage(), e);
            }
            Evidence evidence = new Evidence(path, first + 1, Text.plain(lines.get(first)));
            read.forEach((key, value) ->
                    all.put(Text.plain(key.toString()), new Wiring.Setting(Text.plain(value.toString()), evidence)));
        }
        return all;
    }

    private static boolean isComment(String line) {
        String start = line.stripLeading();
        return start.startsWith("#") || start.startsWith("!");
    }

    /** Whether a line ends with an odd number of backslashes. */
    private static boolean isContinued(String line) {
        int slashes = 0;
        while (slashes < line.length() && line.charAt(line.length() - 1 - slashes) == '\\') slashes++;
        return slashes % 2 == 1;
    }

    /** The value of a key, if the file has it and it is not empty. */
    public static Optional<Wiring.Setting> find(ProjectTree tree, String path, String key) {
        if (!tree.has(path)) return Optional.empty();
        try {
            return Optional.ofNullable(read(tree, path).get(key))
                    .filter(setting -> !setting.value().isBlank());
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
