package dev.pfeiler.ecosystem.node.registry;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.remote.FileCache;
import dev.pfeiler.remote.Integrity;
import dev.pfeiler.remote.PackageIndex;
import dev.pfeiler.remote.RemoteClient;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Looks packages up where the person's settings of npm say: in a registry, or offline in npm's cache. What is fetched is
 * kept in Pfeiler's own cache; documents for the time of one run, archives for good, as they never change.
 */
public final class Registry implements PackageIndex {
    private static final Logger LOG = LoggerFactory.getLogger(Registry.class);
    /** As registries write versions; what is none names no file. Source: Semantic Versioning 2.0. */
    private static final Pattern VERSION = Pattern.compile("[0-9A-Za-z][0-9A-Za-z.+-]{0,255}");

    private static final Pattern LOCAL = Pattern.compile("https?://(127\\.|localhost)");

    private final NpmSettings settings;
    private final NpmCache cache;
    private final ObjectMapper json = new ObjectMapper();
    private final Map<String, Optional<Packument>> packuments = new ConcurrentHashMap<>();
    private final RemoteClient client;
    private final FileCache archives;

    public Registry(NpmSettings settings, Environment environment) {
        this.settings = settings;
        this.cache = new NpmCache(settings.cache());
        this.archives = new FileCache(environment.cache().resolve("npm"));
        String registry = settings.registry("");
        boolean local = LOCAL.matcher(registry).lookingAt();
        this.client = new RemoteClient(new RemoteClient.Access(
                "The npm registry",
                environment.offline() || settings.offline() || registry.isEmpty(),
                settings::authorization,
                local
                        ? Optional.empty()
                        : settings.proxies(environment).stream()
                                .map(URI::create)
                                .findFirst(),
                settings.of("cafile").map(Path::of)));
    }

    /** The registries that the settings of the project and its user name. */
    public static Registry of(ProjectTree part, Environment environment) {
        String settings = "";
        try {
            if (part.has(".npmrc")) settings = part.text(".npmrc").content();
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read .npmrc: " + e, "Check its permissions.", e);
        }
        return new Registry(NpmSettings.of(settings, environment), environment);
    }

    @Override
    public boolean isUnreachable() {
        return client.isUnreachable();
    }

    /** How many look-ups failed, though the registry can be reached. */
    public int failures() {
        return client.failures();
    }

    @Override
    public Optional<List<String>> versions(String name) {
        return packument(name).map(Packument::versions);
    }

    @Override
    public boolean has(String name, String version) {
        return packument(name).filter(document -> document.has(version)).isPresent();
    }

    @Override
    public Optional<Map<String, byte[]>> files(String name, String version) {
        return packument(name).flatMap(document -> files(document, version));
    }

    /** What is known of a package; nothing if no registry has it or none can be asked. */
    public Optional<Packument> packument(String name) {
        if (!PackageName.isSafe(name)) return Optional.empty();
        return packuments.computeIfAbsent(name, this::fetch);
    }

    private Optional<Packument> fetch(String name) {
        String address = settings.registry(name) + name.replace("/", "%2f");
        Optional<byte[]> bytes = client.get(address, "application/json");
        if (bytes.isEmpty() && client.isUnreachable()) bytes = cache.fetched(address);
        return bytes.flatMap(this::parsed)
                .filter(document -> document.has("versions"))
                .map(document -> new Packument(name, document));
    }

    private Optional<JsonNode> parsed(byte[] bytes) {
        try {
            return Optional.of(json.readTree(bytes));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    @Override
    public List<String> search(String words) {
        String query = URLEncoder.encode(words, StandardCharsets.UTF_8);
        String address = settings.registry("") + "-/v1/search?size=10&text=" + query;
        List<String> names = new ArrayList<>();
        client.get(address, "application/json").flatMap(this::parsed).ifPresent(document -> document.path("objects")
                .forEach(one -> names.add(one.path("package").path("name").asText())));
        return names;
    }

    /** The files of a version; nothing if its archive cannot be fetched. */
    public Optional<Map<String, byte[]>> files(Packument packument, String version) {
        return files(
                packument,
                version,
                packument
                        .manifest(version)
                        .json()
                        .path("dist")
                        .path("integrity")
                        .asText(""));
    }

    /**
     * The files of a version whose archive has a known hash, whatever the registry says of it; nothing if it cannot be
     * fetched.
     *
     * @param integrity the hash, in the form of Subresource Integrity
     */
    public Optional<Map<String, byte[]>> pinned(String name, String version, String integrity) {
        return kept(name, version, integrity)
                .flatMap(bytes -> unpacked(name, version, bytes))
                .or(() -> packument(name).flatMap(packument -> files(packument, version, integrity)));
    }

    private Optional<Map<String, byte[]>> files(Packument packument, String version, String integrity) {
        if (!VERSION.matcher(version).matches()) return Optional.empty();
        return kept(packument.name(), version, integrity)
                .or(() -> fetched(packument, version, integrity))
                .flatMap(bytes -> unpacked(packument.name(), version, bytes));
    }

    private static Optional<Map<String, byte[]>> unpacked(String name, String version, byte[] archive) {
        try {
            return Optional.of(PackageFiles.of(archive));
        } catch (IOException e) {
            LOG.warn("{} {} cannot be unpacked: {}", name, version, e.toString());
            return Optional.empty();
        }
    }

    private static String archive(String name, String version) {
        return name.replace('/', '+') + "-" + version + ".tgz";
    }

    private Optional<byte[]> kept(String name, String version, String integrity) {
        return archives.get(archive(name, version), Optional.empty())
                .or(() -> cache.content(integrity))
                .filter(bytes -> Integrity.fits(bytes, integrity));
    }

    private Optional<byte[]> fetched(Packument packument, String version, String integrity) {
        JsonNode dist = packument.manifest(version).json().path("dist");
        Optional<byte[]> fetched =
                client.get(dist.path("tarball").asText(""), "*/*").filter(bytes -> Integrity.fits(bytes, integrity));
        fetched.ifPresent(bytes -> archives.keep(archive(packument.name(), version), bytes));
        return fetched;
    }
}
