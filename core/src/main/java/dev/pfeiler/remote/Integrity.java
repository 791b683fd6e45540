package dev.pfeiler.remote;

import dev.pfeiler.tree.Text;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Hashes of published archives. Source: the W3C recommendation Subresource Integrity. */
public final class Integrity {
    private static final Map<String, String> ALGORITHMS =
            Map.of("sha1", "SHA-1", "sha256", "SHA-256", "sha384", "SHA-384", "sha512", "SHA-512");

    private Integrity() {}

    /** One hash of several: {@code sha512-<base64>}. */
    private record Hash(String algorithm, String base64) {
        static Optional<Hash> of(String text) {
            int dash = text.indexOf('-');
            if (dash < 1) return Optional.empty();
            String algorithm = ALGORITHMS.get(text.substring(0, dash).toLowerCase(Locale.ROOT));
            // options follow a question mark
            int options = text.indexOf('?');
            String hash = text.substring(dash + 1, options < 0 ? text.length() : options);
            return algorithm == null ? Optional.empty() : Optional.of(new Hash(algorithm, hash));
        }
    }

    /** Whether bytes have one of some hashes; what has none is taken as it is. */
    public static boolean fits(byte[] bytes, String integrity) {
        if (integrity.isBlank()) return true;
        List<String> hashes = Text.words(integrity);
        return hashes.stream().flatMap(one -> Hash.of(one).stream()).anyMatch(one -> one.base64()
                .equals(Base64.getEncoder()
                        .encodeToString(digest(one.algorithm()).digest(bytes))));
    }

    /** @throws IllegalStateException if the platform lacks the algorithm */
    public static MessageDigest digest(String algorithm) {
        try {
            return MessageDigest.getInstance(algorithm);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
