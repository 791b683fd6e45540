package dev.pfeiler.ecosystem.node.registry;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.remote.Exchange;
import dev.pfeiler.tree.ProjectTree;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.ProxySelector;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.zip.GZIPInputStream;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Looks packages up where the person's settings of npm say: in a registry, or offline in npm's cache. What is fetched is
 * kept in Pfeiler's own cache; documents for the time of one run, archives for good, as they never change.
 */
public final class Registry {
    private static final Logger LOG = LoggerFactory.getLogger(Registry.class);
    private static final Duration CONNECT = Duration.ofSeconds(10);
    private static final Duration WHOLE = Duration.ofSeconds(60);
    /** Of a response, in bytes. */
    private static final int LARGEST = 256 << 20;

    private static final Set<String> ALGORITHMS = Set.of("SHA-1", "SHA-256", "SHA-384", "SHA-512");

    /** As registries write versions; what is none names no file. Source: Semantic Versioning 2.0. */
    private static final Pattern VERSION = Pattern.compile("[0-9A-Za-z][0-9A-Za-z.+-]{0,255}");

    private final NpmSettings settings;
    private final Environment environment;
    private final NpmCache cache;
    private final ObjectMapper json = new ObjectMapper();
    private final Map<String, Optional<Packument>> packuments = new HashMap<>();
    private Optional<HttpClient> client = Optional.empty();
    private boolean unreachable;

    public Registry(NpmSettings settings, Environment environment) {
        this.settings = settings;
        this.environment = environment;
        this.cache = new NpmCache(settings.cache());
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

    /** Whether a registry could not be asked, so that an unknown package need not be unknown there. */
    public boolean isUnreachable() {
        return unreachable || offline();
    }

    private boolean offline() {
        return environment.offline()
                || settings.offline()
                || settings.registry("").isEmpty();
    }

    /** What is known of a package; nothing if no registry has it or none can be asked. */
    public Optional<Packument> packument(String name) {
        if (!PackageName.isSafe(name)) return Optional.empty();
        if (!packuments.containsKey(name)) packuments.put(name, fetch(name));
        return packuments.get(name);
    }

    private Optional<Packument> fetch(String name) {
        String address = settings.registry(name) + name.replace("/", "%2f");
        Optional<byte[]> bytes = offline() ? Optional.empty() : get(address, "application/json");
        if (bytes.isEmpty() && (offline() || unreachable)) bytes = cache.fetched(address);
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

    /** Packages whose names or descriptions fit some words; their names, the likeliest first. */
    public List<String> search(String words) {
        String query = URLEncoder.encode(words, StandardCharsets.UTF_8);
        String address = settings.registry("") + "-/v1/search?size=10&text=" + query;
        List<String> names = new ArrayList<>();
        if (!offline())
            get(address, "application/json").flatMap(this::parsed).ifPresent(document -> document.path("objects")
                    .forEach(one -> names.add(one.path("package").path("name").asText())));
        return names;
    }

    /** The files of a version; nothing if its archive cannot be had. */
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
     * The files of a version whose archive has a known hash, whatever the registry says of it.
     *
     * @param integrity the hash, in the form of Subresource Integrity
     */
    public Optional<Map<String, byte[]>> files(Packument packument, String version, String integrity) {
        if (!VERSION.matcher(version).matches()) return Optional.empty();
        return archive(packument, version, integrity).flatMap(bytes -> {
            try {
                return Optional.of(PackageFiles.of(bytes));
            } catch (IOException e) {
                LOG.warn("{} {} cannot be unpacked: {}", packument.name(), version, e.toString());
                return Optional.empty();
            }
        });
    }

    private Optional<byte[]> archive(Packument packument, String version, String integrity) {
        JsonNode dist = packument.manifest(version).json().path("dist");
        Path kept =
                environment.cache().resolve("npm").resolve(packument.name().replace('/', '+') + "-" + version + ".tgz");
        try {
            if (Files.isReadable(kept)) {
                byte[] bytes = Files.readAllBytes(kept);
                if (fits(bytes, integrity)) return Optional.of(bytes);
            }
            Optional<byte[]> cached = cache.content(integrity).filter(bytes -> fits(bytes, integrity));
            if (cached.isPresent() || offline()) return cached;
            Optional<byte[]> fetched =
                    get(dist.path("tarball").asText(""), "*/*").filter(bytes -> fits(bytes, integrity));
            if (fetched.isPresent()) {
                Files.createDirectories(kept.getParent());
                Path part = Files.createTempFile(kept.getParent(), "part", ".tgz");
                Files.write(part, fetched.get());
                Files.move(part, kept, StandardCopyOption.REPLACE_EXISTING);
            }
            return fetched;
        } catch (IOException e) {
            LOG.warn("{} {} cannot be fetched: {}", packument.name(), version, e.toString());
            return Optional.empty();
        }
    }

    /** Whether bytes have a hash in the form of Subresource Integrity; what has none is taken as it is. */
    public static boolean fits(byte[] bytes, String integrity) {
        if (integrity.isBlank()) return true;
        for (String one : integrity.strip().split("\\s+")) {
            int dash = one.indexOf('-');
            if (dash < 1) continue;
            String algorithm = one.substring(0, dash).replaceFirst("(?i)^sha", "SHA-");
            if (!ALGORITHMS.contains(algorithm)) continue;
            String hash = Base64.getEncoder()
                    .encodeToString(NpmCache.digest(algorithm).digest(bytes));
            if (hash.equals(one.substring(dash + 1).replaceFirst("\\?.*", ""))) return true;
        }
        return false;
    }

    private Optional<byte[]> get(String address, String accept) {
        if (unreachable || !address.startsWith("http://") && !address.startsWith("https://")) return Optional.empty();
        try {
            HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address))
                    .header("Accept", accept)
                    .header("Accept-Encoding", "gzip");
            settings.authorization(address).ifPresent(value -> request.header("Authorization", value));
            Exchange response = Exchange.of(client(), request.build(), WHOLE, LARGEST);
            if (response.cut()) throw new IOException(address + " is larger than " + (LARGEST >> 20) + " MB");
            if (response.status() != 200) {
                LOG.debug("{}: {}", address, response.status());
                // the registry answers, and does not have it, or does not give it
                return Optional.empty();
            }
            boolean packed =
                    response.headers().firstValue("Content-Encoding").orElse("").equals("gzip");
            return Optional.of(packed ? unpacked(response.body()) : response.body());
        } catch (IllegalArgumentException e) {
            // one malformed address in a document says nothing of the registry
            LOG.warn("{} is not a valid address", address);
            return Optional.empty();
        } catch (IOException | GeneralSecurityException e) {
            LOG.warn("The npm registry cannot be asked: {}", e.toString());
            unreachable = true;
            return Optional.empty();
        }
    }

