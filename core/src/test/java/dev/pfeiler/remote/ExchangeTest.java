package dev.pfeiler.remote;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.hostile.LoopbackServer;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpTimeoutException;
import java.time.Duration;
import org.junit.jupiter.api.Test;

class ExchangeTest {
    private final HttpClient client = HttpClient.newHttpClient();

    private Exchange get(LoopbackServer server, Duration limit, int most) throws IOException {
        HttpRequest request =
                HttpRequest.newBuilder(URI.create(server.address())).build();
        return Exchange.of(client, request, limit, most);
    }

    @Test
    void aWholeBodyIsRead() throws IOException {
        try (LoopbackServer server = new LoopbackServer(LoopbackServer.text(404, "no berth"))) {
            Exchange exchange = get(server, Duration.ofSeconds(10), 8);
            assertThat(exchange.status()).isEqualTo(404);
            assertThat(exchange.body()).asString().isEqualTo("no berth");
            assertThat(exchange.cut()).isFalse();
        }
    }

    /** The headers came at once; the limit is for the body, too. */
    @Test
    void aBodyThatComesSlowlyIsGivenUp() throws IOException {
        try (LoopbackServer server = new LoopbackServer(LoopbackServer.endless(new byte[1], 100))) {
            long start = System.nanoTime();
            assertThatThrownBy(() -> get(server, Duration.ofSeconds(1), 1 << 20))
                    .isInstanceOf(HttpTimeoutException.class);
            assertThat(Duration.ofNanos(System.nanoTime() - start)).isLessThan(Duration.ofSeconds(5));
        }
    }

    @Test
    void anEndlessBodyIsCut() throws IOException {
        try (LoopbackServer server = new LoopbackServer(LoopbackServer.endless(new byte[10_000], 0))) {
            Exchange exchange = get(server, Duration.ofSeconds(30), 1_000_001);
            assertThat(exchange.body()).hasSize(1_000_001);
            assertThat(exchange.cut()).isTrue();
        }
    }
}
