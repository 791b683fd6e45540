package dev.pfeiler.ecosystem.clojure.proof;

import dev.pfeiler.ecosystem.clojure.decision.ClojureDecisions;
import dev.pfeiler.ecosystem.clojure.model.PageCompilation;
import dev.pfeiler.ecosystem.clojure.project.ClojureCall;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.project.PageBuild;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Browser;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;

/** Pages whose scripts are compiled from ClojureScript: both sides are compiled and opened in a browser. */
final class PageRows {
    private static final long LARGEST_PAGE = 1 << 20;

    private final ClojureProject project;
    private final ClojureDecisions decisions;
    private final Environment environment;
    private final ProofRequest request;

    PageRows(ClojureProject project, ClojureDecisions decisions, Environment environment, ProofRequest request) {
        this.project = project;
        this.decisions = decisions;
        this.environment = environment;
        this.request = request;
    }

    void add(ClojureSide before, ClojureSide after, List<Comparison> rows, List<String> notes) throws IOException {
        if (project.pages().isEmpty()) return;
        request.stage().accept("compiling the page");
        // the compiler uses little more than one core, so that both sides can be compiled at the same time
        CompletableFuture<List<String>> old = CompletableFuture.supplyAsync(() -> compiledBefore(before));
        for (PageCompilation page : decisions.build().pages()) {
            List<String> words = new ArrayList<>(List.of(ClojureCall.CLOJURE));
            words.addAll(page.arguments());
            ToolRun now = after.run(page.name(), List.of(), words);
            List<Difference> differences = now.succeeded()
                    ? List.of()
                    : List.of(new Difference(page.name(), Kind.CHANGED, ToolRunner.first(now.output()), ""));
            rows.add(new Comparison("compiled " + page.name(), "", now.succeeded() ? "done" : "fails", differences));
        }
        try {
            notes.addAll(old.join());
        } catch (CompletionException e) {
            throw new IOException("the compiler of the old page could not be run", e.getCause());
        }
        for (PageBuild build : project.pages()) output(build, before, after, rows);
        Optional<Browser> browser = Browser.find(environment, request.scratch());
        for (String page : pages()) {
            if (browser.isEmpty()) {
                rows.add(new Comparison(
                        page,
                        "",
                        "",
                        List.of(new Difference(page, Kind.UNCHECKED, "Chromium is not on the PATH", ""))));
                continue;
            }
            request.stage().accept("opening " + page);
            rows.add(opened(browser.get(), page, before, after));
        }
    }

    /** Runs what has compiled pages until now; what went wrong. */
    private List<String> compiledBefore(ClojureSide before) {
        List<String> notes = new ArrayList<>();
        Set<String> scripts = new LinkedHashSet<>();
        project.pages().stream().map(PageBuild::script).forEach(scripts::add);
        for (String script : scripts) {
            try {
                ToolRun run = before.run("page", List.of(), List.of(ClojureCall.CLOJURE, script));
                if (!run.succeeded()) notes.add("The page was not compiled before: " + ToolRunner.first(run.output()));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        return notes;
    }

    private static void output(PageBuild build, ClojureSide before, ClojureSide after, List<Comparison> rows) {
        build.option("output-to").ifPresent(file -> {
            boolean was = Files.isRegularFile(before.folder().resolve(file));
            boolean is = Files.isRegularFile(after.folder().resolve(file));
            List<Difference> differences = was && !is ? List.of(new Difference(file, Kind.GONE, "")) : List.of();
            rows.add(
                    new Comparison(file, was ? "written" : "not written", is ? "written" : "not written", differences));
        });
    }

    private Comparison opened(Browser browser, String page, ClojureSide before, ClojureSide after) throws IOException {
        Browser.Snapshot old =
                browser.open(before.folder(), page, List.of(), request.log().resolveSibling("page-before.log"));
        Browser.Snapshot now =
                browser.open(after.folder(), page, List.of(), request.log().resolveSibling("page-after.log"));
        List<Difference> differences = new ArrayList<>();
        if (!old.text().equals(now.text())) differences.add(new Difference("text", Kind.CHANGED, ""));
        if (!old.printed().equals(now.printed())) differences.add(new Difference("console", Kind.CHANGED, ""));
        if (!old.errors().equals(now.errors()))
            differences.add(new Difference("errors", Kind.CHANGED, String.join("; ", now.errors()), ""));
        return new Comparison(page, shown(old), shown(now), differences);
    }

    private static String shown(Browser.Snapshot snapshot) {
        int lines = snapshot.printed().size();
        return snapshot.text().length() + " characters, " + lines + (lines == 1 ? " line" : " lines")
                + " on the console";
    }

    /** Pages with the tag of something that is compiled. */
    private List<String> pages() {
        List<String> pages = new ArrayList<>();
        for (TreeFile file : project.tree().files()) {
            if (!file.extension().equals("html")) continue;
            boolean uses = project.tree().lines(file, LARGEST_PAGE).stream().anyMatch(line -> project.pages().stream()
                    .flatMap(build -> build.option("output-to").stream())
                    .anyMatch(output -> line.contains(Paths.name(output))));
            if (uses) pages.add(decisions.moved().getOrDefault(file.path(), file.path()));
        }
        return pages;
    }
}
