package dev.pfeiler.cli.page;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Base64;
import java.util.Optional;
import org.slf4j.LoggerFactory;

/** Pictures that a proof has left, as data for a page; of all together only as many as a page should carry. */
final class Pictures {
    /** Bytes of one, and of all. */
    private static final int LARGEST = 600_000;

    private static final int ROOM = 1_200_000;
    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};

    private final Path records;
    private int room = ROOM;

    /** @param records the folder that pictures are taken from: a record may name any file */
    Pictures(Path records) {
        this.records = records;
    }

    /** A picture; nothing if it is not among the records, is too large or is none. */
    Optional<String> data(Path file) {
        try {
            if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)
                    || !file.toRealPath().startsWith(records.toRealPath())) return Optional.empty();
            long size = Files.size(file);
            if (size > LARGEST || size > room) return Optional.empty();
            byte[] bytes = Files.readAllBytes(file);
            if (bytes.length < PNG.length || !Arrays.equals(PNG, Arrays.copyOf(bytes, PNG.length)))
                return Optional.empty();
            room -= bytes.length;
            return Optional.of("data:image/png;base64," + Base64.getEncoder().encodeToString(bytes));
        } catch (IOException e) {
            LoggerFactory.getLogger(Pictures.class).debug("{} cannot be shown", file, e);
            return Optional.empty();
        }
    }
}
