package dev.pfeiler.artifact.archive;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

class ClassChangeTest {
    private final ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);

    private ClassChangeTest begin(int version) {
        writer.visit(version, Opcodes.ACC_PUBLIC, "port/Gauge", null, "java/lang/Object", null);
        return this;
    }

    private ClassChangeTest field(String name, String type) {
        writer.visitField(0, name, type, null, null).visitEnd();
        return this;
    }

    private ClassChangeTest method(String name, String type, int given) {
        MethodVisitor method = writer.visitMethod(Opcodes.ACC_STATIC, name, type, null, null);
        method.visitCode();
        method.visitIntInsn(Opcodes.BIPUSH, given);
        method.visitInsn(Opcodes.IRETURN);
        method.visitMaxs(1, 1);
        method.visitEnd();
        return this;
    }

    private byte[] bytes() {
        writer.visitEnd();
        return writer.toByteArray();
    }

    private static ClassChangeTest level(int version) {
        return new ClassChangeTest().begin(version);
    }

    @Test
    void namesTheMembersThatChanged() {
        byte[] before = level(Opcodes.V1_8)
                .field("depth", "I")
                .method("height", "(Ljava/lang/String;)I", 1)
                .method("same", "()I", 3)
                .bytes();
        byte[] after = level(Opcodes.V1_8)
                .field("depth", "J")
                .method("height", "(Ljava/lang/String;)I", 2)
                .method("same", "()I", 3)
                .method("more", "([I)I", 1)
                .bytes();
        assertThat(ClassChange.between(before, after))
                .containsExactly(
                        "height(java.lang.String) changed", "int depth gone", "long depth added", "more(int[]) added");
        assertThat(ClassChange.between(before, before)).isEmpty();
    }

    @Test
    void atAnotherLevelOnlyMembersThatComeOrGoCount() {
        byte[] before = level(Opcodes.V1_8).method("height", "()I", 1).bytes();
        byte[] after = level(Opcodes.V11).method("height", "()I", 2).bytes();
        assertThat(ClassChange.between(before, after)).containsExactly("level 8, now 11");
    }

    @Test
    void whatIsNoClassFileIsSaidSo() {
        assertThat(ClassChange.between(new byte[] {1}, new byte[] {2, 3}))
                .containsExactly("its members could not be read");
    }
}
