package dev.pfeiler.ecosystem.node;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Golden;
import dev.pfeiler.PackageServer;
import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.conversion.Undo;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.survey.Survey;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Proposals for projects of scripts and pages, against a stand-in registry. */
class NodeProposalTest {
    private static final String JQUERY = "/*! jQuery v3.7.1 | (c) somebody */\n"
            + "!function(e,t){\"object\"==typeof module&&\"object\"==typeof module.exports?module.exports=t(e,!0):t(e)}"
            + "(window,function(e){var r={};e.jQuery=e.$=r;return r});\n";
    private static final String DAYJS =
            "!function(t,e){\"object\"==typeof exports?module.exports=e():t.dayjs=e()}(this,function(){});\n";

    @TempDir
    Path temp;

    private PackageServer server;
    private Sketch sketch;

    @BeforeEach
    void serve() throws IOException {
        server = new PackageServer()
                .publish(
                        "jquery",
                        "3.7.0",
                        "{\"main\":\"dist/jquery.js\"}",
                        "dist/jquery.min.js",
                        JQUERY.replace("3.7.1", "3.7.0"))
                .publish("jquery", "3.7.1", "{\"main\":\"dist/jquery.js\"}", "dist/jquery.min.js", JQUERY)
                .publish("dayjs", "1.11.9", "{\"main\":\"dayjs.min.js\"}", "dayjs.min.js", "other")
                .publish("dayjs", "1.11.10", "{\"main\":\"dayjs.min.js\"}", "dayjs.min.js", DAYJS)
                .publish("dayjs", "1.12.0", "{\"main\":\"dayjs.min.js\"}", "dayjs.min.js", "newer")
                .publish("lamps", "2.4.0", "{\"main\":\"index.js\"}", "index.js", "exports.lit = 1; exports.dark = 0;")
                .publish("lamps", "3.0.0", "{\"main\":\"index.js\"}", "index.js", "exports.dark = 0;")
                .publish(
                        "lamps",
                        "4.0.0",
                        "{\"type\":\"module\",\"exports\":\"./index.js\"}",
                        "index.js",
                        "export const lit = 1;")
                .publish("tape", "5.0.0", "{\"engines\":{\"node\":\">=4\"}}", "index.js", "module.exports = f;")
                .publish("esbuild", "0.25.0", "")
                .publish("@babel/cli", "7.28.0", "")
                .publish("@babel/core", "7.28.0", "")
                .publish("@babel/preset-react", "7.27.1", "")
                .publish("typescript", "5.9.3", "")
                .publish("typescript", "7.0.0", "")
                .publish("@types/node", "20.1.0", "");
        sketch = new Sketch(Files.createDirectories(temp.resolve("mast")));
    }

    @AfterEach
    void stop() {
        server.close();
    }

    private Environment environment(boolean offline) {
        return new Environment(
                temp.resolve("home"),
                Map.of("npm_config_registry", server.address()),
                Path.of(System.getProperty("java.home")),
                offline);
    }

    private Proposal propose(String... choices) {
        Pfeiler pfeiler = new Pfeiler(environment(false));
        return pfeiler.propose(pfeiler.survey(sketch.root()), Sketch.chosen(choices));
    }

    /** What a proposal writes and edits, by path; of moved and retired files, a word. */
    private static Map<String, String> files(Proposal proposal) {
        Map<String, String> files = new TreeMap<>();
        for (Step step : proposal.steps()) {
            if (step instanceof Step.Write write) files.put(write.path(), write.content());
            else if (step instanceof Step.Edit edit) files.put(edit.to(), edit.content());
            else if (step instanceof Step.Retire retire) files.put(retire.path(), "retired: " + retire.reason() + "\n");
        }
        return files;
    }

    private static List<String> left(Proposal proposal) {
        return proposal.leftForYou().stream()
                .map(finding -> finding.subject() + ": " + finding.fact())
                .toList();
    }

    /** A page's name is a word of the command that opens it, and no command. */
    @Test
    void namesInCommandsAreQuoted() throws IOException {
        sketch.file("qunit.js", "/*! QUnit 2.19.4 */", "window.QUnit = {};")
                .file("a;id $x.html", "<script src=\"qunit.js\"></script><script src=\"tests.js\"></script>")
                .file("tests.js", "QUnit.test('a', function () {});");
        assertThat(files(propose()).get("package.json"))
                .contains("\"test\": \"node tools/run-test-page.mjs \\\"a;id \\\\$x.html\\\"\"");
    }

