package dev.pfeiler;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import dev.pfeiler.ecosystem.node.registry.PackageFiles;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.compressors.gzip.GzipCompressorOutputStream;

/** A stand-in for a package registry, on loopback. */
public final class PackageServer implements AutoCloseable {
    private static final ObjectMapper JSON = new ObjectMapper();

    private final HttpServer server;
    /** Descriptors by package and version. */
    private final Map<String, Map<String, ObjectNode>> packages = new ConcurrentHashMap<>();

    private final Map<String, byte[]> archives = new ConcurrentHashMap<>();
    private final Set<String> asked = new ConcurrentSkipListSet<>();

    public PackageServer() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", this::answer);
        server.start();
    }

    public String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/";
    }

    /** The paths that were asked for. */
    public Set<String> asked() {
        return asked;
    }

    /**
     * Publishes a package.
     *
     * @param more further fields of its descriptor, as JSON; may be empty
     * @param files paths and texts, in turns
     */
    public PackageServer publish(String name, String version, String more, String... files) throws IOException {
        ObjectNode manifest = (ObjectNode) JSON.readTree(more.isEmpty() ? "{}" : more);
        manifest.put("name", name).put("version", version);
        Map<String, byte[]> all = new TreeMap<>();
        all.put("package.json", JSON.writeValueAsBytes(manifest));
        for (int i = 0; i < files.length; i += 2) all.put(files[i], files[i + 1].getBytes(StandardCharsets.UTF_8));
        publish(archive(all), manifest);
        return this;
    }

    /** Publishes the archives of a folder, as npm packs them. */
    public PackageServer publishAll(Path folder) throws IOException {
        try (Stream<Path> found = Files.list(folder)) {
            for (Path file :
                    found.filter(path -> path.toString().endsWith(".tgz")).toList()) {
                byte[] bytes = Files.readAllBytes(file);
                JsonNode manifest = JSON.readTree(PackageFiles.of(bytes).get("package.json"));
                publish(bytes, (ObjectNode) manifest);
            }
        }
        return this;
    }

    private void publish(byte[] archive, ObjectNode manifest) {
        String name = manifest.path("name").asText();
        String version = manifest.path("version").asText();
        String path = "/" + name + "/-/" + name.replaceFirst(".*/", "") + "-" + version + ".tgz";
        archives.put(path, archive);
        manifest.putObject("dist").put("tarball", address() + path.substring(1)).put("integrity", integrity(archive));
        if (manifest.path("scripts").has("postinstall")) manifest.put("hasInstallScript", true);
        packages.computeIfAbsent(name, n -> new TreeMap<>()).put(version, manifest);
    }

    private static byte[] archive(Map<String, byte[]> files) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (TarArchiveOutputStream tar = new TarArchiveOutputStream(new GzipCompressorOutputStream(out))) {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                TarArchiveEntry entry = new TarArchiveEntry("package/" + file.getKey());
                entry.setSize(file.getValue().length);
                tar.putArchiveEntry(entry);
                tar.write(file.getValue());
                tar.closeArchiveEntry();
            }
        }
        return out.toByteArray();
    }

    public static String integrity(byte[] bytes) {
        try {
            return "sha512-"
                    + Base64.getEncoder()
                            .encodeToString(MessageDigest.getInstance("SHA-512").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath();
            asked.add(path);
            byte[] body = archives.containsKey(path) ? archives.get(path) : document(path.substring(1));
            if (body.length == 0) {
                exchange.sendResponseHeaders(404, -1);
                return;
            }
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
        }
    }

    private byte[] document(String name) throws IOException {
        Map<String, ObjectNode> versions = packages.get(name);
        if (versions == null) return new byte[0];
        ObjectNode document = JSON.createObjectNode().put("name", name);
        List<String> sorted = versions.keySet().stream()
                .sorted((one, other) -> new org.semver4j.Semver(one).compareTo(new org.semver4j.Semver(other)))
                .toList();
        document.putObject("dist-tags").put("latest", sorted.get(sorted.size() - 1));
        ObjectNode all = document.putObject("versions");
        sorted.forEach(version -> all.set(version, versions.get(version)));
        return JSON.writeValueAsBytes(document);
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
