package dev.pfeiler.ecosystem.php.check;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.check.Change;
import dev.pfeiler.tree.JsonPlaces;
import dev.pfeiler.tree.JsonText;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** A lock file of Composer. Source: the Composer documentation, composer.lock. */
record ComposerLock(JsonNode root, JsonPlaces places) {
    static final String NAME = "composer.lock";
    private static final String HASH = "content-hash";
    /** What of the descriptor the lock file depends on. */
    private static final List<String> RELEVANT = List.of(
            "name",
            "version",
            "require",
            "require-dev",
            "conflict",
            "replace",
            "provide",
            "minimum-stability",
            "prefer-stable",
            "repositories",
            "extra");

    static Optional<ComposerLock> read(ProjectTree tree) {
        if (!tree.has(NAME)) return Optional.empty();
        try {
            String text = tree.text(NAME).content();
            JsonNode root = new ObjectMapper().readTree(text);
            return root.isObject() ? Optional.of(new ComposerLock(root, JsonPlaces.of(text))) : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** A locked package with its autoload rules, by its name. */
    Map<String, JsonNode> packages() {
        Map<String, JsonNode> packages = new TreeMap<>();
        for (String section : List.of("packages-dev", "packages"))
            root.path(section).forEach(one -> packages.put(one.path("name").asText(), one));
        return packages;
    }

    int hashLine() {
        return places.line(HASH);
    }

    /** Whether it was made for a descriptor; one without a hash was. */
    boolean fits(JsonNode descriptor) {
        String stated = root.path(HASH).asText("");
        return stated.isEmpty() || stated.equals(hash(descriptor));
    }

    /** The lock file follows the descriptor, as far as that needs no registry; another form than Composer's is kept. */
    static Change following(ProjectTree tree, Change descriptor, String moved) {
        return new Change.Edit(NAME, text -> {
            try {
                String before = tree.text(descriptor.path()).content();
                JsonNode changed = new ObjectMapper()
                        .readTree(((Change.Edit) descriptor).edit().apply(before));
                ObjectNode lock = (ObjectNode) new ObjectMapper().readTree(text);
                if (!JsonText.of(lock, 4).equals(text)) return text;
                lock.put(HASH, hash(changed));
                move(lock, moved);
                ObjectNode platform = lock.objectNode();
                changed.path("require").properties().forEach(entry -> {
                    if (!entry.getKey().contains("/")) platform.set(entry.getKey(), entry.getValue());
                });
                if (lock.path("platform").isObject()) lock.set("platform", platform);
                return JsonText.of(lock, 4);
            } catch (IOException e) {
                return text;
            }
        });
    }

    /** A package that was for development goes to those of the program, with what it requires. */
    private static void move(ObjectNode lock, String name) {
        if (!(lock.path("packages") instanceof ArrayNode program)
                || !(lock.path("packages-dev") instanceof ArrayNode development)) return;
        for (int i = 0; i < development.size(); i++) {
            JsonNode one = development.get(i);
            if (!one.path("name").asText().equals(name)) continue;
            development.remove(i);
            int at = 0;
            while (at < program.size() && program.get(at).path("name").asText().compareTo(name) < 0) at++;
            program.insert(at, one);
            List<String> needed = new ArrayList<>();
            one.path("require").fieldNames().forEachRemaining(needed::add);
            needed.forEach(each -> move(lock, each));
            return;
        }
    }

    /** The hash of what a lock file depends on: of JSON as PHP writes it. */
    static String hash(JsonNode descriptor) {
        TreeMap<String, JsonNode> relevant = new TreeMap<>();
        for (String key : RELEVANT) if (descriptor.has(key)) relevant.put(key, descriptor.path(key));
        JsonNode platform = descriptor.path("config").path("platform");
        if (!platform.isMissingNode() && !platform.isEmpty()) {
            ObjectNode config = new ObjectMapper().createObjectNode();
            config.set("platform", platform);
            relevant.put("config", config);
        }
        StringBuilder text = new StringBuilder("{");
        relevant.forEach((key, value) -> {
            if (text.length() > 1) text.append(',');
            quoted(key, text);
            text.append(':');
            encoded(value, text);
        });
        text.append('}');
        try {
            byte[] digest =
                    MessageDigest.getInstance("MD5").digest(text.toString().getBytes(StandardCharsets.US_ASCII));
            return HexFormat.of().formatHex(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void encoded(JsonNode node, StringBuilder text) {
        if (node.isTextual()) quoted(node.asText(), text);
        else if (node.isArray() || node.isObject() && node.isEmpty()) {
            // to PHP, an empty object is an empty array
            text.append('[');
            for (int i = 0; i < node.size(); i++) {
                if (i > 0) text.append(',');
                encoded(node.get(i), text);
            }
            text.append(']');
        } else if (node.isObject()) {
            text.append('{');
            int[] count = {0};
            node.properties().forEach(entry -> {
                if (count[0]++ > 0) text.append(',');
                quoted(entry.getKey(), text);
                text.append(':');
                encoded(entry.getValue(), text);
            });
            text.append('}');
        } else text.append(node);
    }

    private static void quoted(String value, StringBuilder text) {
        text.append('"');
        for (int i = 0; i < value.length(); i++) {
            char c = value.charAt(i);
            switch (c) {
                case '"' -> text.append("\\\"");
                case '\\' -> text.append("\\\\");
                case '/' -> text.append("\\/");
                case '\n' -> text.append("\\n");
                case '\r' -> text.append("\\r");
                case '\t' -> text.append("\\t");
                case '\b' -> text.append("\\b");
                case '\f' -> text.append("\\f");
                default -> {
                    if (c < 0x20 || c > 0x7e) text.append(String.format("\\u%04x", (int) c));
                    else text.append(c);
                }
            }
        }
        text.append('"');
    }
}
