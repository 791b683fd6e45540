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
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The responses of a server to GET requests. Ports and session ids are masked.
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
    private static final String MASK = "\u25a0";

    /**
     * The response to a request.
     *
     * @param type the media type, and where a redirect leads
     */
    public record Response(int status, String type, String body) {
        private static final int FIRST_REFUSAL = 400;
        private static final int FIRST_ERROR = 500;

        boolean refused() {
            return status >= FIRST_REFUSAL;
        }

        boolean broke() {
            return status >= FIRST_ERROR;
        }

        private Response with(UnaryOperator<String> line) {
            return new Response(status, type, body.lines().map(line).collect(Collectors.joining("\n")));
        }
    }

    /** A second look at a server. */
    @FunctionalInterface
    public interface Again {
        HttpResponses look() throws IOException;
    }

    public HttpResponses {
        byPath = new TreeMap<>(byPath);
    }

    /**
     * The responses of two servers.
     *
     * @param before of the old program
     * @param after of the new one, each made after one of the old program
     * @param again of the old program, each made after one of the new program
     */
    public record Pair(HttpResponses before, HttpResponses after, HttpResponses again) {
        /** See {@link HttpResponses#against}. */
        public Comparison compare(String fixed) {
            return before.against(after, List.of(again), fixed);
        }
    }

    /**
     * Requests each path of a server on this machine.
     *
     * @param line what of a line is compared
     */
    public static HttpResponses of(int port, Collection<String> paths, UnaryOperator<String> line) {
        Map<String, Response> responses = new TreeMap<>();
        HttpClient client = client();
        long end = System.nanoTime() + ALL.toNanos();
        for (String path : paths) {
            if (!SafeLinks.isSafe(path) || System.nanoTime() > end) continue;
            get(client, port, path).ifPresent(response -> responses.put(path, response.with(line)));
        }
        return new HttpResponses(responses);
    }

    /** Requests each path of two servers on this machine in turn, so that both respond at the same time of day. */
    public static Pair inTurn(int oldPort, int newPort, Collection<String> paths) {
        List<Map<String, Response>> all = List.of(new TreeMap<>(), new TreeMap<>(), new TreeMap<>());
        HttpClient client = client();
        long end = System.nanoTime() + ALL.toNanos();
        for (String path : paths) {
            if (!SafeLinks.isSafe(path) || System.nanoTime() > end) continue;
            int at = 0;
            for (int port : new int[] {oldPort, newPort, oldPort}) {
                Map<String, Response> side = all.get(at++);
                get(client, port, path).ifPresent(response -> side.put(path, response));
            }
        }
        return new Pair(new HttpResponses(all.get(0)), new HttpResponses(all.get(1)), new HttpResponses(all.get(2)));
    }

    private static HttpClient client() {
        return HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .followRedirects(HttpClient.Redirect.NEVER)
                .connectTimeout(LIMIT)
                .build();
    }

    private static Optional<Response> get(HttpClient client, int port, String path) {
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
            return Optional.of(new Response(response.status(), masked(type, port), masked(body, port)));
        } catch (IOException | URISyntaxException e) {
            return Optional.empty();
        }
    }

    private static String masked(String text, int port) {
        String plain = Pattern.compile("\\b" + port + "\\b").matcher(text).replaceAll(MASK);
        return SESSION.matcher(plain).replaceAll("$1" + MASK);
    }

    /**
     * Compares the responses of the new program with these of the old one.
     *
     * @param again further responses of the old one: what changes between them is no difference
     * @param fixed why an error may be gone; empty if nothing is known to have fixed one
     */
    public Comparison against(HttpResponses after, List<HttpResponses> again, String fixed) {
        List<Difference> differences = new ArrayList<>();
        byPath.forEach((path, old) -> {
            Response now = after.byPath.get(path);
            List<Response> observed = Stream.concat(
                            Stream.of(old), again.stream().map(one -> one.byPath.get(path)))
                    .filter(Objects::nonNull)
                    .toList();
            if (now == null) differences.add(new Difference(path, Difference.Kind.GONE, ""));
            else if (!isSame(observed, now)) {
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

    /**
     * The same, with a second look at the old program if it differs from the new one.
     *
     * @param again how to look
     */
    public Comparison against(HttpResponses after, Again again, String fixed) throws IOException {
        Comparison once = against(after, List.of(), fixed);
        return once.state() == Comparison.State.DIFFERENT ? against(after, List.of(again.look()), fixed) : once;
    }

    private static boolean isSame(List<Response> observed, Response now) {
        return observed.stream()
                        .anyMatch(one ->
                                one.status() == now.status() && one.type().equals(now.type()))
                && Masks.of(observed.stream().map(Response::body).toList()).admit(now.body());
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
