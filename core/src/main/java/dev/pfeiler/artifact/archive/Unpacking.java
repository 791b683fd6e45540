package dev.pfeiler.artifact.archive;

import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.Optional;
import java.util.function.Function;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/** Lays the entries of an archive out in a folder. */
public final class Unpacking {
    /** Of all that is unpacked, in bytes. */
    private static final long LARGEST = 4L << 30;

    private Unpacking() {}

    /**
     * Unpacks an archive; an entry whose name climbs out of the folder is left out.
     *
     * @param place where an entry goes, by its name; empty if it is not wanted
     */
    public static void into(Path folder, Path archive, Function<String, Optional<String>> place) throws IOException {
        long left = LARGEST;
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            for (ZipEntry entry : (Iterable<ZipEntry>) zip.stream().<ZipEntry>map(e -> e)::iterator) {
                boolean climbs = Arrays.asList(entry.getName().split("/")).contains("..");
                Optional<String> wanted = place.apply(entry.getName()).flatMap(Paths::normal);
                if (entry.isDirectory() || climbs || wanted.isEmpty()) continue;
                Path goal = folder.resolve(wanted.get());
                // of two entries of one name, class loaders find the first
                if (Files.exists(goal)) continue;
                Files.createDirectories(goal.getParent());
                try (InputStream in = zip.getInputStream(entry);
                        OutputStream out = Files.newOutputStream(goal, StandardOpenOption.CREATE_NEW)) {
                    byte[] buffer = new byte[1 << 16];
                    for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                        left -= n;
                        if (left < 0)
                            throw new IOException(
                                    archive.getFileName() + " unpacks to more than " + (LARGEST >> 20) + " MB");
                        out.write(buffer, 0, n);
                    }
                }
            }
        }
    }
}
