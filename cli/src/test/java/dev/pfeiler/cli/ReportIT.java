package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The report of a project, as a file and in a browser. */
class ReportIT {
    @TempDir
    Path folder;

    private final Program program = new Program();

    private Document read(Path page) throws IOException {
        return Jsoup.parse(page, "UTF-8");
    }

    /** From the proposal to the proof, and back. */
    @Test
    void theReportFollowsTheProject() throws IOException {
        Path project = Program.demo("buoylog", folder);
        Path page = folder.resolve("page.html");
        assertThat(program.run("report", project, "--out", page).out()).isEqualTo("Report: " + page + "\n");
        assertThat(read(page).select(".state").text()).isEqualTo("proposed");
        assertThat(program.run("convert", project).exit()).isZero();
        assertThat(program.run("report", project, "--out", page).exit()).isZero();
        assertThat(read(page).select(".state").text()).isEqualTo("converted, no proof yet");
        Program.Run proof = program.run("prove", project, "--json");
        assertThat(proof.exit()).as(proof.out()).isZero();
        assertThat(program.run("report", project, "--out", page).exit()).isZero();
        Document proven = read(page);
        assertThat(proven.select(".state").text()).isEqualTo("converted and proven");
        List<String> compared = new ArrayList<>();
        proof.json()
                .at("/parts/0/comparisons")
                .forEach(row -> compared.add(row.get("subject").asText()));
        assertThat(proven.select("#proof tr[data-find] th").eachText())
                .isEqualTo(compared)
                .isNotEmpty();
        assertThat(proven.select("#proof details table tbody tr")).isNotEmpty();
        assertThat(program.run("undo", project).exit()).isZero();
        assertThat(program.run("report", project, "--out", page).exit()).isZero();
        assertThat(read(page).select(".state").text()).isEqualTo("proposed");
    }

    @Test
    void anotherFileIsNotOverwritten() throws IOException {
        Path project = Program.demo("buoylog", folder);
        Path notes = Files.writeString(folder.resolve("notes.html"), "<p>mine</p>");
        Program.Run run = program.run("report", project, "--out", notes);
        assertThat(run.exit()).isEqualTo(3);
        assertThat(run.err()).startsWith("pfeiler: " + notes + " exists, and is not a page of Pfeiler.\n");
        assertThat(notes).hasContent("<p>mine</p>");
    }

    @Test
    void thePageWorksInABrowser() throws Exception {
        Tools.require("chromium", "chromedriver");
        Path project = Program.demo("tidewatch", folder);
        Path page = folder.resolve("page.html");
        assertThat(program.run("report", project, "--out", page).exit()).isZero();
        try (PageBrowser browser = new PageBrowser().wide(1280).open(page)) {
            assertThat(browser.value("[...document.querySelectorAll('section')].map(one => one.id)"))
                    .isEqualTo(List.of("attention", "parts", "files", "decisions", "libraries", "texts", "survey"));
            long decisions = browser.count(".decision");
            browser.click("[data-certainty-filter=likely]");
            long certain = browser.count(".decision");
            assertThat(certain).isPositive().isLessThan(decisions);
            assertThat(browser.count(".decision:not([data-certainty=certain]):not([data-certainty=guess])"))
                    .isZero();
            browser.click("[data-certainty-filter=likely]");
            assertThat(browser.count(".decision")).isEqualTo(decisions);
            browser.search("derbyclient");
            assertThat(browser.count("#libraries tbody tr")).isEqualTo(1);
            assertThat(browser.text("#found")).matches("[2-9] matches");
            browser.click("[data-open=files]");
            for (int width : List.of(800, 1280, 2560)) {
                browser.wide(width).open(page);
                assertThat(browser.value("document.documentElement.scrollWidth - document.documentElement.clientWidth"))
                        .as("overflow at " + width)
                        .isEqualTo(0L);
            }
            assertThat(browser.value("performance.getEntriesByType('resource').length"))
                    .isEqualTo(0L);
            for (String scheme : List.of("light", "dark")) {
                browser.scheme(scheme);
                assertThat(browser.barriers()).as(scheme).isEmpty();
            }
            assertThat(browser.messages()).isEmpty();
        }
    }

    /** Names and texts that are markup are shown as they are, and do nothing. */
    @Test
    void markupInAProjectIsText() throws Exception {
        Tools.require("chromium", "chromedriver");
        String mark = "<img src=x onerror=document.title='hit'>";
        Sketch sketch = new Sketch(folder.resolve("quay"))
                .file("src/p/A.java", "package p; public class A { String s = \"" + mark + "\"; }")
                .file("src/p/" + mark.replace('/', ' ') + ".txt", "")
                .file(
                        "build.xml",
                        "<project name=\"&lt;/script>" + mark.replace("<", "&lt;") + "\" default=\"all\">"
                                + "<target name=\"all\"><javac srcdir=\"src\" destdir=\"out\" source=\"8\"/></target></project>")
                .file("web/index.html", "<title>" + mark.replace("<", "&lt;") + "</title>");
        Path page = folder.resolve("page.html");
        Program.Run run = program.run("report", sketch.root(), "--out", page);
        assertThat(run.exit()).as(run.err()).isZero();
        assertThat(read(page).select("#files .names li").eachText()).contains(mark + ".txt");
        try (PageBrowser browser = new PageBrowser().wide(1280).open(page)) {
            assertThat(browser.count("img")).isZero();
            assertThat(browser.value("document.title")).isEqualTo("quay: proposed");
            assertThat(browser.messages()).isEmpty();
        }
    }

    /** Two projects as directories, and the document of a third. */
    @Test
    void manyProjectsAreOneTable() throws Exception {
        Tools.require("chromium", "chromedriver");
        Path one = Program.demo("buoylog", folder);
        Path two = Program.demo("tidewatch", folder);
        Path managed = new Sketch(folder.resolve("crane"))
                .file("pom.xml", "<project/>")
                .root();
        Path third = Files.writeString(
                folder.resolve("desk.json"),
                program.run("propose", Program.demo("harbourdesk", folder), "--json")
                        .out());
        Path page = folder.resolve("overview.html");
        JsonNode document = Schemas.valid(
                "overview",
                program.run("overview", managed, third, "--json", "--offline").out());
        assertThat(document.at("/order/0/0").asText()).isEqualTo("crane");
        assertThat(document.at("/projects/1/decisions/certain").asInt()).isPositive();
        Program.Run run = program.run("overview", one, two, managed, third, "--out", page, "--offline");
        assertThat(run.exit()).as(run.err()).isZero();
        assertThat(run.out().lines().filter(line -> line.startsWith("  ")).map(line -> line.strip()
                        .split(" ")[0]))
                .startsWith("project", "buoylog", "tidewatch", "crane", "harbourdesk");
        assertThat(run.out()).contains("  crane: Already managed by Maven (pom.xml).\n");
        try (PageBrowser browser = new PageBrowser().wide(800).open(page)) {
            assertThat(browser.count("#projects tbody tr")).isEqualTo(4);
            assertThat(browser.value("document.documentElement.scrollWidth - document.documentElement.clientWidth"))
                    .isEqualTo(0L);
            assertThat(browser.barriers()).isEmpty();
            assertThat(browser.messages()).isEmpty();
        }
    }
}
