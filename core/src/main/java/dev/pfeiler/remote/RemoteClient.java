package dev.pfeiler.remote;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.ProxySelector;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import java.util.zip.GZIPInputStream;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Fetches documents and archives from package repositories, with bounds for time and size; safe for several threads. */
public final class RemoteClient {
    private static final Logger LOG = LoggerFactory.getLogger(RemoteClient.class);
    private static final Duration CONNECT = Duration.ofSeconds(10);
    private static final Duration WHOLE = Duration.ofSeconds(60);
    /** Of a response, in bytes. */
    private static final int LARGEST = 256 << 20;

    private static final int FOUND = 200;
    private static final int TOO_MANY = 429;
    private static final int FIRST_OWN_ERROR = 500;

    /** How often a repository is asked that answers that it cannot answer now. */
    private static final int TRIES = 3;

    private static final Duration PAUSE = Duration.ofMillis(300);

    private static final int USUAL_PROXY_PORT = 80;

    /**
     * How a repository is reached, by the person's own settings.
     *
     * @param title of the repository, for messages
     * @param authorization the value of the header for an address
     * @param proxy none for a repository on this machine
     * @param authorities a file with certificates that are trusted besides
     */
    public record Access(
            String title,
            boolean offline,
            Function<String, Optional<String>> authorization,
            Optional<URI> proxy,
            Optional<Path> authorities) {}

    private final Access access;
    private Optional<HttpClient> client = Optional.empty();
    private volatile boolean unreachable;
    private final AtomicInteger failures = new AtomicInteger();

    public RemoteClient(Access access) {
        this.access = access;
    }

    public boolean isOffline() {
        return access.offline();
    }

    /** Whether it could not be asked, or may not be. */
    public boolean isUnreachable() {
        return unreachable || access.offline();
    }

    /** How many requests were answered neither with what was asked for nor with that it is not there. */
    public int failures() {
        return failures.get();
    }

    /**
     * The body of a response.
     *
     * @param accept the media type that is asked for
     * @return nothing if there is none, or the repository cannot be asked
     */
    public Optional<byte[]> get(String address, String accept) {
        if (isUnreachable() || !address.startsWith("http://") && !address.startsWith("https://"))
            return Optional.empty();
        try {
            HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address))
                    .header("Accept", accept)
                    .header("Accept-Encoding", "gzip");
            access.authorization().apply(address).ifPresent(value -> request.header("Authorization", value));
            Exchange response = Exchange.of(client(), request.build(), WHOLE, LARGEST);
            for (int tries = 1; isFailure(response) && tries < TRIES; tries++) {
                Thread.sleep(PAUSE.toMillis() * tries);
                response = Exchange.of(client(), request.build(), WHOLE, LARGEST);
            }
            if (isFailure(response)) {
                LOG.warn("{} answers {} to {}", access.title(), response.status(), address);
                failures.incrementAndGet();
                return Optional.empty();
            }
            if (response.cut()) throw new IOException(address + " is larger than " + (LARGEST >> 20) + " MB");
            if (response.status() != FOUND) {
                // it answers, and does not have it, or does not give it
                LOG.debug("{}: {}", address, response.status());
                return Optional.empty();
            }
            boolean packed =
                    response.headers().firstValue("Content-Encoding").orElse("").equals("gzip");
            return Optional.of(packed ? unpacked(response.body()) : response.body());
        } catch (IllegalArgumentException e) {
            // one malformed address in a document says nothing of the repository
            LOG.warn("{} is not a valid address", address);
            return Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            failures.incrementAndGet();
            return Optional.empty();
        } catch (IOException | GeneralSecurityException e) {
            LOG.warn("{} cannot be asked: {}", access.title(), e.toString());
            unreachable = true;
            return Optional.empty();
        }
    }

    private static boolean isFailure(Exchange response) {
        return response.status() == TOO_MANY || response.status() >= FIRST_OWN_ERROR;
    }

    private static byte[] unpacked(byte[] bytes) throws IOException {
        try (InputStream in = new GZIPInputStream(new ByteArrayInputStream(bytes))) {
            byte[] all = in.readNBytes(LARGEST + 1);
            if (all.length > LARGEST)
                throw new IOException("the response unpacks to more than " + (LARGEST >> 20) + " MB");
            return all;
        }
    }

    private synchronized HttpClient client() throws IOException, GeneralSecurityException {
        if (client.isPresent()) return client.get();
        HttpClient.Builder builder =
                HttpClient.newBuilder().connectTimeout(CONNECT).followRedirects(HttpClient.Redirect.NORMAL);
        access.proxy()
                .filter(uri -> uri.getHost() != null)
                .ifPresent(uri -> builder.proxy(ProxySelector.of(
                        new InetSocketAddress(uri.getHost(), uri.getPort() < 0 ? USUAL_PROXY_PORT : uri.getPort()))));
        if (access.authorities().isPresent())
            builder.sslContext(trusting(access.authorities().get()));
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
