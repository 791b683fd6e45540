package dev.pfeiler.ecosystem.go.module;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Map;
import java.util.TreeMap;

/** Hashes of modules, as lock files have them. Source: the Go modules reference, go.sum files; algorithm {@code h1}. */
public final class ModuleHash {
    private ModuleHash() {}

    /** Of an archive's files, by their paths within the module. */
    public static String ofFiles(String module, String version, Map<String, byte[]> files) {
        Map<String, byte[]> named = new TreeMap<>();
        files.forEach((path, content) -> named.put(module + "@" + version + "/" + path, content));
        return of(named);
    }

    public static String ofDescriptor(byte[] descriptor) {
        return of(Map.of("go.mod", descriptor));
    }

    private static String of(Map<String, byte[]> files) {
        StringBuilder list = new StringBuilder();
        new TreeMap<>(files)
                .forEach((name, content) -> list.append(HexFormat.of().formatHex(sha256(content)))
                        .append("  ")
                        .append(name)
                        .append('\n'));
        return "h1:" + Base64.getEncoder().encodeToString(sha256(list.toString().getBytes(StandardCharsets.UTF_8)));
    }

    private static byte[] sha256(byte[] bytes) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(bytes);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