    /** A control character would be replaced by an edit: what has one keeps its tag, and a page stays as it is. */
    @Test
    void whatAnEditWouldChangeStays() throws IOException {
        page();
        sketch.file("js/color.js", "var red = '\u001B[31m';")
                .file("color.html", "<script src=\"js/color.js\"></script><script src=\"js/board.js\"></script>")
                .file("odd.html", "<p>\u0001</p><script src=\"js/board.js\"></script>");
        byte[] marked = "\uFEFF<!doctype html><title>Größe</title><script src=\"js/signals.js\"></script>"
                .getBytes(StandardCharsets.UTF_8);
        sketch.bytes("marked.html", marked);
        Proposal proposal = propose("pages=bundle");
        assertThat(proposal.steps()).extracting(Step::path).doesNotContain("js/color.js", "odd.html");
        assertThat(left(proposal))
                .contains(
                        "js/color.js: contains control characters; kept as a script tag",
                        "odd.html: contains control characters, and stays as it is");
        Step.Edit page = (Step.Edit) proposal.steps().stream()
                .filter(step -> step.path().equals("marked.html"))
                .findFirst()
                .orElseThrow();
        assertThat(page.bytes()).as("the byte order mark stays").startsWith(0xEF, 0xBB, 0xBF);
        assertThat(new String(page.bytes(), StandardCharsets.UTF_8)).contains("<title>Größe</title>");
    }

    /** What a script deploys is not written, and the script stays with a finding. */
    @Test
    void deploymentsAreNotWritten() throws IOException {
        sketch.file("main.js", "document.title = 'tide';")
                .file("index.html", "<script src=\"board.js\"></script>")
                .file("build.sh", "esbuild main.js --outfile=board.js && rsync -a . deploy@port.example:/srv")
                .file("release.sh", "for f in *.js", "do", "esbuild $f", "scp $f host:", "done");
        Proposal proposal = propose();
        assertThat(files(proposal).get("package.json"))
                .contains("\"build\": \"esbuild main.js --outfile=board.js\"")
                .doesNotContain("rsync", "release.sh");
        assertThat(files(proposal)).doesNotContainKeys("build.sh", "release.sh");
        assertThat(left(proposal))
                .contains("build.sh: uploads or deploys what it makes (rsync); that is not part of the build");
    }

    private void page() throws IOException {
        sketch.file("lib/jquery-3.7.1.min.js", JQUERY.stripTrailing())
                .file("lib/dayjs.min.js", DAYJS.stripTrailing())
                .file(
                        "js/signals.js",
                        "var signals = [];",
                        "var struck = 0;",
                        "function when(s) { return dayjs(s.at); }")
                .file(
                        "js/board.js",
                        "'use strict';",
                        "function hoist(kind) { signals.push(kind); struck++; }",
                        "$(hoist);")
                .file(
                        "index.html",
                        "<html><head></head><body>",
                        "<button onclick=\"hoist('storm')\">Hoist</button>",
                        "  <script src=\"lib/jquery-3.7.1.min.js\"></script>",
                        "  <script src=\"lib/dayjs.min.js\"></script>",
                        "  <script src=\"js/signals.js\"></script>",
                        "  <script src=\"js/board.js\"></script>",
                        "</body></html>");
    }

    @Test
    void pagesKeepTheirTagsAndLibrariesAreCopied() throws IOException {
        page();
        Golden.check("node/tags", files(propose()));
    }

    @Test
    void pagesLoadBundles() throws IOException {
        page();
        Proposal proposal = propose("pages=bundle");
        Golden.check("node/bundle", files(proposal));
        assertThat(proposal.libraries())
                .extracting(use -> use.file().orElse("-") + " " + use.name() + " " + use.version() + " " + use.scope()
                        + " " + use.state() + (use.published() ? "" : " unpublished"))
                .containsExactly(
                        "- dayjs 1.11.10 dependencies DECLARED",
                        "- jquery 3.7.1 dependencies DECLARED",
                        "- esbuild ^0.25.0 devDependencies DECLARED");
        assertThat(propose("pages=tags").libraries())
                .extracting(use -> use.file().orElse("-") + " " + use.name() + " " + use.version())
                .contains("lib/dayjs.min.js dayjs 1.11.10");
    }

    @Test
    void anInlineScriptKeepsItsPlaceBetweenBundles() throws IOException {
        page();
        sketch.file(
                "index.html",
                "<script src=\"lib/dayjs.min.js\"></script>",
                "<script>var today = dayjs();</script>",
                "<script src=\"lib/jquery-3.7.1.min.js\"></script><script src=\"js/signals.js\"></script>");
        assertThat(files(propose("pages=bundle")).get("index.html"))
                .isEqualTo("<script src=\"dist/index.js\"></script>\n<script>var today = dayjs();</script>\n"
                        + "<script src=\"dist/index-2.js\"></script>\n");
    }

    @Test
    void aVariableThatTwoScriptsShareStaysShared() throws IOException {
        page();
        sketch.file("js/board.js", "var struck;", "function hoist() { struck++; }");
        Map<String, String> files = files(propose("pages=bundle"));
        assertThat(files.get("index.html"))
                .contains(
                        "<script src=\"dist/index.js\">",
                        "<script src=\"js/signals.js\">",
                        "<script src=\"js/board.js\">");
    }

