package dev.pfeiler.ecosystem.dotnet.assembly;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;

/** The tables of an assembly's metadata. Source: ECMA-335, partition II, sections 22 and 24. */
final class MetadataTables {
    static final int TYPE_REF = 0x01;
    static final int TYPE_DEF = 0x02;
    static final int FIELD = 0x04;
    static final int METHOD = 0x06;
    static final int MEMBER_REF = 0x0A;
    static final int CUSTOM_ATTRIBUTE = 0x0C;
    static final int TYPE_SPEC = 0x1B;
    static final int ASSEMBLY = 0x20;
    static final int ASSEMBLY_REF = 0x23;
    static final int RESOURCE = 0x28;
    static final int NESTED = 0x29;

    private static final int COUNT = 0x2D;
    private static final int WIDE_STRINGS = 1;
    private static final int WIDE_GUIDS = 2;
    private static final int WIDE_BLOBS = 4;
    private static final int NARROW = 1 << 16;

    /** The tables that a coded index may mean, by its name; -1 for none. */
    private static final Map<String, int[]> CODED = Map.ofEntries(
            Map.entry("TypeDefOrRef", new int[] {0x02, 0x01, 0x1B}),
            Map.entry("HasConstant", new int[] {0x04, 0x08, 0x17}),
            Map.entry("HasCustomAttribute", new int[] {
                0x06, 0x04, 0x01, 0x02, 0x08, 0x09, 0x0A, 0x00, 0x0E, 0x17, 0x14, 0x11, 0x1A, 0x1B, 0x20, 0x23, 0x26,
                0x27, 0x28, 0x2A, 0x2C, 0x2B
            }),
            Map.entry("HasFieldMarshal", new int[] {0x04, 0x08}),
            Map.entry("HasDeclSecurity", new int[] {0x02, 0x06, 0x20}),
            Map.entry("MemberRefParent", new int[] {0x02, 0x01, 0x1A, 0x06, 0x1B}),
            Map.entry("HasSemantics", new int[] {0x14, 0x17}),
            Map.entry("MethodDefOrRef", new int[] {0x06, 0x0A}),
            Map.entry("MemberForwarded", new int[] {0x04, 0x06}),
            Map.entry("Implementation", new int[] {0x26, 0x23, 0x27}),
            Map.entry("CustomAttributeType", new int[] {-1, -1, 0x06, 0x0A, -1}),
            Map.entry("ResolutionScope", new int[] {0x00, 0x1A, 0x23, 0x01}),
            Map.entry("TypeOrMethodDef", new int[] {0x02, 0x06}));

    /** The columns of each table: a size in bytes, S, G or B for a heap, a table in hexadecimal, or a coded index. */
    private static final String[] COLUMNS = {
        "2 S G G G",
        "ResolutionScope S S",
        "4 S S TypeDefOrRef #04 #06",
        "#04",
        "2 S B",
        "#06",
        "4 2 2 S B #08",
        "#08",
        "2 2 S",
        "#02 TypeDefOrRef",
        "MemberRefParent S B",
        "2 HasConstant B",
        "HasCustomAttribute CustomAttributeType B",
        "HasFieldMarshal B",
        "2 HasDeclSecurity B",
        "2 4 #02",
        "4 #04",
        "B",
        "#02 #14",
        "#14",
        "2 S TypeDefOrRef",
        "#02 #17",
        "#17",
        "2 S B",
        "2 #06 HasSemantics",
        "#02 MethodDefOrRef MethodDefOrRef",
        "S",
        "B",
        "2 MemberForwarded S #1A",
        "4 #04",
        "4 4",
        "4",
        "4 2 2 2 2 4 B S S",
        "4",
        "4 4 4",
        "2 2 2 2 4 B S S B",
        "4 #23",
        "4 4 4 #23",
        "4 S B",
        "4 4 S S Implementation",
        "4 4 S Implementation",
        "#02 #02",
        "2 2 TypeOrMethodDef S",
        "MethodDefOrRef B",
        "#2A TypeDefOrRef"
    };

    private final ByteBuffer image;
    private final Map<String, Integer> streams = new HashMap<>();
    private final int[] rows = new int[64];
    private final int[] starts = new int[COUNT];
    private final int[][] widths = new int[COUNT][];
    private int heaps;

