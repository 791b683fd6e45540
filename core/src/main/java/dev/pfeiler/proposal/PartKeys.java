package dev.pfeiler.proposal;

import java.util.Collection;
import java.util.Comparator;
import java.util.Optional;

/** Keys in a tree of several parts: each starts with the id of its part and a slash. */
public final class PartKeys {
    private PartKeys() {}

    /** What the keys of a part start with; nothing for the id of an only part, which is empty. */
    public static String prefix(String id) {
        return id.isEmpty() ? "" : id + "/";
    }

    /** The id with which a key starts, the longest of several; empty if it names no part. */
    static Optional<String> part(String key, Collection<String> ids) {
        return ids.stream()
                .filter(id -> !id.isEmpty() && key.startsWith(prefix(id)))
                .max(Comparator.comparingInt(String::length));
    }
}
