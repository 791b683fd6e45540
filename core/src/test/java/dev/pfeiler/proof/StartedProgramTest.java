package dev.pfeiler.proof;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StartedProgramTest {
    private static final String PAGE =
            "<html><body><h1>Board</h1><form action=\"knots\"><input name=\"value\" value=\"10\">"
                    + "</form><a href=\"/gone\">x</a><a href=\"https://elsewhere.example/\">y</a></body></html>";

    @TempDir
    Path folder;

    private List<Comparison> run(String script) throws IOException {
        return StartedProgram.of(
                List.of("sh", "-c", script), folder, Map.of(), folder.resolve("log"), Duration.ofSeconds(2));
    }

    private static List<String> shown(List<Comparison> rows) {
        return rows.stream()
                .map(row -> row.state() + " " + row.subject() + ": " + row.after())
                .toList();
    }

    @Test
    void aProgramThatEndsShowsItsFirstLine() throws IOException {
        assertThat(shown(run("echo; echo 5 m/s; echo more"))).containsExactly("SAME start: 5 m/s");
        assertThat(shown(run("echo no; echo broken; exit 3"))).containsExactly("DIFFERENT start: exit 3: broken");
        assertThat(shown(run("sleep 20"))).containsExactly("SAME start: still running after 2 s");
    }

    @Test
    void aServerIsAskedForWhatItsPageLeadsTo() throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", exchange -> {
            String path = exchange.getRequestURI().toString();
            int status = path.equals("/gone") ? 404 : 200;
            byte[] body = (path.equals("/") ? PAGE : path).getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(status, body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        server.start();
        try {
            String address = "http://localhost:" + server.getAddress().getPort() + "/";
            assertThat(shown(StartedProgram.answers(address)))
                    .containsExactly(
                            "SAME GET /: 200  Board xy",
                            "SAME GET /knots?value=10: 200  /knots?value=10",
                            "DIFFERENT GET /gone: 404  /gone");
        } finally {
            server.stop(0);
        }
        assertThat(shown(StartedProgram.answers("http://localhost:1/"))).containsExactly("DIFFERENT GET /: no answer");
    }
}