    @Test
    void aChangedCopyIsKeptAndReported() throws IOException {
        page();
        sketch.file("lib/jquery-3.7.1.min.js", JQUERY + "// patched for the mast", "window.patched = true;");
        Proposal proposal = propose();
        assertThat(proposal.decision("copy:lib/jquery-3.7.1.min.js")
                        .orElseThrow()
                        .value())
                .isEqualTo("keep");
        assertThat(left(proposal)).contains("lib/jquery-3.7.1.min.js: was changed: it differs from jquery@3.7.1; kept");
        assertThat(files(proposal)).doesNotContainKey("lib/jquery-3.7.1.min.js");
    }

    @Test
    void twoVersionsOfALibraryAreTwoDependencies() throws IOException {
        page();
        sketch.file("old/jquery.min.js", JQUERY.replace("3.7.1", "3.7.0").stripTrailing())
                .file("old.html", "<script src=\"old/jquery.min.js\"></script><script src=\"js/signals.js\"></script>");
        assertThat(files(propose()).get("package.json"))
                .contains("\"jquery\": \"3.7.1\"", "\"jquery-3.7.0\": \"npm:jquery@3.7.0\"");
    }

    private void module() throws IOException {
        sketch.file(
                        "index.js",
                        "const { lit } = require('lamps');",
                        "let fast;",
                        "try { fast = require('fast-lamps') } catch {}",
                        "module.exports = { lit, hoist: async () => lit ?? 0 };")
                .file("cli.js", "#!/usr/bin/env node", "require('./index').hoist();")
                .file("test/hoist.js", "const test = require('tape');", "test('lit', t => t.end());", "require('..');")
                .file("test.sh", "#!/bin/sh", "set -e", "node test/hoist.js")
                .file("Dockerfile", "FROM node:18-alpine");
    }

    @Test
    void versionsAreThoseThatTheCodeCanLoad() throws IOException {
        module();
        Proposal proposal = propose();
        assertThat(proposal.decision("package:lamps").orElseThrow().value())
                .as("4 cannot be required, 3 does not export what is taken")
                .isEqualTo("^2.4.0");
        assertThat(proposal.decision("package:fast-lamps").orElseThrow().value())
                .isEqualTo("without");
        Golden.check("node/module", files(proposal));
    }

    @Test
    void theVersionThatIsThereIsTaken() throws IOException {
        module();
        sketch.file(
                        "node_modules/lamps/package.json",
                        "{\"name\":\"lamps\",\"version\":\"2.4.0\",\"main\":\"index.js\"}")
                .file("node_modules/lamps/index.js", "exports.lit = 2;")
                .file("node_modules/tape/package.json", "{\"name\":\"tape\",\"version\":\"5.0.0\"}")
                .file("node_modules/tape/index.js", "module.exports = f;");
        Proposal proposal = propose();
        assertThat(files(proposal).get("package.json")).contains("\"lamps\": \"2.4.0\"", "\"tape\": \"5.0.0\"");
        assertThat(left(proposal))
                .anyMatch(text ->
                        text.startsWith("lamps: was changed in node_modules: 1 file differs from the published 2.4.0"));
    }

    @Test
    void offlineAnUnknownVersionIsAQuestion() throws IOException {
        module();
        Pfeiler pfeiler = new Pfeiler(environment(true));
        Survey survey = pfeiler.survey(sketch.root());
        Proposal proposal = pfeiler.propose(survey, Choices.NONE);
        assertThat(proposal.open()).extracting(question -> question.key()).contains("package:lamps");
        assertThatThrownBy(() -> pfeiler.convert(survey, proposal, Choices.NONE))
                .isInstanceOf(Refusal.class);
        assertThat(server.asked()).isEmpty();
        Proposal answered = pfeiler.propose(
                survey, Sketch.chosen("package:lamps=2.4.0", "package:tape=5.0.0", "package:fast-lamps=without"));
        assertThat(answered.open()).isEmpty();
    }

    @Test
    void theCompilerIsConfiguredAsItWasCalled() throws IOException {
        sketch.file("lib/mast.ts", "import fs from 'fs';", "import { hoist } from './parts.js';", "export { hoist };")
                .file("lib/parts.ts", "export const hoist = (n: number) => n;")
                .file("dist/mast.js", "old output")
                .file(
                        "build.sh",
                        "#!/bin/sh",
                        "# compiles with tsc 5.9.3",
                        "cd \"$(dirname \"$0\")\"",
                        "rm -rf dist",
                        "tsc --target es2020 --module nodenext --declaration --rootDir lib --outDir dist lib/mast.ts");
        Golden.check("node/compiler", files(propose()));
    }

