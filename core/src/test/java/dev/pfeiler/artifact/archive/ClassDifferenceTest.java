package dev.pfeiler.artifact.archive;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import org.junit.jupiter.api.Test;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Opcodes;

class ClassDifferenceTest {
    private final byte[] plain = Sketch.classFile(8, "a.B", "c.D");

    private static byte[] withSource(byte[] bytes) {
        ClassWriter writer = new ClassWriter(0);
        new ClassReader(bytes)
                .accept(
                        new ClassVisitor(Opcodes.ASM9, writer) {
                            @Override
                            public void visitEnd() {
                                visitSource("B.java", null);
                                super.visitEnd();
                            }
                        },
                        0);
        return writer.toByteArray();
    }

    @Test
    void tellsWhyBytesDiffer() {
        assertThat(ClassDifference.between(plain, plain.clone())).isEqualTo(ClassDifference.NONE);
        assertThat(ClassDifference.between(plain, Sketch.classFile(11, "a.B", "c.D")))
                .isEqualTo(ClassDifference.LEVEL);
        assertThat(ClassDifference.between(plain, withSource(plain))).isEqualTo(ClassDifference.DEBUG);
        assertThat(ClassDifference.between(plain, Sketch.classFile(8, "a.B", "c.E")))
                .isEqualTo(ClassDifference.CODE);
        assertThat(ClassDifference.CODE.text())
                .as("a change of code has no cause")
                .isEmpty();
    }

    @Test
    void textConstantsCanBeReplaced() {
        ClassWriter writer = new ClassWriter(0);
        writer.visit(Opcodes.V1_8, 0, "a/B", null, "java/lang/Object", null);
        writer.visitField(Opcodes.ACC_STATIC, "DAY", "Ljava/lang/String;", null, "1 May");
        writer.visitField(Opcodes.ACC_STATIC, "NUMBER", "I", null, 1);
        var method = writer.visitMethod(Opcodes.ACC_STATIC, "day", "()Ljava/lang/String;", null, null);
        method.visitLdcInsn("on 1 May");
        method.visitInsn(Opcodes.ARETURN);
        method.visitMaxs(1, 0);
        byte[] bytes = writer.toByteArray();
        byte[] later = ClassTexts.replace(bytes, text -> text.replace("1 May", "2 June"));
        assertThat(ClassDifference.between(bytes, later)).isEqualTo(ClassDifference.CODE);
        byte[] back = ClassTexts.replace(later, text -> text.replace("2 June", "1 May"));
        assertThat(ClassDifference.between(bytes, back)).isEqualTo(ClassDifference.NONE);
        byte[] unknown = {1, 2, 3};
        assertThat(ClassTexts.replace(unknown, text -> "")).isSameAs(unknown);
    }

    @Test
    void readsLevels() {
        assertThat(ClassFile.level(Sketch.classFile(17, "a.B"))).isEqualTo(17);
        assertThat(ClassFile.level(new byte[] {1, 2, 3})).isZero();
        assertThat(ClassFile.level(new byte[20])).isZero();
    }
}
