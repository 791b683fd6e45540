package dev.pfeiler.proof;

import com.fasterxml.jackson.core.json.JsonWriteFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jsoup.parser.Parser;

/** A headless Chromium that opens pages of a folder. */
public final class Browser {
    private static final Duration LIMIT = Duration.ofSeconds(90);
    private static final Pattern SHOWN = Pattern.compile("(?s)<pre id=\"pfeiler-shown\">(.*?)</pre>");

    private static final Pattern BLANKS = Pattern.compile("\\s+");

    private final Path program;
    private final Path scratch;

    private Browser(Path program, Path scratch) {
        this.program = program;
        this.scratch = scratch;
    }

    /** The one on the PATH, if there is one. */
    public static Optional<Browser> find(Environment environment, Path scratch) {
        return List.of("chromium", "chromium-browser", "google-chrome", "chrome").stream()
                .flatMap(name -> environment.program(name).stream())
                .findFirst()
                .map(program -> new Browser(program, scratch));
    }

    /**
     * What a page shows.
     *
     * @param text with single spaces
     * @param errors of scripts, and files that were not found
     * @param names the types of global names
     * @param printed lines on the console
     */
    public record Snapshot(String text, List<String> errors, Map<String, String> names, List<String> printed) {}

    public Snapshot open(Path folder, String page, Collection<String> names, Path log) throws IOException {
        ObjectMapper json =
                JsonMapper.builder().enable(JsonWriteFeature.ESCAPE_NON_ASCII).build();
        String script = script("page.js.txt").replace("NAMES", json.writeValueAsString(names));
        try (PageServer server = new PageServer(folder, script)) {
            ToolRun run = run(List.of("--virtual-time-budget=8000", "--dump-dom", server.address() + page), log);
            Matcher shown = SHOWN.matcher(String.join("\n", run.output()));
            List<String> errors = new ArrayList<>();
            if (!shown.find()) {
                errors.add("the page does not load");
                return new Snapshot("", errors, Map.of(), List.of());
            }
            JsonNode said = json.readTree(Parser.unescapeEntities(shown.group(1), false));
            said.path("errors").forEach(error -> errors.add(error.asText()));
            server.missing().forEach(path -> errors.add("not found: " + path));
            Map<String, String> kinds = new TreeMap<>();
            said.path("names")
                    .fields()
                    .forEachRemaining(
                            entry -> kinds.put(entry.getKey(), entry.getValue().asText()));
            List<String> printed = new ArrayList<>();
            said.path("printed").forEach(line -> printed.add(line.asText()));
            return new Snapshot(text(said.path("text").asText()), errors, kinds, printed);
        }
    }

    private static String text(String shown) {
        return shown.lines()
                .map(line -> BLANKS.matcher(line).replaceAll(" ").strip())
                .filter(line -> !line.isEmpty())
                .collect(Collectors.joining("\n"));
    }

    /** Takes a picture of a page. */
    public void picture(Path folder, String page, Path file, Path log) throws IOException {
        try (PageServer server = new PageServer(folder, "")) {
            run(
                    List.of(
                            "--hide-scrollbars",
                            "--window-size=1280,800",
                            "--virtual-time-budget=8000",
                            "--screenshot=" + file,
                            server.address() + page),
                    log);
        }
    }

    /**
     * What a form of a page was sent with, and the page that answered it.
     *
     * @param sent the fields, as they are in an address
     * @param status of the answer
     */
    public record FormAnswer(String sent, int status, String text) {}

    /**
     * Opens a page of a server, fills in its first form that only asks for something, and sends it.
     *
     * @param picture takes what the window shows before
     * @return nothing if the page has no such form
     */
    public Optional<FormAnswer> fillIn(String address, Path picture, Path log) throws IOException {
        Path home = Files.createTempDirectory(scratch, "browser");
        try (BrowserSession session = new BrowserSession(command(home, List.of("--window-size=1280,800")), home, log)) {
            session.open(address);
            JsonNode sent = session.value(script("form.js.txt"));
            session.picture(picture);
            if (!sent.isTextual()) return Optional.empty();
            session.value("document.querySelector('form[data-pfeiler]').requestSubmit()");
            session.loaded();
            return Optional.of(new FormAnswer(
                    sent.asText(),
                    session.value("performance.getEntriesByType('navigation')[0].responseStatus")
                            .asInt(),
                    text(session.value("document.body.innerText").asText())));
        } finally {
            Trees.delete(home);
        }
    }

    private static String script(String name) throws IOException {
        try (InputStream in = Browser.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private List<String> command(Path home, List<String> arguments) {
        List<String> command = new ArrayList<>(List.of(
                program.toString(),
                "--headless",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--disable-dev-shm-usage",
                "--user-data-dir=" + home));
        command.addAll(arguments);
        return command;
    }

    private ToolRun run(List<String> arguments, Path log) throws IOException {
        Path home = Files.createTempDirectory(scratch, "browser");
        try {
            return ToolRun.of(command(home, arguments), home, Map.of(), log, LIMIT);
        } finally {
            Trees.delete(home);
        }
    }
}
