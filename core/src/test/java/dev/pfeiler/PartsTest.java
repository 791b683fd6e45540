package dev.pfeiler;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import dev.pfeiler.conversion.Ledger;
import dev.pfeiler.conversion.LedgerFile;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.conversion.StepMerge;
import dev.pfeiler.conversion.Undo;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.dotnet.DotnetEcosystem;
import dev.pfeiler.ecosystem.jvm.JvmEcosystem;
import dev.pfeiler.ecosystem.node.NodeEcosystem;
import dev.pfeiler.ecosystem.php.PhpEcosystem;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.ChoicesFile;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Explanation;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.survey.SurveyedPart;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Several projects in one tree, of one or of several ecosystems. */
class PartsTest {
    @TempDir
    Path folder;

    private Sketch sketch;
    private Pfeiler pfeiler;

    @BeforeEach
    void setUp() {
        sketch = new Sketch(folder.resolve("port"));
        pfeiler = pfeiler(new ToyEcosystem(), new JvmEcosystem(), new PhpEcosystem(), new NodeEcosystem());
    }

    private Pfeiler pfeiler(Ecosystem... ecosystems) {
        return new Pfeiler(new Ecosystems(List.of(ecosystems)), Sketch.alone(folder.resolve("home"), true));
    }

    private Survey survey() {
        return pfeiler.survey(sketch.root());
    }

    private Proposal propose(String... choices) {
        return pfeiler.propose(survey(), Sketch.chosen(choices));
    }

    private void convert(String... choices) {
        Survey survey = survey();
        Choices chosen = Sketch.chosen(choices);
        pfeiler.convert(survey, pfeiler.propose(survey, chosen), chosen);
    }

    private Verdict prove() {
        ProofRequest.Options options = new ProofRequest.Options(true, false, ProofRequest.RunOptions.NONE);
        return pfeiler.prove(sketch.root(), options, stage -> {});
    }

    private String text(String path) throws IOException {
        return Files.readString(sketch.root().resolve(path));
    }

    private void java() throws IOException {
        sketch.file("src/no/port/Quay.java", "package no.port;", "public class Quay {}")
                .file(".classpath", "<classpath><classpathentry kind='src' path='src'/></classpath>");
    }

    private void toy(String at) throws IOException {
        sketch.file(at + "b.toy", "second").file(at + "a.toy", "first").file(at + "order.txt", "b.toy", "a.toy");
    }

    private static List<String> ids(Survey survey) {
        return survey.parts().stream()
                .map(part -> part.ecosystem().id() + " " + part.folder())
                .toList();
    }

    @Nested
    class Alone {
        @Test
        void goesTheWholeWay() throws IOException {
            toy("");
            Map<String, String> before = sketch.digest();
            Survey survey = survey();
            assertThat(ids(survey)).containsExactly("toy ");
            Proposal proposal = propose();
            assertThat(proposal.parts()).containsExactly(new Proposal.Part("", "", "toy", "joiner", "Joiner"));
            assertThat(proposal.decisions()).extracting(Decision::key).containsExactly("target", "level");
            convert("level=2");
            assertThat(text("toy.list")).isEqualTo("b.toy\na.toy\n# joiner 2\n");
            assertThat(text(".gitignore")).isEqualTo("/joined/\n");
            assertThat(Explanation.of(pfeiler.proposalOf(sketch.root(), Choices.NONE), "level")
                            .decisions())
                    .extracting(Decision::value, Decision::basis)
                    .containsExactly(tuple("2", Decision.Basis.CHOICE));
            Verdict verdict = prove();
            assertThat(verdict.proven()).isTrue();
            assertThat(verdict.parts().get(0).verdict().rows())
                    .extracting("subject", "before", "after")
                    .containsExactly(tuple("joined by joiner at 2", "2", "2"));
            Files.writeString(sketch.root().resolve("toy.list"), "a.toy\nb.toy\n");
            assertThat(prove().proven()).as("another order").isFalse();
            Undo.Result undone = pfeiler.undo(sketch.root(), Undo.Edits.TAKE_OLD);
            Files.delete(sketch.root().resolve(undone.aside().get(0)));
            assertThat(sketch.digest()).isEqualTo(before);
        }

