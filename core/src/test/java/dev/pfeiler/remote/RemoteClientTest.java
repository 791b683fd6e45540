package dev.pfeiler.remote;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the answers of a repository say: that something is there, that it is not, or neither. */
class RemoteClientTest {
    private HttpServer server;
    private final AtomicInteger requests = new AtomicInteger();

    @BeforeEach
    void start() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", exchange -> {
            // a path has the statuses of the answers, one after the other
            List<String> statuses =
                    List.of(exchange.getRequestURI().getPath().substring(1).split(","));
            int at = Math.min(requests.getAndIncrement(), statuses.size() - 1);
            byte[] body = "2.4 m".getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(Integer.parseInt(statuses.get(at)), body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        server.start();
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "200         | true  | 1 | 0",
                "404         | false | 1 | 0",
                "503,200     | true  | 2 | 0",
                "429,429,200 | true  | 3 | 0",
                "500         | false | 3 | 1"
            })
    void answers(String statuses, boolean found, int asked, int failures) {
        RemoteClient client = new RemoteClient(new RemoteClient.Access(
                "The repository", false, address -> Optional.empty(), Optional.empty(), Optional.empty()));
        String address = "http://127.0.0.1:" + server.getAddress().getPort() + "/" + statuses;
        assertThat(client.get(address, "*/*").isPresent()).isEqualTo(found);
        assertThat(requests).hasValue(asked);
        assertThat(client.failures()).isEqualTo(failures);
        assertThat(client.isUnreachable()).isFalse();
    }
}