    private static byte[] unpacked(byte[] bytes) throws IOException {
        try (InputStream in = new GZIPInputStream(new ByteArrayInputStream(bytes))) {
            byte[] all = in.readNBytes(LARGEST + 1);
            if (all.length > LARGEST)
                throw new IOException("the response unpacks to more than " + (LARGEST >> 20) + " MB");
            return all;
        }
    }

    private HttpClient client() throws IOException, GeneralSecurityException {
        if (client.isPresent()) return client.get();
        HttpClient.Builder builder =
                HttpClient.newBuilder().connectTimeout(CONNECT).followRedirects(HttpClient.Redirect.NORMAL);
        Optional<URI> proxy = settings.proxies(environment).stream()
                .map(URI::create)
                .filter(uri -> uri.getHost() != null)
                .findFirst();
        boolean local = settings.registry("").matches("https?://(127\\.|localhost).*");
        if (proxy.isPresent() && !local)
            builder.proxy(ProxySelector.of(new InetSocketAddress(
                    proxy.get().getHost(),
                    proxy.get().getPort() < 0 ? 80 : proxy.get().getPort())));
        Optional<String> authorities = settings.of("cafile");
        if (authorities.isPresent()) builder.sslContext(trusting(Path.of(authorities.get())));
        client = Optional.of(builder.build());
        return client.get();
    }

    private static SSLContext trusting(Path file) throws IOException, GeneralSecurityException {
        KeyStore store = KeyStore.getInstance(KeyStore.getDefaultType());
        store.load(null, null);
        int number = 0;
        try (InputStream in = Files.newInputStream(file)) {
            for (Certificate one : CertificateFactory.getInstance("X.509").generateCertificates(in))
                store.setCertificateEntry("authority" + number++, one);
        }
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(store);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return context;
    }
}
