package dev.pfeiler.ecosystem.clojure;

import static dev.pfeiler.Proposed.decision;
import static dev.pfeiler.Proposed.files;
import static dev.pfeiler.Proposed.left;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Golden;
import dev.pfeiler.Pfeiler;
import dev.pfeiler.RepositoryServer;
import dev.pfeiler.Sketch;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is proposed for Clojure projects. */
class ClojureProposalTest {
    @TempDir
    Path temp;

    private Sketch sketch;

    @BeforeEach
    void start() throws IOException {
        sketch = new Sketch(Files.createDirectories(temp.resolve("foghorn")));
    }

    private static Map<String, String> namespaces(String coordinates, String... paths) {
        Map<String, String> entries = new TreeMap<>();
        String[] c = coordinates.split(":");
        entries.put(
                "META-INF/maven/" + c[0] + "/" + c[1] + "/pom.properties",
                "groupId=" + c[0] + "\nartifactId=" + c[1] + "\nversion=" + c[2] + "\n");
        for (String path : paths) entries.put(path, "(ns x)");
        return entries;
    }

    private Sketch language() throws IOException {
        return sketch.jar(
                "lib/clojure.jar",
                namespaces("org.clojure:clojure:1.10.3", "clojure/core.clj", "clojure/string.clj", "clojure/test.clj"),
                "clojure.lang.RT");
    }

    private Proposal propose(String... choices) {
        Pfeiler pfeiler = new Pfeiler(Sketch.alone(temp.resolve("home"), true));
        return pfeiler.propose(pfeiler.survey(sketch.root()), Sketch.chosen(choices));
    }

    private List<String> survey(Finding.Topic topic) {
        return new Pfeiler(Sketch.alone(temp.resolve("home"), true))
                .survey(sketch.root()).findings().stream()
                        .filter(finding -> finding.topic() == topic)
                        .map(finding -> finding.subject() + ": " + finding.fact())
                        .toList();
    }

    /** A program in one folder, loaded file by file, with a part, a test, a page and a library of its own. */
    private void program() throws IOException {
        language()
                .jar("lib/json.jar", namespaces("org.clojure:data.json:2.4.0", "clojure/data/json.clj"))
                .jar("lib/check.jar", namespaces("org.clojure:test.check:1.1.1", "clojure/test/check.cljc"))
                .jar(
                        "lib/cljs.jar",
                        namespaces("org.clojure:clojurescript:1.11.132", "cljs/core.cljs", "cljs/closure.clj"))
                .jar("lib/bells.jar", Map.of("bells/ring.clj", "(ns bells.ring)"))
                .file(
                        "code/signals.clj",
                        "(ns haldervik.foghorn.signals",
                        "  (:require [clojure.data.json :as json] bells.ring))")
                .file(
                        "code/main-desk.clj",
                        "(ns haldervik.foghorn.main-desk",
                        "  (:require [haldervik.foghorn.signals]))",
                        "(load-file \"code/late.clj\")",
                        "(defn -main [& _])")
                .file("code/late.clj", "(ns haldervik.foghorn.late)")
                .file(
                        "checks/signals_check.clj",
                        "(ns haldervik.foghorn.signals-check",
                        "  (:require [clojure.test :refer [deftest]] [clojure.test.check] [haldervik.foghorn.signals]))",
                        "(deftest a)")
                .file("panel/haldervik/panel.cljs", "(ns haldervik.panel)")
                .file(
                        "build.clj",
                        "(require '[cljs.build.api :as b])",
                        "(b/build \"panel\" {:main 'haldervik.panel :output-to \"page/js/panel.js\" :output-dir \"page/js\"})")
                .file("build.sh", "#!/bin/sh", "java -cp \"lib/*:panel\" clojure.main build.clj")
                .file(
                        "run.sh",
                        "#!/bin/sh",
                        "export OPTS=-Xmx64m",
                        "exec java $OPTS -cp \"lib/*\" clojure.main -i code/signals.clj -i code/main-desk.clj \\",
                        "  -m haldervik.foghorn.main-desk \"$@\"")
                .file(
                        "Makefile",
                        "check:",
                        "\tjava -cp 'lib/*' clojure.main -i code/signals.clj -i checks/signals_check.clj -e \"(clojure.test/run-tests 'haldervik.foghorn.signals-check)\"");
    }

