package dev.pfeiler.artifact.archive;

import java.nio.charset.StandardCharsets;
import java.util.Set;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Opcodes;

/** What is read of a class file without looking at its code. Source: The Java Virtual Machine Specification, chapter 4. */
public final class ClassFile {
    private static final int UTF8 = 1;
    private static final int CLASS = 7;

    private ClassFile() {}

    /** The Java level a class file was compiled for; 0 if the bytes are no class file. */
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

    /** The name of the class that the one in a class file extends, with dots. */
    public static String superclass(byte[] bytes) {
        String name = new ClassReader(bytes).getSuperName();
        return name == null ? "" : name.replace('/', '.');
    }

    /** Whether a class file holds an annotation that a running program does not see, or an enum. */
    public static boolean isForCompilerOnly(byte[] bytes) {
        ClassReader reader = new ClassReader(bytes);
        if ((reader.getAccess() & Opcodes.ACC_ENUM) != 0) return true;
        if ((reader.getAccess() & Opcodes.ACC_ANNOTATION) == 0) return false;
        boolean[] runtime = {false};
        reader.accept(
                new ClassVisitor(Opcodes.ASM9) {
                    @Override
                    public AnnotationVisitor visitAnnotation(String descriptor, boolean visible) {
                        if (!descriptor.equals("Ljava/lang/annotation/Retention;")) return null;
                        return new AnnotationVisitor(Opcodes.ASM9) {
                            @Override
                            public void visitEnum(String name, String type, String value) {
                                runtime[0] |= value.equals("RUNTIME");
                            }
                        };
                    }
                },
                ClassReader.SKIP_CODE);
        return !runtime[0];
    }

    /**
     * Adds the names, with dots, of all classes that a class file mentions: used, extended, or part of a signature; those
     * of the Java runtime's own packages are left out.
     *
     * @param bytes their version is overwritten
     * @throws RuntimeException if the bytes are no class file
     */
    static void addReferences(byte[] bytes, Set<String> names) {
        // the reader refuses levels it does not know; the constant pool is the same in all of them
        bytes[6] = 0;
        bytes[7] = 52;
        ClassReader reader = new ClassReader(bytes);
        for (int i = 1; i < reader.getItemCount(); i++) {
            int at = reader.getItem(i);
            if (at == 0) continue;
            int tag = bytes[at - 1];
            if (tag == CLASS) {
                int name = reader.getItem(reader.readUnsignedShort(at));
                int end = name + 2 + length(bytes, name);
                if (bytes[name + 2] == '[') addDescriptor(bytes, name + 2, end, names);
                else add(bytes, name + 2, end, names);
            } else if (tag == UTF8 && isDescriptor(bytes, at)) {
                addDescriptor(bytes, at + 2, at + 2 + length(bytes, at), names);
            }
        }
    }

    private static int length(byte[] bytes, int at) {
        return (bytes[at] & 0xff) << 8 | bytes[at + 1] & 0xff;
    }

    private static boolean isDescriptor(byte[] bytes, int at) {
        int length = length(bytes, at);
        if (length < 3) return false;
        byte first = bytes[at + 2];
        return first == '(' || first == '[' || first == 'L' && bytes[at + 1 + length] == ';';
    }

    private static void addDescriptor(byte[] bytes, int from, int to, Set<String> names) {
        for (int i = from; i < to; i++) {
            if (bytes[i] != 'L') continue;
            int end = i + 1;
            while (end < to && bytes[end] != ';' && bytes[end] != '<' && bytes[end] != '(') end++;
            if (end < to) add(bytes, i + 1, end, names);
            i = end;
        }
    }

    /** Adds a name unless it is one of the runtime's, as most are: it would be thrown away later. */
    private static void add(byte[] bytes, int from, int to, Set<String> names) {
        boolean runtime = to - from > 5
                && bytes[from] == 'j'
                && bytes[from + 1] == 'a'
                && bytes[from + 2] == 'v'
                && bytes[from + 3] == 'a'
                && bytes[from + 4] == '/';
        if (runtime || to <= from) return;
        names.add(new String(bytes, from, to - from, StandardCharsets.UTF_8).replace('/', '.'));
    }
}
