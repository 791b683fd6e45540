package dev.pfeiler.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PageServerTest {
    @TempDir
    Path folder;

    private static HttpResponse<byte[]> get(PageServer server, String path) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.address() + path))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
    }

    /** Whatever its encoding, a page keeps its bytes; the script comes first in it. */
    @Test
    void pagesKeepTheirBytes() throws Exception {
        Charset windows = Charset.forName("windows-1252");
        String page = "<!DOCTYPE html><html><head><meta charset='windows-1252'></head>Größe “x”</html>";
        Files.write(folder.resolve("page.html"), page.getBytes(windows));
        try (PageServer server = new PageServer(folder, "watch()")) {
            assertThat(new String(get(server, "page.html").body(), windows))
                    .isEqualTo(page.replace("<head>", "<head><script>watch()</script>"));
            assertThat(get(server, "page.html").headers().firstValue("Content-Type"))
                    .as("the page says its encoding itself")
                    .contains("text/html");
        }
    }

    @Test
    void whatIsMissingIsNoted() throws Exception {
        Files.writeString(folder.resolve("a.js"), "1");
        Files.writeString(folder.resolveSibling("outside.txt"), "secret");
        try (PageServer server = new PageServer(folder, "")) {
            assertThat(new String(get(server, "a.js").body(), StandardCharsets.UTF_8))
                    .isEqualTo("1");
            assertThat(get(server, "b.js").statusCode()).isEqualTo(404);
            assertThat(get(server, "favicon.ico").statusCode()).isEqualTo(404);
            assertThat(get(server, "%2e%2e/outside.txt").statusCode()).isEqualTo(404);
            assertThat(server.missing()).contains("b.js").doesNotContain("favicon.ico", "a.js");
        }
    }
}
