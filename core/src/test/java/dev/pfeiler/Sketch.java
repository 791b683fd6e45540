package dev.pfeiler;

import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.ProjectTree;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/** A project sketched in a temporary folder for a test. */
public final class Sketch {
    private final Path root;

    public Sketch(Path root) {
        this.root = root;
    }

    /** Surroundings of nothing but a home folder and this Java. */
    public static Environment alone(Path home, boolean offline) {
        return new Environment(home, Map.of(), Path.of(System.getProperty("java.home")), offline);
    }

    /** What a person settles with {@code --choose}, as {@code KEY=VALUE} each. */
    public static Choices chosen(String... pairs) {
        return new Choices(Arrays.stream(pairs)
                .map(pair -> pair.split("=", 2))
                .map(parts -> Choice.option(parts[0], parts[1], "--choose " + parts[0] + "=" + parts[1]))
                .toList());
    }

    public Path root() {
        return root;
    }

    /** The tree as it is now. */
    public ProjectTree tree() {
        return ProjectTree.read(root);
    }

    public Sketch file(String path, String... lines) throws IOException {
        return bytes(path, (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8));
    }

    public Sketch file(String path, Charset charset, String text) throws IOException {
        return bytes(path, text.getBytes(charset));
    }

    public Sketch bytes(String path, byte[] bytes) throws IOException {
        Path file = root.resolve(path);
        Files.createDirectories(file.getParent());
        Files.write(file, bytes);
        return this;
    }

    /** A jar of classes, which may mention others: {@code "a.B", "c.D uses a.B"}. */
    public Sketch jar(String path, String... classes) throws IOException {
        return jar(path, Map.of(), classes);
    }

    /** A jar of classes and of further entries. */
    public Sketch jar(String path, Map<String, String> entries, String... classes) throws IOException {
        Map<String, byte[]> all = new LinkedHashMap<>();
        new TreeMap<>(entries).forEach((name, text) -> all.put(name, text.getBytes(StandardCharsets.UTF_8)));
        for (String written : classes) {
            String[] parts = written.split(" uses ");
            all.put(parts[0].replace('.', '/') + ".class", classFile(8, parts));
        }
        return bytes(path, zip(all));
    }

    /** A jar with the descriptor that a Maven build leaves in it. */
    public Sketch describedJar(String path, String coordinates, String... classes) throws IOException {
        String[] c = coordinates.split(":");
        return jar(
                path,
                Map.of(
                        "META-INF/maven/" + c[0] + "/" + c[1] + "/pom.properties",
                        "groupId=" + c[0] + "\nartifactId=" + c[1] + "\nversion=" + c[2] + "\n"),
                classes);
    }

    /** Puts a file of the project into a local repository as well. */
    public Sketch published(String path, Path repository, String coordinates) throws IOException {
        String[] c = coordinates.split(":");
        Path file =
                repository.resolve(c[0].replace('.', '/') + "/" + c[1] + "/" + c[2] + "/" + c[1] + "-" + c[2] + ".jar");
        Files.createDirectories(file.getParent());
        Files.copy(root.resolve(path), file);
        return this;
    }

    public static byte[] zip(Map<String, byte[]> entries) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> entry : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(entry.getKey()));
                zip.write(entry.getValue());
            }
        }
        return out.toByteArray();
    }

    /** A class file of that Java level whose one method makes the classes it mentions. */
    public static byte[] classFile(int level, String... nameAndMentions) {
        ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);
        writer.visit(
                44 + level, Opcodes.ACC_PUBLIC, nameAndMentions[0].replace('.', '/'), null, "java/lang/Object", null);
        MethodVisitor method = writer.visitMethod(Opcodes.ACC_PUBLIC, "use", "()V", null, null);
        for (int i = 1; i < nameAndMentions.length; i++) {
            method.visitTypeInsn(Opcodes.NEW, nameAndMentions[i].replace('.', '/'));
            method.visitInsn(Opcodes.POP);
        }
        method.visitInsn(Opcodes.RETURN);
        method.visitMaxs(0, 0);
        writer.visitEnd();
        return writer.toByteArray();
    }

    /** A class file of an annotation that class files keep and running programs do not see. */
    public static byte[] annotation(String name) {
        ClassWriter writer = new ClassWriter(0);
        writer.visit(
                52,
                Opcodes.ACC_PUBLIC | Opcodes.ACC_ANNOTATION | Opcodes.ACC_INTERFACE | Opcodes.ACC_ABSTRACT,
                name.replace('.', '/'),
                null,
                "java/lang/Object",
                new String[] {"java/lang/annotation/Annotation"});
        writer.visitEnd();
        return writer.toByteArray();
    }

    /** Every file with its hash and mode and every folder, by path; what a conversion may not lose. */
    public Map<String, String> digest() throws IOException {
        Map<String, String> digest = new TreeMap<>();
        try (Stream<Path> paths = Files.walk(root)) {
            for (Path path : (Iterable<Path>) paths::iterator) {
                String mode =
                        PosixFilePermissions.toString(Files.getPosixFilePermissions(path, LinkOption.NOFOLLOW_LINKS));
                String content = Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)
                        ? "folder"
                        : Files.isSymbolicLink(path)
                                ? "link to " + Files.readSymbolicLink(path)
                                : Files.isRegularFile(path)
                                        ? Hashing.sha256(path) + " " + Files.getLastModifiedTime(path)
                                        : "no file";
                digest.put(root.relativize(path).toString(), mode + " " + content);
            }
        }
        return digest;
    }
}
