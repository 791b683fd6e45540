package dev.pfeiler.artifact.repository;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.apache.maven.artifact.versioning.ComparableVersion;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The classes of all jars of the local repository. It is kept in Pfeiler's cache ({@link ClassTable}), and only jars that are
 * new or have changed are read again.
 */
public final class ClassIndex {
    private static final Logger LOG = LoggerFactory.getLogger(ClassIndex.class);
    /** A store of more jars than this is indexed so far; the newest come first. */
    private static final int MOST_JARS = 20_000;

    private static final int MOST_CLASSES = 50_000;

    private final LocalRepository store;
    private final ClassTable table;
    /** Of each row of the table. */
    private final List<Coordinates> coordinates;

    private ClassIndex(LocalRepository store, ClassTable table, Map<String, LocalRepository.Held> held) {
        this.store = store;
        this.table = table;
        this.coordinates = table.rows().stream()
                .map(row -> held.get(row.path()).coordinates())
                .toList();
    }

    /** The index of a store, brought up to date. */
    static ClassIndex of(LocalRepository store, Optional<Path> file) {
        Map<String, LocalRepository.Held> held = new LinkedHashMap<>();
        store.all(MOST_JARS)
                .forEach(jar -> held.put(store.folder().relativize(jar.file()).toString(), jar));
        ClassTable kept = file.map(ClassIndex::read).orElseGet(ClassTable::empty);
        boolean same = kept.rows().size() == held.size()
                && kept.rows().stream().allMatch(row -> isSame(row, held.get(row.path())));
        if (same) return new ClassIndex(store, kept, held);
        Map<String, ClassTable.Row> before =
                kept.rows().stream().collect(Collectors.toMap(ClassTable.Row::path, Function.identity()));
        ClassTable.Builder next = new ClassTable.Builder();
        held.forEach((path, jar) -> {
            ClassTable.Row row = before.get(path);
            byte[] names = row != null && isSame(row, jar) ? kept.names(row) : classes(jar.file());
            next.add(path, jar.size(), jar.time(), names);
        });
        ClassTable table = next.build();
        file.ifPresent(place -> write(table, place));
        return new ClassIndex(store, table, held);
    }

    private static void write(ClassTable table, Path file) {
        try {
            table.write(file);
        } catch (IOException e) {
            LOG.debug("{} is not kept", file, e);
        }
    }

    private static boolean isSame(ClassTable.Row row, LocalRepository.Held jar) {
        return jar != null && row.size() == jar.size() && row.time() == jar.time();
    }

    private static ClassTable read(Path file) {
        if (!Files.exists(file)) return ClassTable.empty();
        try {
            return ClassTable.read(file);
        } catch (IOException | RuntimeException e) {
            // made again
            LOG.debug("{}", file, e);
            return ClassTable.empty();
        }
    }

    /** The top-level classes of a jar; none if it cannot be read. */
    public static Set<String> classesOf(Path jar) {
        return new String(classes(jar), StandardCharsets.UTF_8).lines().collect(Collectors.toSet());
    }

    private static byte[] classes(Path jar) {
        StringBuilder classes = new StringBuilder();
        try (ZipFile zip = new ZipFile(jar.toFile())) {
            zip.stream().limit(MOST_CLASSES).map(ZipEntry::getName).forEach(name -> {
                boolean top = name.endsWith(".class") && name.indexOf('$') < 0 && !name.startsWith("META-INF/");
                if (!top || name.endsWith("-info.class") || name.indexOf('\n') >= 0) return;
                String path = name.substring(0, name.length() - ".class".length());
                classes.append(path.replace('/', '.')).append('\n');
            });
        } catch (IOException | IllegalArgumentException e) {
            LOG.debug("{}", jar, e);
        }
        return classes.toString().getBytes(StandardCharsets.UTF_8);
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
        found.forEach((name, holding) -> table.holding(name, jar -> holding.add(coordinates.get(jar))));
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
        // one of each jar
        Map<Integer, Hit> hits = new LinkedHashMap<>();
        table.each((jar, name) -> {
            if (hits.size() >= most || hits.containsKey(jar)) return;
            String plain = name.toLowerCase(Locale.ROOT);
            boolean fits = plain.equals(wanted)
                    || plain.endsWith("." + wanted)
                    || wanted.indexOf('.') > 0 && plain.startsWith(wanted + ".");
            if (fits) hits.put(jar, new Hit(name, coordinates.get(jar)));
        });
        return List.copyOf(hits.values());
    }

    /** The artifacts whose group or artifact name has the text in it, letter case aside. */
    public List<Coordinates> named(String text) {
        String wanted = text.toLowerCase(Locale.ROOT);
        return IntStream.range(0, coordinates.size())
                .filter(jar -> table.rows().get(jar).classes() > 0)
                .mapToObj(coordinates::get)
                .filter(c -> c.key().toLowerCase(Locale.ROOT).contains(wanted))
                .toList();
    }
}
