package dev.pfeiler.ecosystem.node.wiring;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CallScriptsTest {
    @TempDir
    Path folder;

    private List<String> read(String path, String... lines) throws IOException {
        new Sketch(folder).file(path, lines);
        return CallScripts.of(new Sketch(folder).tree()).stream()
                .map(script -> script.purpose() + (script.whole() ? ": " : "? ") + script.line())
                .toList();
    }

    @Test
    void shellScriptsBecomeLines() throws IOException {
        assertThat(read(
                        "build.sh",
                        "#!/bin/sh",
                        "# builds the board",
                        "set -e",
                        "cd \"$(dirname \"$0\")\"",
                        "OUT=dist",
                        "rm -rf $OUT",
                        "./node_modules/.bin/tsc --outDir ${OUT} \\",
                        "  src/a.ts",
                        "npx esbuild src/b.js --bundle > /dev/null; echo done"))
                .containsExactly(
                        "build: rm -rf dist && tsc --outDir dist src/a.ts && esbuild src/b.js --bundle \">\" /dev/null");
    }

    @Test
    void whatIsNotUnderstoodIsLeftToTheScript() throws IOException {
        assertThat(read("test.sh", "#!/bin/sh", "for f in test/*.js", "do", "node $f", "done"))
                .containsExactly("test? node $f");
    }

    @Test
    void batchFilesAndRulesOfMakeFilesAreRead() throws IOException {
        assertThat(read("run.bat", "@echo off", "set PORT=1", "node server.js %PORT%"))
                .containsExactly("start: node server.js 1");
        assertThat(read("Makefile", "JS = src/a.js", "all: dist", "", "check:", "\t@node $(JS)", "\tnode test/b.js"))
                .contains("test: node src/a.js && node test/b.js");
    }

    @Test
    void scriptsOfOtherProgramsAreNone() throws IOException {
        assertThat(read("build.sh", "#!/bin/sh", "javac -d classes A.java")).isEmpty();
    }

    @Test
    void optionsOfTheCompilerAreNamedAsItsConfigurationNamesThem() {
        Call call = new Call(
                "tsc",
                List.of(
                        "-t",
                        "es2018",
                        "--OUTDIR",
                        "../out",
                        "--lib",
                        "es2018,dom",
                        "--strict",
                        "--declaration",
                        "false",
                        "a.ts",
                        "-w"),
                "ts",
                "",
                dev.pfeiler.evidence.Evidence.of("build.sh", ""));
        CompilerCall read = CompilerCall.of(call);
        assertThat(read.options())
                .isEqualTo(Map.of(
                        "target",
                        "es2018",
                        "outDir",
                        "out",
                        "lib",
                        List.of("es2018", "dom"),
                        "strict",
                        true,
                        "declaration",
                        false));
        assertThat(read.files()).containsExactly("ts/a.ts");
    }
}
