package dev.pfeiler.tree;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** Hashes in lower-case hexadecimal. */
public final class Hashing {
    private Hashing() {}

    /** SHA-1, the hash that Maven repositories publish beside each file. */
    public static String sha1(byte[] bytes) {
        return HexFormat.of().formatHex(digest("SHA-1").digest(bytes));
    }

    /** SHA-1 of a file, read in pieces. */
    public static String sha1(Path file) throws IOException {
        return of(file, "SHA-1");
    }

    /** SHA-256 of a file, read in pieces. */
    public static String sha256(Path file) throws IOException {
        return of(file, "SHA-256");
    }

    public static String sha256(byte[] bytes) {
        return HexFormat.of().formatHex(digest("SHA-256").digest(bytes));
    }

    private static String of(Path file, String algorithm) throws IOException {
        MessageDigest digest = digest(algorithm);
        byte[] piece = new byte[1 << 16];
        try (InputStream in = Files.newInputStream(file)) {
            for (int n = in.read(piece); n > 0; n = in.read(piece)) digest.update(piece, 0, n);
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    private static MessageDigest digest(String algorithm) {
        try {
            return MessageDigest.getInstance(algorithm);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
