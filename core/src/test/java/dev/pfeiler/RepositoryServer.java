package dev.pfeiler;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import dev.pfeiler.tree.Hashing;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;

/** A repository in Maven layout on the loopback address, which can also answer badly. */
public final class RepositoryServer implements AutoCloseable {
    private final Map<String, byte[]> files = new ConcurrentHashMap<>();
    private final List<String> asked = new CopyOnWriteArrayList<>();
    private final HttpServer server;
    private volatile int status = 200;
    private volatile String page = "";
    private volatile long delay;

    public RepositoryServer() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", this::answer);
        server.setExecutor(Executors.newCachedThreadPool());
        server.start();
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath().substring(1);
        asked.add(path);
        byte[] body = page.isEmpty() ? files.get(path) : page.getBytes(StandardCharsets.UTF_8);
        try {
            Thread.sleep(delay);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        int code = status != 200 ? status : body == null ? 404 : 200;
        exchange.sendResponseHeaders(code, code == 200 ? body.length : -1);
        if (code == 200) exchange.getResponseBody().write(body);
        exchange.close();
    }

    /** Holds an artifact's jar and descriptor, with their checksums. */
    public RepositoryServer artifact(String coordinates, Path jar, String pom) throws IOException {
        String[] c = coordinates.split(":");
        String folder = c[0].replace('.', '/') + "/" + c[1] + "/" + c[2] + "/" + c[1] + "-" + c[2];
        put(folder + ".jar", Files.readAllBytes(jar));
        String descriptor = pom.isEmpty()
                ? "<project><modelVersion>4.0.0</modelVersion><groupId>" + c[0] + "</groupId><artifactId>" + c[1]
                        + "</artifactId><version>" + c[2] + "</version></project>"
                : pom;
        put(folder + ".pom", descriptor.getBytes(StandardCharsets.UTF_8));
        return this;
    }

    /** Holds a file and its checksum. */
    public RepositoryServer put(String path, byte[] bytes) {
        files.put(path, bytes);
        files.put(path + ".sha1", Hashing.sha1(bytes).getBytes(StandardCharsets.UTF_8));
        return this;
    }

    /** Answers everything with that status. */
    public RepositoryServer status(int answer) {
        status = answer;
        return this;
    }

    /** Answers everything with that page, as a network does that wants a person to sign in. */
    public RepositoryServer page(String html) {
        page = html;
        return this;
    }

    /** Waits that many milliseconds before each answer. */
    public RepositoryServer delay(long milliseconds) {
        delay = milliseconds;
        return this;
    }

    /** The paths it was asked for. */
    public List<String> asked() {
        return asked;
    }

    public String url() {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/";
    }

    /** Makes a person's settings send all requests here. */
    public RepositoryServer settings(Path home, String more) throws IOException {
        Path settings = home.resolve(".m2/settings.xml");
        Files.createDirectories(settings.getParent());
        Files.writeString(
                settings,
                "<settings>" + more + "<mirrors><mirror><id>harbour</id><mirrorOf>*</mirrorOf><url>" + url()
                        + "</url></mirror></mirrors></settings>");
        return this;
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