    @Test
    void aConversionIsUndoneToTheLastByte() throws IOException {
        page();
        sketch.bytes(
                "index.html",
                Files.readString(sketch.root().resolve("index.html"))
                        .replace("\n", "\r\n")
                        .replace("Hoist", "Høist")
                        .getBytes(StandardCharsets.ISO_8859_1));
        Map<String, String> before = sketch.digest();
        Pfeiler pfeiler = new Pfeiler(environment(false));
        Survey survey = pfeiler.survey(sketch.root());
        Choices choices = Sketch.chosen("pages=bundle");
        pfeiler.convert(survey, pfeiler.propose(survey, choices), choices);
        assertThat(Files.readString(sketch.root().resolve("index.html"), StandardCharsets.ISO_8859_1))
                .contains(">Høist<")
                .contains("\r\n  <script src=\"dist/index.js\"></script>\r\n</body>");
        assertThat(Files.exists(sketch.root().resolve("lib"))).isFalse();
        // a build may copy it to its place again
        sketch.file("lib/dayjs.min.js", DAYJS.stripTrailing());
        pfeiler.undo(sketch.root(), Undo.Edits.REFUSE);
        assertThat(sketch.digest()).isEqualTo(before);
    }

    @Test
    void aServersScriptsAreTheServers() throws IOException {
        sketch.file("src/Mast.java", "class Mast {}")
                .file("web/WEB-INF/web.xml", "<web-app/>")
                .file("web/lib/jquery.min.js", JQUERY)
                .file("web/js/board.js", "$(draw);")
                .file("web/index.html", "<script src='lib/jquery.min.js'></script><script src='js/board.js'></script>");
        Survey survey = new Pfeiler(environment(false)).survey(sketch.root());
        assertThat(survey.parts()).extracting(part -> part.ecosystem().id()).containsExactly("jvm");
    }

    @Test
    void aFolderOfItsOwnInAServersProjectIsAPart() throws IOException {
        sketch.file("server/Mast.java", "class Mast {}").file("server/build.sh", "javac Mast.java");
        page();
        for (String path : List.of("lib", "js", "index.html"))
            Files.move(
                    sketch.root().resolve(path),
                    Files.createDirectories(sketch.root().resolve("front")).resolve(path));
        Survey survey = new Pfeiler(environment(false)).survey(sketch.root());
        assertThat(survey.parts())
                .extracting(part -> part.folder() + " " + part.ecosystem().id())
                .containsExactly("front node", "server jvm");
    }

    @Test
    @Timeout(60)
    void badInputIsBoundedAndReported() throws IOException {
        page();
        sketch.bytes("js/all.js", "var a=1;".repeat(2_500_000).getBytes(StandardCharsets.UTF_8))
                .file("js/a.js", "import './b.js'; export const a = 1;")
                .file("js/b.js", "import './a.js'; import('./' + name); require(dynamic);")
                .bytes("old.html", "<p>Høy</p><script src='js/a.js'>".getBytes(StandardCharsets.ISO_8859_1))
                .bytes("js/damaged.js", new byte[] {0, 1, 2, '\'', '`', '$', '{', '/', '*'});
        Files.createSymbolicLink(sketch.root().resolve("js/link.js"), Path.of("a.js"));
        Survey survey = new Pfeiler(environment(false)).survey(sketch.root());
        assertThat(survey.findings().stream()
                        .filter(finding -> finding.topic() == Finding.Topic.TROUBLE)
                        .map(Finding::subject))
                .contains("js/all.js", "js/damaged.js");
        assertThat(files(propose())).containsKey("package.json");
    }

    @Test
    void theSameTreeGivesTheSameProposal() throws IOException {
        module();
        assertThat(propose()).isEqualTo(propose());
    }

    @Test
    void packagesAreFoundAndDeclared() throws IOException {
        sketch.file(
                "package.json",
                "{",
                "    \"name\": \"mast\",",
                "    \"main\": \"index.js\",",
                "    \"dependencies\": {",
                "        \"tape\": \"5.0.0\"",
                "    }",
                "}");
        Pfeiler pfeiler = new Pfeiler(environment(false));
        assertThat(pfeiler.find(sketch.root(), "Lamps", false))
                .hasSize(1)
                .first()
                .satisfies(found -> {
                    assertThat(found.artifact()).isEqualTo("lamps");
                    assertThat(found.versions()).containsExactly("4.0.0", "3.0.0", "2.4.0");
                });
        assertThat(pfeiler.add(sketch.root(), "lamps", Optional.empty())
                        .choice()
                        .reason())
                .contains("can be loaded");
        assertThat(pfeiler.add(sketch.root(), "dayjs@1.11.10", Optional.of("development"))
                        .choice()
                        .declared())
                .isEqualTo("dayjs@1.11.10 in devDependencies");
        assertThat(Files.readString(sketch.root().resolve("package.json")))
                .isEqualTo(
                        """
                        {
                            "name": "mast",
                            "main": "index.js",
                            "dependencies": {
                                "lamps": "^3.0.0",
                                "tape": "5.0.0"
                            },
                            "devDependencies": {
                                "dayjs": "1.11.10"
                            }
                        }
                        """);
        assertThatThrownBy(() -> pfeiler.add(sketch.root(), "tape", Optional.empty()))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("already declared: 5.0.0");
        assertThatThrownBy(() -> pfeiler.add(sketch.root(), "nowhere", Optional.empty()))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("No registry has a package nowhere");
    }

