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
import java.util.stream.Stream;

/** What is done to whole folders on disk. */
public final class Trees {
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

    public static String mode(Path path) throws IOException {
        try {
            return PosixFilePermissions.toString(Files.getPosixFilePermissions(path, LinkOption.NOFOLLOW_LINKS));
        } catch (UnsupportedOperationException e) {
            return "";
        }
    }

    public static void setMode(Path path, String mode) throws IOException {
        if (!mode.isEmpty()) Files.setPosixFilePermissions(path, PosixFilePermissions.fromString(mode));
    }

    public static boolean isEmpty(Path folder) throws IOException {
        try (Stream<Path> inner = Files.list(folder)) {
            return inner.findAny().isEmpty();
        }
    }
}
