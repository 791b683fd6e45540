package dev.pfeiler.artifact.archive;

import java.util.Arrays;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassWriter;

/** In what two class files of the same name differ. */
public enum ClassDifference {
    NONE(""),
    LEVEL("another Java level"),
    DEBUG("debug information only"),
    CODE("");

    private final String text;

    ClassDifference(String text) {
        this.text = text;
    }

    /** The difference as the cause of unequal bytes; empty if it is none that explains them. */
    public String text() {
        return text;
    }

    /** Compares the bytes of two class files. */
    public static ClassDifference between(byte[] one, byte[] other) {
        if (Arrays.equals(one, other)) return NONE;
        if (ClassFile.level(one) != ClassFile.level(other)) return LEVEL;
        try {
            return Arrays.equals(plain(one), plain(other)) ? DEBUG : CODE;
        } catch (RuntimeException e) {
            // a level that the reader does not know yet
            return CODE;
        }
    }

    private static byte[] plain(byte[] bytes) {
        ClassWriter writer = new ClassWriter(0);
        new ClassReader(bytes).accept(writer, ClassReader.SKIP_DEBUG);
        return writer.toByteArray();
    }
}
