package dev.pfeiler.proof;

import dev.pfeiler.remote.Exchange;
import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;

/**
 * The responses of a server to GET requests, each made twice: what changes from one request to the next (random values,
 * times, sessions) is not a difference. Ports, session ids and times of day are masked.
 *
 * @param byPath the responses, by path; none for paths that were not answered in time
 */
public record HttpResponses(Map<String, Response> byPath) {
    private static final Duration LIMIT = Duration.ofSeconds(30);
    /** For all requests to a server together. */
    private static final Duration ALL = Duration.ofMinutes(5);
    /** How much of a page is compared, in bytes. */
    private static final int LARGEST = 8 << 20;

    private static final Pattern SESSION = Pattern.compile("(?i)(;?jsessionid[=:]?\\s*\"?)[0-9A-F.]{16,}");
    private static final Pattern TIME = Pattern.compile("\\b\\d{1,2}:\\d{2}(:\\d{2})?(\\.\\d+)?\\b");
    private static final String MASK = "\u25a0";

    /**
     * The response to two equal requests.
     *
     * @param type the media type, and where a redirect leads
     * @param again the body of the second response
     */
    public record Response(int status, String type, String body, String again) {
        private static final int FIRST_REFUSAL = 400;
        private static final int FIRST_ERROR = 500;

        boolean refused() {
            return status >= FIRST_REFUSAL;
        }

        boolean broke() {
            return status >= FIRST_ERROR;
        }

        /** Whether another is the same, but for what changes in this one. */
        boolean same(Response other) {
            return status == other.status
                    && type.equals(other.type)
                    && SteadyLines.of(body, again).same(again, other.again);
        }
    }

    public HttpResponses {
        byPath = new TreeMap<>(byPath);
    }

    /**
     * The responses of two servers.
     *
     * @param before of the old program
     * @param after of the new one
     */
    public record Pair(HttpResponses before, HttpResponses after) {}

    /** Requests each path of a server on this machine twice. */
    public static HttpResponses of(int port, Collection<String> paths, UnaryOperator<String> mask) {
        Map<String, Response> responses = new TreeMap<>();
        HttpClient client = client();
        long end = System.nanoTime() + ALL.toNanos();
        for (String path : paths) {
            if (!SafeLinks.isSafe(path) || System.nanoTime() > end) continue;
            Optional<Single> once = get(client, port, path);
            Optional<Single> again = once.flatMap(one -> get(client, port, path));
            if (again.isPresent()) responses.put(path, joined(once.get(), again.get(), mask));
        }
        return new HttpResponses(responses);
    }

    /** Requests each path of two servers on this machine in turn, so that both respond at the same time of day. */
    public static Pair inTurn(int oldPort, int newPort, Collection<String> paths) {
        Map<String, Response> before = new TreeMap<>();
        Map<String, Response> after = new TreeMap<>();
        HttpClient client = client();
        long end = System.nanoTime() + ALL.toNanos();
        for (String path : paths) {
            if (!SafeLinks.isSafe(path) || System.nanoTime() > end) continue;
            Optional<Single> old = get(client, oldPort, path);
            Optional<Single> now = get(client, newPort, path);
            Optional<Single> oldAgain = old.flatMap(one -> get(client, oldPort, path));
            Optional<Single> nowAgain = now.flatMap(one -> get(client, newPort, path));
            if (oldAgain.isPresent()) before.put(path, joined(old.get(), oldAgain.get(), UnaryOperator.identity()));
            if (nowAgain.isPresent()) after.put(path, joined(now.get(), nowAgain.get(), UnaryOperator.identity()));
        }
        return new Pair(new HttpResponses(before), new HttpResponses(after));
    }

    private static HttpClient client() {
        return HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .followRedirects(HttpClient.Redirect.NEVER)
                .connectTimeout(LIMIT)
                .build();
    }

    /** The response to one request. */
    private record Single(int status, String type, String body) {}

    private static Response joined(Single once, Single again, UnaryOperator<String> mask) {
        return new Response(again.status(), again.type(), mask.apply(once.body()), mask.apply(again.body()));
    }

    private static Optional<Single> get(HttpClient client, int port, String path) {
        try {
            URI uri = new URI("http", null, "127.0.0.1", port, path, null, null);
            Exchange response =
                    Exchange.of(client, HttpRequest.newBuilder(uri).GET().build(), LIMIT, LARGEST);
            String type = response.headers().firstValue("Content-Type").orElse("")
                    + response.headers()
                            .firstValue("Location")
                            .map(" to "::concat)
                            .orElse("");
            String body = new String(response.body(), StandardCharsets.ISO_8859_1);
            return Optional.of(new Single(response.status(), masked(type, port), masked(body, port)));
        } catch (IOException | URISyntaxException e) {
            return Optional.empty();
        }
    }

    private static String masked(String text, int port) {
        String plain = text.replaceAll("\\b" + port + "\\b", MASK);
        plain = SESSION.matcher(plain).replaceAll("$1" + MASK);
        return TIME.matcher(plain).replaceAll(MASK);
    }

    /**
     * Compares the responses of the new program with these of the old one.
     *
     * @param fixed why an error may be gone; empty if nothing is known to have fixed one
     */
    public Comparison against(HttpResponses after, String fixed) {
        List<Difference> differences = new ArrayList<>();
        byPath.forEach((path, old) -> {
            Response now = after.byPath.get(path);
            if (now == null) {
                differences.add(new Difference(path, Difference.Kind.GONE, ""));
            } else if (!old.same(now)) {
                String how = now.status() != old.status()
                        ? " (status " + old.status() + " before, " + now.status() + " now)"
                        : now.type().equals(old.type()) ? "" : " (" + old.type() + " before, " + now.type() + " now)";
                String cause = old.refused() && !now.refused() ? fixed : "";
                differences.add(new Difference(path + how, Difference.Kind.CHANGED, cause));
            }
        });
        after.byPath.keySet().stream()
                .filter(path -> !byPath.containsKey(path))
                .forEach(path -> differences.add(new Difference(path, Difference.Kind.ADDED, "")));
        return new Comparison("pages", summary(), after.summary(), differences);
    }

    private String summary() {
        return byPath.size() + " requested" + (broken().isEmpty() ? "" : ", " + broken().size() + " with an error");
    }

    /** Paths that the server could not serve without an error of its own. */
    public List<String> broken() {
        return byPath.entrySet().stream()
                .filter(entry -> entry.getValue().broke())
                .map(Map.Entry::getKey)
                .toList();
    }
}
