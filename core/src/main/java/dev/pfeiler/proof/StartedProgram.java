package dev.pfeiler.proof;

import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.remote.Exchange;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;

/** Starts a program and shows what it does: how it ends, or, as a server, what it answers. */
public final class StartedProgram {
    private static final Pattern BLANKS = Pattern.compile("\\s+");
    private static final Pattern SESSION = Pattern.compile(";jsessionid=[^?#]*+");

    /** Long enough for a program to start. */
    public static final Duration LIMIT = Duration.ofSeconds(30);

    private static final int WIDTH = 60;
    private static final int FIRST_ERROR = 400;
    /** How many links of a page are followed. */
    private static final int MOST = 20;

    private static final int SHOWN = 5;
    /** How much of a page is read, in bytes. */
    private static final int LARGEST = 8 << 20;

    /** Looks at the page of a server. */
    @FunctionalInterface
    public interface Visitor {
        /** Looks at no page. */
        Visitor NONE = address -> List.of();

        /** What is seen at an address. */
        List<Comparison> visit(String address);
    }

    private final List<Comparison> rows = new ArrayList<>();
    private final Visitor visitor;

    private StartedProgram(Visitor visitor) {
        this.visitor = visitor;
    }

    /**
     * Starts a program that ends, listens on the port that the environment variable {@code PORT} names, or does neither.
     *
     * @param command in which {@code PORT} stands for a free port
     * @param log takes what it prints
     * @param limit how long it may take until it ends or listens
     * @param visitor looks at the page of a server
     * @return what it did; a failure is a difference without a cause
     */
    public static List<Comparison> of(
            List<String> command,
            Path folder,
            Map<String, String> environment,
            Path log,
            Duration limit,
            Visitor visitor)
            throws IOException {
        StartedProgram started = new StartedProgram(visitor);
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
        String first = ToolRun.text(log)
                .lines()
                .filter(line -> !line.isBlank())
                .reduce((one, next) -> exit.orElse(0) == 0 ? one : next)
                .orElse("");
        String shown = first.length() > WIDTH ? first.substring(0, WIDTH) + "…" : first;
        if (exit.isEmpty()) {
            // a window, or a program that waits for something; a server would have listened
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
    public static List<Comparison> answers(String address, Visitor visitor) {
        StartedProgram started = new StartedProgram(visitor);
        started.requests(address);
        return started.rows;
    }

    private void requests(String address) {
        HttpClient client = HttpClient.newBuilder()
                .followRedirects(HttpClient.Redirect.NORMAL)
                .connectTimeout(LIMIT)
                .build();
        URI top = URI.create(address);
        Set<URI> next = new LinkedHashSet<>();
        List<String> skipped = new ArrayList<>();
        get(client, top, top).ifPresent(body -> {
            if (body.stripLeading().startsWith("<")) rows.addAll(visitor.visit(address));
            next.addAll(linked(body, top, skipped));
        });
        next.remove(top);
        next.stream().limit(MOST).forEach(uri -> get(client, top, uri));
        int more = next.size() - MOST;
        if (more > 0) skipped.add(more + " further links");
        if (!skipped.isEmpty())
            rows.add(new Comparison(
                    "not requested",
                    "",
                    skipped.size() > SHOWN
                            ? String.join(", ", skipped.subList(0, SHOWN)) + " and " + (skipped.size() - SHOWN)
                                    + " more"
                            : String.join(", ", skipped),
                    List.of()));
    }

    /** Requests an address; the body of a page. */
    private Optional<String> get(HttpClient client, URI top, URI uri) {
        String shown = uri.toString().substring(top.toString().length() - 1);
        try {
            Exchange response = Exchange.of(client, HttpRequest.newBuilder(uri).build(), LIMIT, LARGEST);
            String body = new String(response.body(), StandardCharsets.UTF_8);
            rows.add(answered("GET " + shown, shown, response.status(), body));
            return Optional.of(body);
        } catch (IOException e) {
            rows.add(new Comparison(
                    "GET " + shown,
                    "",
                    "no answer",
                    List.of(new Difference(shown, Difference.Kind.GONE, String.valueOf(e.getMessage()), ""))));
        }
        return Optional.empty();
    }

    /**
     * A row of what a server answered.
     *
     * @param asked what the difference of a failure is about
     */
    static Comparison answered(String subject, String asked, int status, String body) {
        List<Difference> differences = status < FIRST_ERROR
                ? List.of()
                : List.of(new Difference(asked, Difference.Kind.CHANGED, "status " + status, ""));
        return new Comparison(subject, "", status + "  " + text(body), differences);
    }

    /** A page or a text in a few words. */
    private static String text(String body) {
        String text = body.stripLeading().startsWith("<")
                ? Jsoup.parse(body).text()
                : BLANKS.matcher(body.strip()).replaceAll(" ");
        return text.length() > WIDTH ? text.substring(0, WIDTH) + "…" : text;
    }

    /**
     * Where links and forms of a page lead on the same server; forms with the values that their fields have.
     *
     * @param skipped takes those that may change something
     */
    private static Set<URI> linked(String body, URI top, List<String> skipped) {
        Document page = Jsoup.parse(body, top.toString());
        Set<URI> linked = new LinkedHashSet<>();
        for (Element form : page.select("form[action]")) {
            String action = form.absUrl("action");
            boolean gets = form.attr("method").isBlank() || form.attr("method").equalsIgnoreCase("get");
            if (!gets) {
                if (action.startsWith(top.toString())) skipped.add("POST " + path(action, top));
                continue;
            }
            StringBuilder query = new StringBuilder();
            for (Element field : form.select("input[name]"))
                query.append(query.isEmpty() ? '?' : '&')
                        .append(URLEncoder.encode(field.attr("name"), StandardCharsets.UTF_8))
                        .append('=')
                        .append(URLEncoder.encode(field.attr("value"), StandardCharsets.UTF_8));
            add(action + query, top, linked, skipped);
        }
        for (Element link : page.select("a[href]")) add(link.absUrl("href"), top, linked, skipped);
        return linked;
    }

    private static void add(String address, URI top, Set<URI> linked, List<String> skipped) {
        if (!address.startsWith(top.toString())) return;
        String path = path(address, top);
        if (!SafeLinks.isSafe(path)) {
            skipped.add(path);
            return;
        }
        uri(address).ifPresentOrElse(linked::add, () -> skipped.add(path));
    }

    private static String path(String address, URI top) {
        // a container that does not know yet whether the browser takes cookies names the session in each address
        return SESSION.matcher(Text.before(address.substring(top.toString().length() - 1), "#"))
                .replaceAll("");
    }

    /** An address as pages write it, blanks and letters of all languages included. */
    private static Optional<URI> uri(String address) {
        StringBuilder encoded = new StringBuilder();
        for (byte b : Text.before(address, "#").getBytes(StandardCharsets.UTF_8)) {
            char c = (char) (b & 0xff);
            if (c <= ' ' || c > '~' || "\"<>\\^`{|}".indexOf(c) >= 0) encoded.append(String.format("%%%02X", (int) c));
            else encoded.append(c);
        }
        try {
            return Optional.of(new URI(encoded.toString()));
        } catch (URISyntaxException e) {
            return Optional.empty();
        }
    }
}
