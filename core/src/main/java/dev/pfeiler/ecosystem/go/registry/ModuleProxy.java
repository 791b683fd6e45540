package dev.pfeiler.ecosystem.go.registry;

import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.module.ModuleVersion;
import dev.pfeiler.process.Environment;
import dev.pfeiler.remote.FileCache;
import dev.pfeiler.remote.RemoteClient;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.lang.ref.SoftReference;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;

/**
 * Published modules, where the person's settings of the go command say: module proxies, folders laid out like one, and the
 * module cache. Source: the Go modules reference, GOPROXY protocol and module zip files.
 */
public final class ModuleProxy {
    /** Of an unpacked archive, in bytes. Source: the Go modules reference, file path and size constraints. */
    private static final int LARGEST = 500 << 20;

    private static final int MOST_FILES = 100_000;

    private final List<String> proxies;
    private final Path cache;
    private final RemoteClient client;
    private final FileCache archives;
    private final Map<String, Optional<List<String>>> versions = new ConcurrentHashMap<>();
    private final Map<String, Optional<byte[]>> documents = new ConcurrentHashMap<>();
    /** Files of archives as long as there is memory for them: each package of a module asks for all. */
    private final Map<String, SoftReference<Map<String, byte[]>>> unpacked = new ConcurrentHashMap<>();

    public ModuleProxy(GoSettings settings, Environment environment) {
        this.proxies = settings.proxies();
        this.cache = settings.cache().resolve("cache/download");
        this.archives = new FileCache(environment.cache().resolve("go"));
        this.client = new RemoteClient(new RemoteClient.Access(
                "The module proxy",
                environment.offline(),
                address -> Optional.empty(),
                proxy(environment),
                Optional.empty()));
    }

    private static Optional<URI> proxy(Environment environment) {
        for (String name : List.of("HTTPS_PROXY", "https_proxy"))
            if (!environment.variables().getOrDefault(name, "").isEmpty())
                return Optional.of(URI.create(environment.variables().get(name)));
        return Optional.empty();
    }

    /** Whether nothing but what is on this machine could be asked. */
    public boolean isUnreachable() {
        return proxies.stream().noneMatch(address -> address.startsWith("file:"))
                && (proxies.isEmpty() || client.isUnreachable());
    }

    /** How many requests failed, though the proxy can be reached. */
    public int failures() {
        return client.failures();
    }

    /** The versions of a module, newest first; the latest revision of one without releases. Nothing if it is unknown. */
    public Optional<List<String>> versions(String module) {
        return ModulePath.isValid(module) ? versions.computeIfAbsent(module, this::listed) : Optional.empty();
    }

    private Optional<List<String>> listed(String module) {
        Optional<List<String>> listed = get(module + "/@v/list", false).map(bytes -> text(bytes)
                .lines()
                .map(line -> line.strip().split(" ")[0])
                .filter(ModuleVersion::isValid)
                .sorted(ModuleVersion.ORDER.reversed())
                .toList());
        if (listed.isPresent() && !listed.get().isEmpty()) return listed;
        return get(module + "/@latest", false).flatMap(ModuleProxy::version).map(List::of);
    }

    private static Optional<String> version(byte[] info) {
        try {
            return Optional.of(new ObjectMapper().readTree(info).path("Version").asText(""))
                    .filter(ModuleVersion::isValid);
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** The version that a revision or tag of a module's repository stands for. */
    public Optional<String> version(String module, String revision) {
        if (!ModulePath.isValid(module) || !revision.matches("[\\w.+-]{1,100}")) return Optional.empty();
        return get(module + "/@v/" + ModulePath.escaped(revision) + ".info", false)
                .flatMap(ModuleProxy::version);
    }

    /** The descriptor of a version. */
    public Optional<byte[]> descriptor(String module, String version) {
        if (!ModulePath.isValid(module) || !ModuleVersion.isValid(version)) return Optional.empty();
        return get(module + "/@v/" + ModulePath.escaped(version) + ".mod", true);
    }

    /** The files of a version, by their paths within the module; nothing if its archive cannot be fetched. */
    public Optional<Map<String, byte[]>> files(String module, String version) {
        if (!ModulePath.isValid(module) || !ModuleVersion.isValid(version)) return Optional.empty();
        String prefix = module + "@" + version + "/";
        SoftReference<Map<String, byte[]>> kept = unpacked.get(prefix);
        Map<String, byte[]> before = kept == null ? null : kept.get();
        if (before != null) return Optional.of(before);
        Optional<byte[]> archive = get(module + "/@v/" + ModulePath.escaped(version) + ".zip", true);
        if (archive.isEmpty()) return Optional.empty();
        try {
            Map<String, byte[]> files = unpacked(archive.get(), prefix);
            unpacked.put(prefix, new SoftReference<>(files));
            return Optional.of(files);
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private static Map<String, byte[]> unpacked(byte[] bytes, String prefix) throws IOException {
        Map<String, byte[]> files = new LinkedHashMap<>();
        long size = 0;
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(bytes))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                if (!entry.getName().startsWith(prefix) || entry.isDirectory()) continue;
                byte[] content = in.readNBytes((int) (LARGEST - size) + 1);
                size += content.length;
                if (size > LARGEST || files.size() > MOST_FILES) throw new IOException("the archive is too large");
                files.put(entry.getName().substring(prefix.length()), content);
            }
        }
        return files;
    }

    /** @param fixed whether it never changes, so that it is kept */
    private Optional<byte[]> get(String path, boolean fixed) {
        String escaped = ModulePath.escaped(path.substring(0, path.indexOf("/@"))) + path.substring(path.indexOf("/@"));
        return documents.computeIfAbsent(escaped, name -> fetched(name, fixed));
    }

    private Optional<byte[]> fetched(String path, boolean fixed) {
        List<Path> folders = new ArrayList<>();
        for (String proxy : proxies) {
            if (proxy.startsWith("file:")) folders.add(Path.of(URI.create(proxy)));
        }
        for (Path folder : folders) {
            Optional<byte[]> found = read(folder.resolve(path));
            if (found.isPresent()) return found;
        }
        if (fixed) {
            Optional<byte[]> kept = read(cache.resolve(path));
            // folders given as proxies answer for all
            if (kept.isPresent() && folders.isEmpty()) return kept;
        }
        for (String proxy : proxies) {
            if (proxy.startsWith("file:")) continue;
            String name = Integer.toHexString(proxy.hashCode()) + "/" + path;
            Optional<byte[]> found = fixed ? archives.get(name, Optional.empty()) : Optional.empty();
            if (found.isPresent()) return found;
            found = client.get(proxy + "/" + path, "*/*");
            if (found.isPresent()) {
                if (fixed) archives.keep(name, found.get());
                return found;
            }
        }
        return folders.isEmpty() && proxies.stream().noneMatch(one -> one.startsWith("http")) || client.isUnreachable()
                ? read(cache.resolve(path))
                : Optional.empty();
    }

    private static Optional<byte[]> read(Path file) {
        try {
            return Files.isRegularFile(file) ? Optional.of(Files.readAllBytes(file)) : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private static String text(byte[] bytes) {
        return new String(bytes, StandardCharsets.UTF_8);
    }
}
