package dev.pfeiler.tree;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.CodeSource;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import java.util.zip.CRC32;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Caches what was read of the files of one folder, in one file below the user's cache folder. An entry is valid while the
 * {@link FileStamp} of its file is unchanged, and only for the build of this program that wrote it. The cache file can be
 * deleted at any time and used by several processes at once, as it is replaced as a whole.
 *
 * <p>Format, with numbers as in {@link Out}: {@link #FORM} as four bytes; the number of strings, then each string; the number
 * of files, then for each its path, size, modification time, change time and identity, the length of its entry in bytes and
 * the entry; the CRC-32 of everything before it as eight bytes.
 *
 * @param <T> what is read of a file
 */
public final class ReadCache<T> implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(ReadCache.class);
    private static final int FORM = 0x50524331;
    /** For fewer files, a cache saves no time. */
    private static final int FEWEST = 200;
    /** The cache is rewritten when more than one in this many entries was missing or outdated. */
    private static final int KNOWN_TO_NEW = 100;
    /** In bytes, of one file. */
    private static final int LARGEST = 512 << 20;
    /** In bytes, of all files; beyond that the oldest go. */
    private static final long MOST = 2L << 30;

    private final Path file;
    private final Form<T> form;
    private final Supplier<Instant> clock;
    private final Map<String, Kept> kept = new HashMap<>();
    private String[] strings = {};
    private byte[] bytes = {};
    private final Queue<Read<T>> read = new ConcurrentLinkedQueue<>();
    private final AtomicInteger missed = new AtomicInteger();

    /** An entry: the stamp of its file, and its range of bytes. */
    private record Kept(FileStamp stamp, int from, int to) {}

    /** A result of this run, cached or read. */
    private record Read<T>(String path, FileStamp stamp, T value) {}

    /**
     * How results are serialized.
     *
     * @param <T> what is read of a file
     */
    public interface Form<T> {
        void write(T value, Out out);

        T read(String path, In in);

        /** Whether it depends on nothing but the path and the content of the file. */
        boolean isKept(T value);
    }

    private ReadCache(Path file, Form<T> form, Supplier<Instant> clock) {
        this.file = file;
        this.form = form;
        this.clock = clock;
    }

    /**
     * Opens the cache of a folder.
     *
     * @param caches the folder of the cache files; if empty, nothing is cached
     * @param files how many there are
     */
    public static <T> ReadCache<T> of(Optional<Path> caches, ProjectTree tree, Form<T> form, int files) {
        return of(caches, build(), tree, form, files, Instant::now);
    }

    /** Identifies this build of the program; empty if it runs from unpacked class files. */
    private static Optional<String> build() {
        try {
            CodeSource source = ReadCache.class.getProtectionDomain().getCodeSource();
            if (source == null) return Optional.empty();
            Path program = Path.of(source.getLocation().toURI());
            return Files.isRegularFile(program) ? Optional.of(program + " " + FileStamp.of(program)) : Optional.empty();
        } catch (IOException | URISyntaxException | IllegalArgumentException e) {
            LOG.debug("no cache", e);
            return Optional.empty();
        }
    }

    static <T> ReadCache<T> of(
            Optional<Path> caches,
            Optional<String> build,
            ProjectTree tree,
            Form<T> form,
            int files,
            Supplier<Instant> clock) {
        if (caches.isEmpty() || build.isEmpty() || files < FEWEST) return new ReadCache<>(null, form, clock);
        String key = build.get() + "\n" + form.getClass().getName() + "\n" + tree.root();
        String name = Hashing.sha256(key.getBytes(StandardCharsets.UTF_8)).substring(0, 40);
        ReadCache<T> cache = new ReadCache<>(caches.get().resolve(name), form, clock);
        try {
            if (Files.exists(cache.file)) cache.load();
        } catch (IOException | RuntimeException e) {
            LOG.debug("{} cannot be used", cache.file, e);
            cache.kept.clear();
        }
        return cache;
    }

    /** The cached result for a file, or the result of reading it now. Thread-safe. */
    public T get(ProjectTree tree, TreeFile one, Supplier<T> reading) {
        if (file == null) return reading.get();
        FileStamp stamp;
        try {
            // taken before the file is read: a change in the meantime leads to another stamp
            stamp = FileStamp.of(tree.onDisk(one.path()));
        } catch (IOException e) {
            LOG.debug("{} is read without the cache", one.path(), e);
            return reading.get();
        }
        T value = known(one.path(), stamp).orElseGet(() -> {
            missed.incrementAndGet();
            return reading.get();
        });
        if (value != null && form.isKept(value) && stamp.isSettled(clock.get()))
            read.add(new Read<>(one.path(), stamp, value));
        return value;
    }

    private Optional<T> known(String path, FileStamp stamp) {
        Kept known = kept.get(path);
        if (known == null || !known.stamp().equals(stamp)) return Optional.empty();
        try {
            return Optional.of(form.read(path, new In(bytes, known.from(), known.to(), strings)));
        } catch (RuntimeException e) {
            LOG.debug("the entry for {} is damaged", path, e);
            return Optional.empty();
        }
    }

    /** Writes the cache if enough of it has changed. */
    @Override
    public void close() {
        if (file == null) return;
        bytes = new byte[0];
        boolean worth = missed.get() * KNOWN_TO_NEW > kept.size() || read.size() * 2 < kept.size();
        if (!worth || read.isEmpty()) return;
        try {
            byte[] content = content();
            if (content.length > LARGEST) return;
            Files.createDirectories(file.getParent());
            prune(content.length);
            Trees.replace(file, content);
        } catch (IOException e) {
            LOG.debug("{} is not written", file, e);
        }
    }

    private byte[] content() {
        List<Read<T>> all = new ArrayList<>(read);
        all.sort(Comparator.comparing(Read::path));
        Out files = new Out();
        files.number(all.size());
        Out one = new Out(files.table);
        for (Read<T> each : all) {
            FileStamp stamp = each.stamp();
            files.text(each.path());
            files.number(stamp.size());
            files.number(stamp.modified());
            files.number(stamp.changed());
            files.text(stamp.identity());
            one.bytes.reset();
            form.write(each.value(), one);
            files.number(one.bytes.size());
            files.bytes.writeBytes(one.bytes.toByteArray());
        }
        Out start = new Out();
        start.number(files.table.size());
        for (String text : files.table.keySet()) {
            byte[] encoded = text.getBytes(StandardCharsets.UTF_8);
            start.number(encoded.length);
            start.bytes.writeBytes(encoded);
        }
        ByteBuffer content = ByteBuffer.allocate(4 + start.bytes.size() + files.bytes.size() + 8);
        content.putInt(FORM).put(start.bytes.toByteArray()).put(files.bytes.toByteArray());
        CRC32 sum = new CRC32();
        sum.update(content.array(), 0, content.position());
        return content.putLong(sum.getValue()).array();
    }

    private void load() throws IOException {
        if (Files.size(file) > LARGEST) throw new IOException("too large");
        byte[] content = Files.readAllBytes(file);
        CRC32 sum = new CRC32();
        sum.update(content, 0, Math.max(content.length - 8, 0));
        ByteBuffer whole = ByteBuffer.wrap(content);
        if (content.length < 16 || whole.getInt(0) != FORM || whole.getLong(content.length - 8) != sum.getValue())
            throw new IOException("another form");
        In in = new In(content, 4, content.length - 8, strings);
        String[] all = new String[(int) in.number()];
        for (int i = 0; i < all.length; i++) {
            int length = (int) in.number();
            all[i] = new String(content, in.at, length, StandardCharsets.UTF_8);
            in.at += length;
        }
        In files = new In(content, in.at, content.length - 8, all);
        for (long left = files.number(); left > 0; left--) {
            String path = files.text();
            FileStamp stamp = new FileStamp(files.number(), files.number(), files.number(), files.text());
            int length = (int) files.number();
            kept.put(path, new Kept(stamp, files.at, files.at + length));
            files.at += length;
        }
        strings = all;
        bytes = content;
    }

    /** Makes room for so many bytes. */
    private void prune(long size) throws IOException {
        long total = size;
        for (Path one : Trees.newestFirst(file.getParent())) {
            total += one.toFile().length();
            if (total > MOST) Files.deleteIfExists(one);
        }
    }

    /** Writes values; a string is written once, in a table, and named by its number there. */
    public static final class Out {
        private final ByteArrayOutputStream bytes = new ByteArrayOutputStream(1 << 12);
        private final Map<String, Integer> table;

        private Out() {
            this(new LinkedHashMap<>());
        }

        private Out(Map<String, Integer> table) {
            this.table = table;
        }

        /** Writes a number: seven bits a byte, the lowest first, the highest bit set but in the last. */
        public void number(long number) {
            long rest = number;
            for (; (rest & ~0x7fL) != 0; rest >>>= 7) bytes.write((int) rest & 0x7f | 0x80);
            bytes.write((int) rest);
        }

        public void text(String text) {
            Integer place = table.get(text);
            if (place == null) table.put(text, place = table.size());
            number(place);
        }

        public void flag(boolean flag) {
            bytes.write(flag ? 1 : 0);
        }
    }

    /** Reads what {@link Out} wrote; anything else ends in an exception. */
    public static final class In {
        private final byte[] bytes;
        private final int end;
        private final String[] strings;
        private int at;

        private In(byte[] bytes, int from, int end, String[] strings) {
            this.bytes = bytes;
            this.at = from;
            this.end = end;
            this.strings = strings;
        }

        public long number() {
            long number = 0;
            for (int shift = 0; ; shift += 7) {
                if (at >= end) throw new IllegalStateException("ends too early");
                byte b = bytes[at++];
                number |= (long) (b & 0x7f) << shift;
                if (b >= 0) return number;
            }
        }

        public String text() {
            return strings[(int) number()];
        }

        public boolean flag() {
            return number() != 0;
        }
    }
}
