package dev.pfeiler.ecosystem.jvm.archive;

import java.util.Set;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.Opcodes;

/** What is read of a class file without looking at its code. Source: The Java Virtual Machine Specification, chapter 4. */
public final class ClassFile {
    private static final int UTF8 = 1;
    private static final int CLASS = 7;

    private ClassFile() {}

    /** The Java level a class file was compiled for; 0 where the bytes are no class file. */
    public static int level(byte[] bytes) {
        boolean magic = bytes.length > 8
                && (bytes[0] & 0xff) == 0xca
                && (bytes[1] & 0xff) == 0xfe
                && (bytes[2] & 0xff) == 0xba
                && (bytes[3] & 0xff) == 0xbe;
        if (!magic) return 0;
        int major = (bytes[6] & 0xff) << 8 | bytes[7] & 0xff;
        return major < 45 || major > 200 ? 0 : Math.max(1, major - 44);
    }

    /** Whether a class file holds an abstract class or an interface. */
    public static boolean isAbstract(byte[] bytes) {
        return (new ClassReader(bytes).getAccess() & Opcodes.ACC_ABSTRACT) != 0;
    }

    /**
     * Adds the names, with dots, of all classes that a class file mentions: used, extended, or part of a signature.
     *
     * @throws RuntimeException where the bytes are no class file
     */
    static void addReferences(byte[] bytes, Set<String> names) {
        // the reader refuses levels it does not know; the constant pool is the same in all of them
        byte[] lowered = bytes.clone();
        lowered[6] = 0;
        lowered[7] = 52;
        ClassReader reader = new ClassReader(lowered);
        char[] buffer = new char[reader.getMaxStringLength()];
        for (int i = 1; i < reader.getItemCount(); i++) {
            int at = reader.getItem(i);
            if (at == 0) continue;
            int tag = lowered[at - 1];
            if (tag == CLASS) {
                String name = reader.readUTF8(at, buffer);
                if (name.startsWith("[")) addDescriptor(name, names);
                else names.add(name.replace('/', '.'));
            } else if (tag == UTF8 && isDescriptor(lowered, at)) {
                addDescriptor(utf8(lowered, at), names);
            }
        }
    }

    private static boolean isDescriptor(byte[] bytes, int at) {
        int length = (bytes[at] & 0xff) << 8 | bytes[at + 1] & 0xff;
        if (length < 3) return false;
        byte first = bytes[at + 2];
        return first == '(' || first == '[' || first == 'L' && bytes[at + 1 + length] == ';';
    }

    private static String utf8(byte[] bytes, int at) {
        int length = (bytes[at] & 0xff) << 8 | bytes[at + 1] & 0xff;
        return new String(bytes, at + 2, length, java.nio.charset.StandardCharsets.UTF_8);
    }

    private static void addDescriptor(String descriptor, Set<String> names) {
        for (int i = descriptor.indexOf('L'); i >= 0; i = descriptor.indexOf('L', i + 1)) {
            int end = i + 1;
            while (end < descriptor.length() && ";<(".indexOf(descriptor.charAt(end)) < 0) end++;
            if (end < descriptor.length())
                names.add(descriptor.substring(i + 1, end).replace('/', '.'));
            i = end;
        }
    }
}
