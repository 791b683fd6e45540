package dev.pfeiler.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.process.RunningProgram;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.WebSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/**
 * A headless Chromium that is told what to do, step by step. Source: the Chrome DevTools Protocol, version 1.3, domains
 * Page and Runtime.
 */
final class BrowserSession implements AutoCloseable {
    private static final Duration LIMIT = Duration.ofSeconds(20);
    private static final ObjectMapper JSON = new ObjectMapper();

    private final RunningProgram program;
    private final BlockingQueue<JsonNode> received = new LinkedBlockingQueue<>();
    private final WebSocket socket;
    private int sent;

    /**
     * Starts it with an empty page.
     *
     * @param command the program with its options, but for the port
     * @throws IOException if it does not answer
     */
    BrowserSession(List<String> command, Path folder, Path log) throws IOException {
        int port = RunningProgram.freePort();
        List<String> words = new ArrayList<>(command);
        words.add("--remote-debugging-port=" + port);
        words.add("about:blank");
        program = RunningProgram.serving(words, folder, Map.of(), log, port, LIMIT);
        try {
            if (!program.isReady()) throw new IOException("the browser does not start");
            HttpClient client = HttpClient.newBuilder().connectTimeout(LIMIT).build();
            URI pages = URI.create("http://127.0.0.1:" + port + "/json/list");
            String listed = client.send(
                            HttpRequest.newBuilder(pages).timeout(LIMIT).build(), HttpResponse.BodyHandlers.ofString())
                    .body();
            String address = "";
            for (JsonNode page : JSON.readTree(listed))
                if (page.path("type").asText().equals("page"))
                    address = page.path("webSocketDebuggerUrl").asText();
            if (address.isEmpty()) throw new IOException("the browser has no page");
            socket = client.newWebSocketBuilder()
                    .buildAsync(URI.create(address), new Listener())
                    .get(LIMIT.toSeconds(), TimeUnit.SECONDS);
            call("Page.enable", JSON.createObjectNode());
        } catch (InterruptedException e) {
            program.close();
            Thread.currentThread().interrupt();
            throw new IOException("interrupted while the browser was starting", e);
        } catch (IOException | ExecutionException | TimeoutException e) {
            program.close();
            throw new IOException("the browser does not answer: " + e.getMessage(), e);
        }
    }

    /** Puts messages together that come in pieces. */
    private final class Listener implements WebSocket.Listener {
        private final StringBuilder message = new StringBuilder();

        @Override
        public CompletionStage<?> onText(WebSocket from, CharSequence data, boolean last) {
            message.append(data);
            if (last) {
                try {
                    received.add(JSON.readTree(message.toString()));
                } catch (IOException e) {
                    received.add(JSON.createObjectNode().put("method", "unreadable"));
                }
                message.setLength(0);
            }
            from.request(1);
            return null;
        }
    }

    /** Opens an address and waits until it has loaded. */
    void open(String address) throws IOException {
        received.clear();
        call("Page.navigate", JSON.createObjectNode().put("url", address));
        loaded();
    }

    /** Waits until the page that is on its way has loaded. */
    void loaded() throws IOException {
        long end = System.nanoTime() + LIMIT.toNanos();
        while (!next(end).path("method").asText().equals("Page.loadEventFired"))
            ;
    }

    /** The value of an expression in the page; null where it is none. */
    JsonNode value(String expression) throws IOException {
        ObjectNode parameters =
                JSON.createObjectNode().put("expression", expression).put("returnByValue", true);
        return call("Runtime.evaluate", parameters).at("/result/value");
    }

    /** Writes a picture of what the window shows. */
    void picture(Path file) throws IOException {
        String data = call("Page.captureScreenshot", JSON.createObjectNode())
                .path("data")
                .asText();
        Files.write(file, Base64.getDecoder().decode(data));
    }

    private JsonNode call(String method, ObjectNode parameters) throws IOException {
        int id = ++sent;
        ObjectNode message = JSON.createObjectNode().put("id", id).put("method", method);
        message.set("params", parameters);
        socket.sendText(message.toString(), true);
        long end = System.nanoTime() + LIMIT.toNanos();
        List<JsonNode> events = new ArrayList<>();
        while (true) {
            JsonNode answer = next(end);
            if (answer.path("id").asInt() != id) {
                events.add(answer);
                continue;
            }
            received.addAll(events);
            if (answer.has("error"))
                throw new IOException(answer.at("/error/message").asText());
            return answer.path("result");
        }
    }

    private JsonNode next(long end) throws IOException {
        try {
            JsonNode one = received.poll(Math.max(0, end - System.nanoTime()), TimeUnit.NANOSECONDS);
            if (one == null) throw new IOException("the browser does not answer");
            return one;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted", e);
        }
    }

    @Override
    public void close() {
        socket.abort();
        program.close();
    }
}
