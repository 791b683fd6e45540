package dev.pfeiler.artifact.archive;

import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.jar.JarFile;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.compressors.bzip2.BZip2CompressorInputStream;
import org.apache.commons.compress.compressors.gzip.GzipCompressorInputStream;

/** The entries of archives, and what differs between two sets of them. */
public final class ArchiveEntries {
    /** Of the members of a class that changed. */
    private static final int SHOWN = 6;

    /** Of an archive, unpacked, in bytes: it is compared in memory. */
    private static final long LARGEST = 1L << 30;

    private static final Pattern TAR = Pattern.compile("\\.(?:tar|tar\\.gz|tgz|tar\\.bz2)$");

    private ArchiveEntries() {}

    /** The entries of a zip archive, or of one made by {@code tar}, compressed or not. */
    public static Map<String, byte[]> of(Path archive) throws IOException {
        Map<String, byte[]> entries = new TreeMap<>();
        long left = LARGEST;
        if (TAR.matcher(archive.getFileName().toString()).find()) {
            try (TarArchiveInputStream tar = new TarArchiveInputStream(uncompressed(archive))) {
                for (TarArchiveEntry entry = tar.getNextEntry(); entry != null; entry = tar.getNextEntry())
                    if (entry.isFile()) left = take(archive, entry.getName(), tar, left, entries);
            }
            return entries;
        }
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            for (ZipEntry entry : (Iterable<ZipEntry>) zip.stream().<ZipEntry>map(e -> e)::iterator) {
                if (entry.isDirectory()) continue;
                try (InputStream in = zip.getInputStream(entry)) {
                    left = take(archive, entry.getName(), in, left, entries);
                }
            }
        }
        return entries;
    }

    private static InputStream uncompressed(Path archive) throws IOException {
        String name = archive.getFileName().toString();
        InputStream in = new BufferedInputStream(Files.newInputStream(archive));
        if (name.endsWith("gz")) return new GzipCompressorInputStream(in);
        return name.endsWith("bz2") ? new BZip2CompressorInputStream(in) : in;
    }

    /** Reads an entry; what is left of the size that is read in all. */
    private static long take(Path archive, String name, InputStream in, long left, Map<String, byte[]> entries)
            throws IOException {
        byte[] bytes = in.readNBytes((int) Math.min(left + 1, Integer.MAX_VALUE - 8));
        if (bytes.length > left)
            throw new IOException(archive.getFileName() + " unpacks to more than " + (LARGEST >> 20) + " MB");
        entries.put(name, bytes);
        return left - bytes.length;
    }

    public static Map<String, byte[]> in(Path folder) throws IOException {
        Map<String, byte[]> files = new TreeMap<>();
        if (!Files.isDirectory(folder)) return files;
        try (Stream<Path> walk = Files.walk(folder)) {
            for (Path file : (Iterable<Path>) walk.filter(Files::isRegularFile)::iterator) {
                files.put(folder.relativize(file).toString().replace('\\', '/'), Files.readAllBytes(file));
            }
        }
        return files;
    }

    /** Those whose names start so, without that start. */
    public static Map<String, byte[]> below(String prefix, Map<String, byte[]> entries, Predicate<String> wanted) {
        Map<String, byte[]> found = new TreeMap<>();
        entries.forEach((name, bytes) -> {
            if (name.startsWith(prefix) && wanted.test(name)) found.put(name.substring(prefix.length()), bytes);
        });
        return found;
    }

    /** The main attributes of an archive's manifest. */
    public static Map<String, String> manifest(Path archive) throws IOException {
        Map<String, String> attributes = new TreeMap<>();
        try (JarFile jar = new JarFile(archive.toFile())) {
            if (jar.getManifest() != null)
                jar.getManifest()
                        .getMainAttributes()
                        .forEach((name, value) -> attributes.put(name.toString(), value.toString()));
        }
        return attributes;
    }

    /** Entries that the archive plug-in adds to every archive. */
    public static boolean isBuildToolsOwn(String name) {
        return name.equals("META-INF/MANIFEST.MF") || name.startsWith("META-INF/maven/");
    }

    /**
     * How an entry changed.
     *
     * @param cause why; empty if no one knows
     * @param parts what of it, in words
     */
    public record Change(String cause, List<String> parts) {}

    /** Tells how an entry changed; empty if it did not. */
    public interface ChangeOfEntry {
        Optional<Change> of(String name, byte[] before, byte[] after);
    }

    /**
     * What differs.
     *
     * @param causeOfGone why an entry is gone; empty if no one knows
     * @param causeOfNew the same of a new one
     */
    public static Comparison compare(
            String subject,
            Map<String, byte[]> before,
            Map<String, byte[]> after,
            Function<String, String> causeOfGone,
            Function<String, String> causeOfNew,
            ChangeOfEntry change) {
        List<Difference> differences = new ArrayList<>();
        Map<String, byte[]> added = new TreeMap<>(after);
        added.keySet().removeAll(before.keySet());
        before.forEach((name, bytes) -> {
            byte[] other = after.get(name);
            if (other != null) {
                change.of(name, bytes, other)
                        .ifPresent(c -> differences.add(
                                new Difference(name, Kind.CHANGED, detail(bytes, other, c.parts()), c.cause())));
                return;
            }
            Optional<String> elsewhere = added.entrySet().stream()
                    .filter(entry -> bytes.length > 0 && Arrays.equals(entry.getValue(), bytes))
                    .map(Map.Entry::getKey)
                    .findFirst();
            elsewhere.ifPresent(added::remove);
            String detail = elsewhere.map(goal -> "to " + goal + ", ").orElse("") + size(bytes);
            Kind kind = elsewhere.isPresent() ? Kind.MOVED : Kind.GONE;
            differences.add(new Difference(name, kind, detail, causeOfGone.apply(name)));
        });
        added.forEach((name, bytes) ->
                differences.add(new Difference(name, Kind.ADDED, size(bytes), causeOfNew.apply(name))));
        return new Comparison(subject, String.valueOf(before.size()), String.valueOf(after.size()), differences);
    }

    private static String detail(byte[] before, byte[] after, List<String> parts) {
        List<String> words = new ArrayList<>();
        words.add(before.length == after.length ? size(before) + " as before" : before.length + ", now " + size(after));
        int shown = Math.min(parts.size(), SHOWN);
        words.addAll(parts.subList(0, shown));
        if (parts.size() > shown) words.add((parts.size() - shown) + " more members");
        return String.join("; ", words);
    }

    private static String size(byte[] bytes) {
        return bytes.length + (bytes.length == 1 ? " byte" : " bytes");
    }
}
