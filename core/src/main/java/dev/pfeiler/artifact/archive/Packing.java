package dev.pfeiler.artifact.archive;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Puts the files of a folder into an archive. */
public final class Packing {
    private Packing() {}

    /** Packs a folder; the archive's own folder is made where it is missing. */
    public static void of(Path folder, Path archive) throws IOException {
        Files.createDirectories(archive.getParent());
        try (Stream<Path> walk = Files.walk(folder);
                OutputStream out = Files.newOutputStream(archive);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            List<Path> files = walk.filter(Files::isRegularFile).sorted().collect(Collectors.toList());
            for (Path file : files) {
                zip.putNextEntry(new ZipEntry(folder.relativize(file).toString().replace('\\', '/')));
                Files.copy(file, zip);
            }
        }
    }
}