    @Test
    void lockFilesOfTwoManagersAreAQuestion() throws IOException {
        module();
        sketch.file("yarn.lock", "# yarn lockfile v1");
        assertThat(propose().decision("package-manager").orElseThrow().value()).isEqualTo("yarn");
        assertThat(propose().commands().get(0).line()).isEqualTo("yarn install");
        sketch.file("package-lock.json", "{}");
        assertThat(propose().questions())
                .extracting(
                        question -> question.key() + " " + question.fallback().orElse("") + " " + question.offers())
                .contains("package-manager npm [npm, yarn]");
        assertThat(propose("package-manager=pnpm").questions())
                .extracting(Question::key)
                .doesNotContain("package-manager");
    }

    /** A server in Java whose script builds a front end beside it. */
    private void server(String build) throws IOException {
        sketch.file(
                        "src/no/haldervik/Quays.java",
                        "package no.haldervik;",
                        "",
                        "public class Quays {",
                        "    public static final int COUNT = 12;",
                        "}")
                .file("web/WEB-INF/web.xml", "<web-app version=\"2.5\"></web-app>")
                .file("web/index.jsp", "<html><body><script src=\"js/quay.js\"></script></body></html>")
                .file("web/js/quay.js", "document.title = 'Quays';")
                .file("front/quay.ts", "document.title = \"Quays\";")
                .file("front/build.sh", "#!/bin/sh", "cd \"$(dirname \"$0\")\"", build)
                .file(
                        "build.sh",
                        "#!/bin/sh",
                        "(cd front && sh build.sh)",
                        "mkdir -p out/classes",
                        "javac -source 8 -target 8 -d out/classes src/no/haldervik/*.java",
                        "cp -r web out/war && mkdir -p out/war/WEB-INF/classes",
                        "cp -r out/classes/* out/war/WEB-INF/classes",
                        "jar cf quay.war -C out/war .");
    }

    @Test
    void aFrontEndWritesToWhereTheServersFilesGoAndTheServersBuildRunsIt() throws IOException {
        server("tsc --target es2017 --outDir ../web/js quay.ts");
        Proposal proposal = propose();
        Map<String, String> files = files(proposal);
        files.keySet().removeIf(path -> path.startsWith("src/"));
        Golden.check("node/server", files);
        assertThat(proposal.decision("./embed").orElseThrow().value()).isEqualTo("yes");
        assertThat(proposal.decision("./embed").orElseThrow().evidence().get(0).place())
                .isEqualTo("build.sh:2");
        assertThat(left(proposal)).noneMatch(text -> text.contains("not analyzed"));
        Map<String, String> apart = files(propose("./embed=no", "./target=gradle"));
        assertThat(apart.get("build.gradle")).doesNotContain("npm");
        Map<String, String> gradle = files(propose("./target=gradle"));
        assertThat(gradle.get("build.gradle")).contains("buildFront", "commandLine(", "dependsOn");
    }

    @Test
    void configurationsAndCommandsNameTheServersNewFolders() throws IOException {
        server("tsc -p . && esbuild more.js --bundle --outfile=../web/js/more.js");
        sketch.file(
                        "front/tsconfig.json",
                        "{",
                        "  // for browsers",
                        "  \"compilerOptions\": { \"outDir\": \"../web/js\" },",
                        "  \"files\": [\"quay.ts\"],",
                        "}")
                .file("front/more.js", "document.body.title = 'more';")
                .file("web/js/more.js", "document.body.title = 'more';");
        Map<String, String> files = files(propose());
        assertThat(files.get("front/tsconfig.json"))
                .isEqualTo("{\n  // for browsers\n  \"compilerOptions\": { \"outDir\": \"../src/main/webapp/js\" },\n"
                        + "  \"files\": [\"quay.ts\"],\n}\n");
        assertThat(files.get("front/package.json"))
                .contains("\"tsc -p . && esbuild more.js --bundle --outfile=../src/main/webapp/js/more.js\"");
        assertThat(files.get(".gitignore").lines())
                .contains("/src/main/webapp/js/quay.js", "/src/main/webapp/js/more.js");
        assertThat(files.get("web/js/more.js")).startsWith("retired");
    }

