package dev.pfeiler.proof;

import dev.pfeiler.process.RunningProgram;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;

/** Starts a program and shows what it does: how it ends, or, as a server, what it answers. */
public final class StartedProgram {
    /** Long enough for a program to start. */
    public static final Duration LIMIT = Duration.ofSeconds(30);

    private static final int WIDTH = 60;
    private static final int FIRST_ERROR = 400;

    private final List<Comparison> rows = new ArrayList<>();

    private StartedProgram() {}

    /**
     * Starts a program that ends, listens on the port that the environment variable {@code PORT} names, or does neither.
     *
     * @param command in which {@code PORT} stands for a free port
     * @param log takes what it prints
     * @param limit how long it may take until it ends or listens
     * @return what it did; a failure is a difference without a cause
     */
    public static List<Comparison> of(
            List<String> command, Path folder, Map<String, String> environment, Path log, Duration limit)
            throws IOException {
        StartedProgram started = new StartedProgram();
        int port = RunningProgram.freePort();
        Map<String, String> variables = new HashMap<>(environment);
        variables.put("PORT", String.valueOf(port));
        List<String> words = command.stream()
                .map(word -> word.replace("{port}", String.valueOf(port)))
                .toList();
        try (RunningProgram program = RunningProgram.serving(words, folder, variables, log, port, limit)) {
            if (program.isReady()) started.requests("http://localhost:" + port + "/");
            else started.ended(program.exit(), log, limit);
        }
        return started.rows;
    }

    private void ended(Optional<Integer> exit, Path log, Duration limit) throws IOException {
        String first = new String(Files.readAllBytes(log), StandardCharsets.UTF_8)
                .lines()
                .filter(line -> !line.isBlank())
                .reduce((one, next) -> exit.orElse(0) == 0 ? one : next)
                .orElse("");
        String shown = first.length() > WIDTH ? first.substring(0, WIDTH) + "…" : first;
        if (exit.isEmpty()) {
            rows.add(new Comparison("start", "", "still running after " + limit.toSeconds() + " s", List.of()));
            return;
        }
        List<Difference> differences = exit.get() == 0
                ? List.of()
                : List.of(new Difference(
                        "the program", Difference.Kind.CHANGED, "ends with exit code " + exit.get(), ""));
        rows.add(
                new Comparison("start", "", (exit.get() == 0 ? "" : "exit " + exit.get() + ": ") + shown, differences));
    }

    /** What a server answers at an address, and at those that its page leads to. */
    public static List<Comparison> answers(String address) {
        StartedProgram started = new StartedProgram();
        started.requests(address);
        return started.rows;
    }

    private void requests(String address) {
        HttpClient client = HttpClient.newBuilder()
                .followRedirects(HttpClient.Redirect.NORMAL)
                .connectTimeout(LIMIT)
                .build();
        URI top = URI.create(address);
        Set<URI> next = new LinkedHashSet<>(Set.of(top));
        get(client, top, top).ifPresent(body -> next.addAll(linked(body, top)));
        next.remove(top);
        next.stream().limit(20).forEach(uri -> get(client, top, uri));
    }

    /** Requests an address; the body of a page. */
    private Optional<String> get(HttpClient client, URI top, URI uri) {
        String shown = uri.toString().substring(top.toString().length() - 1);
        try {
            HttpResponse<String> response = client.send(
                    HttpRequest.newBuilder(uri).timeout(LIMIT).build(), HttpResponse.BodyHandlers.ofString());
            String text = text(response.body());
            List<Difference> differences = response.statusCode() < FIRST_ERROR
                    ? List.of()
                    : List.of(new Difference(shown, Difference.Kind.CHANGED, "status " + response.statusCode(), ""));
            rows.add(new Comparison("GET " + shown, "", response.statusCode() + "  " + text, differences));
            return Optional.of(response.body());
        } catch (IOException e) {
            rows.add(new Comparison(
                    "GET " + shown,
                    "",
                    "no answer",
                    List.of(new Difference(shown, Difference.Kind.GONE, String.valueOf(e.getMessage()), ""))));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        return Optional.empty();
    }

    private static String text(String body) {
        String text = body.stripLeading().startsWith("<")
                ? Jsoup.parse(body).text()
                : body.strip().replaceAll("\\s+", " ");
        return text.length() > WIDTH ? text.substring(0, WIDTH) + "…" : text;
    }

    /** Where links and forms of a page lead on the same server; forms with the values that their fields have. */
    private static Set<URI> linked(String body, URI top) {
        Document page = Jsoup.parse(body, top.toString());
        Set<URI> linked = new LinkedHashSet<>();
        for (Element form : page.select("form[action]")) {
            StringBuilder query = new StringBuilder();
            for (Element field : form.select("input[name]"))
                query.append(query.isEmpty() ? '?' : '&')
                        .append(field.attr("name"))
                        .append('=')
                        .append(field.attr("value"));
            linked.add(URI.create(form.absUrl("action") + query));
        }
        for (Element link : page.select("a[href]")) linked.add(URI.create(link.absUrl("href")));
        linked.removeIf(uri -> !uri.toString().startsWith(top.toString()));
        return linked;
    }
}
