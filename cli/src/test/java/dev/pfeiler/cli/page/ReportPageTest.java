package dev.pfeiler.cli.page;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.checking.SharedKind;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proof.Attachment;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.LibraryUse;
import dev.pfeiler.proposal.LibraryUse.State;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ReportPageTest {
    private static final byte[] PICTURE = Base64.getDecoder()
            .decode("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=");

    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void layOut() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("quay")));
    }

    private static Proposal proposal(List<Step> steps, List<LibraryUse> libraries) {
        Decision level = Decision.of(
                "level",
                "Java level",
                "8",
                Certainty.LIKELY,
                "set in the script",
                List.of(new Evidence("build.sh", 3, "javac -source 8 <all>")));
        return new Proposal(
                Proposal.FORMAT,
                List.of(new Proposal.Part("", "", "jvm", "maven", "Maven")),
                List.of(level),
                List.of(),
                steps,
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                libraries);
    }

    private Document page(Optional<Proposal> proposal, boolean converted, Optional<Verdict> verdict) {
        return page(proposal, converted, verdict, Optional.empty());
    }

    private Document page(
            Optional<Proposal> proposal, boolean converted, Optional<Verdict> verdict, Optional<CheckResult> check) {
        Survey survey = new Pfeiler(Sketch.alone(folder, true)).survey(sketch.root());
        return Jsoup.parse(ReportPage.html(new ReportState(
                survey,
                proposal,
                converted,
                verdict,
                sketch.root().resolve(".pfeiler"),
                check,
                "Already managed by Maven.")));
    }

    private static List<String> texts(Document page, String selector) {
        return page.select(selector).eachText();
    }

    @Test
    void filesAreShownInPairsByFolder() throws IOException {
        sketch.file("code/p/A.java", "")
                .file("code/p/B.java", "")
                .file("build.sh", "")
                .file("notes.txt", "");
        Document page = page(
                Optional.of(proposal(
                        List.of(
                                new Step.Move("code/p/A.java", "src/main/java/p/A.java", ""),
                                new Step.Move("code/p/B.java", "src/main/java/p/C.java", ""),
                                new Step.Retire("build.sh", ""),
                                new Step.Write("pom.xml", "<project/>", "")),
                        List.of())),
                false,
                Optional.empty());
        assertThat(texts(page, "#files .group"))
                .containsExactly(
                        "./ retired kept in the ledger 1 file build.sh",
                        "not there new ./ 1 file pom.xml",
                        "./ ./ 1 file notes.txt",
                        "code/p/ moved src/main/java/p/ 2 files A.java B.java C.java");
        assertThat(texts(page, "#files > p"))
                .containsExactly("5 files: 2 moved, 1 new, 1 retired, 1 unchanged. Open all Close all");
        assertThat(texts(page, "#texts pre")).containsExactly("1<project/>");
    }

    @Test
    void whatACheckFindsIsShownByFile() {
        Discrepancy error = Discrepancy.of(
                SharedKind.PAGE_FILE_MISSING,
                "",
                new Evidence("index.html", 6, "<script src=\"<gone>.js\">"),
                "gone.js",
                "<gone>.js is not there.",
                Cure.choice("Add it, or drop the element."));
        CheckResult check =
                new CheckResult(1, List.of(error), List.of(), List.of(new Evidence("build.gradle", 3, "if (old) {")));
        Document page = page(Optional.empty(), false, Optional.empty(), Optional.of(check));
        assertThat(texts(page, "header .state")).containsExactly("managed, 1 finding");
        assertThat(texts(page, "#check > p")).containsExactly("1 error, 0 warnings in 1 managed part.");
        assertThat(texts(page, "#check h3")).containsExactly("index.html");
        assertThat(texts(page, "#check article p"))
                .containsExactly(
                        "error <gone>.js is not there.",
                        "Add it, or drop the element. (your decision) page-file-missing");
        assertThat(texts(page, "#check blockquote"))
                .containsExactly("index.html:6 <script src=\"<gone>.js\">", "build.gradle:3 if (old) {");
        Document clean = page(
                Optional.empty(),
                false,
                Optional.empty(),
                Optional.of(new CheckResult(2, List.of(), List.of(error), List.of())));
        assertThat(texts(clean, "header .state")).containsExactly("managed, no findings");
        assertThat(texts(clean, "#check p"))
                .containsExactly("No findings in 2 managed parts.", "1 finding accepted in pfeiler.yaml.");
    }

    @Test
    void decisionsBringTheirEvidence() {
        Document page = page(Optional.of(proposal(List.of(), List.of())), false, Optional.empty());
        assertThat(texts(page, ".decision > p"))
                .containsExactly("\u25d0 Java level 8", "Set in the script \u00b7 level");
        assertThat(texts(page, ".decision blockquote")).containsExactly("build.sh:3 javac -source 8 <all>");
        assertThat(texts(page, ".filters label")).startsWith("\u25cf certain 0", "\u25d0 likely 1", "\u25cb guess 0");
    }

    @Test
    void librariesAreShownWithWhatBringsThem() {
        List<LibraryUse> uses = List.of(
                new LibraryUse(
                        "",
                        Optional.of("lib/b.jar"),
                        "g:b",
                        "2",
                        "compile",
                        State.PINNED,
                        true,
                        List.of("g:a"),
                        "via a"),
                new LibraryUse("", Optional.of("lib/c.jar"), "", "", "", State.EXCLUDED, true, List.of(), "a copy"),
                new LibraryUse(
                        "", Optional.of("lib/a.jar"), "g:a", "1", "compile", State.DECLARED, true, List.of(), "used"));
        Document page = page(Optional.of(proposal(List.of(), uses)), false, Optional.empty());
        assertThat(texts(page, "#libraries > p"))
                .containsExactly("1 transitive with a stated version, 1 no longer on the class path, 1 declared.");
        // what is declared is followed by what it brings, each beside its copy
        assertThat(page.select("#libraries svg g text").stream()
                        .map(text -> text.text() + " at " + text.attr("y"))
                        .toList())
                .containsExactly("a 1 at 43", "a.jar at 43", "b 2 at 73", "b.jar at 73", "c.jar at 103");
        assertThat(page.select("#libraries svg path").eachAttr("d")).hasSize(3);
        assertThat(texts(page, "#libraries tbody tr"))
                .containsExactly(
                        "lib/b.jar g:b 2 compile pinned via a",
                        "lib/c.jar none excluded a copy",
                        "lib/a.jar g:a 1 compile declared used");
    }

    @Test
    void theProofIsShownRowByRow() throws IOException {
        Path records = Files.createDirectories(sketch.root().resolve(".pfeiler/proof"));
        Path before = Files.write(records.resolve("a-before.png"), PICTURE);
        Path after = Files.write(records.resolve("a-after.png"), PICTURE);
        Path outside = Files.write(folder.resolve("secret.png"), PICTURE);
        PartVerdict part = new PartVerdict(
                        List.of(
                                new Comparison("classes", "2", "2", List.of()),
                                new Comparison(
                                        "archive",
                                        "a.jar",
                                        "b.jar",
                                        List.of(new Difference("b.jar", Difference.Kind.ADDED, "")))),
                        Optional.empty(),
                        List.of(),
                        records.resolve("build.log"),
                        List.of())
                .attaching(List.of(
                        new Attachment(before, "a.html before", Attachment.Kind.PICTURE),
                        new Attachment(after, "a.html after", Attachment.Kind.PICTURE),
                        new Attachment(outside, "b.html before", Attachment.Kind.PICTURE)));
        Verdict verdict = new Verdict(List.of(new Verdict.Part("", part)), List.of())
                .timed(List.of(new Verdict.StageTime("copying", 1500), new Verdict.StageTime("building", 4500)));
        Document page = page(Optional.of(proposal(List.of(), List.of())), true, Optional.of(verdict));
        assertThat(texts(page, ".state")).containsExactly("converted, not proven");
        assertThat(texts(page, "#proof tr[data-find]"))
                .containsExactly(
                        "classes 2 2 same",
                        "archive a.jar b.jar differs, no known cause 1 difference added b.jar: no known cause");
        assertThat(page.select("#proof img").eachAttr("alt"))
                .containsExactly("The page a.html, old wiring", "The page a.html, build tool");
        // a record may name any file of the machine
        assertThat(texts(page, "#proof .note"))
                .containsExactly("1 picture not shown here; the proof's folder has all.");
        assertThat(texts(page, "#proof details summary")).contains("Time of each stage: 6.0 s");
        assertThat(texts(page, "#proof details tbody tr")).containsExactly("copying 1.5 25 %", "building 4.5 75 %");
    }

    @Test
    void aManagedProjectIsShownAsItIs() throws IOException {
        sketch.file("pom.xml", "<project><artifactId>a</artifactId></project>")
                .file("src/main/java/A.java", "class A {}");
        Document page = page(Optional.empty(), false, Optional.empty());
        assertThat(texts(page, ".state")).containsExactly("surveyed");
        assertThat(texts(page, ".lead")).containsExactly("2 files. Already managed by Maven.");
        assertThat(texts(page, "#parts tbody tr")).containsExactly(". Java 1 Maven");
        assertThat(page.select("section").eachAttr("id")).containsExactly("parts", "survey");
    }

    /** Marks that change the direction of text would make a name look like another one. */
    @Test
    void aNameCannotLookLikeAnother() throws IOException {
        sketch.file("code/A.java", "class A {}").file("code/ex\u202Eavaj.A", "");
        Document page = page(Optional.of(proposal(List.of(), List.of())), false, Optional.empty());
        assertThat(texts(page, "#files .names li")).containsExactly("A.java", "ex\uFFFDavaj.A");
        assertThat(page.select("meta[http-equiv]").attr("content")).startsWith("default-src 'none'; ");
    }
}
