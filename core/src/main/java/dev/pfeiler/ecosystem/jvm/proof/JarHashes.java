package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.tree.Hashing;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;

/** The hashes of jars, each read once however many class paths it is on. */
final class JarHashes {
    private final Map<Path, String> known = new HashMap<>();

    /** Jars by their SHA-1, in order; of several with the same bytes the first. */
    Map<String, Path> of(Collection<Path> jars) throws IOException {
        Map<String, Path> hashes = new LinkedHashMap<>();
        for (Path jar : jars) {
            String sha1 = known.get(jar);
            if (sha1 == null) {
                sha1 = Hashing.sha1(jar);
                known.put(jar, sha1);
            }
            hashes.putIfAbsent(sha1, jar);
        }
        return hashes;
    }
}
