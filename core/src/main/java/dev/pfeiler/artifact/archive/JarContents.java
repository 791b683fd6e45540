package dev.pfeiler.artifact.archive;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Collections;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/**
 * The files in a jar, without those that packing writes: the manifest, build descriptors, signatures.
 *
 * @param files the CRC-32 of each, by its name
 */
public record JarContents(SortedMap<String, Long> files) {
    private static final Pattern PACKING =
            Pattern.compile("META-INF/(?:MANIFEST\\.MF|INDEX\\.LIST|maven/.*|[^/]+\\.(?:SF|DSA|RSA|EC))");
    private static final String CLASS = ".class";

    public JarContents {
        files = Collections.unmodifiableSortedMap(new TreeMap<>(files));
    }

    public static JarContents of(Path jar) throws IOException {
        SortedMap<String, Long> files = new TreeMap<>();
        try (ZipFile zip = new ZipFile(jar.toFile())) {
            for (ZipEntry entry : (Iterable<ZipEntry>) zip.stream().<ZipEntry>map(e -> e)::iterator) {
                if (entry.isDirectory() || PACKING.matcher(entry.getName()).matches()) continue;
                files.put(entry.getName(), sum(zip, entry));
            }
        }
        return new JarContents(files);
    }

    /** Read, as the sum in the table of contents may be missing or wrong. */
    private static long sum(ZipFile zip, ZipEntry entry) throws IOException {
        CRC32 sum = new CRC32();
        byte[] piece = new byte[1 << 13];
        try (InputStream in = zip.getInputStream(entry)) {
            for (int n = in.read(piece); n > 0; n = in.read(piece)) sum.update(piece, 0, n);
        }
        return sum.getValue();
    }

    /** The classes among them. */
    public Map<String, Long> classes() {
        Map<String, Long> classes = new TreeMap<>(files);
        classes.keySet().removeIf(name -> !isClass(name));
        return classes;
    }

    /** Whether the name of a file is that of a class. */
    public static boolean isClass(String file) {
        return file.endsWith(CLASS);
    }

    /** The name of a class by that of its file; other files keep theirs. */
    static String shown(String file) {
        return isClass(file) ? file.substring(0, file.length() - CLASS.length()).replace('/', '.') : file;
    }
}
