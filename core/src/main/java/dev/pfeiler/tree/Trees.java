package dev.pfeiler.tree;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** What is done to whole folders on disk. */
public final class Trees {
    private static final String UNIX_MODE = "unix:mode";

    private Trees() {}

    /** Deletes a folder and all in it; links are deleted, not followed. */
    public static void delete(Path folder) throws IOException {
        if (!Files.exists(folder, LinkOption.NOFOLLOW_LINKS)) return;
        Files.walkFileTree(folder, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                Files.delete(file);
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult postVisitDirectory(Path inner, IOException e) throws IOException {
                if (e != null) throw e;
                Files.delete(inner);
                return FileVisitResult.CONTINUE;
            }
        });
    }

    /** Copies one file with its time and permissions; a link is copied as a link. */
    public static void copy(Path from, Path to) throws IOException {
        Files.createDirectories(to.getParent());
        Files.copy(from, to, StandardCopyOption.COPY_ATTRIBUTES, LinkOption.NOFOLLOW_LINKS);
    }

    /** Gives a file another content, all of it or nothing; its permissions stay. Makes the file if it is not there. */
    public static void replace(Path file, byte[] content) throws IOException {
        Path part = Files.createTempFile(file.toAbsolutePath().getParent(), file.getFileName() + ".", ".part");
        try {
            Files.write(part, content);
            if (Files.exists(file)) setMode(part, mode(file));
            Files.move(part, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /** Copies the files of one folder over another. */
    public static void overlay(Path from, Path to) throws IOException {
        try (Stream<Path> paths = Files.walk(from)) {
            for (Path path : (Iterable<Path>) paths::iterator) {
                Path goal = to.resolve(from.relativize(path).toString());
                if (Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) Files.createDirectories(goal);
                else copy(path, goal);
            }
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /** The permissions as {@code ls} writes them, without the type; empty if the file system has none. */
    public static String mode(Path path) throws IOException {
        try {
            String plain =
                    PosixFilePermissions.toString(Files.getPosixFilePermissions(path, LinkOption.NOFOLLOW_LINKS));
            int bits = (Integer) Files.getAttribute(path, UNIX_MODE, LinkOption.NOFOLLOW_LINKS);
            return SpecialBit.shown(plain, bits);
        } catch (UnsupportedOperationException e) {
            return "";
        }
    }

    public static void setMode(Path path, String mode) throws IOException {
        if (mode.isEmpty()) return;
        String plain = SpecialBit.without(mode);
        Files.setPosixFilePermissions(path, PosixFilePermissions.fromString(plain));
        if (plain.equals(mode)) return;
        int bits = (Integer) Files.getAttribute(path, UNIX_MODE, LinkOption.NOFOLLOW_LINKS);
        Files.setAttribute(path, UNIX_MODE, bits & 07777 | SpecialBit.bits(mode), LinkOption.NOFOLLOW_LINKS);
    }

    /** A bit of a mode that is written in the place of an execute permission. Source: POSIX, ls, "long format". */
    private enum SpecialBit {
        USER(04000, 2, 's', 'S'),
        GROUP(02000, 5, 's', 'S'),
        STICKY(01000, 8, 't', 'T');

        private final int bit;
        private final int place;
        private final char executable;
        private final char plain;

        SpecialBit(int bit, int place, char executable, char plain) {
            this.bit = bit;
            this.place = place;
            this.executable = executable;
            this.plain = plain;
        }

        static String shown(String mode, int bits) {
            char[] letters = mode.toCharArray();
            for (SpecialBit one : values())
                if ((bits & one.bit) != 0) letters[one.place] = letters[one.place] == 'x' ? one.executable : one.plain;
            return new String(letters);
        }

        static String without(String mode) {
            char[] letters = mode.toCharArray();
            for (SpecialBit one : values()) {
                if (letters.length <= one.place) continue;
                if (letters[one.place] == one.executable) letters[one.place] = 'x';
                if (letters[one.place] == one.plain) letters[one.place] = '-';
            }
            return new String(letters);
        }

        static int bits(String mode) {
            int bits = 0;
            for (SpecialBit one : values())
                if (mode.charAt(one.place) == one.executable || mode.charAt(one.place) == one.plain) bits |= one.bit;
            return bits;
        }
    }

    /** The files of a cache folder, the newest first. Another process may change the folder meanwhile, so each time is read once. */
    public static List<Path> newestFirst(Path folder) throws IOException {
        Map<Path, Long> times = new HashMap<>();
        try (Stream<Path> all = Files.list(folder)) {
            all.forEach(file -> times.put(file, file.toFile().lastModified()));
        }
        return times.keySet().stream()
                .sorted(Comparator.comparing(times::get, Comparator.reverseOrder()))
                .toList();
    }

    public static boolean isEmpty(Path folder) throws IOException {
        try (Stream<Path> inner = Files.list(folder)) {
            return inner.findAny().isEmpty();
        }
    }
}
