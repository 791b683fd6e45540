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
        HttpResponses before = answers(pages, "/a b", "/b", "/c");
        HttpResponses after = answers(pages, "/a b", "/b", "/c");
        Comparison same = before.against(after, () -> answers(pages, "/a b", "/b", "/c"), "");
        assertThat(same.differences()).isEmpty();
        assertThat(same.before()).isEqualTo("3 requested, 1 with an error");
        assertThat(answers(pages, "/b").broken()).containsExactly("/b");
    }

    @Test
    void statusTypeAndBodyCount() throws IOException {
        HttpResponses before = answers(Map.of("/a", "tide 3 m", "/b", "page", "/c", "page"), "/a", "/b", "/c");
        HttpResponses after = answers(Map.of("/a", "tide 4 m", "/b", "{}"), "/a", "/b", "/c");
        assertThat(before.against(after, List.of(), "").differences())
                .extracting(Difference::subject)
                .containsExactly("/a", "/b (text/html before, text/json now)", "/c (status 200 before, 404 now)");
        assertThat(before.against(after, List.of(), "").state()).isEqualTo(Comparison.State.DIFFERENT);
    }

    /** A time that a page computes wrongly is a difference; one that passes is not. */
    @Test
    void timesCountUnlessTheyPass() throws IOException {
        String page = "<td>High water</td><td>%s</td>\n<td>now</td><td>12:30:#</td>";
        Map<String, String> right = Map.of("/", page.formatted("04:12"));
        Map<String, String> wrong = Map.of("/", page.formatted("05:12"));
        assertThat(answers(right, "/")
                        .against(answers(right, "/"), () -> answers(right, "/"), "")
                        .differences())
                .isEmpty();
        assertThat(answers(right, "/")
                        .against(answers(wrong, "/"), () -> answers(right, "/"), "")
                        .differences())
                .extracting(Difference::subject)
                .containsExactly("/");
    }

    /** A page that lists its visits is not the same as an error page. */
    @Test
    void aPageThatGrowsStillHasItsOwnLines() throws IOException {
        HttpResponses once = new HttpResponses(Map.of("/", page("<h1>Log</h1>\nvisit 1\n<hr>")));
        HttpResponses again = new HttpResponses(Map.of("/", page("<h1>Log</h1>\nvisit 1\nvisit 2\n<hr>")));
        HttpResponses more = new HttpResponses(Map.of("/", page("<h1>Log</h1>\nvisit 1\nvisit 2\nvisit 3\n<hr>")));
        HttpResponses error = new HttpResponses(Map.of("/", page("<h1>Error</h1>\nsomething failed\n<hr>")));
        assertThat(once.against(more, List.of(again), "").differences()).isEmpty();
        assertThat(once.against(error, List.of(again), "").differences()).hasSize(1);
    }

    private static HttpResponses.Response page(String body) {
        return new HttpResponses.Response(200, "text/html", body);
    }
}
