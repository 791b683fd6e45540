package dev.pfeiler.cli.overview;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.ChoicesFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OverviewTest {
    private static final String QUESTIONS =
            """
            [{"key": "version", "text": "Which version?", "default": "1.0", "offers": []},
             {"key": "tools/group", "text": "Which group?", "offers": []}]""";

    @TempDir
    Path folder;

    private final ProjectDocuments documents = new ProjectDocuments();

    /** @param libraries of each {@code name file published} */
    private static String proposal(String project, String questions, String... libraries) {
        StringBuilder list = new StringBuilder();
        for (String library : libraries) {
            String[] parts = library.split(" ");
            int colon = parts[0].lastIndexOf(':');
            list.append(list.isEmpty() ? "" : ",")
                    .append("{\"name\": \"" + parts[0].substring(0, colon) + "\", \"version\": \""
                            + parts[0].substring(colon + 1) + "\", \"file\": \"lib/" + parts[1] + "\", \"published\": "
                            + parts[2] + "}");
        }
        return "{\"project\": \"" + project + "\", \"steps\": [], \"questions\": " + questions
                + ", \"parts\": [{\"ecosystem\": \"jvm\", \"target\": \"maven\"}], \"leftForYou\": [{}],"
                + " \"decisions\": [{\"key\": \"group\", \"value\": \"no.haldervik\", \"certainty\": \"certain\"},"
                + "{\"key\": \"name\", \"value\": \"" + project + "\", \"certainty\": \"guess\"}],"
                + " \"libraries\": [" + list + "]}";
    }

    private Overview overview() {
        return Overview.of(documents);
    }

    @Test
    void documentsOfOneProjectAreOneRow() throws IOException {
        documents.add(proposal("quay", "[]", "g:a:1 a.jar true", "g:b:2 b.jar false"));
        Path survey = Files.writeString(
                folder.resolve("s.json"), "{\"project\": \"quay\", \"files\": 12, \"findings\": [], \"parts\": []}");
        Path verdict = Files.writeString(
                folder.resolve("v.json"), "{\"project\": \"quay\", \"outcome\": \"proven\", \"parts\": []}");
        Path check = Files.writeString(
                folder.resolve("c.json"),
                "{\"project\": \"quay\", \"cured\": [], \"findings\": [{\"severity\": \"error\"}, {\"severity\": \"warning\"}]}");
        List.of(survey, verdict, check).forEach(documents::add);
        assertThat(OverviewTable.lines(overview()))
                .containsExactly(
                        "Overview of 1 project",
                        "",
                        "  project  files  certain  likely  guess  questions  left  unpublished  proof   check",
                        "  quay        12        1       0      1          0     1            1  proven  1 error, 1 warning");
        assertThatThrownBy(() -> documents.add(verdict))
                .isInstanceOf(Refusal.class)
                .hasMessage(
                        "Two documents of one kind are about a project called quay: the second is " + verdict + ".");
    }

    @Test
    void anotherDocumentIsRefused() throws IOException {
        Path other = Files.writeString(folder.resolve("o.json"), "{\"project\": \"quay\"}");
        assertThatThrownBy(() -> documents.add(other))
                .isInstanceOf(Refusal.class)
                .hasMessage(other + " is not a document of survey, propose, prove or check.");
        Path broken = Files.writeString(folder.resolve("b.json"), "{");
        assertThatThrownBy(() -> documents.add(broken)).isInstanceOf(Refusal.class);
    }

    @Test
    void projectsAreConvertedAfterWhatTheyUse() {
        documents.add(
                proposal("board", "[]", "no.haldervik:gauges:2.3-97ef g-2.jar false", "x:y:1 tides-1.2.jar false"));
        documents.add(proposal("tides", "[]", "no.haldervik:unknown:1 gauges-2.3.jar false"));
        documents.add(proposal("gauges", "[]", "g:tides:1 tides.jar true"));
        documents.add(proposal("east", "[]", "a:b:1 west.jar false"));
        documents.add(proposal("west", "[]", "a:b:1 east-3.jar false"));
        Overview overview = overview();
        assertThat(overview.uses())
                .containsExactly(
                        new Overview.Use("board", "gauges", "g-2.jar"),
                        new Overview.Use("board", "tides", "tides-1.2.jar"),
                        new Overview.Use("tides", "gauges", "gauges-2.3.jar"),
                        new Overview.Use("east", "west", "west.jar"),
                        new Overview.Use("west", "east", "east-3.jar"));
        assertThat(overview.order())
                .containsExactly(Set.of("gauges"), Set.of("tides"), Set.of("board"), Set.of("east", "west"));
    }

    @Test
    void librariesAndQuestionsAreShared() {
        documents.add(proposal("a", QUESTIONS, "g:x:1 x.jar true", "g:z:1 z.jar true"));
        documents.add(proposal("b", QUESTIONS, "g:x:2 x.jar true", "g:z:1 z.jar true"));
        documents.add(proposal("c", "[]", "g:x:1 x.jar true"));
        Overview overview = overview();
        assertThat(overview.versions())
                .containsExactly(new Overview.LibraryVersions("g:x", Map.of("1", Set.of("a", "c"), "2", Set.of("b"))));
        assertThat(overview.choices())
                .isEqualTo(
                        """
                        # Which version? (a, b)
                        version: "1.0"
                        # Which group? (a, b)
                        # group: ""
                        """);
        assertThat(ChoicesFile.read(overview.choices()).all()).hasSize(1);
    }

    @Test
    void thePageShowsTheSame() {
        documents.add(proposal("a<b>", QUESTIONS, "g:x:1 x.jar true"));
        documents.add(proposal("b", QUESTIONS, "g:x:2 x.jar true"));
        documents.remark("c", "Already managed by Maven.");
        Document page = Jsoup.parse(OverviewPage.html(overview()));
        assertThat(page.select("#projects tbody tr").eachText())
                .containsExactly(
                        "a<b> jvm (maven) 1 0 1 2 1 0",
                        "b jvm (maven) 1 0 1 2 1 0",
                        "c Already managed by Maven. 0 0 0");
        assertThat(page.select("section").eachAttr("id")).containsExactly("projects", "questions", "versions");
        assertThat(page.select("#versions tbody tr").eachText()).containsExactly("g:x 1 a<b> 2 b");
    }

    @Test
    void theDocumentSaysWhatTheTableShows() {
        documents.add(proposal("quay", QUESTIONS, "g:a:1 a.jar true", "crane:crane:1 crane-1.jar false"));
        documents.add(proposal("crane", QUESTIONS, "g:a:2 a.jar true"));
        documents.remark("shed", "Nothing to convert.");
        assertThat(OverviewJson.of(overview()).toPrettyString())
                .isEqualTo(
                        """
                        {
                          "projects" : [ {
                            "name" : "quay",
                            "parts" : [ "jvm (maven)" ],
                            "decisions" : {
                              "certain" : 1,
                              "likely" : 0,
                              "guess" : 1
                            },
                            "questions" : 2,
                            "leftForYou" : 1,
                            "unpublished" : [ "crane-1.jar" ]
                          }, {
                            "name" : "crane",
                            "parts" : [ "jvm (maven)" ],
                            "decisions" : {
                              "certain" : 1,
                              "likely" : 0,
                              "guess" : 1
                            },
                            "questions" : 2,
                            "leftForYou" : 1,
                            "unpublished" : [ ]
                          }, {
                            "name" : "shed",
                            "parts" : [ ],
                            "questions" : 0,
                            "leftForYou" : 0,
                            "unpublished" : [ ],
                            "remark" : "Nothing to convert."
                          } ],
                          "libraryVersions" : [ {
                            "library" : "g:a",
                            "versions" : [ {
                              "version" : "1",
                              "projects" : [ "quay" ]
                            }, {
                              "version" : "2",
                              "projects" : [ "crane" ]
                            } ]
                          } ],
                          "uses" : [ {
                            "project" : "quay",
                            "library" : "crane-1.jar",
                            "builtBy" : "crane"
                          } ],
                          "order" : [ [ "crane", "shed" ], [ "quay" ] ],
                          "sharedQuestions" : [ {
                            "key" : "version",
                            "text" : "Which version?",
                            "defaults" : [ "1.0" ],
                            "projects" : [ "quay", "crane" ]
                          }, {
                            "key" : "group",
                            "text" : "Which group?",
                            "defaults" : [ ],
                            "projects" : [ "quay", "crane" ]
                          } ]
                        }""");
    }
}
