package dev.pfeiler.artifact.repository;

import dev.pfeiler.tree.Trees;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.LongBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.IntConsumer;
import java.util.zip.CRC32;

/**
 * The names of the classes of many jars, in a form that is asked without reading all of it: the file is mapped into memory.
 *
 * <p>The file, big-endian: the number {@link #FORM}; the length of the file; the CRC-32 of the jars; the length of the jars in
 * bytes; the number of jars; for each its path (length in bytes, UTF-8), size in bytes, time in milliseconds and the length of
 * its names in bytes; the names of all, in the order of the jars, each with a line feed behind it; the number of names; for
 * each name, ordered as signed numbers, its hash in the upper and its place in the lower 32 bits.
 */
final class ClassTable {
    private static final int FORM = 0x50434c33;
    /** In bytes: what is before the jars. */
    private static final int START = 16;

    private final List<Row> rows;
    private final ByteBuffer names;
    private final LongBuffer places;

    /**
     * A jar.
     *
     * @param from the place of its first name
     * @param to the place behind its last one
     */
    record Row(String path, long size, long time, int from, int to) {
        int classes() {
            return to - from;
        }
    }

    private ClassTable(List<Row> rows, ByteBuffer names, LongBuffer places) {
        this.rows = rows;
        this.names = names;
        this.places = places;
    }

    static ClassTable empty() {
        return new ClassTable(List.of(), ByteBuffer.allocate(0), LongBuffer.allocate(0));
    }

    List<Row> rows() {
        return rows;
    }

    /** The names of a jar's classes, as they stand in the table. */
    byte[] names(Row row) {
        byte[] its = new byte[row.classes()];
        names.get(row.from(), its);
        return its;
    }

    /** Gives the index of each jar that has a class. */
    void holding(String className, IntConsumer each) {
        byte[] wanted = className.getBytes(StandardCharsets.UTF_8);
        int hash = hash(wanted, 0, wanted.length);
        int low = 0;
        int high = places.limit();
        long first = (long) hash << 32;
        while (low < high) {
            int middle = low + high >>> 1;
            if (places.get(middle) < first) low = middle + 1;
            else high = middle;
        }
        for (; low < places.limit() && places.get(low) >> 32 == hash; low++) {
            int place = (int) places.get(low);
            if (isAt(place, wanted)) each.accept(jarOf(place));
        }
    }

    /** Whether a whole name is at a place; a damaged file may lead anywhere. */
    private boolean isAt(int place, byte[] name) {
        if (place < 0 || place > names.limit() - name.length - 1 || names.get(place + name.length) != '\n')
            return false;
        for (int i = 0; i < name.length; i++) if (names.get(place + i) != name[i]) return false;
        return place == 0 || names.get(place - 1) == '\n';
    }

    private int jarOf(int place) {
        int low = 0;
        int high = rows.size() - 1;
        while (low < high) {
            int middle = low + high >>> 1;
            if (rows.get(middle).to() <= place) low = middle + 1;
            else high = middle;
        }
        return low;
    }

    /** Gives every name with the index of its jar. */
    void each(BiConsumer<Integer, String> each) {
        for (int i = 0; i < rows.size(); i++) {
            Integer jar = i;
            Row row = rows.get(i);
            new String(names(row), StandardCharsets.UTF_8).lines().forEach(name -> each.accept(jar, name));
        }
    }

    // the hash of a string's bytes; equal names have equal ones, which is all that is asked of it
    private static int hash(byte[] bytes, int from, int to) {
        int hash = 0;
        for (int i = from; i < to; i++) hash = hash * 31 + bytes[i];
        return hash;
    }

    /** Collects the jars of a table. */
    static final class Builder {
        private final List<Row> rows = new ArrayList<>();
        private final ByteArrayOutputStream names = new ByteArrayOutputStream(1 << 16);

        /** Adds a jar; without names if all together would be longer than an array can be. */
        void add(String path, long size, long time, byte[] itsNames) {
            int from = names.size();
            if ((long) from + itsNames.length < Integer.MAX_VALUE / 2) names.writeBytes(itsNames);
            rows.add(new Row(path, size, time, from, names.size()));
        }

        ClassTable build() {
            byte[] all = names.toByteArray();
            long[] places = new long[1 << 10];
            int count = 0;
            for (int start = 0; start < all.length; ) {
                int end = start;
                while (all[end] != '\n') end++;
                if (count == places.length) places = Arrays.copyOf(places, count * 2);
                places[count++] = (long) hash(all, start, end) << 32 | start;
                start = end + 1;
            }
            places = Arrays.copyOf(places, count);
            Arrays.sort(places);
            return new ClassTable(List.copyOf(rows), ByteBuffer.wrap(all), LongBuffer.wrap(places));
        }
    }

    /**
     * Reads a table.
     *
     * @throws IOException if there is none, or the file holds something else
     */
    static ClassTable read(Path file) throws IOException {
        ByteBuffer in;
        try (FileChannel channel = FileChannel.open(file)) {
            if (channel.size() > Integer.MAX_VALUE) throw new IOException(file + " is too large");
            in = channel.map(FileChannel.MapMode.READ_ONLY, 0, channel.size());
        }
        if (in.limit() < START || in.getInt() != FORM || in.getInt() != in.limit())
            throw new IOException(file + " is not a table of this form");
        int sum = in.getInt();
        byte[] jars = new byte[in.getInt()];
        in.get(jars);
        if (sum != sum(jars)) throw new IOException(file + " is damaged");
        DataInputStream header = new DataInputStream(new ByteArrayInputStream(jars));
        List<Row> rows = new ArrayList<>();
        int at = 0;
        for (int left = header.readInt(); left > 0; left--) {
            String path = new String(header.readNBytes(header.readInt()), StandardCharsets.UTF_8);
            long size = header.readLong();
            long time = header.readLong();
            int length = header.readInt();
            rows.add(new Row(path, size, time, at, at + length));
            at += length;
        }
        ByteBuffer names = in.slice(in.position(), at);
        in.position(in.position() + at);
        int count = in.getInt();
        LongBuffer places = in.slice().asLongBuffer();
        if (count != places.limit()) throw new IOException(file + " is damaged");
        return new ClassTable(rows, names, places);
    }

    private static int sum(byte[] bytes) {
        CRC32 sum = new CRC32();
        sum.update(bytes);
        return (int) sum.getValue();
    }

    /** Writes the table; another process sees the file before or the whole new one. */
    void write(Path file) throws IOException {
        ByteArrayOutputStream jars = new ByteArrayOutputStream();
        DataOutputStream out = new DataOutputStream(jars);
        out.writeInt(rows.size());
        for (Row row : rows) {
            byte[] path = row.path().getBytes(StandardCharsets.UTF_8);
            out.writeInt(path.length);
            out.write(path);
            out.writeLong(row.size());
            out.writeLong(row.time());
            out.writeInt(row.classes());
        }
        long length = START + jars.size() + names.limit() + 4L + places.limit() * 8L;
        if (length > Integer.MAX_VALUE) throw new IOException("more classes than a table holds");
        ByteBuffer all = ByteBuffer.allocate((int) length);
        all.putInt(FORM).putInt((int) length).putInt(sum(jars.toByteArray())).putInt(jars.size());
        all.put(jars.toByteArray()).put(names.duplicate().rewind()).putInt(places.limit());
        all.asLongBuffer().put(places.duplicate().rewind());
        Files.createDirectories(file.getParent());
        Trees.replace(file, all.array());
    }
}
