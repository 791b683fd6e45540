package dev.pfeiler.ecosystem.jvm.archive;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/**
 * Which classes of two jars differ.
 *
 * @param changed names of classes that both have, with other bytes
 * @param added names of classes that only the second has
 * @param gone names of classes that only the first has
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
        Map<String, Long> before = classes(published);
        Map<String, Long> after = classes(copy);
        List<String> changed = new ArrayList<>();
        List<String> gone = new ArrayList<>();
        before.forEach((name, sum) -> {
            if (!after.containsKey(name)) gone.add(name);
            else if (!after.get(name).equals(sum)) changed.add(name);
        });
        List<String> added = new ArrayList<>(after.keySet());
        added.removeAll(before.keySet());
        return new JarDifference(changed, added, gone);
    }

    private static Map<String, Long> classes(Path jar) throws IOException {
        Map<String, Long> classes = new TreeMap<>();
        try (ZipFile zip = new ZipFile(jar.toFile())) {
            for (ZipEntry entry : (Iterable<ZipEntry>) zip.stream().<ZipEntry>map(e -> e)::iterator) {
                if (!entry.getName().endsWith(".class")) continue;
                // the sum in the table of contents may be missing or wrong
                CRC32 sum = new CRC32();
                byte[] piece = new byte[1 << 13];
                try (InputStream in = zip.getInputStream(entry)) {
                    for (int n = in.read(piece); n > 0; n = in.read(piece)) sum.update(piece, 0, n);
                }
                String name = entry.getName();
                classes.put(name.substring(0, name.length() - ".class".length()).replace('/', '.'), sum.getValue());
            }
        }
        return classes;
    }

    /** The differences in words, one line for each sort. */
    public List<String> text() {
        List<String> words = new ArrayList<>();
        if (!changed.isEmpty()) words.add("changed: " + shown(changed));
        if (!added.isEmpty()) words.add("added: " + shown(added));
        if (!gone.isEmpty()) words.add("gone: " + shown(gone));
        if (words.isEmpty()) words.add("the same classes, packed otherwise");
        return words;
    }

    private static String shown(List<String> names) {
        String some = String.join(", ", names.subList(0, Math.min(SHOWN, names.size())));
        return names.size() > SHOWN ? some + " and " + (names.size() - SHOWN) + " more" : some;
    }
}
