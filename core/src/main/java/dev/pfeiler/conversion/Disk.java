package dev.pfeiler.conversion;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;

/** Every change that a conversion or its reversal makes to files goes through here; tests stop it as a power cut would. */
class Disk {
    /** Folders that are there, as long as nothing is deleted. */
    private final Set<Path> made = new HashSet<>();

    /** Is notified of each change before it is made, and in the middle of each write. */
    void before(String change) {}

    /** Writes a file and waits until the disk has it. */
    final void write(Path file, byte[] bytes) throws IOException {
        before("write " + file);
        try (FileChannel channel = FileChannel.open(
                file, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.TRUNCATE_EXISTING)) {
            ByteBuffer buffer = ByteBuffer.wrap(bytes, 0, bytes.length / 2);
            while (buffer.hasRemaining()) channel.write(buffer);
            before("write the rest of " + file);
            buffer.limit(bytes.length);
            while (buffer.hasRemaining()) channel.write(buffer);
            channel.force(true);
        }
    }

    /** Fsyncs a directory, so that renames in it survive a crash. */
    final void settle(Path folder) {
        try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
            channel.force(true);
        } catch (IOException e) {
            // not supported everywhere
        }
    }

    /**
     * Whether there is something at a path, in this very letter case: a file system that ignores case takes a file for one
     * that has yet to be renamed.
     */
    final boolean exists(Path path) {
        if (!Files.exists(path, LinkOption.NOFOLLOW_LINKS)) return false;
        for (Path at = path; at.getParent() != null && at.getFileName() != null; at = at.getParent()) {
            Path other = at.resolveSibling(swapped(at.getFileName().toString()));
            // most systems tell letter case apart, which one look shows
            if (!Files.exists(other, LinkOption.NOFOLLOW_LINKS)) return true;
            if (!isListed(at)) return false;
        }
        return true;
    }

    private static boolean isListed(Path path) {
        try (Stream<Path> all = Files.list(path.getParent())) {
            String name = path.getFileName().toString();
            return all.anyMatch(one -> one.getFileName().toString().equals(name));
        } catch (IOException e) {
            return true;
        }
    }

    private static String swapped(String name) {
        String upper = name.toUpperCase(Locale.ROOT);
        return upper.equals(name) ? name.toLowerCase(Locale.ROOT) : upper;
    }

    /** Moves a file to a free place, making the folders on the way. */
    final void move(Path from, Path to) throws IOException {
        if (exists(to)) throw new IOException(to + " already exists");
        makeFolders(to.getParent());
        before("move " + from + " to " + to);
        shift(from, to);
    }

    /** Renames, also if only letter case changes: there, some systems see one name twice and do nothing. */
    private static void shift(Path from, Path to) throws IOException {
        boolean same = Files.exists(to, LinkOption.NOFOLLOW_LINKS);
        Files.move(from, to, StandardCopyOption.ATOMIC_MOVE);
        if (!same || isListed(to)) return;
        Path between = to.resolveSibling(to.getFileName() + ".renamed");
        Files.move(from, between, StandardCopyOption.ATOMIC_MOVE);
        Files.move(between, to, StandardCopyOption.ATOMIC_MOVE);
    }

    /** Moves a file to a place, over what is there. */
    final void moveOver(Path from, Path to) throws IOException {
        makeFolders(to.getParent());
        before("move " + from + " over " + to);
        Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }

    /** Copies a file, all of it or nothing, with its time and permissions. */
    final void copy(Path from, Path draft, Path to) throws IOException {
        makeFolders(to.getParent());
        before("copy " + from);
        Files.copy(
                from,
                draft,
                StandardCopyOption.COPY_ATTRIBUTES,
                StandardCopyOption.REPLACE_EXISTING,
                LinkOption.NOFOLLOW_LINKS);
        moveOver(draft, to);
    }

    final void delete(Path file) throws IOException {
        made.clear();
        before("delete " + file);
        Files.deleteIfExists(file);
    }

    final void makeFolders(Path folder) throws IOException {
        if (made.contains(folder)) return;
        if (!Files.isDirectory(folder)) {
            before("make " + folder);
            Files.createDirectories(folder);
        } else if (!exists(folder)) rename(folder);
        made.add(folder);
    }

    /** Gives a folder and those above it the letter case in which they are wanted. */
    private void rename(Path folder) throws IOException {
        Path parent = folder.getParent();
        if (parent == null) return;
        rename(parent);
        if (isListed(folder)) return;
        String name = folder.getFileName().toString();
        List<Path> found;
        try (Stream<Path> all = Files.list(parent)) {
            found = all.filter(one -> one.getFileName().toString().equalsIgnoreCase(name))
                    .toList();
        }
        for (Path one : found) {
            before("rename " + one);
            shift(one, folder);
        }
    }
}
