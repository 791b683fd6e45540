package no.haldervik.signalmast;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;

/** Serves the page of the signal mast. */
public final class SignalServer {
    private final Path pages;

    SignalServer(Path pages) {
        this.pages = pages.toAbsolutePath().normalize();
    }

    /** The media type of a file. */
    static String type(String name) {
        if (name.endsWith(".js")) return "text/javascript";
        if (name.endsWith(".css")) return "text/css";
        return "text/html; charset=utf-8";
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath().substring(1);
        Path file = pages.resolve(path.isEmpty() ? "index.html" : path).normalize();
        if (!file.startsWith(pages) || !Files.isRegularFile(file)) {
            exchange.sendResponseHeaders(404, -1);
            exchange.close();
            return;
        }
        byte[] body = Files.readAllBytes(file);
        exchange.getResponseHeaders().set("Content-Type", type(file.toString()));
        exchange.sendResponseHeaders(200, body.length);
        exchange.getResponseBody().write(body);
        exchange.close();
    }

    public static void main(String[] arguments) throws IOException {
        SignalServer mast = new SignalServer(Path.of(arguments.length > 0 ? arguments[0] : "../mast"));
        HttpServer server = HttpServer.create(new InetSocketAddress("127.0.0.1", 8087), 0);
        server.createContext("/", mast::answer);
        server.start();
        System.out.println("Signal mast: http://127.0.0.1:8087/");
    }
}
