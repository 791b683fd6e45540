package dev.pfeiler.proof;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Serves the files of a folder on loopback, with a script put into each page that watches it. */
final class PageServer implements AutoCloseable {
    private static final Pattern HEAD = Pattern.compile("(?is)<head[^>]*>|<!doctype[^>]*>(?=(?!.*<head))");
    private static final Map<String, String> TYPES = Map.ofEntries(
            Map.entry("html", "text/html"),
            Map.entry("htm", "text/html"),
            Map.entry("xhtml", "application/xhtml+xml"),
            Map.entry("js", "text/javascript"),
            Map.entry("mjs", "text/javascript"),
            Map.entry("css", "text/css"),
            Map.entry("json", "application/json"),
            Map.entry("svg", "image/svg+xml"),
            Map.entry("png", "image/png"),
            Map.entry("jpg", "image/jpeg"),
            Map.entry("gif", "image/gif"),
            Map.entry("woff", "font/woff"),
            Map.entry("woff2", "font/woff2"));

    private final Path folder;
    private final String script;
    private final HttpServer server;
    private final Set<String> missing = new ConcurrentSkipListSet<>();

    /** @param script put into each page, in ASCII; empty for none */
    PageServer(Path folder, String script) throws IOException {
        this.folder = folder.toRealPath();
        this.script = script;
        this.server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", this::answer);
        server.start();
    }

    String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/";
    }

    /** What was asked for and is not there. */
    Set<String> missing() {
        return new TreeSet<>(missing);
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath();
            while (path.startsWith("/")) path = path.substring(1);
            Optional<Path> file = Paths.normal(path).map(folder::resolve).filter(Files::isRegularFile);
            if (file.isEmpty()) {
                if (!path.equals("favicon.ico")) missing.add(path);
                exchange.sendResponseHeaders(404, -1);
                return;
            }
            byte[] body = Files.readAllBytes(file.get());
            String type = TYPES.getOrDefault(Paths.extension(path), "application/octet-stream");
            if (type.equals("text/html") && !script.isEmpty()) {
                // whatever the page's encoding is, its bytes stay as they are, and the script has none but ASCII
                String text = new String(body, StandardCharsets.ISO_8859_1);
                Matcher head = HEAD.matcher(text);
                int at = head.find() ? head.end() : 0;
                body = (text.substring(0, at) + "<script>" + script + "</script>" + text.substring(at))
                        .getBytes(StandardCharsets.ISO_8859_1);
            }
            exchange.getResponseHeaders().set("Content-Type", type);
            exchange.sendResponseHeaders(200, body.length == 0 ? -1 : body.length);
            exchange.getResponseBody().write(body);
        }
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
