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
 * What a file's content is known by without reading it.
 *
 * @param size in bytes
 * @param modified in nanoseconds since 1970; anybody can set it
 * @param changed in nanoseconds since 1970: when the system last changed the content or the time above; nobody can set it. 0
 *     where the system keeps no such time
 * @param identity the number of the file in its file system; where there is no time of change, a hash of the content
 */
public record FileStamp(long size, long modified, long changed, String identity) {
    private static final Set<String> VIEWS = FileSystems.getDefault().supportedFileAttributeViews();
    private static final String ATTRIBUTES = "unix:size,lastModifiedTime,ctime,ino";
    /** In nanoseconds; longer than the steps in which any file system counts. */
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
     * Whether a later change would show in the stamp: a file that changes twice in one step of its file system's clock has
     * the same times after both.
     */
    public boolean isSettled() {
        return isSettled(Instant.now());
    }

    boolean isSettled(Instant now) {
        return changed < TimeUnit.MILLISECONDS.toNanos(now.toEpochMilli()) - SETTLED;
    }
}