    /**
     * @param image the whole file
     * @param root where the metadata starts
     */
    MetadataTables(ByteBuffer image, int root) throws IOException {
        this.image = image.duplicate().order(ByteOrder.LITTLE_ENDIAN);
        if (this.image.getInt(root) != 0x424A5342) throw new IOException("no metadata");
        int version = this.image.getInt(root + 12);
        int at = root + 16 + version;
        int count = this.image.getShort(at + 2) & 0xFFFF;
        at += 4;
        for (int i = 0; i < count; i++) {
            int offset = this.image.getInt(at);
            int end = at + 8;
            while (this.image.get(end) != 0) end++;
            byte[] name = new byte[end - at - 8];
            this.image.get(at + 8, name);
            streams.put(new String(name, StandardCharsets.US_ASCII), root + offset);
            at = at + 8 + ((end - at - 8) / 4 + 1) * 4;
        }
        tables(streams.containsKey("#~") ? streams.get("#~") : streams.getOrDefault("#-", -1));
    }

    private void tables(int start) throws IOException {
        if (start < 0) throw new IOException("no tables");
        heaps = image.get(start + 6);
        long valid = image.getLong(start + 8);
        int at = start + 24;
        for (int i = 0; i < 64; i++) {
            if ((valid >>> i & 1) == 0) continue;
            rows[i] = image.getInt(at);
            if (rows[i] < 0) throw new IOException("too many rows");
            at += 4;
        }
        for (int i = 0; i < COUNT; i++) {
            String[] columns = COLUMNS[i].split(" ");
            widths[i] = new int[columns.length];
            int size = 0;
            for (int j = 0; j < columns.length; j++) {
                widths[i][j] = width(columns[j]);
                size += widths[i][j];
            }
            starts[i] = at;
            at = Math.addExact(at, Math.multiplyExact(size, rows[i]));
        }
    }

    private int width(String column) {
        char first = column.charAt(0);
        if (Character.isDigit(first)) return first - '0';
        if (column.equals("S")) return (heaps & WIDE_STRINGS) != 0 ? 4 : 2;
        if (column.equals("G")) return (heaps & WIDE_GUIDS) != 0 ? 4 : 2;
        if (column.equals("B")) return (heaps & WIDE_BLOBS) != 0 ? 4 : 2;
        if (first == '#') return rows[Integer.parseInt(column.substring(1), 16)] < NARROW ? 2 : 4;
        int[] targets = CODED.get(column);
        int most = 0;
        for (int target : targets) if (target >= 0) most = Math.max(most, rows[target]);
        return most < NARROW >> bits(targets) ? 2 : 4;
    }

    private static int bits(int[] targets) {
        return 32 - Integer.numberOfLeadingZeros(targets.length - 1);
    }

    int rows(int table) {
        return rows[table];
    }

    /** A column's value. @param row from 1 */
    int value(int table, int row, int column) throws IOException {
        if (row < 1 || row > rows[table]) throw new IOException("no row " + row + " in table " + table);
        int at = starts[table];
        int size = 0;
        for (int width : widths[table]) size += width;
        at += size * (row - 1);
        for (int i = 0; i < column; i++) at += widths[table][i];
        return widths[table][column] == 4 ? image.getInt(at) : image.getShort(at) & 0xFFFF;
    }

    /** What a coded index means: its table and row. */
    int[] coded(String name, int value) {
        int[] targets = CODED.get(name);
        int bits = bits(targets);
        int tag = value & (1 << bits) - 1;
        return new int[] {tag < targets.length ? targets[tag] : -1, value >>> bits};
    }

    String string(int offset) {
        int start = streams.getOrDefault("#Strings", 0) + offset;
        int end = start;
        while (image.get(end) != 0) end++;
        byte[] bytes = new byte[end - start];
        image.get(start, bytes);
        return new String(bytes, StandardCharsets.UTF_8);
    }

    byte[] blob(int offset) throws IOException {
        int at = streams.getOrDefault("#Blob", 0) + offset;
        int[] length = compressed(image, at);
        if (length[0] < 0 || at + length[1] + length[0] > image.capacity()) throw new IOException("a blob is cut off");
        byte[] bytes = new byte[length[0]];
        image.get(at + length[1], bytes);
        return bytes;
    }

    /** A compressed number and how many bytes it takes. Source: ECMA-335, II.23.2. */
    static int[] compressed(ByteBuffer bytes, int at) {
        int first = bytes.get(at) & 0xFF;
        if (first < 0x80) return new int[] {first, 1};
        if (first < 0xC0) return new int[] {(first & 0x3F) << 8 | bytes.get(at + 1) & 0xFF, 2};
        return new int[] {
            (first & 0x1F) << 24
                    | (bytes.get(at + 1) & 0xFF) << 16
                    | (bytes.get(at + 2) & 0xFF) << 8
                    | bytes.get(at + 3) & 0xFF,
            4
        };
    }
}
