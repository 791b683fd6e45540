package dev.pfeiler.ecosystem.dotnet.assembly;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What the metadata of an assembly says. Source: ECMA-335, partition II.
 *
 * @param name without version
 * @param version in four numbers
 * @param token of the public key, in hexadecimal; empty if it is not signed
 * @param references the assemblies that it refers to, with their versions
 * @param types the members of each type, by its full name; what compilers generate left out
 * @param attributes of the assembly: the text of the first argument by the full name of the attribute
 * @param resources the names of what is embedded
 * @param entry the type whose method a program starts with
 */
public record AssemblyFile(
        String name,
        String version,
        String token,
        SortedMap<String, String> references,
        SortedMap<String, SortedSet<String>> types,
        SortedMap<String, String> attributes,
        SortedSet<String> resources,
        Optional<String> entry) {
    private static final int CLI_HEADER = 14;

    /**
     * Reads an assembly.
     *
     * @throws IOException if it is none, or damaged
     */
    public static AssemblyFile read(byte[] bytes) throws IOException {
        try {
            return new Reader(ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN)).read();
        } catch (IndexOutOfBoundsException | ArithmeticException | NegativeArraySizeException e) {
            throw new IOException("not an assembly, or cut off", e);
        }
    }

    private static final class Reader {
        private final ByteBuffer image;
        private MetadataTables tables;
        private Signatures signatures;
        private String[] names;

        Reader(ByteBuffer image) {
            this.image = image;
        }

        AssemblyFile read() throws IOException {
            if (image.capacity() < 64 || image.getShort(0) != 0x5A4D) throw new IOException("not an executable file");
            int pe = image.getInt(0x3C);
            if (image.getInt(pe) != 0x4550) throw new IOException("not an executable file");
            int optional = pe + 24;
            boolean wide = image.getShort(optional) == 0x20B;
            int directory = optional + (wide ? 112 : 96) + CLI_HEADER * 8;
            int cli = image.getInt(directory);
            if (cli == 0) throw new IOException("no code of the common language runtime");
            int header = offset(pe, cli);
            tables = new MetadataTables(image, offset(pe, image.getInt(header + 8)));
            int entry = image.getInt(header + 20);
            names = typeNames();
            signatures = new Signatures(tables, names);
            if (tables.rows(MetadataTables.ASSEMBLY) == 0) throw new IOException("a module without an assembly");
            byte[] key = tables.blob(tables.value(MetadataTables.ASSEMBLY, 1, 6));
            return new AssemblyFile(
                    tables.string(tables.value(MetadataTables.ASSEMBLY, 1, 7)),
                    version(MetadataTables.ASSEMBLY, 1, 1),
                    key.length == 0 ? "" : token(key),
                    references(),
                    types(),
                    attributes(),
                    resources(),
                    entry >>> 24 == MetadataTables.METHOD ? Optional.of(owner(entry & 0xFFFFFF)) : Optional.empty());
        }

        private int offset(int pe, int address) throws IOException {
            int count = image.getShort(pe + 6) & 0xFFFF;
            int at = pe + 24 + (image.getShort(pe + 20) & 0xFFFF);
            for (int i = 0; i < count; i++, at += 40) {
                int start = image.getInt(at + 12);
                int size = Math.max(image.getInt(at + 8), image.getInt(at + 16));
                if (address >= start && address < start + size) return image.getInt(at + 20) + address - start;
            }
            throw new IOException("an address leads out of the file");
        }

        private String version(int table, int row, int column) throws IOException {
            StringBuilder version = new StringBuilder();
            for (int i = 0; i < 4; i++)
                version.append(i == 0 ? "" : ".").append(tables.value(table, row, column + i) & 0xFFFF);
            return version.toString();
        }

        /** Source: ECMA-335, II.6.3. */
        private static String token(byte[] key) {
            try {
                byte[] hash = MessageDigest.getInstance("SHA-1").digest(key);
                byte[] token = new byte[8];
                for (int i = 0; i < 8; i++) token[i] = hash[hash.length - 1 - i];
                return HexFormat.of().formatHex(token);
            } catch (NoSuchAlgorithmException e) {
                throw new IllegalStateException(e);
            }
        }

        private String[] typeNames() throws IOException {
            int count = tables.rows(MetadataTables.TYPE_DEF);
            int[] outer = new int[count + 1];
            for (int i = 1; i <= tables.rows(MetadataTables.NESTED); i++) {
                int inner = tables.value(MetadataTables.NESTED, i, 0);
                if (inner <= count) outer[inner] = tables.value(MetadataTables.NESTED, i, 1);
            }
            String[] found = new String[count + 1];
            for (int i = 1; i <= count; i++) {
                String space = tables.string(tables.value(MetadataTables.TYPE_DEF, i, 2));
                String name = tables.string(tables.value(MetadataTables.TYPE_DEF, i, 1));
                // an outer type stands before those within it
                boolean within = outer[i] > 0 && outer[i] < i;
                found[i] = within ? found[outer[i]] + "/" + name : space.isEmpty() ? name : space + "." + name;
            }
            return found;
        }

        private SortedMap<String, String> references() throws IOException {
            SortedMap<String, String> references = new TreeMap<>();
            for (int i = 1; i <= tables.rows(MetadataTables.ASSEMBLY_REF); i++)
                references.put(
                        tables.string(tables.value(MetadataTables.ASSEMBLY_REF, i, 6)),
                        version(MetadataTables.ASSEMBLY_REF, i, 0));
            return references;
        }

        private SortedMap<String, SortedSet<String>> types() throws IOException {
            SortedMap<String, SortedSet<String>> types = new TreeMap<>();
            int count = tables.rows(MetadataTables.TYPE_DEF);
            for (int i = 1; i <= count; i++) {
                if (isMade(names[i])) continue;
                SortedSet<String> members = types.computeIfAbsent(names[i], n -> new TreeSet<>());
                for (int row : owned(i, MetadataTables.FIELD, 4)) add(members, MetadataTables.FIELD, row, 1, 2);
                for (int row : owned(i, MetadataTables.METHOD, 5)) add(members, MetadataTables.METHOD, row, 3, 4);
            }
            return types;
        }

        private void add(SortedSet<String> members, int table, int row, int nameColumn, int signature)
                throws IOException {
            String name = tables.string(tables.value(table, row, nameColumn));
            if (!isMade(name)) members.add(name + signatures.text(tables.blob(tables.value(table, row, signature))));
        }

        /** Whether a name cannot be written in source code. */
        private static boolean isMade(String name) {
            return name.indexOf('<') >= 0 || name.indexOf('$') >= 0 || name.contains("__");
        }

        private List<Integer> owned(int type, int table, int column) throws IOException {
            int first = tables.value(MetadataTables.TYPE_DEF, type, column);
            int last = type < tables.rows(MetadataTables.TYPE_DEF)
                    ? tables.value(MetadataTables.TYPE_DEF, type + 1, column) - 1
                    : tables.rows(table);
            List<Integer> rows = new ArrayList<>();
            for (int i = first; i <= Math.min(last, tables.rows(table)); i++) rows.add(i);
            return rows;
        }

        private String owner(int method) throws IOException {
            for (int i = tables.rows(MetadataTables.TYPE_DEF); i > 0; i--)
                if (tables.value(MetadataTables.TYPE_DEF, i, 5) <= method) return names[i];
            return "";
        }

        private SortedSet<String> resources() throws IOException {
            SortedSet<String> found = new TreeSet<>();
            for (int i = 1; i <= tables.rows(MetadataTables.RESOURCE); i++)
                found.add(tables.string(tables.value(MetadataTables.RESOURCE, i, 2)));
            return found;
        }

        private SortedMap<String, String> attributes() throws IOException {
            SortedMap<String, String> attributes = new TreeMap<>();
            for (int i = 1; i <= tables.rows(MetadataTables.CUSTOM_ATTRIBUTE); i++) {
                int[] parent = tables.coded("HasCustomAttribute", tables.value(MetadataTables.CUSTOM_ATTRIBUTE, i, 0));
                if (parent[0] != MetadataTables.ASSEMBLY) continue;
                int[] type = tables.coded("CustomAttributeType", tables.value(MetadataTables.CUSTOM_ATTRIBUTE, i, 1));
                String name = type[0] == MetadataTables.MEMBER_REF
                        ? signatures.type(
                                tables.coded("MemberRefParent", tables.value(MetadataTables.MEMBER_REF, type[1], 0)))
                        : owner(type[1]);
                attributes.put(name, argument(tables.blob(tables.value(MetadataTables.CUSTOM_ATTRIBUTE, i, 2))));
            }
            return attributes;
        }

        /** The first argument if it looks like a text, else the whole in hexadecimal. Source: ECMA-335, II.23.3. */
        private static String argument(byte[] blob) {
            if (blob.length < 3 || blob[0] != 1 || blob[1] != 0) return "";
            if (blob[2] == (byte) 0xFF) return "";
            ByteBuffer bytes = ByteBuffer.wrap(blob);
            int[] length = MetadataTables.compressed(bytes, 2);
            int start = 2 + length[1];
            // two bytes behind it count the named arguments
            boolean text = start + length[0] + 2 <= blob.length;
            return text
                    ? new String(blob, start, length[0], StandardCharsets.UTF_8)
                    : HexFormat.of().formatHex(blob);
        }
    }
}