    @Test
    void severalFrontEndsOfOneServerAreSeveralParts() throws IOException {
        server("tsc --outDir ../web/js quay.ts");
        sketch.file("admin/admin.ts", "document.title = \"Admin\";")
                .file("admin/build.sh", "#!/bin/sh", "tsc --outDir ../web/admin admin.ts");
        assertThat(propose().parts().stream().map(Proposal.Part::id)).containsExactly(".", "admin", "front");
    }

    @Test
    void aPageThatRunsTestsBecomesTheTestScript() throws IOException {
        server.publish("qunit", "2.20.1", "{}", "qunit/qunit.js", "/*! QUnit 2.20.1 */\nvar QUnit = {};\n");
        page();
        sketch.file("lib/qunit-2.20.1.js", "/*! QUnit 2.20.1 */", "var QUnit = {};")
                .file(
                        "test/index.html",
                        "<html><body><div id=\"qunit\"></div>",
                        "<script src=\"../lib/qunit-2.20.1.js\"></script>",
                        "<script src=\"../js/signals.js\"></script>",
                        "<script src=\"signals-test.js\"></script></body></html>")
                .file("test/signals-test.js", "QUnit.test('empty', function (t) { t.equal(signals.length, 0); });");
        Map<String, String> files = files(propose());
        assertThat(files.get("package.json"))
                .contains(
                        "\"pretest\": \"npm run build\",\n"
                                + "    \"test\": \"node tools/run-test-page.mjs test/index.html\"",
                        "\"devDependencies\": {\n    \"qunit\": \"2.20.1\"");
        assertThat(files).containsKey("tools/run-test-page.mjs");
    }

    @Test
    void whatBabelIsConfiguredWithIsDeclared() throws IOException {
        for (String name : List.of("@babel/core", "@babel/preset-env", "babel-plugin-lamps", "@babel/cli"))
            server.publish(name, "7.1.0", "{}", "index.js", "");
        sketch.file(
                        ".babelrc",
                        "{ // modern",
                        "  \"presets\": [[\"@babel/env\", {}]], \"plugins\": [\"lamps\", \"./own\"] }")
                .file("index.js", "module.exports = 1;")
                .file("build.sh", "babel index.js --out-file lib.js");
        assertThat(files(propose()).get("package.json"))
                .contains("\"@babel/cli\"", "\"@babel/core\"", "\"@babel/preset-env\"", "\"babel-plugin-lamps\"")
                .doesNotContain("own");
    }

    @Test
    void ownNamesLeadToOwnFiles() throws IOException {
        sketch.file(
                        "index.js",
                        "import paint from '#paint';",
                        "import tone from '#tone';",
                        "export default paint(tone);")
                .file("source/paint/index.js", "export default (x) => x;")
                .file("source/paint/browser.js", "export default (x) => x;")
                .file("source/tone.js", "export default 1;");
        assertThat(files(propose()).get("package.json"))
                .contains(
                        """
                          "imports": {
                            "#paint": {
                              "node": "./source/paint/index.js",
                              "default": "./source/paint/browser.js"
                            },
                            "#tone": "./source/tone.js"
                          },
                        """);
        sketch.file("index.js", "import paint from '#lost';");
        assertThat(left(propose())).contains("#lost: no file has this name; state it as imports in package.json");
    }

    @Test
    void aBundlerBesideAPageServesItWhilePeopleWork() throws IOException {
        sketch.file("src/main.jsx", "import { lit } from 'lamps';", "document.title = <b>{lit}</b>;")
                .file("public/index.html", "<html><body><script src=\"js/app.js\"></script></body></html>")
                .file("build.sh", "npx esbuild src/main.jsx --bundle --minify --outfile=public/js/app.js");
        assertThat(files(propose()).get("package.json"))
                .contains(
                        "\"dev\": \"esbuild src/main.jsx --bundle --outfile=public/js/app.js --sourcemap --servedir=public\"",
                        "\"build\": \"esbuild src/main.jsx --bundle --minify --outfile=public/js/app.js\"");
        assertThat(files(propose("script:dev=without")).get("package.json")).doesNotContain("servedir");
        sketch.file("public/index.html", "<html></html>").file("build.sh", "npx vite build");
        server.publish("vite", "5.4.0", "");
        assertThat(files(propose()).get("package.json")).contains("\"dev\": \"vite\"");
    }

    @Test
    void aFolderNamedLikeAPackageThatItUsesIsNoPackageOfThatName() throws IOException {
        sketch = new Sketch(Files.createDirectories(temp.resolve("lamps")));
        sketch.file("index.js", "module.exports = require('lamps').lit;")
                .file("node_modules/lamps/package.json", "{\"name\": \"lamps\", \"version\": \"2.4.0\"}")
                .file("node_modules/lamps/index.js", "exports.lit = 1;");
        assertThat(files(propose()).get("package.json"))
                .contains("\"name\": \"lamps-project\"", "\"dependencies\": {\n    \"lamps\": \"2.4.0\"");
    }

