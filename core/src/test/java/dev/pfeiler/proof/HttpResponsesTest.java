package dev.pfeiler.proof;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class HttpResponsesTest {
    private final List<HttpServer> servers = new ArrayList<>();
    private final AtomicInteger requests = new AtomicInteger();

    @AfterEach
    void stop() {
        servers.forEach(server -> server.stop(0));
    }

    /** Pages by path; {@code #} stands for the number of the request, {@code @} for the port. */
    private HttpResponses answers(Map<String, String> pages, String... paths) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        int port = server.getAddress().getPort();
        server.createContext("/", exchange -> {
            String page = pages.get(exchange.getRequestURI().getPath());
            int status = page == null ? 404 : page.startsWith("broken") ? 500 : 200;
            byte[] body = String.valueOf(page)
                    .replace("#", String.valueOf(requests.incrementAndGet()))
                    .replace("@", String.valueOf(port))
                    .getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders()
                    .set("Content-Type", page != null && page.startsWith("{") ? "text/json" : "text/html");
            exchange.sendResponseHeaders(status, body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        server.start();
        servers.add(server);
        return HttpResponses.of(port, List.of(paths), UnaryOperator.identity());
    }

    @Test
    void whatChangesFromRequestToRequestIsNoDifference() throws IOException {
        Map<String, String> pages = Map.of(
                "/a b",
                "<a href='http://127.0.0.1:@/x;jsessionid=0123456789ABCDEF0123'>12:30:01</a>\nvisit #\nstill",
                "/b",
                "broken");
        Comparison same = answers(pages, "/a b", "/b", "/c").against(answers(pages, "/a b", "/b", "/c"), "");
        assertThat(same.differences()).isEmpty();
        assertThat(same.before()).isEqualTo("3 requested, 1 with an error");
        assertThat(answers(pages, "/b").broken()).containsExactly("/b");
    }

    @Test
    void statusTypeAndBodyCount() throws IOException {
        HttpResponses before = answers(Map.of("/a", "tide 3 m", "/b", "page", "/c", "page"), "/a", "/b", "/c");
        HttpResponses after = answers(Map.of("/a", "tide 4 m", "/b", "{}"), "/a", "/b", "/c");
        assertThat(before.against(after, "").differences())
                .extracting(Difference::subject)
                .containsExactly("/a", "/b (text/html before, text/json now)", "/c (status 200 before, 404 now)");
        assertThat(before.against(after, "").state()).isEqualTo(Comparison.State.DIFFERENT);
    }
}
