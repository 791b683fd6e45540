package dev.pfeiler.artifact.archive;

import java.util.Arrays;
import java.util.function.UnaryOperator;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.Handle;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/** The text constants of class files. */
public final class ClassTexts {
    private ClassTexts() {}

    /** The class with its text constants replaced; as it is if its level is not known yet. */
    public static byte[] replace(byte[] bytes, UnaryOperator<String> change) {
        ClassWriter writer = new ClassWriter(0);
        try {
            new ClassReader(bytes).accept(new Replacing(writer, change), 0);
            return writer.toByteArray();
        } catch (RuntimeException e) {
            return bytes;
        }
    }

    private static final class Replacing extends ClassVisitor {
        private final UnaryOperator<String> change;

        Replacing(ClassVisitor to, UnaryOperator<String> change) {
            super(Opcodes.ASM9, to);
            this.change = change;
        }

        private Object changed(Object value) {
            return value instanceof String text ? change.apply(text) : value;
        }

        @Override
        public FieldVisitor visitField(int access, String name, String type, String signature, Object value) {
            return super.visitField(access, name, type, signature, changed(value));
        }

        @Override
        public MethodVisitor visitMethod(int access, String name, String type, String signature, String[] exceptions) {
            MethodVisitor method = super.visitMethod(access, name, type, signature, exceptions);
            return new MethodVisitor(Opcodes.ASM9, method) {
                @Override
                public void visitLdcInsn(Object value) {
                    super.visitLdcInsn(changed(value));
                }

                // later compilers keep the texts that they join as arguments of a call
                @Override
                public void visitInvokeDynamicInsn(String name, String type, Handle bootstrap, Object... arguments) {
                    Object[] texts = Arrays.stream(arguments)
                            .map(Replacing.this::changed)
                            .toArray();
                    super.visitInvokeDynamicInsn(name, type, bootstrap, texts);
                }
            };
        }
    }
}
