package [=package];

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
[#if level lt 9]
import java.io.ByteArrayOutputStream;
[/#if]
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
public final class Main {
    private Main() {}

    public static void main(String[] arguments) throws [=starts?has_content?then("Exception", "IOException")] {
[#list starts as start]
        [=start];
[/#list]
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
[#if level gte 14]
        return switch (path) {
            case "/" -> page();
            case "/knots" -> convert(parameter(query, "value"));
[#list examples as example]
            case "/[=example.need]" -> [=example.code];
[/#list]
            default -> null;
        };
[#else]
        switch (path) {
            case "/":
                return page();
            case "/knots":
                return convert(parameter(query, "value"));
[#list examples as example]
            case "/[=example.need]":
                return [=example.code];
[/#list]
            default:
                return null;
        }
[/#if]
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
[#if level gte 9]
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
[#else]
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            byte[] buffer = new byte[8192];
            for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
                out.write(buffer, 0, read);
            }
            return new String(out.toByteArray(), StandardCharsets.UTF_8);
[/#if]
        }
    }
}
