package dev.pfeiler.ecosystem.node.registry;

import dev.pfeiler.tree.Paths;
import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.compressors.gzip.GzipCompressorInputStream;

/** The files of a published package, out of its archive. */
public final class PackageFiles {
    private static final Pattern TOP_FOLDER = Pattern.compile("^(\\./)?[^/]+/");

    /** In bytes, unpacked: no package that a page loads is larger. */
    private static final long LARGEST = 300L << 20;

    private static final int MOST = 100_000;

    private PackageFiles() {}

    /**
     * All files, by their paths within the package.
     *
     * @throws IOException if it is no such archive, or too large
     */
    public static Map<String, byte[]> of(byte[] archive) throws IOException {
        Map<String, byte[]> files = new TreeMap<>();
        long total = 0;
        try (TarArchiveInputStream tar = new TarArchiveInputStream(
                new GzipCompressorInputStream(new BufferedInputStream(new ByteArrayInputStream(archive))))) {
            for (TarArchiveEntry entry = tar.getNextEntry(); entry != null; entry = tar.getNextEntry()) {
                if (!entry.isFile()) continue;
                total += entry.getSize();
                if (total > LARGEST) throw new IOException("larger than " + (LARGEST >> 20) + " MB");
                // the folder at the top has any name
                String path = TOP_FOLDER.matcher(entry.getName()).replaceFirst("");
                if (!Paths.isPlain(path)) continue;
                if (files.size() >= MOST) throw new IOException("more than " + MOST + " files");
                files.put(path, tar.readAllBytes());
            }
        }
        return files;
    }
}
