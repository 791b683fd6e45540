package dev.pfeiler.artifact.repository;

import java.io.BufferedReader;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.apache.maven.artifact.versioning.ComparableVersion;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The classes of all jars of the local repository. It is kept in Pfeiler's cache, and only jars that are new or have changed
 * are read again. The form, packed with gzip: a line for each jar, of its path, size in bytes, time in milliseconds and
 * its classes, with tabs between them.
 */
public final class ClassIndex {
    private static final Logger LOG = LoggerFactory.getLogger(ClassIndex.class);
    /** A store of more jars than this is indexed so far; the newest come first. */
    private static final int MOST_JARS = 20_000;

    private static final int MOST_CLASSES = 50_000;

    private final LocalRepository store;
    private final List<Entry> entries;

    /** A jar of the store, with the names of its classes, nested ones left out. */
    private record Entry(String path, long size, long time, Coordinates coordinates, List<String> classes) {
        boolean isSame(Entry other) {
            return other != null && size == other.size && time == other.time;
        }
    }

    private ClassIndex(LocalRepository store, List<Entry> entries) {
        this.store = store;
        this.entries = entries;
    }

    /** The index of a store, brought up to date. */
    static ClassIndex of(LocalRepository store, Path file) {
        Map<String, Entry> kept = read(file);
        List<Entry> now = new ArrayList<>();
        boolean changed = false;
        for (LocalRepository.Held held : store.all(MOST_JARS)) {
            String path = store.folder().relativize(held.file()).toString();
            Entry fresh = new Entry(path, held.size(), held.time(), held.coordinates(), List.of());
            Entry before = kept.remove(path);
            if (fresh.isSame(before)) {
                now.add(new Entry(path, held.size(), held.time(), held.coordinates(), before.classes()));
            } else {
                changed = true;
                now.add(new Entry(path, held.size(), held.time(), held.coordinates(), classes(held.file())));
            }
        }
        if (changed || !kept.isEmpty()) write(file, now);
        return new ClassIndex(store, now);
    }

    private static List<String> classes(Path jar) {
        List<String> classes = new ArrayList<>();
        try (ZipFile zip = new ZipFile(jar.toFile())) {
            zip.stream().limit(MOST_CLASSES).map(ZipEntry::getName).forEach(name -> {
                boolean top = name.endsWith(".class") && name.indexOf('$') < 0 && !name.startsWith("META-INF/");
                if (top && !name.endsWith("-info.class")) {
                    classes.add(
                            name.substring(0, name.length() - ".class".length()).replace('/', '.'));
                }
            });
        } catch (IOException | IllegalArgumentException e) {
            LOG.debug("{}", jar, e);
        }
        return classes;
    }

    private static Map<String, Entry> read(Path file) {
        Map<String, Entry> entries = new HashMap<>();
        if (!Files.exists(file)) return entries;
        try (BufferedReader in = new BufferedReader(new InputStreamReader(
                new GZIPInputStream(Files.newInputStream(file), 1 << 16), StandardCharsets.UTF_8))) {
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                String[] parts = line.split("\t");
                List<String> classes = Arrays.asList(parts).subList(3, parts.length);
                entries.put(
                        parts[0],
                        new Entry(parts[0], Long.parseLong(parts[1]), Long.parseLong(parts[2]), null, classes));
            }
        } catch (IOException | RuntimeException e) {
            // made again
            LOG.debug("{}", file, e);
            entries.clear();
        }
        return entries;
    }

    private static void write(Path file, List<Entry> entries) {
        try {
            Files.createDirectories(file.getParent());
            Path part = Files.createTempFile(file.getParent(), "part", "");
            try (BufferedWriter out = new BufferedWriter(new OutputStreamWriter(
                    new GZIPOutputStream(Files.newOutputStream(part)), StandardCharsets.UTF_8))) {
                for (Entry entry : entries) {
                    out.write(entry.path() + "\t" + entry.size() + "\t" + entry.time());
                    for (String name : entry.classes()) out.write("\t" + name);
                    out.write('\n');
                }
            }
            Files.move(part, file, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            LOG.debug("{} is not kept", file, e);
        }
    }

    /** A class and the artifact that has it. */
    public record Hit(String className, Coordinates coordinates) {}

    /**
     * The artifacts that have each of some classes, or the ones that those are nested in: those named like the package
     * first, the newest of each. Looked for in one go, as there may be thousands of names and millions of classes.
     */
    public Map<String, List<Coordinates>> holding(Collection<String> classNames) {
        Map<String, List<Coordinates>> found = new HashMap<>();
        for (String className : classNames) outer(className).forEach(name -> found.put(name, new ArrayList<>(0)));
        for (Entry entry : entries) {
            for (String name : entry.classes()) {
                List<Coordinates> holding = found.get(name);
                if (holding != null) holding.add(entry.coordinates());
            }
        }
        // what another project's own repository left there is nothing that this one could fetch
        found.values().forEach(holding -> holding.removeIf(c -> !store.isPublished(c)));
        Map<String, List<Coordinates>> answers = new HashMap<>();
        for (String className : classNames) {
            answers.put(
                    className,
                    outer(className)
                            .filter(name -> !found.get(name).isEmpty())
                            .findFirst()
                            .map(name -> newestOfEach(found.get(name), name))
                            .orElse(List.of()));
        }
        return answers;
    }

    /** A name and the resulting values in front of each of its dots but the first, the longest first. */
    private static Stream<String> outer(String className) {
        return Stream.iterate(
                className, name -> name.indexOf('.') > 0, name -> name.substring(0, name.lastIndexOf('.')));
    }

    private static List<Coordinates> newestOfEach(List<Coordinates> all, String className) {
        Map<String, Coordinates> newest = new TreeMap<>();
        for (Coordinates c : all) {
            newest.merge(c.key(), c, (a, b) -> newer(a.version(), b.version()) ? a : b);
        }
        return newest.values().stream()
                .sorted(Comparator.comparing((Coordinates c) -> !className.startsWith(c.group() + "."))
                        .thenComparing(Comparator.naturalOrder()))
                .toList();
    }

    private static boolean newer(String one, String other) {
        return new ComparableVersion(one).compareTo(new ComparableVersion(other)) > 0;
    }

    /** The classes whose name, or whose package, is or ends with the text, letter case aside; each with its artifacts. */
    public List<Hit> matching(String text, int most) {
        String wanted = text.toLowerCase(Locale.ROOT);
        List<Hit> hits = new ArrayList<>();
        for (Entry entry : entries) {
            for (String name : entry.classes()) {
                String plain = name.toLowerCase(Locale.ROOT);
                boolean fits = plain.equals(wanted)
                        || plain.endsWith("." + wanted)
                        || wanted.indexOf('.') > 0 && plain.startsWith(wanted + ".");
                if (!fits) continue;
                hits.add(new Hit(name, entry.coordinates()));
                if (hits.size() >= most) return hits;
                break;
            }
        }
        return hits;
    }

    /** The artifacts whose group or artifact name has the text in it, letter case aside. */
    public List<Coordinates> named(String text) {
        String wanted = text.toLowerCase(Locale.ROOT);
        return entries.stream()
                .filter(entry -> !entry.classes().isEmpty())
                .map(Entry::coordinates)
                .filter(c -> c.key().toLowerCase(Locale.ROOT).contains(wanted))
                .toList();
    }
}