        @Test
        void theTargetIsADecision() throws IOException {
            toy("");
            Proposal proposal = propose("target=stapler");
            assertThat(proposal.parts()).extracting(Proposal.Part::target).containsExactly("stapler");
            assertThat(ChoicesFile.write(proposal)).contains("target: stapler");
            assertThatThrownBy(() -> propose("target=maven"))
                    .isInstanceOfSatisfying(
                            Refusal.class, refusal -> assertThat(refusal.next()).contains("joiner, stapler"));
            convert("target=stapler");
            assertThat(LedgerFile.read(sketch.root()).orElseThrow().parts())
                    .containsExactly(new Ledger.Part("", "", "toy", "stapler"));
            assertThat(prove().parts().get(0).verdict().rows().get(0).subject()).contains("stapler");
        }
    }

    @Nested
    class BesideAndInside {
        @Test
        void eachHasItsFolderItsKeysAndItsSteps() throws IOException {
            java();
            toy("tools/join/");
            Map<String, String> before = sketch.digest();
            assertThat(ids(survey())).containsExactly("jvm ", "toy tools/join");
            Proposal proposal = propose("tools/join/level=3", "./level=11");
            assertThat(proposal.decision("tools/join/level").orElseThrow().value())
                    .isEqualTo("3");
            assertThat(proposal.decision("tools/join/level").orElseThrow().evidence())
                    .extracting("file")
                    .contains("tools/join/order.txt");
            assertThat(proposal.decision("./level").orElseThrow().value()).isEqualTo("11");
            assertThat(proposal.steps())
                    .filteredOn(Step.Write.class::isInstance)
                    .extracting(Step::path)
                    .containsExactlyInAnyOrder("pom.xml", "tools/join/toy.list", ".gitignore");
            convert("tools/join/level=3", "./level=11");
            assertThat(text(".gitignore")).isEqualTo("/target/\n/tools/join/joined/\n");
            Ledger ledger = LedgerFile.read(sketch.root()).orElseThrow();
            assertThat(ledger.parts()).extracting(Ledger.Part::folder).containsExactly("", "tools/join");
            assertThat(ledger.decisions())
                    .containsEntry("tools/join/level", "3")
                    .containsEntry("./level", "11");
            assertThat(ledger.choices()).containsOnlyKeys("tools/join/level", "./level");
            assertThat(Explanation.of(pfeiler.proposalOf(sketch.root(), Choices.NONE), "tools/join/order.txt")
                            .steps())
                    .hasSize(1);
            pfeiler.undo(sketch.root(), Undo.Edits.REFUSE);
            assertThat(sketch.digest()).isEqualTo(before);
        }

        @Test
        void choicesWithoutAPartAreForAllAndUnknownOnesAreRefused() throws IOException {
            java();
            toy("join/");
            Proposal proposal = propose("level=9");
            assertThat(proposal.decision("./level").orElseThrow().value()).isEqualTo("9");
            assertThat(proposal.decision("join/level").orElseThrow().value()).isEqualTo("9");
            assertThat(propose("./level=9").decision("join/level").orElseThrow().value())
                    .as("a key with a part is for that part")
                    .isNotEqualTo("9");
            assertThatThrownBy(() -> propose("join/levle=9"))
                    .isInstanceOfSatisfying(
                            Refusal.class, refusal -> assertThat(refusal.next()).contains("join/level"));
            assertThat(propose("target=stapler").parts())
                    .extracting(Proposal.Part::target)
                    .containsExactly("maven", "stapler");
        }

        @Test
        void theChoicesFileFixesEveryPart() throws IOException {
            java();
            toy("join/");
            sketch.file("pfeiler.yaml", ChoicesFile.write(propose("join/level=4", "target=stapler")));
            Proposal proposal = propose();
            assertThat(proposal.decision("join/level").orElseThrow().value()).isEqualTo("4");
            assertThat(proposal.parts()).extracting(Proposal.Part::target).containsExactly("maven", "stapler");
        }

