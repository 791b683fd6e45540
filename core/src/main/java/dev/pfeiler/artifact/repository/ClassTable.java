package dev.pfeiler.artifact.repository;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.LongBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.IntConsumer;
import java.util.zip.CRC32;

/**
 * The names of the classes of many jars, in a form that is loaded in one read and asked without making the names.
 *
 * <p>The file, big-endian: the number {@link #FORM}; the number of jars; for each its path (length in bytes, UTF-8), size in
 * bytes, time in milliseconds and the length of its names in bytes; the names of all, in the order of the jars, each with a
 * line feed behind it; the number of names; for each name, ordered as signed numbers, its hash in the upper and its place in
 * the lower 32 bits; the CRC-32 of all that.
 */
final class ClassTable {
    private static final int FORM = 0x50434c32;

    private final List<Row> rows;
    private final byte[] names;
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

    private ClassTable(List<Row> rows, byte[] names, LongBuffer places) {
        this.rows = rows;
        this.names = names;
        this.places = places;
    }

    static ClassTable empty() {
        return new ClassTable(List.of(), new byte[0], LongBuffer.allocate(0));
    }

    List<Row> rows() {
        return rows;
    }

    /** The names of a jar's classes, as they stand in the table. */
    byte[] names(Row row) {
        return Arrays.copyOfRange(names, row.from(), row.to());
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
            int end = place + wanted.length;
            if (end < names.length && names[end] == '\n' && Arrays.equals(names, place, end, wanted, 0, wanted.length))
                each.accept(jarOf(place));
        }
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
            new String(names, row.from(), row.classes(), StandardCharsets.UTF_8)
                    .lines()
                    .forEach(name -> each.accept(jar, name));
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
            return new ClassTable(List.copyOf(rows), all, LongBuffer.wrap(places));
        }
    }

    /**
     * Reads a table.
     *
     * @throws IOException if there is none, or the file holds something else
     */
    static ClassTable read(Path file) throws IOException {
        byte[] bytes = Files.readAllBytes(file);
        if (bytes.length < 16) throw new IOException(file + " is too short");
        CRC32 sum = new CRC32();
        sum.update(bytes, 0, bytes.length - 8);
        ByteBuffer in = ByteBuffer.wrap(bytes);
        if (in.getInt(0) != FORM || in.getLong(bytes.length - 8) != sum.getValue())
            throw new IOException(file + " is not a table of this form");
        in.position(4);
        List<Row> rows = new ArrayList<>();
        int at = 0;
        for (int left = in.getInt(); left > 0; left--) {
            byte[] path = new byte[in.getInt()];
            in.get(path);
            long size = in.getLong();
            long time = in.getLong();
            int length = in.getInt();
            rows.add(new Row(new String(path, StandardCharsets.UTF_8), size, time, at, at + length));
            at += length;
        }
        byte[] names = new byte[at];
        in.get(names);
        int count = in.getInt();
        LongBuffer places = in.slice().asLongBuffer();
        places.limit(count);
        return new ClassTable(rows, names, places);
    }

    /** Writes the table; another process sees the file before or the whole new one. */
    void write(Path file) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(names.length + places.limit() * 8 + rows.size() * 128);
        DataOutputStream out = new DataOutputStream(bytes);
        out.writeInt(FORM);
        out.writeInt(rows.size());
        for (Row row : rows) {
            byte[] path = row.path().getBytes(StandardCharsets.UTF_8);
            out.writeInt(path.length);
            out.write(path);
            out.writeLong(row.size());
            out.writeLong(row.time());
            out.writeInt(row.classes());
        }
        out.write(names);
        out.writeInt(places.limit());
        for (int i = 0; i < places.limit(); i++) out.writeLong(places.get(i));
        CRC32 sum = new CRC32();
        sum.update(bytes.toByteArray());
        out.writeLong(sum.getValue());
        Files.createDirectories(file.getParent());
        Path part = Files.createTempFile(file.getParent(), "part", "");
        Files.write(part, bytes.toByteArray());
        Files.move(part, file, StandardCopyOption.REPLACE_EXISTING);
    }
}
