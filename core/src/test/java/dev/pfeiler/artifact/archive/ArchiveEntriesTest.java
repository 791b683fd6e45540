package dev.pfeiler.artifact.archive;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.GZIPOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.compressors.bzip2.BZip2CompressorOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ArchiveEntriesTest {
    @TempDir
    Path folder;

    @Test
    void entriesAreTheSameInEveryFormat() throws IOException {
        Path zip = folder.resolve("port.zip");
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            out.putNextEntry(new ZipEntry("port/"));
            out.putNextEntry(new ZipEntry("port/tides.txt"));
            out.write("low".getBytes(StandardCharsets.UTF_8));
            out.putNextEntry(new ZipEntry("empty"));
        }
        byte[] tar = tar();
        Files.write(folder.resolve("port.tar"), tar);
        write(new GZIPOutputStream(Files.newOutputStream(folder.resolve("port.tar.gz"))), tar);
        write(new GZIPOutputStream(Files.newOutputStream(folder.resolve("port.tgz"))), tar);
        write(new BZip2CompressorOutputStream(Files.newOutputStream(folder.resolve("port.tar.bz2"))), tar);
        for (String name : new String[] {"port.zip", "port.tar", "port.tar.gz", "port.tgz", "port.tar.bz2"})
            assertThat(texts(folder.resolve(name))).as(name).isEqualTo(Map.of("port/tides.txt", "low", "empty", ""));
    }

    private static byte[] tar() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (TarArchiveOutputStream out = new TarArchiveOutputStream(bytes)) {
            out.putArchiveEntry(new TarArchiveEntry("port/"));
            out.closeArchiveEntry();
            TarArchiveEntry entry = new TarArchiveEntry("port/tides.txt");
            entry.setSize(3);
            out.putArchiveEntry(entry);
            out.write("low".getBytes(StandardCharsets.UTF_8));
            out.closeArchiveEntry();
            out.putArchiveEntry(new TarArchiveEntry("empty"));
            out.closeArchiveEntry();
        }
        return bytes.toByteArray();
    }

    private static void write(OutputStream out, byte[] bytes) throws IOException {
        try (out) {
            out.write(bytes);
        }
    }

    private static Map<String, String> texts(Path archive) throws IOException {
        Map<String, String> texts = new TreeMap<>();
        ArchiveEntries.of(archive).forEach((name, bytes) -> texts.put(name, new String(bytes, StandardCharsets.UTF_8)));
        return texts;
    }
}
