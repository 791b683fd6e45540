package dev.pfeiler.proof;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
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
 * What a server answers to plain GET requests, with what changes from one request to the next masked: the port, session
 * ids, times of day, and lines that differ between two requests for the same page.
 *
 * @param byPath the answers, by path; none where the server gave none in time
 */
public record HttpResponses(Map<String, Answer> byPath) {
    private static final Duration LIMIT = Duration.ofSeconds(30);
    private static final Pattern SESSION = Pattern.compile("(?i)(;?jsessionid[=:]?\\s*\"?)[0-9A-F.]{16,}");
    private static final Pattern TIME = Pattern.compile("\\b\\d{1,2}:\\d{2}(:\\d{2})?(\\.\\d+)?\\b");
    private static final String MASK = "\u25a0";

    /**
     * One answer.
     *
     * @param type the media type, and where a redirect leads
     */
    public record Answer(int status, String type, String body) {
        private static final int FIRST_REFUSAL = 400;
        private static final int FIRST_ERROR = 500;

        Answer masked(UnaryOperator<String> mask) {
            return new Answer(status, type, mask.apply(body));
        }

        boolean refused() {
            return status >= FIRST_REFUSAL;
        }

        boolean broke() {
            return status >= FIRST_ERROR;
        }
    }

    public HttpResponses {
        byPath = new TreeMap<>(byPath);
    }

    /** Asks a server on this machine for each path, twice. */
    public static HttpResponses of(int port, Collection<String> paths) {
        return of(port, paths, UnaryOperator.identity());
    }

    /**
     * The same with more masked than what is masked of any server.
     *
     * @param mask gives a body without what says nothing
     */
    public static HttpResponses of(int port, Collection<String> paths, UnaryOperator<String> mask) {
        HttpClient client = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .followRedirects(HttpClient.Redirect.NEVER)
                .connectTimeout(LIMIT)
                .build();
        Map<String, Answer> answers = new TreeMap<>();
        for (String path : paths) {
            Optional<Answer> first = get(client, port, path);
            Optional<Answer> second = first.flatMap(one -> get(client, port, path));
            if (second.isPresent())
                answers.put(path, steady(first.get(), second.get()).masked(mask));
        }
        return new HttpResponses(answers);
    }

    private static Optional<Answer> get(HttpClient client, int port, String path) {
        try {
            URI uri = new URI("http", null, "127.0.0.1", port, path, null, null);
            HttpResponse<byte[]> response = client.send(
                    HttpRequest.newBuilder(uri).timeout(LIMIT).GET().build(), HttpResponse.BodyHandlers.ofByteArray());
            String type = response.headers().firstValue("Content-Type").orElse("")
                    + response.headers()
                            .firstValue("Location")
                            .map(" to "::concat)
                            .orElse("");
            String body = new String(response.body(), StandardCharsets.ISO_8859_1);
            return Optional.of(new Answer(response.statusCode(), masked(type, port), masked(body, port)));
        } catch (IOException | java.net.URISyntaxException e) {
            return Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }

    private static String masked(String text, int port) {
        String plain = text.replaceAll("\\b" + port + "\\b", MASK);
        plain = SESSION.matcher(plain).replaceAll("$1" + MASK);
        return TIME.matcher(plain).replaceAll(MASK);
    }

    /** The second answer, with each line masked that was another in the first. */
    private static Answer steady(Answer first, Answer second) {
        String[] one = first.body().split("\n", -1);
        String[] other = second.body().split("\n", -1);
        // a page that is of another length each time says nothing but that it is there
        if (one.length != other.length) return new Answer(second.status(), second.type(), MASK);
        for (int i = 0; i < one.length; i++) if (!one[i].equals(other[i])) other[i] = MASK;
        return new Answer(second.status(), second.type(), String.join("\n", other));
    }

    /**
     * Holds the answers of the new server against those of the old.
     *
     * @param mended why an error may be none any more; empty where nobody knows
     */
    public Comparison against(HttpResponses after, String mended) {
        List<Difference> differences = new ArrayList<>();
        byPath.forEach((path, old) -> {
            Answer now = after.byPath.get(path);
            if (now == null) {
                differences.add(new Difference(path, Difference.Kind.GONE, ""));
            } else if (!now.equals(old)) {
                String how = now.status() != old.status()
                        ? " (status " + old.status() + " before, " + now.status() + " now)"
                        : now.type().equals(old.type()) ? "" : " (" + old.type() + " before, " + now.type() + " now)";
                String cause = old.refused() && !now.refused() ? mended : "";
                differences.add(new Difference(path + how, Difference.Kind.CHANGED, cause));
            }
        });
        after.byPath.keySet().stream()
                .filter(path -> !byPath.containsKey(path))
                .forEach(path -> differences.add(new Difference(path, Difference.Kind.ADDED, "")));
        return new Comparison("pages", words(), after.words(), differences);
    }

    private String words() {
        long broken = byPath.values().stream().filter(Answer::broke).count();
        return byPath.size() + " answered" + (broken == 0 ? "" : ", " + broken + " with an error");
    }

    /** Paths that the server could not answer without an error of its own. */
    public List<String> broken() {
        return byPath.entrySet().stream()
                .filter(e -> e.getValue().broke())
                .map(Map.Entry::getKey)
                .toList();
    }
}