        @Test
        void sourcesWithoutAWiringBelongToThePartAroundThem() throws IOException {
            java();
            sketch.file("src/no/port/x.toy", "x");
            Survey survey = survey();
            assertThat(ids(survey)).containsExactly("jvm ");
            assertThat(survey.findings())
                    .filteredOn(finding -> finding.subject().equals("Toy"))
                    .extracting(Finding::fact)
                    .hasSize(1);
            assertThat(propose().leftForYou()).extracting(Finding::subject).contains("Toy");
        }

        @Test
        void sourcesThatNothingCompilesDoNotStopWhatIsBuiltBesideThem() throws IOException {
            pfeiler = pfeiler(new JvmEcosystem(), new DotnetEcosystem());
            java();
            sketch.file("port/csharp/Quay.cs", "namespace Port { public class Quay { } }")
                    .file("src/csharp/Crane.cs", "namespace Port { public class Crane { } }");
            assertThat(ids(survey())).containsExactly("jvm ");
            assertThat(propose().leftForYou()).extracting(Finding::subject).contains(".NET");
            sketch.file("build-net.sh", "csc -out:port.dll src/csharp/Crane.cs port/csharp/Quay.cs");
            assertThat(survey().parts()).extracting(SurveyedPart::id).containsExactlyInAnyOrder("jvm", "dotnet");
        }

        @Test
        void twoInOneFolderAreToldApartByTheirEcosystem() throws IOException {
            java();
            toy("");
            Survey survey = survey();
            assertThat(survey.parts()).extracting(SurveyedPart::id).containsExactlyInAnyOrder("jvm", "toy");
            convert();
            assertThat(text("pom.xml")).contains("<project");
            assertThat(text("toy.list")).startsWith("b.toy");
            assertThat(text(".gitignore")).contains("/target/").contains("/joined/");
        }

        @Test
        void javaAndPhpInOneFolderAreBothConverted() throws IOException {
            sketch.file("src/no/port/Quay.java", "package no.port; public class Quay {}")
                    .file("index.php", "<?php require 'a.php'; require 'b.php'; new A;")
                    .file("a.php", "<?php class A {}")
                    .file("b.php", "<?php class B {}");
            assertThat(propose("target=maven").parts())
                    .extracting(Proposal.Part::target)
                    .contains("maven");
            assertThat(propose().parts()).extracting(Proposal.Part::ecosystem).containsExactlyInAnyOrder("jvm", "php");
        }
    }

    @Nested
    class Managed {
        @Test
        void aManagedPartStaysAsItIs() throws IOException {
            java();
            sketch.file("gate/pom.xml", "<project/>")
                    .file("gate/src/main/java/g/Gate.java", "package g; class Gate {}");
            Survey survey = survey();
            assertThat(survey.parts())
                    .extracting(SurveyedPart::folder, part -> part.managed().isPresent())
                    .containsExactly(tuple("", false), tuple("gate", true));
            assertThat(survey.findings())
                    .filteredOn(finding -> finding.subject().equals("gate"))
                    .singleElement()
                    .satisfies(finding ->
                            assertThat(finding.evidence().get(0).file()).isEqualTo("gate/pom.xml"));
            convert();
            assertThat(text("gate/pom.xml")).isEqualTo("<project/>\n");
            assertThat(text("pom.xml")).doesNotContain("gate");
        }

        @Test
        void onlyATreeInWhichAllIsManagedIsRefused() throws IOException {
            sketch.file("gate/pom.xml", "<project/>")
                    .file("gate/src/main/java/g/Gate.java", "package g; class Gate {}")
                    .file("join/toy.list", "a.toy")
                    .file("join/a.toy", "a");
            assertThatThrownBy(this::proposeNothing).isInstanceOfSatisfying(Refusal.class, refusal -> {
                assertThat(refusal).hasMessageContaining("gate/pom.xml").hasMessageContaining("join/toy.list");
                assertThat(refusal.next()).contains("pfeiler add");
            });
        }

        private void proposeNothing() {
            propose();
        }

