package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Golden;
import dev.pfeiler.PackageServer;
import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Front ends and programs for npm, with the real npm, compiler, bundler and browser; packages come from a stand-in. */
class SignalmastIT {
    private static final Path PACKAGES = Program.HOME.resolve("demo/target/npm");

    @TempDir
    Path folder;

    private PackageServer server;
    private Program program;

    @BeforeEach
    void serve() throws IOException {
        Tools.require("node", "npm", "chromium");
        Tools.require(Files.isDirectory(PACKAGES) && count(PACKAGES) >= 7, "packages of npm");
        server = new PackageServer().publishAll(PACKAGES);
        program = new Program()
                .with("npm_config_registry", server.address())
                .with("npm_config_cache", folder.resolve("npm-cache").toString());
    }

    @AfterEach
    void stop() {
        if (server != null) server.close();
    }

    private static long count(Path folder) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.count();
        }
    }

    private static Map<String, String> texts(Path project, String... paths) throws IOException {
        Map<String, String> texts = new TreeMap<>();
        for (String path : paths) texts.put(path, Files.readString(project.resolve(path)));
        return texts;
    }

    @Test
    void scriptTagsAreKeptAndProven() throws IOException {
        Path project = Program.demo("signalmast", folder);
        Map<String, String> before = new Sketch(project).digest();
        Program.Run convert = program.run("convert", project);
        assertThat(convert.exit()).as(convert.err()).isZero();
        Golden.check(
                "signalmast/tags",
                texts(
                        project,
                        "mast/package.json",
                        "mast/tsconfig.json",
                        "mast/tools/copy-libraries.mjs",
                        ".gitignore"));
        assertThat(project.resolve("mast/lib")).doesNotExist();
        Program.Run prove = program.run("prove", "--json", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.row("pages")).isEqualTo("same 2 opened / 2 show the same");
        assertThat(prove.row("built files")).isEqualTo("same 1 / 1");
        assertThat(prove.row("compiler")).isEqualTo("same  / no errors");
        assertThat(prove.row("classes")).isEqualTo("same 1 / 1");
        assertThat(project.resolve(".pfeiler/proof/mast/index-before.png")).isNotEmptyFile();
        assertThat(project.resolve(".pfeiler/proof/mast/index-after.png")).isNotEmptyFile();
        assertThat(project.resolve(".pfeiler/proof/mast/package-lock.json")).isNotEmptyFile();
        assertThat(project.resolve("mast/node_modules"))
                .as("it is proven in a copy")
                .doesNotExist();
        Program.Run undo = program.run("undo", project);
        assertThat(undo.exit()).as(undo.err()).isZero();
        assertThat(new Sketch(project).digest()).isEqualTo(before);
    }

    @Test
    void bundlesShowTheSameAndOfflineTheCacheIsEnough() throws IOException {
        Path project = Program.demo("signalmast", folder).resolve("mast");
        Program.Run convert = program.run("convert", "--choose", "pages=bundle", project);
        assertThat(convert.exit()).as(convert.err()).isZero();
        Golden.check(
                "signalmast/bundle",
                texts(
                        project,
                        "package.json",
                        "src/index.js",
                        "src/log.js",
                        "index.html",
                        "log.html",
                        "js/signals.js",
                        "ts/lamp.ts"));
        Program.Run prove = program.run("prove", "--json", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.row("pages")).isEqualTo("same 2 opened / 2 show the same");
        server.close();
        Program.Run offline = program.run("prove", "--offline", "--json", project);
        assertThat(offline.exit()).as(offline.out() + offline.err()).isZero();
    }

    @Test
    void theServersBuildRunsThatOfTheFrontEndAndPacksWhatItWrites() throws IOException {
        Sketch sketch = new Sketch(Files.createDirectories(folder.resolve("quays")));
        sketch.file("src/no/haldervik/Quays.java", "package no.haldervik;", "", "public class Quays {}")
                .file("web/WEB-INF/web.xml", "<web-app version=\"2.5\"></web-app>")
                .file("web/index.jsp", "<html><body><script src=\"js/quay.js\"></script></body></html>")
                .file("front/quay.ts", "const title: string = \"Quays\";", "document.title = title;")
                .file("front/build.sh", "tsc --target es2017 --outDir ../web/js quay.ts")
                .file(
                        "build.sh",
                        "(cd front && sh build.sh)",
                        "javac -source 8 -target 8 -d out/classes src/no/haldervik/*.java",
                        "cp -r web out/war && cp -r out/classes out/war/WEB-INF/classes",
                        "jar cf quays.war -C out/war .");
        Map<String, String> before = sketch.digest();
        Program.Run convert = program.run("convert", sketch.root());
        assertThat(convert.exit()).as(convert.err()).isZero();
        Program.Run prove = program.run("prove", "--json", sketch.root());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.row("web files"))
                .as("with what the front end's build writes")
                .isEqualTo("same 3 / 3");
        assertThat(prove.row("built files")).isEqualTo("same 1 / 1");
        assertThat(sketch.root().resolve("front/node_modules"))
                .as("left by the build")
                .doesNotExist();
        assertThat(sketch.root().resolve("src/main/webapp/js")).doesNotExist();
        assertThat(program.run("undo", sketch.root()).exit()).isZero();
        assertThat(sketch.digest()).isEqualTo(before);
    }

    @Test
    void aBrokenPageIsNotProven() throws IOException {
        Path project = Program.demo("signalmast", folder).resolve("mast");
        assertThat(program.run("convert", project).exit()).isZero();
        Path script = project.resolve("tools/copy-libraries.mjs");
        Files.writeString(script, Files.readString(script).replace("dayjs/dayjs.min.js", "dayjs/package.json"));
        Program.Run prove = program.run("prove", "--json", project);
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.different()).containsExactly("pages");
        assertThat(prove.differences("pages")).contains("changed index.html: ", "changed log.html: ");
    }

    @Test
    void programsBecomeTypeScriptAndPrintTheSame() throws IOException {
        Sketch sketch = new Sketch(Files.createDirectories(folder.resolve("hoist")));
        sketch.file(
                        "index.js",
                        "var path = require('path');",
                        "var counts = {};",
                        "counts.total = 0;",
                        "",
                        "module.exports = function hoist(kind, times) {",
                        "  counts[kind] = (counts[kind] || 0) + (times || 1);",
                        "  counts.total++;",
                        "  return path.join(String(counts.total), kind);",
                        "};")
                .file(
                        "cli.js",
                        "#!/usr/bin/env node",
                        "var hoist = require('./index');",
                        "console.log(hoist('fog'), hoist('tide', 2));");
        Program.Run convert = program.run("convert", "--choose", "language=typescript", sketch.root());
        assertThat(convert.exit()).as(convert.err()).isZero();
        Golden.check(
                "signalmast/typescript", texts(sketch.root(), "package.json", "tsconfig.json", "index.ts", "cli.ts"));
        Program.Run prove = program.run("prove", "--json", sketch.root());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.row("run cli.js --help")).isEqualTo("same exit 0 / exit 0");
        assertThat(prove.row("modules")).isEqualTo("same 1 loaded / 1 with the same names");
    }

    @Test
    void aPackageThatNoRegistryHasIsTheCauseOfAFailure() throws IOException {
        Sketch sketch = new Sketch(Files.createDirectories(folder.resolve("lost")));
        sketch.file("index.js", "module.exports = require('dayjs');");
        assertThat(program.run("convert", "--choose", "package:dayjs=9.9.9", sketch.root())
                        .exit())
                .isZero();
        Program.Run prove = program.run("prove", sketch.root());
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.out())
                .contains("Not proven: npm install failed: the registry does not have a version of a package");
        assertThat(List.of(prove.err())).doesNotContain("Exception");
    }
}
