package dev.pfeiler.hostile;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** A server on loopback that answers as a test wants, and remembers what it was asked. */
public final class LoopbackServer implements AutoCloseable {
    /** How it answers. */
    public interface Answer {
        void to(HttpExchange exchange) throws IOException;
    }

    private final HttpServer server;
    private final ExecutorService threads = Executors.newCachedThreadPool();
    private final List<String> asked = new CopyOnWriteArrayList<>();

    public LoopbackServer(Answer answer) throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(threads);
        server.createContext("/", exchange -> {
            asked.add(exchange.getRequestMethod() + " " + exchange.getRequestURI() + " "
                    + exchange.getRequestHeaders().entrySet());
            try (exchange) {
                answer.to(exchange);
            }
        });
        server.start();
    }

    public String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/";
    }

    /** Each request with its headers. */
    public List<String> asked() {
        return asked;
    }

    public static Answer text(int status, String body) {
        return exchange -> {
            byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
            exchange.getResponseBody().write(bytes);
        };
    }

    /** Sends a part again and again until the other side has enough. */
    public static Answer endless(byte[] part, long pause) {
        return exchange -> {
            exchange.sendResponseHeaders(200, 0);
            try (OutputStream out = exchange.getResponseBody()) {
                while (!Thread.currentThread().isInterrupted()) {
                    out.write(part);
                    out.flush();
                    if (pause > 0) Thread.sleep(pause);
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        };
    }

    @Override
    public void close() {
        server.stop(0);
        threads.shutdownNow();
    }
}
