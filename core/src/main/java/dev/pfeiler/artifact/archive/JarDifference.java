package dev.pfeiler.artifact.archive;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Which files of two jars differ; classes are named as in sources.
 *
 * @param changed those that both have, with other bytes
 * @param added those that only the second has
 * @param gone those that only the first has
 */
public record JarDifference(List<String> changed, List<String> added, List<String> gone) {
    private static final int SHOWN = 5;

    public JarDifference {
        changed = List.copyOf(changed);
        added = List.copyOf(added);
        gone = List.copyOf(gone);
    }

    /** Compares two jars, the published one first. */
    public static JarDifference between(Path published, Path copy) throws IOException {
        Map<String, Long> before = JarContents.of(published).files();
        Map<String, Long> after = JarContents.of(copy).files();
        List<String> changed = new ArrayList<>();
        List<String> gone = new ArrayList<>();
        before.forEach((name, sum) -> {
            if (!after.containsKey(name)) gone.add(JarContents.shown(name));
            else if (!after.get(name).equals(sum)) changed.add(JarContents.shown(name));
        });
        List<String> added = after.keySet().stream()
                .filter(name -> !before.containsKey(name))
                .map(JarContents::shown)
                .toList();
        return new JarDifference(changed, added, gone);
    }

    /** Whether both have the same files; then only their packing differs. */
    public boolean isEmpty() {
        return changed.isEmpty() && added.isEmpty() && gone.isEmpty();
    }

    /** The differences in words, one line for each sort. */
    public List<String> text() {
        List<String> words = new ArrayList<>();
        if (!changed.isEmpty()) words.add("changed: " + shown(changed));
        if (!added.isEmpty()) words.add("added: " + shown(added));
        if (!gone.isEmpty()) words.add("gone: " + shown(gone));
        return words;
    }

    private static String shown(List<String> names) {
        String some = String.join(", ", names.subList(0, Math.min(SHOWN, names.size())));
        return names.size() > SHOWN ? some + " and " + (names.size() - SHOWN) + " more" : some;
    }
}
