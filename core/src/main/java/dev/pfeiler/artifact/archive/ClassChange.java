package dev.pfeiler.artifact.archive;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/** What changed from one class file to another of the same name. */
public final class ClassChange {
    private ClassChange() {}

    /** The changes in words: level, members, whose code; empty if none of these differs. */
    public static List<String> between(byte[] one, byte[] other) {
        List<String> changes = new ArrayList<>();
        int before = ClassFile.level(one);
        int after = ClassFile.level(other);
        if (before != after) changes.add("level " + before + ", now " + after);
        try {
            Map<String, byte[]> old = members(one);
            Map<String, byte[]> now = members(other);
            old.forEach((member, code) -> {
                if (!now.containsKey(member)) changes.add(member + " gone");
                // another level makes other code of the same source
                else if (before == after && !Arrays.equals(code, now.get(member))) changes.add(member + " changed");
            });
            now.keySet().stream().filter(m -> !old.containsKey(m)).forEach(member -> changes.add(member + " added"));
        } catch (RuntimeException e) {
            changes.add("its members could not be read");
        }
        return changes;
    }

    /** Each field and method as it would be declared, with its own bytes less the debug information. */
    static Map<String, byte[]> members(byte[] bytes) {
        Map<String, byte[]> members = new TreeMap<>();
        List<Member> found = new ArrayList<>();
        ClassReader reader = new ClassReader(bytes);
        reader.accept(
                new ClassVisitor(Opcodes.ASM9) {
                    @Override
                    public FieldVisitor visitField(int access, String name, String type, String sign, Object value) {
                        found.add(new Member(name, type));
                        return null;
                    }

                    @Override
                    public MethodVisitor visitMethod(int access, String name, String type, String sign, String[] e) {
                        found.add(new Member(name, type));
                        return null;
                    }
                },
                ClassReader.SKIP_CODE);
        for (Member member : found) members.put(member.text(), member.alone(reader));
        return members;
    }

    private record Member(String name, String type) {
        String text() {
            Type described = Type.getType(type);
            if (described.getSort() != Type.METHOD) return described.getClassName() + " " + name;
            List<String> parameters = Arrays.stream(described.getArgumentTypes())
                    .map(Type::getClassName)
                    .toList();
            return name + "(" + String.join(", ", parameters) + ")";
        }

        byte[] alone(ClassReader reader) {
            ClassWriter writer = new ClassWriter(0);
            writer.visit(Opcodes.V1_8, 0, "Alone", null, "java/lang/Object", null);
            reader.accept(
                    new ClassVisitor(Opcodes.ASM9) {
                        @Override
                        public FieldVisitor visitField(
                                int access, String field, String described, String sign, Object value) {
                            boolean same = field.equals(name) && described.equals(type);
                            return same ? writer.visitField(access, field, described, sign, value) : null;
                        }

                        @Override
                        public MethodVisitor visitMethod(
                                int access, String method, String described, String sign, String[] thrown) {
                            boolean same = method.equals(name) && described.equals(type);
                            return same ? writer.visitMethod(access, method, described, sign, thrown) : null;
                        }
                    },
                    ClassReader.SKIP_DEBUG);
            writer.visitEnd();
            return writer.toByteArray();
        }
    }
}
