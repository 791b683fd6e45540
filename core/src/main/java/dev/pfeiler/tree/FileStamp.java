package dev.pfeiler.tree;

import java.io.IOException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;

/**
 * Identifies the content of a file without reading it.
 *
 * @param size in bytes
 * @param modified the modification time in nanoseconds since 1970, which programs can set
 * @param changed the time of the last change to content or attributes, in nanoseconds since 1970; only the system sets it. 0 on
 *     systems without it
 * @param identity the inode number; on systems without a change time, a hash of the content
 */
public record FileStamp(long size, long modified, long changed, String identity) {
    private static final Set<String> VIEWS = FileSystems.getDefault().supportedFileAttributeViews();
    private static final String ATTRIBUTES = "unix:size,lastModifiedTime,ctime,ino";
    /** In nanoseconds; exceeds the timestamp resolution of all file systems. */
    private static final long SETTLED = TimeUnit.SECONDS.toNanos(3);

    /**
     * The stamp of a file as it is now.
     *
     * @throws IOException if it is not there
     */
    public static FileStamp of(Path file) throws IOException {
        if (!VIEWS.contains("unix")) {
            byte[] content = Files.readAllBytes(file);
            return new FileStamp(content.length, 0, 0, Hashing.sha256(content));
        }
        Map<String, Object> found = Files.readAttributes(file, ATTRIBUTES, LinkOption.NOFOLLOW_LINKS);
        return new FileStamp(
                (Long) found.get("size"),
                ((FileTime) found.get("lastModifiedTime")).to(TimeUnit.NANOSECONDS),
                ((FileTime) found.get("ctime")).to(TimeUnit.NANOSECONDS),
                String.valueOf(found.get("ino")));
    }

    /**
     * Whether every later change leads to another stamp. Two changes within the timestamp resolution of the file system leave
     * the same times.
     */
    public boolean isSettled() {
        return isSettled(Instant.now());
    }

    boolean isSettled(Instant now) {
        return changed < TimeUnit.MILLISECONDS.toNanos(now.toEpochMilli()) - SETTLED;
    }
}
