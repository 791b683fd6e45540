package dev.pfeiler.ecosystem.dotnet.assembly;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;

/** Signatures of members as texts. Source: ECMA-335, II.23.2. */
final class Signatures {
    private static final String[] SIMPLE = {
        "", "void", "bool", "char", "sbyte", "byte", "short", "ushort", "int", "uint", "long", "ulong", "float",
        "double", "string"
    };
    private static final int DEEPEST = 50;

    private final MetadataTables tables;
    private final String[] names;

    /** @param names the full names of the assembly's own types, from 1 */
    Signatures(MetadataTables tables, String[] names) {
        this.tables = tables;
        this.names = names;
    }

    /** The full name of a type by its table and row. */
    String type(int[] place) throws IOException {
        return switch (place[0]) {
            case MetadataTables.TYPE_DEF -> place[1] < names.length ? names[place[1]] : "?";
            case MetadataTables.TYPE_REF -> {
                String space = tables.string(tables.value(MetadataTables.TYPE_REF, place[1], 2));
                String name = tables.string(tables.value(MetadataTables.TYPE_REF, place[1], 1));
                yield space.isEmpty() ? name : space + "." + name;
            }
            case MetadataTables.TYPE_SPEC ->
                new Text(tables.blob(tables.value(MetadataTables.TYPE_SPEC, place[1], 0))).type();
            default -> "?";
        };
    }

    /** The text of a field's or method's signature. */
    String text(byte[] blob) throws IOException {
        return blob.length == 0 ? "" : new Text(blob).member();
    }

    private final class Text {
        private final ByteBuffer bytes;
        private int at;
        private int depth;

        Text(byte[] blob) {
            bytes = ByteBuffer.wrap(blob);
        }

        private int number() {
            int[] number = MetadataTables.compressed(bytes, at);
            at += number[1];
            return number[0];
        }

        String member() throws IOException {
            int kind = number();
            if ((kind & 0x0F) == 6) return ": " + type();
            if ((kind & 0x10) != 0) number();
            int count = number();
            String result = type();
            List<String> parameters = new ArrayList<>();
            for (int i = 0; i < count && at < bytes.capacity(); i++) parameters.add(type());
            return "(" + String.join(", ", parameters) + "): " + result;
        }

        String type() throws IOException {
            if (++depth > DEEPEST) throw new IOException("a signature is nested too deeply");
            String text = typeWithin();
            depth--;
            return text;
        }

        private String typeWithin() throws IOException {
            int element = number();
            if (element < SIMPLE.length) return SIMPLE[element];
            return switch (element) {
                case 0x0F -> type() + "*";
                case 0x10 -> "ref " + type();
                case 0x11, 0x12 -> Signatures.this.type(tables.coded("TypeDefOrRef", number()));
                case 0x13 -> "!" + number();
                case 0x14 -> array();
                case 0x15 -> generic();
                case 0x16 -> "typedref";
                case 0x18 -> "nint";
                case 0x19 -> "nuint";
                case 0x1B -> "method " + member();
                case 0x1C -> "object";
                case 0x1D -> type() + "[]";
                case 0x1E -> "!!" + number();
                case 0x1F, 0x20 -> {
                    number();
                    yield type();
                }
                case 0x41, 0x45 -> type();
                default -> "?" + element;
            };
        }

        private String array() throws IOException {
            String of = type();
            int rank = number();
            int sizes = number();
            for (int i = 0; i < sizes; i++) number();
            int bounds = number();
            for (int i = 0; i < bounds; i++) number();
            return of + "[" + ",".repeat(Math.max(0, Math.min(rank, 32) - 1)) + "]";
        }

        private String generic() throws IOException {
            number();
            String of = Signatures.this.type(tables.coded("TypeDefOrRef", number()));
            int count = number();
            List<String> arguments = new ArrayList<>();
            for (int i = 0; i < count && at < bytes.capacity(); i++) arguments.add(type());
            return of + "<" + String.join(", ", arguments) + ">";
        }
    }
}
