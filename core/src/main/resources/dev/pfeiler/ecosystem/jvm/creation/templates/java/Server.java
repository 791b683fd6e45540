package [=package];

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.concurrent.Callable;

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
public final class Main {
    private Main() {}

    public static void main(String[] arguments) throws IOException {
        int port = Integer.parseInt(System.getenv().getOrDefault("PORT", "8080"));
        HttpServer server = HttpServer.create(new InetSocketAddress(port), 0);
        server.createContext("/", exchange -> answer(exchange, "text/html", () -> page()));
        server.createContext("/knots", exchange -> answer(exchange, "text/plain", () -> convert(exchange)));
[#list examples as example]
        server.createContext("/[=example.need]", exchange -> answer(exchange, "text/plain", () -> [=example.code]));
[/#list]
        server.start();
        System.out.println("Listening on http://localhost:" + port);
    }

    private static String convert(HttpExchange exchange) {
        String query = String.valueOf(exchange.getRequestURI().getQuery());
        double knots = Double.parseDouble(query.replaceFirst(".*value=", ""));
        return String.format(Locale.ROOT, "%.2f m/s%n", Knots.toMetresPerSecond(knots));
    }

    private static String page() throws IOException {
        try (InputStream in = Main.class.getResourceAsStream("/index.html")) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            byte[] buffer = new byte[8192];
            for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
                out.write(buffer, 0, read);
            }
            return new String(out.toByteArray(), StandardCharsets.UTF_8);
        }
    }

    private static void answer(HttpExchange exchange, String type, Callable<String> content) throws IOException {
        int status = 200;
        String text;
        try {
            text = content.call();
        } catch (IllegalArgumentException e) {
            status = 400;
            text = "Not a speed: " + e.getMessage();
        } catch (Exception e) {
            status = 500;
            text = String.valueOf(e.getMessage());
        }
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
        exchange.close();
    }
}
