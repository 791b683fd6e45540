package dev.pfeiler.conversion;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

/** Every change that a conversion or its reversal makes to files goes through here; tests stop it as a power cut would. */
class Disk {
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

    /** Makes a change of names in a folder last, where the system can. */
    final void settle(Path folder) {
        try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
            channel.force(true);
        } catch (IOException e) {
            // not every system opens folders; those that do not need no telling
        }
    }

    /** Moves a file to a free place, making the folders on the way. */
    final void move(Path from, Path to) throws IOException {
        if (Files.exists(to, LinkOption.NOFOLLOW_LINKS)) throw new IOException(to + " already exists");
        makeFolders(to.getParent());
        before("move " + from + " to " + to);
        Files.move(from, to, StandardCopyOption.ATOMIC_MOVE);
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
        before("delete " + file);
        Files.deleteIfExists(file);
    }

    final void makeFolders(Path folder) throws IOException {
        if (Files.isDirectory(folder)) return;
        before("make " + folder);
        Files.createDirectories(folder);
    }
}