    @Test
    void aVersionThatNothingStatesIsAQuestion() throws IOException {
        module();
        assertThat(propose().questions())
                .extracting(
                        question -> question.key() + " " + question.fallback().orElse(""))
                .containsExactly("package:lamps ^2.4.0", "package:tape ^5.0.0");
        assertThat(propose("package:lamps=2.4.0").questions())
                .extracting(Question::key)
                .containsExactly("package:tape");
    }

    @Test
    void aNameOfAFolderOfTheProjectIsNoPackage() throws IOException {
        sketch.file("src/index.js", "const lamps = require('lamps');", "console.log(lamps.lit);")
                .file("src/lamps/index.js", "exports.lit = 1;");
        Proposal proposal = propose();
        assertThat(proposal.decision("package:lamps").orElseThrow().value()).isEqualTo("without");
        assertThat(left(proposal)).contains("lamps: is imported and is the name of a folder; not declared");
        assertThat(files(propose("package:lamps=^2.4.0")).get("package.json")).contains("\"lamps\": \"^2.4.0\"");
    }

    /** A page whose modules a loader finds by its settings. */
    private void loaded() throws IOException {
        sketch.file("www/index.html", "<script data-main='app/config' src='lib/loader.js'></script>")
                .file("www/lib/loader.js", "/*! Loader */", "var requirejs, define;")
                .file("www/lib/jquery.js", JQUERY)
                .file(
                        "www/app/config.js",
                        "requirejs.config({ baseUrl: 'lib', paths: { quay: '../app' }, map: { '*': { tape: 'jquery' } } });")
                .file(
                        "www/app/main.js",
                        "define(['jquery', 'quay/list', 'tape', 'text!quay/list.html'], function ($) {});");
    }

    @Test
    void namesThatALoaderFindsAreTheProjectsOwn() throws IOException {
        loaded();
        Proposal proposal = propose();
        assertThat(proposal.questions()).isEmpty();
        assertThat(proposal.decision("copy:www/lib/jquery.js").orElseThrow().value())
                .isEqualTo("jquery@3.7.1");
        assertThat(files(proposal).get("package.json"))
                .contains("\"jquery\": \"3.7.1\"")
                .doesNotContain("quay", "tape");
    }

