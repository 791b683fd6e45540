package no.haldervik.harbourwind;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
public final class Main {
    private Main() {}

    public static void main(String[] arguments) throws Exception {
        Readings.prepare();
        int port = Integer.parseInt(System.getenv().getOrDefault("PORT", "8080"));
        HttpServer server = HttpServer.create(new InetSocketAddress(port), 0);
        server.createContext("/", Main::answer);
        server.start();
        System.out.println("Listening on http://localhost:" + port);
    }

    private static void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        int status = 200;
        String text;
        try {
            text = text(path, exchange.getRequestURI().getQuery());
            if (text == null) {
                status = 404;
                text = "Not found";
            }
        } catch (IllegalArgumentException e) {
            status = 400;
            text = "Not a speed: " + e.getMessage();
        } catch (Exception e) {
            status = 500;
            text = "Internal error";
            e.printStackTrace();
        }
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        String type = status == 200 && "/".equals(path) ? "text/html" : "text/plain";
        exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
        exchange.close();
    }

    /** The answer to a request; null if there is nothing at its path. */
    private static String text(String path, String query) throws Exception {
        return switch (path) {
            case "/" -> page();
            case "/knots" -> convert(parameter(query, "value"));
            case "/database" -> Readings.store(10);
            case "/json" -> JsonReport.of(10);
            case "/templates" -> SpeedPage.of(10);
            default -> null;
        };
    }

    private static String parameter(String query, String name) {
        for (String pair : String.valueOf(query).split("&")) {
            if (pair.startsWith(name + "=")) {
                return pair.substring(name.length() + 1);
            }
        }
        throw new IllegalArgumentException("the parameter " + name + " is missing");
    }

    private static String convert(String knots) {
        double metres = Knots.toMetresPerSecond(Double.parseDouble(knots));
        return String.format(Locale.ROOT, "%.2f m/s%n", metres);
    }

    private static String page() throws IOException {
        try (InputStream in = Main.class.getResourceAsStream("/index.html")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}
