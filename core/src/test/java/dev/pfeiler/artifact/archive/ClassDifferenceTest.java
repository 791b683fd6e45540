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
    void readsLevels() {
        assertThat(ClassFile.level(Sketch.classFile(17, "a.B"))).isEqualTo(17);
        assertThat(ClassFile.level(new byte[] {1, 2, 3})).isZero();
        assertThat(ClassFile.level(new byte[20])).isZero();
    }
}