    @Test
    void aPageWithALoaderGetsNoBundle() throws IOException {
        loaded();
        assertThat(propose().decision("pages").orElseThrow().alternatives()).isEmpty();
        assertThatThrownBy(() -> propose("pages=bundle"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("www/index.html loads its modules by a loader of its own (www/index.html:1)");
    }

    @Test
    void namesOfAnImportMapAndOfAliasesAreTheProjectsOwn() throws IOException {
        sketch.file(
                        "index.html",
                        "<script type='importmap'>{\"imports\": {\"lamps\": \"./vendor/light.js\", \"quay/\": \"./quay/\"}}</script>",
                        "<script type='module' src='app.js'></script>")
                .file("vendor/light.js", "export const lit = 1;")
                .file(
                        "app.js",
                        "import { lit } from 'lamps';",
                        "import 'quay/list.js';",
                        "import '@/deep';",
                        "import 'tape';")
                .file(
                        "vite.config.js",
                        "export default { resolve: { alias: { '@': '/src', tape: '/src/tape.js' } } };");
        assertThat(files(propose()).get("package.json")).doesNotContain("lamps", "quay", "tape");
    }

    @Test
    void packagesThatCommandsRequireAreDeclared() throws IOException {
        sketch.file("src/Quay.js", "export const quay = 1;")
                .file(
                        "build.sh",
                        "babel --presets @babel/preset-react src --out-dir public/js",
                        "cp node_modules/dayjs/dayjs.min.js public/js/");
        assertThat(files(propose()).get("package.json"))
                .contains("\"@babel/cli\"", "\"@babel/core\"", "\"@babel/preset-react\"", "\"dayjs\"");
    }

    /** Packages that another loads by a name in a text. */
    @Test
    void packagesThatAreNamedInTextsAreDeclared() throws IOException {
        server.publish("express", "4.17.3", "").publish("ejs", "3.1.9", "").publish("pug", "3.0.2", "");
        sketch.file(
                "server.js",
                "var app = require('express')();",
                "app.set('view engine', 'pug');",
                "var client = connect({ client: \"harbour-db\", mode: 'wave' });");
        for (String name : List.of("express", "harbour-db", "wave"))
            sketch.file(
                    "node_modules/" + name + "/package.json",
                    "{\"name\": \"" + name + "\", \"version\": \"1.2.3\", \"dependencies\": {"
                            + (name.equals("express") ? "\"wave\": \"1\"" : "") + "}}");
        Proposal proposal = propose();
        assertThat(files(proposal).get("package.json"))
                .contains("\"express\": \"1.2.3\"", "\"harbour-db\": \"1.2.3\"", "\"pug\": \"^3.0.2\"")
                .doesNotContain("wave\"");
        assertThat(proposal.questions()).extracting(Question::key).containsExactly("package:pug");
    }

    @Test
    void versionsThatScriptsStateAreTaken() throws IOException {
        server.publish("@babel/cli", "8.0.0", "")
                .publish("@babel/core", "8.0.0", "")
                .publish("@babel/preset-react", "8.0.0", "");
        sketch.file("src/Quay.jsx", "export const quay = <b/>;")
                .file("lib.js", "const lamps = require('lamps');")
                .file(
                        "build.sh",
                        "# npm i -g @babel/cli@7 lamps@2.4.0",
                        "babel --presets @babel/preset-react src -d public/js")
                .file("public/js/Quay.js", "export const quay = 1;");
        Map<String, String> files = files(propose());
        assertThat(files.get("package.json"))
                .contains("\"@babel/cli\": \"^7.28.0\"", "\"@babel/core\": \"^7.28.0\"")
                .contains("\"@babel/preset-react\": \"^7.27.1\"", "\"lamps\": \"2.4.0\"");
        assertThat(files.get("public/js/Quay.js")).isEqualTo("retired: build output; built again by the build tool\n");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "package-lock.json | {\"packages\": {\"node_modules/lamps\": {\"version\": \"2.4.0\"}}}",
                "package-lock.json | {\"dependencies\": {\"lamps\": {\"version\": \"2.4.0\"}}}",
                "yarn.lock         | lamps@^2.1.0, lamps@^2.4.0:%  version \"2.4.0\"",
            })
    void aLockFileWithoutADescriptorStatesVersions(String path, String content) throws IOException {
        sketch.file("lib.js", "const lamps = require('lamps');").file(path, content.split("%"));
        assertThat(files(propose()).get("package.json")).contains("\"lamps\": \"2.4.0\"");
    }

    /** The banner of a plug-in names it in words; another package has the first of them. */
    @Test
    void copiesAreFoundByTheWordsOfTheirBanner() throws IOException {
        String plugin = "/*! jQuery Mooring Plugin - v1.2.3 - 7/1/2022 */ jQuery.fn.moor = function () {};";
        server.publish("jquery-mooring", "1.2.3", "", "dist/jquery.moor.min.js", plugin + "\n");
        sketch.file("lib/jquery.moor.min.js", plugin)
                .file("index.html", "<script src='lib/jquery.moor.min.js'></script>");
        assertThat(files(propose()).get("package.json")).contains("\"jquery-mooring\": \"1.2.3\"");
    }

    @Test
    void theScriptThatALoaderStartsIsNoProgram() throws IOException {
        sketch.file("www/index.html", "<script data-main='app/config' src='lib/require.js'></script>")
                .file("www/lib/require.js", "var requirejs, require, define;")
                .file("www/app/config.js", "requirejs.config({ baseUrl: 'lib' });", "require(['a'], function (a) {});")
                .file("tool.js", "const x = require('./www/app/config');");
        NodeProject project = NodeProject.of(sketch.tree());
        assertThat(project.scripts().values().stream().filter(project.own()::isLoaded))
                .extracting(Script::path)
                .containsExactly("www/app/config.js");
    }

    @Test
    void compilersCalledForAPageAndForAServerWriteForBoth() throws IOException {
        server.publish("typescript", "5.9.3", "")
                .publish("@types/node", "20.19.43", "")
                .publish("@types/node", "26.1.0", "");
        sketch.file("client/main.ts", "import { knots } from '../common/units';", "document.title = knots(5);")
                .file("common/units.ts", "export function knots(n: number): string { return n / 0.5144 + ''; }")
                .file(
                        "server/main.ts",
                        "import * as http from 'http';",
                        "import { knots } from '../common/units';",
                        "http.createServer((q, r) => r.end(knots(5))).listen(Number(process.env.PORT));")
                .file("web/index.html", "<script type='module' src='js/client/main.js'></script>")
                .file(
                        "Makefile",
                        "all: client server",
                        "client:",
                        "\ttsc --target es2017 --module es2015 --outDir web/js client/main.ts",
                        "server:",
                        "\ttsc --target es2019 --module commonjs --outDir out server/main.ts");
        Golden.check("node/two-outputs", files(propose()));
    }

    @Test
    void howAServiceRunsStaysWithItsScript() throws IOException {
        sketch.file("server.js", "require('http').createServer(f).listen(process.env.PORT || 3000);")
                .file(
                        "start.sh",
                        "#!/bin/sh",
                        "cd \"$(dirname \"$0\")\"",
                        "NODE_ENV=production node server.js --quiet >> log.txt 2>&1 &");
        Map<String, String> files = files(propose());
        assertThat(files.get("package.json")).contains("\"start\": \"node server.js --quiet\"");
        assertThat(files).doesNotContainKey("start.sh");
    }
}