    @Test
    void aProgramForLeiningen() throws IOException {
        program();
        Proposal proposal = propose("target=leiningen", "version=1.4.0");
        Golden.check("clojure/leiningen", files(proposal));
        assertThat(decision(proposal, "group").value()).isEqualTo("haldervik");
        assertThat(decision(proposal, "main").value()).isEqualTo("haldervik.foghorn.main-desk");
        assertThat(decision(proposal, "main").evidence().get(0).file()).isEqualTo("run.sh");
        assertThat(decision(proposal, "options").value()).isEqualTo("-Xmx64m");
        assertThat(decision(proposal, "scope:lib/check.jar").value()).isEqualTo("test");
        assertThat(decision(proposal, "scope:lib/cljs.jar").value()).isEqualTo("provided");
        assertThat(left(proposal)).isEmpty();
    }

    @Test
    void theSameProgramForDeps() throws IOException {
        program();
        Golden.check("clojure/deps", files(propose("target=deps", "version=1.4.0")));
    }

    @Test
    void choicesStand() throws IOException {
        program();
        Map<String, String> files = files(propose(
                "target=leiningen",
                "version=2",
                "group=no.haldervik",
                "layout=keep",
                "main=without",
                "page:build.clj=script",
                "scope:lib/check.jar=exclude",
                "jar:lib/bells.jar=no.haldervik:bells:1.0"));
        assertThat(files.get("project.clj"))
                .isEqualTo(
                        """
                        (defproject no.haldervik/foghorn "2"
                          :dependencies [[org.clojure/clojure "1.10.3"]
                                         [no.haldervik/bells "1.0"]
                                         [org.clojure/data.json "2.4.0"]]
                          :source-paths ["code" "panel"]
                          :test-paths ["checks"]
                          :aliases {"page" ["run" "-m" "clojure.main" "build.clj"]}
                          :profiles {:provided {:dependencies [[org.clojure/clojurescript "1.11.132"]]}})
                        """);
        // without its place, a namespace could not be required
        assertThat(files).containsEntry("code/haldervik/foghorn/signals.clj", "from code/signals.clj\n");
        assertThatThrownBy(() -> propose("layout=flat"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Invalid value for layout");
    }

    @Test
    void javaSourcesBelongToTheSameProject() throws IOException {
        language()
                .file("src/horn/main.clj", "(ns horn.main (:import horn.Blast) (:gen-class))", "(defn -main [])")
                .file("src/horn/Blast.java", "package horn;", "class Blast {}")
                .file("run.sh", "#!/bin/sh", "java -cp \"classes:src:lib/*\" horn.main")
                .file("build.sh", "#!/bin/sh", "java -cp \"classes:src:lib/*\" clojure.lang.Compile horn.main");
        Map<String, String> files = files(propose("target=leiningen", "version=1"));
        assertThat(files.get("project.clj"))
                .isEqualTo(
                        """
                        (defproject horn/foghorn "1"
                          :dependencies [[org.clojure/clojure "1.10.3"]]
                          :source-paths ["src/clj"]
                          :java-source-paths ["src/java"]
                          :main horn.main
                          :aot [horn.main])
                        """);
        assertThat(files)
                .containsEntry("src/java/horn/Blast.java", "from src/horn/Blast.java\n")
                .containsEntry("src/clj/horn/main.clj", "from src/horn/main.clj\n")
                .doesNotContainKey("pom.xml");
        assertThatThrownBy(() -> propose("target=deps", "version=1"))
                .hasMessage("There are Java sources, and deps.edn compiles none.");
    }

    /** Versions come from a repository on this machine. */
    @Test
    void librariesThatNoJarHas() throws IOException {
        sketch.file("src/a/b.clj", "(ns a.b (:require [clojure.data.json :as json] [clojure.string] [port.tides]))");
        try (RepositoryServer server = new RepositoryServer()) {
            server.put(
                            "org/clojure/data.json/maven-metadata.xml",
                            "<metadata><versioning><versions><version>2.4.0</version><version>2.5.0-alpha1</version></versions></versioning></metadata>"
                                    .getBytes(java.nio.charset.StandardCharsets.UTF_8))
                    .settings(temp.resolve("home"), "");
            Pfeiler pfeiler = new Pfeiler(Sketch.alone(temp.resolve("home"), false));
            assertThat(pfeiler.find(sketch.root(), "clojure.data.json", false))
                    .anyMatch(found -> found.artifact().equals("org.clojure:data.json")
                            && found.versions().equals(List.of("2.4.0")));
            Proposal proposal = pfeiler.propose(pfeiler.survey(sketch.root()), Sketch.chosen("target=deps"));
            assertThat(files(proposal).get("deps.edn"))
                    .isEqualTo(
                            """
                            {:paths ["src"]
                             :deps {org.clojure/clojure {:mvn/version "1.11.1"}
                                    org.clojure/data.json {:mvn/version "2.4.0"}}}
                            """);
            assertThat(proposal.questions().stream().map(question -> question.key()))
                    .contains("library:clojure", "library:clojure.data.json");
            assertThat(left(proposal))
                    .anyMatch(text -> text.startsWith("port.tides: is required and nothing provides it"));
        }
    }

    @Test
    void whatStandsAgainstAConversionIsSaid() throws IOException {
        language()
                .file("src/a/one-two.clj", "(ns a.one-two (:require [a.three]))")
                .file("src/a/three.clj", "(ns a.three (:require [a.one-two]))")
                .file("old/a/three.clj", "(ns a.three)")
                .file("src/a/broken.clj", "(ns a.broken")
                .file("start.bat", "java -cp lib/*;src clojure.main -m a.three");
        assertThat(survey(Finding.Topic.TROUBLE))
                .contains(
                        "a.three: is declared by 2 files; only one of them can be found",
                        "src/a/one-two.clj: has a hyphen in its path where an underscore is looked for",
                        "a.one-two, a.three: require each other",
                        "src/a/broken.clj: cannot be read: ends before )");
        Proposal proposal = propose("target=leiningen");
        assertThat(left(proposal))
                .contains("start.bat: starts Java with the old class path; lein classpath prints the new one");
        assertThat(Stream.of("src/a/one_two.clj").allMatch(files(proposal)::containsKey))
                .isTrue();
    }

    /** What starts tests is no program, and what it requires stays a test. */
    @Test
    void aRunnerOfTestsIsATest() throws IOException {
        language()
                .file("src/bell/core.clj", "(ns bell.core)", "(defn -main [& _])")
                .file(
                        "checks/bell/runner.clj",
                        "(ns bell.runner (:require [clojure.test :as t] [bell.core-check] [bell.samples]))",
                        "(defn -main [& _] (t/run-tests 'bell.core-check))")
                .file(
                        "checks/bell/core_check.clj",
                        "(ns bell.core-check (:require [clojure.test :refer [deftest]] [bell.core]))",
                        "(deftest a)")
                .file("checks/bell/samples.clj", "(ns bell.samples)")
                .file("check.sh", "java -cp 'lib/*:src:checks' clojure.main -m bell.runner")
                .file("run.sh", "java -cp 'lib/*:src' clojure.main -m bell.core");
        Proposal proposal = propose("target=leiningen", "version=1");
        assertThat(decision(proposal, "main").value()).isEqualTo("bell.core");
        assertThat(files(proposal))
                .containsEntry("test/bell/runner.clj", "from checks/bell/runner.clj\n")
                .containsEntry("test/bell/core_check.clj", "from checks/bell/core_check.clj\n")
                .containsEntry("test/bell/samples.clj", "from checks/bell/samples.clj\n")
                .doesNotContainKey("src/bell/core.clj");
    }
}
