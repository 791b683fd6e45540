package dev.pfeiler.artifact.archive;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.tree.FileStamp;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.Trees;
import java.io.BufferedInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What was read of jars before, in a folder with a file for each; a jar is read again when its {@link FileStamp} has
 * changed. The form: {@link DataOutputStream}'s own, with a number of entries before each list.
 */
public final class JarCache {
    private static final Logger LOG = LoggerFactory.getLogger(JarCache.class);
    private static final int FORM = 3;
    /** Beyond that many files the oldest half goes. */
    private static final int MOST = 4000;

    private final Optional<Path> folder;

    /** @param folder where it is; without it every jar is read */
    public JarCache(Optional<Path> folder) {
        this.folder = folder;
    }

    /** Reads a jar of a tree, or what is known of it; one that cannot be read says so in its trouble. */
    public Jar read(ProjectTree tree, TreeFile file) {
        return read(tree.onDisk(file.path()), file);
    }

    /**
     * Reads a jar that is in no tree.
     *
     * @param name the path that it gets
     * @throws IOException if there is no such file
     */
    public Jar read(Path onDisk, String name) throws IOException {
        return read(
                onDisk,
                new TreeFile(
                        name,
                        Files.size(onDisk),
                        Files.getLastModifiedTime(onDisk).toInstant(),
                        false));
    }

    private Jar read(Path onDisk, TreeFile file) {
        if (folder.isEmpty()) return JarReader.read(onDisk, file);
        FileStamp stamp;
        try {
            stamp = FileStamp.of(onDisk);
        } catch (IOException e) {
            return JarReader.read(onDisk, file);
        }
        String name = Hashing.sha256((onDisk + "\n" + stamp).getBytes(StandardCharsets.UTF_8));
        Path kept = folder.get().resolve(name.substring(0, 40));
        if (Files.exists(kept)) {
            try {
                return load(kept, file);
            } catch (IOException | RuntimeException e) {
                LOG.debug("{} is read anew", file.path(), e);
            }
        }
        Jar jar = JarReader.read(onDisk, file);
        if (jar.kind() != Jar.Kind.BROKEN && stamp.isSettled()) save(kept, jar);
        return jar;
    }

    private static Jar load(Path kept, TreeFile file) throws IOException {
        try (DataInputStream in = new DataInputStream(new BufferedInputStream(Files.newInputStream(kept), 1 << 16))) {
            if (in.readInt() != FORM) throw new IOException("another form");
            String sha1 = in.readUTF();
            Jar.Kind kind = Jar.Kind.valueOf(in.readUTF());
            int level = in.readInt();
            Set<String> classes = strings(in);
            Set<String> references = strings(in);
            Set<String> tagLibraries = strings(in);
            Set<String> services = strings(in);
            Set<String> namespaces = strings(in);
            Map<String, String> manifest = new LinkedHashMap<>();
            for (int n = in.readInt(); n > 0; n--) manifest.put(in.readUTF(), in.readUTF());
            Map<String, Coordinates> descriptors = new LinkedHashMap<>();
            for (int n = in.readInt(); n > 0; n--) {
                descriptors.put(in.readUTF(), new Coordinates(in.readUTF(), in.readUTF(), in.readUTF(), in.readUTF()));
            }
            return new Jar(
                    file.path(),
                    file.size(),
                    sha1,
                    kind,
                    classes,
                    references,
                    level,
                    manifest,
                    descriptors,
                    tagLibraries,
                    services,
                    namespaces,
                    "");
        }
    }

    private static Set<String> strings(DataInputStream in) throws IOException {
        int count = in.readInt();
        Set<String> strings = new LinkedHashSet<>(count * 2);
        for (int n = count; n > 0; n--) strings.add(in.readUTF());
        return strings;
    }

    private static void save(Path kept, Jar jar) {
        Path folder = kept.getParent();
        try {
            Files.createDirectories(folder);
            prune(folder);
            ByteArrayOutputStream bytes = new ByteArrayOutputStream(1 << 16);
            try (DataOutputStream out = new DataOutputStream(bytes)) {
                out.writeInt(FORM);
                out.writeUTF(jar.sha1());
                out.writeUTF(jar.kind().name());
                out.writeInt(jar.level());
                for (Collection<String> all : List.of(
                        jar.classes(), jar.references(), jar.tagLibraries(), jar.services(), jar.namespaces())) {
                    out.writeInt(all.size());
                    for (String one : all) out.writeUTF(one);
                }
                out.writeInt(jar.manifest().size());
                for (Map.Entry<String, String> entry : jar.manifest().entrySet()) {
                    out.writeUTF(entry.getKey());
                    out.writeUTF(entry.getValue());
                }
                out.writeInt(jar.descriptors().size());
                for (Map.Entry<String, Coordinates> entry : jar.descriptors().entrySet()) {
                    out.writeUTF(entry.getKey());
                    Coordinates c = entry.getValue();
                    for (String each : List.of(c.group(), c.artifact(), c.version(), c.classifier()))
                        out.writeUTF(each);
                }
            }
            Trees.replace(kept, bytes.toByteArray());
        } catch (IOException e) {
            LOG.debug("{} is not kept", jar.path(), e);
        }
    }

    private static void prune(Path folder) throws IOException {
        List<Path> files = Trees.newestFirst(folder);
        if (files.size() < MOST) return;
        for (Path file : files.subList(files.size() - MOST / 2, files.size())) Files.deleteIfExists(file);
    }
}