        /** What a conversion leaves of a front end beside a server's program is not a second one. */
        @Test
        void theFilesOfAManagedFrontEndBelongToIt() throws IOException {
            sketch.file("mast/package.json", "{\"name\": \"mast\", \"private\": true}")
                    .file("mast/tsconfig.json", "{}")
                    .file("mast/ts/lamp.ts", "export const lit = true;")
                    .file("mast/index.html", "<script src=\"js/lamp.js\"></script>")
                    .file("server/pom.xml", "<project/>")
                    .file("server/src/main/java/p/A.java", "package p; class A {}");
            assertThat(ids(survey())).containsExactlyInAnyOrder("jvm server", "node mast");
        }

        @Test
        void phpBesideAManagedJavaProjectIsConverted() throws IOException {
            sketch.file("pom.xml", "<project/>")
                    .file("src/main/java/g/Gate.java", "package g; class Gate {}")
                    .file("report/run.php", "<?php require 'lib/T.php'; new T;")
                    .file("report/lib/T.php", "<?php class T {}");
            assertThat(propose().parts())
                    .containsExactly(new Proposal.Part("report", "report", "php", "composer", "Composer"));
            convert();
            assertThat(text("report/composer.json")).contains("classmap");
            assertThat(text(".gitignore")).isEqualTo("/report/vendor/\n");
        }
    }

    /** Two wirings, each in a folder of its own: two modules below a parent, and no POM that is its own parent. */
    @Test
    void twoWiringsInTwoFoldersBecomeModules() throws IOException {
        sketch.file(
                        "a/build.xml",
                        "<project name='a'><target name='x'><javac srcdir='src' destdir='out'/></target></project>")
                .file("a/src/p/A.java", "package p; public class A {}")
                .file("b/build.sh", "javac -d out src/q/B.java")
                .file("b/src/q/B.java", "package q; public class B { p.A a; }");
        Proposal proposal = propose();
        assertThat(proposal.decision("modules").orElseThrow().value()).isEqualTo("a b");
        Map<String, String> poms = new TreeMap<>();
        proposal.steps().stream()
                .filter(step -> step.path().endsWith("pom.xml"))
                .forEach(step -> poms.put(step.path(), ((Step.Write) step).content()));
        assertThat(poms).containsOnlyKeys("pom.xml", "a/pom.xml", "b/pom.xml");
        assertThat(poms.get("pom.xml"))
                .contains("<module>a</module>", "<module>b</module>")
                .doesNotContain("<parent>");
        assertThat(poms.get("b/pom.xml")).contains("<parent>", "<artifactId>b</artifactId>");
    }

    @Test
    void editsOfOneFileByTwoPartsAreMerged() throws IOException {
        sketch.file("run.sh", "one", "two", "three", "four");
        StepMerge merge = new StepMerge(sketch.tree());
        merge.add("a", "", List.of(edit("uno\ntwo\nthree\nfour\n")), List.of());
        merge.add("b", "", List.of(edit("one\ntwo\nthree\nquattro\n")), List.of());
        assertThat(merge.steps()).singleElement().isInstanceOfSatisfying(Step.Edit.class, edit -> {
            assertThat(edit.content()).isEqualTo("uno\ntwo\nthree\nquattro\n");
            assertThat(edit.changes()).hasSize(2);
        });
        assertThatThrownBy(() -> merge.add("c", "", List.of(new Step.Write("run.sh", "", "")), List.of()))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("run.sh");
    }

    private static Step.Edit edit(String content) {
        return new Step.Edit("run.sh", "run.sh", content, StandardCharsets.UTF_8, List.of(), "edited");
    }

    /** A ledger of format 1 names neither parts nor decisions: its part is that of the old tree. */
    @Test
    void anOlderLedgerIsStillRead() throws IOException {
        toy("");
        convert("level=5");
        Path file = sketch.root().resolve(".pfeiler/ledger.json");
        String text = Files.readString(file)
                .replace("pfeiler-ledger/3", "pfeiler-ledger/1")
                .replaceAll("(?s)\"parts\" : \\[.*?\\],\\s*\"decisions\" : \\{.*?\\},", "");
        Files.writeString(file, text);
        assertThat(LedgerFile.read(sketch.root()).orElseThrow().parts()).isEmpty();
        assertThat(prove().parts().get(0).verdict().rows().get(0).subject()).isEqualTo("joined by joiner at 5");
    }
}
