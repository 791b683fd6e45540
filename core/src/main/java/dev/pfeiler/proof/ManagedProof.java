package dev.pfeiler.proof;

import dev.pfeiler.process.Environment;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Builds a copy of a project that a build tool manages, runs its tests and starts what it builds. */
public abstract class ManagedProof {
    protected final ProofRequest request;
    protected final Environment environment;
    private final List<Comparison> rows = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();
    private final List<Attachment> attachments = new ArrayList<>();

    protected ManagedProof(ProofRequest request, Environment environment) {
        this.request = request;
        this.environment = environment;
    }

    /**
     * What came of it.
     *
     * @throws dev.pfeiler.evidence.Refusal if a program that is needed is not installed
     */
    public final PartVerdict run() throws IOException {
        Optional<PartVerdict.Failure> failure = build();
        if (failure.isPresent()) return PartVerdict.failed(failure.get(), request.log());
        test();
        if (request.running().wanted()) start();
        return new PartVerdict(rows, Optional.empty(), List.of(), request.log(), notes).attaching(attachments);
    }

    /** Fetches what the project depends on, and builds it; why that failed, if it did. */
    protected abstract Optional<PartVerdict.Failure> build() throws IOException;

    /** Runs the tests. */
    protected abstract void test() throws IOException;

    /** Starts what was built. */
    protected abstract void start() throws IOException;

    /** The copy of the project. */
    protected final Path folder() {
        return request.converted();
    }

    /** A log beside that of the build. */
    protected final Path log(String name) {
        return request.log().resolveSibling(name + ".log");
    }

    protected final void stage(String text) {
        request.stage().accept(text);
    }

    protected final void row(Comparison row) {
        rows.add(row);
    }

    /** A row of something that went well. */
    protected final void done(String subject, String result) {
        rows.add(new Comparison(subject, "", result, List.of()));
    }

    /** A row of something that went wrong. */
    protected final void failed(String subject, String result, Difference difference) {
        rows.add(new Comparison(subject, "", result, List.of(difference)));
    }

    protected final void note(String text) {
        notes.add(text);
    }

    protected final void attach(Path file, String caption, Attachment.Kind kind) {
        attachments.add(new Attachment(file, caption, kind));
    }

    /** Notes that there is nothing to start. */
    protected final void library() {
        note("Library project; nothing to run.");
    }

    /** Starts a program; see {@link StartedProgram#of}. */
    protected final void started(List<String> command, Map<String, String> variables, Duration limit)
            throws IOException {
        rows.addAll(StartedProgram.of(command, folder(), variables, log("start"), limit, this::visited));
    }

    /** The browser that opens pages; that there is none is noted. */
    private Optional<Browser> browser() {
        Optional<Browser> browser = Browser.find(environment, request.scratch());
        if (browser.isEmpty()) note("The page was not opened: Chromium is not on the PATH.");
        return browser;
    }

    /** Opens the page of a server in a browser, fills in its form, and keeps a picture of it. */
    protected final List<Comparison> visited(String address) {
        Optional<Browser> browser = browser();
        if (browser.isEmpty()) return List.of();
        stage("opening " + address);
        Path picture = request.log().resolveSibling("index.png");
        try {
            Optional<Browser.FormAnswer> answer = browser.get().fillIn(address, picture, log("page"));
            attach(picture, "/", Attachment.Kind.PICTURE);
            return answer.stream()
                    .map(one -> StartedProgram.answered("form " + one.sent(), "form", one.status(), one.text()))
                    .toList();
        } catch (IOException e) {
            note("The page was not opened in Chromium: " + e.getMessage() + ".");
            return List.of();
        }
    }

    /** Opens the page of a folder in a browser, and keeps a picture of it. */
    protected final void open(Path pages, String page) throws IOException {
        Optional<Browser> browser = browser();
        if (browser.isEmpty()) return;
        stage("opening " + page);
        Browser.Snapshot snapshot = browser.get().open(pages, page, List.of(), log("page"));
        List<Difference> errors = snapshot.errors().stream()
                .map(error -> new Difference(page, Difference.Kind.CHANGED, error, ""))
                .toList();
        row(new Comparison("page", "", snapshot.text().replace("\n", " "), errors));
        Path picture = request.log().resolveSibling("index.png");
        browser.get().picture(pages, page, picture, log("picture"));
        attach(picture, page, Attachment.Kind.PICTURE);
    }
}
