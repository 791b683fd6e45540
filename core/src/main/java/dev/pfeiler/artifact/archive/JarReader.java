package dev.pfeiler.artifact.archive;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.TreeMap;
import java.util.jar.Attributes;
import java.util.jar.Manifest;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Reads a jar's table of contents, its descriptors and the constant pools of its classes. */
public final class JarReader {
    private static final Logger LOG = LoggerFactory.getLogger(JarReader.class);
    /** A class file larger than this is not a class file; in bytes. */
    private static final int LARGEST_CLASS = 16 << 20;
    /** Of all that is read of a jar, in bytes. */
    private static final long LARGEST_JAR = 2L << 30;

    private static final Set<String> NAMESPACES = Set.of("clj", "cljc", "cljs");
    private static final String SERVICES = "META-INF/services/";

    private final Set<String> classes = new HashSet<>();
    private final Set<String> references = new HashSet<>();
    private final Map<String, String> manifest = new TreeMap<>();
    private final Map<String, Coordinates> descriptors = new TreeMap<>();
    private final Set<String> tagLibraries = new HashSet<>();
    private final Set<String> services = new HashSet<>();
    private final Set<String> namespaces = new HashSet<>();
    private final Map<String, Integer> others = new HashMap<>();
    private int level;
    private long total;

    private JarReader() {}

    /**
     * Reads a jar; one that cannot be read says so in its trouble.
     *
     * @param file as it is called
     */
    public static Jar read(Path onDisk, TreeFile file) {
        String sha1 = "";
        try {
            sha1 = Hashing.sha1(onDisk);
            if (file.size() == 0) return Jar.broken(file.path(), 0, sha1, "is empty");
            return new JarReader().read(onDisk, file, sha1);
        } catch (TooLarge e) {
            return Jar.broken(
                    file.path(),
                    file.size(),
                    sha1,
                    "unpacks to more than " + (LARGEST_JAR >> 20) + " MB and was not read");
        } catch (ZipException | IllegalArgumentException e) {
            LOG.debug("{}", file.path(), e);
            return Jar.broken(file.path(), file.size(), sha1, "is not a valid archive");
        } catch (IOException e) {
            LOG.debug("{}", file.path(), e);
            return Jar.broken(file.path(), file.size(), sha1, "cannot be read");
        }
    }

    private Jar read(Path onDisk, TreeFile file, String sha1) throws IOException {
        try (ZipFile zip = new ZipFile(onDisk.toFile())) {
            Enumeration<? extends ZipEntry> entries = zip.entries();
            while (entries.hasMoreElements()) entry(zip, entries.nextElement());
        }
        references.removeAll(classes);
        return new Jar(
                file.path(),
                file.size(),
                sha1,
                kind(),
                Set.copyOf(classes),
                Set.copyOf(references),
                level,
                Map.copyOf(manifest),
                Map.copyOf(descriptors),
                Set.copyOf(tagLibraries),
                Set.copyOf(services),
                Set.copyOf(namespaces),
                "");
    }

    private Jar.Kind kind() {
        if (!classes.isEmpty()) return Jar.Kind.LIBRARY;
        if (others.getOrDefault("java", 0) > 0) return Jar.Kind.SOURCES;
        int pages = others.getOrDefault("html", 0);
        int all = others.values().stream().mapToInt(Integer::intValue).sum();
        return pages > 3 && pages * 2 > all ? Jar.Kind.DOCUMENTATION : Jar.Kind.LIBRARY;
    }

    private void entry(ZipFile zip, ZipEntry entry) throws IOException {
        String name = entry.getName();
        if (entry.isDirectory()) return;
        if (name.endsWith(".class")) {
            if (!name.startsWith("META-INF/") && !name.endsWith("module-info.class")) classEntry(zip, entry);
        } else if (name.equalsIgnoreCase("META-INF/MANIFEST.MF")) {
            Attributes main = new Manifest(new ByteArrayInputStream(bytes(zip, entry))).getMainAttributes();
            main.forEach((key, value) -> manifest.put(key.toString(), value.toString()));
        } else if (name.startsWith("META-INF/maven/") && name.endsWith("/pom.properties")) {
            descriptor(zip, entry);
        } else if (name.startsWith(SERVICES)) {
            services.add(name.substring(SERVICES.length()));
        } else if (name.startsWith("META-INF/") && name.endsWith(".tld")) {
            tagLibrary(zip, entry, "uri");
        } else if (name.startsWith("META-INF/") && name.endsWith(".taglib.xml")) {
            tagLibrary(zip, entry, "namespace");
        } else if (name.equals("META-INF/spring.handlers")) {
            Properties handlers = new Properties();
            handlers.load(new ByteArrayInputStream(bytes(zip, entry)));
            tagLibraries.addAll(handlers.stringPropertyNames());
        } else {
            String extension = Paths.extension(name);
            if (NAMESPACES.contains(extension) && !name.startsWith("META-INF/"))
                namespaces.add(Jar.namespace(Paths.withoutExtension(name)));
            others.merge(extension, 1, Integer::sum);
        }
    }

    /** As much of an entry as one of its kind can have. */
    private byte[] bytes(ZipFile zip, ZipEntry entry) throws IOException {
        try (InputStream in = zip.getInputStream(entry)) {
            byte[] bytes = in.readNBytes(LARGEST_CLASS);
            total += bytes.length;
            if (total > LARGEST_JAR) throw new TooLarge();
            return bytes;
        }
    }

    /** The jar unpacks to more than any library has. */
    private static final class TooLarge extends IOException {
        private static final long serialVersionUID = 1;
    }

    private void classEntry(ZipFile zip, ZipEntry entry) throws IOException {
        if (entry.getSize() > LARGEST_CLASS) return;
        byte[] bytes = bytes(zip, entry);
        int itsLevel = ClassFile.level(bytes);
        if (itsLevel == 0) return;
        level = Math.max(level, itsLevel);
        classes.add(entry.getName()
                .substring(0, entry.getName().length() - ".class".length())
                .replace('/', '.'));
        try {
            ClassFile.addReferences(bytes, references);
        } catch (RuntimeException e) {
            LOG.debug("{} in {}", entry.getName(), zip.getName(), e);
        }
    }

    private void tagLibrary(ZipFile zip, ZipEntry entry, String element) throws IOException {
        try {
            XmlElement.read(bytes(zip, entry)).child(element).ifPresent(uri -> tagLibraries.add(uri.text()));
        } catch (XmlElement.Malformed e) {
            LOG.debug("{} in {}", entry.getName(), zip.getName(), e);
        }
    }

    private void descriptor(ZipFile zip, ZipEntry entry) throws IOException {
        Properties properties = new Properties();
        try {
            properties.load(new ByteArrayInputStream(bytes(zip, entry)));
        } catch (IllegalArgumentException e) {
            return;
        }
        Coordinates.parse(properties.getProperty("groupId") + ":" + properties.getProperty("artifactId") + ":"
                        + properties.getProperty("version"))
                .ifPresent(coordinates -> descriptors.put(entry.getName(), coordinates));
    }
}
