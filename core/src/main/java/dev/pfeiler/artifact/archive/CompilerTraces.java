package dev.pfeiler.artifact.archive;

import java.util.Arrays;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.Attribute;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * What compilers of languages beside Java leave in class files for themselves: descriptions of the source with the
 * version of the compiler, and fields that it adds when it writes stubs.
 */
public final class CompilerTraces {
    private static final Set<String> DESCRIPTIONS =
            Set.of("Lkotlin/Metadata;", "Lscala/reflect/ScalaSignature;", "Lscala/reflect/ScalaLongSignature;");
    private static final Set<String> ATTRIBUTES = Set.of("ScalaSig", "Scala", "TASTY", "ScalaInlineInfo");
    private static final Pattern OF_STUBS = Pattern.compile(" \\$staticClassInfo\\$+$");

    private CompilerTraces() {}

    /** Whether two class files differ in such traces, and in the order of their members, alone. */
    public static boolean alone(byte[] one, byte[] other) {
        try {
            Map<String, byte[]> old = members(one);
            Map<String, byte[]> now = members(other);
            return Arrays.equals(head(one), head(other))
                    && old.keySet().equals(now.keySet())
                    && old.entrySet().stream()
                            .allMatch(entry -> Arrays.equals(entry.getValue(), now.get(entry.getKey())));
        } catch (RuntimeException e) {
            // a level that the reader does not know yet
            return false;
        }
    }

    private static Map<String, byte[]> members(byte[] bytes) {
        Map<String, byte[]> members = ClassChange.members(bytes);
        members.keySet().removeIf(member -> OF_STUBS.matcher(member).find());
        return members;
    }

    /** The class without its members. */
    private static byte[] head(byte[] bytes) {
        ClassWriter writer = new ClassWriter(0);
        new ClassReader(bytes)
                .accept(
                        new ClassVisitor(Opcodes.ASM9, writer) {
                            @Override
                            public AnnotationVisitor visitAnnotation(String type, boolean visible) {
                                return DESCRIPTIONS.contains(type) ? null : super.visitAnnotation(type, visible);
                            }

                            @Override
                            public void visitAttribute(Attribute attribute) {
                                if (!ATTRIBUTES.contains(attribute.type)) super.visitAttribute(attribute);
                            }

                            @Override
                            public FieldVisitor visitField(
                                    int access, String name, String type, String sign, Object value) {
                                return null;
                            }

                            @Override
                            public MethodVisitor visitMethod(
                                    int access, String name, String type, String sign, String[] thrown) {
                                return null;
                            }
                        },
                        ClassReader.SKIP_DEBUG);
        return writer.toByteArray();
    }
}
