package dev.pfeiler.ecosystem.node.registry;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.remote.Integrity;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Optional;
import org.slf4j.LoggerFactory;

/** The cache of npm, read without npm. Source: the layout that cacache documents, index version 5, content version 2. */
final class NpmCache {
    private static final String KEY = "make-fetch-happen:request-cache:";

    private final Path folder;

    NpmCache(Path cache) {
        this.folder = cache.resolve("_cacache");
    }

    /** What was fetched from an address, if it is still there. */
    Optional<byte[]> fetched(String address) {
        String key = KEY + address;
        String hash =
                HexFormat.of().formatHex(Integrity.digest("SHA-256").digest(key.getBytes(StandardCharsets.UTF_8)));
        Path index = folder.resolve("index-v5")
                .resolve(hash.substring(0, 2))
                .resolve(hash.substring(2, 4))
                .resolve(hash.substring(4));
        if (!Files.isReadable(index)) return Optional.empty();
        try {
            Optional<byte[]> found = Optional.empty();
            for (String line : Files.readString(index).lines().toList()) {
                int tab = line.indexOf('\t');
                if (tab < 0) continue;
                JsonNode entry = new ObjectMapper().readTree(line.substring(tab + 1));
                // entries of one bucket may be of several keys; the last one of a key stands
                if (entry.path("key").asText().equals(key))
                    found = content(entry.path("integrity").asText());
            }
            return found;
        } catch (IOException e) {
            LoggerFactory.getLogger(NpmCache.class).debug("{}", index, e);
            return Optional.empty();
        }
    }

    /** The bytes of a hash in the form of Subresource Integrity. */
    Optional<byte[]> content(String integrity) {
        String first = Text.words(integrity).stream().findFirst().orElse("");
        int dash = first.indexOf('-');
        if (dash < 1) return Optional.empty();
        try {
            String hex = HexFormat.of().formatHex(Base64.getDecoder().decode(first.substring(dash + 1)));
            if (hex.length() < 5 || !first.substring(0, dash).chars().allMatch(Character::isLetterOrDigit))
                return Optional.empty();
            Path file = folder.resolve("content-v2")
                    .resolve(first.substring(0, dash))
                    .resolve(hex.substring(0, 2))
                    .resolve(hex.substring(2, 4))
                    .resolve(hex.substring(4));
            return Files.isReadable(file) ? Optional.of(Files.readAllBytes(file)) : Optional.empty();
        } catch (IOException | IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
