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
                        "build: rm -rf dist && tsc --outDir dist src/a.ts && esbuild src/b.js --bundle > /dev/null");
    }

    /** What is in quotes is neither a comment nor the end of a command. */
    @Test
    void quotesAreRespected() throws IOException {
        assertThat(read(
                        "build.sh",
                        "node src/gen.js --title \"Chart #1\" && tsc --outDir 'my out' a.ts # the compiler",
                        "node -e \"a(); b() && c()\""))
                .containsExactly("build: node src/gen.js --title \"Chart #1\" && tsc --outDir 'my out' a.ts"
                        + " && node -e \"a(); b() && c()\"");
        assertThat(read("build.bat", "node gen.js \"a & b\" & node two.js"))
                .containsExactly(
                        "build: node gen.js \"a & b\" && node two.js",
                        "build: node src/gen.js --title \"Chart #1\" && tsc --outDir 'my out' a.ts"
                                + " && node -e \"a(); b() && c()\"");
    }

    /** What a here-document contains is no command, and the script does more than call programs. */
    @Test
    void hereDocumentsAreNoCommands() throws IOException {
        assertThat(read("build.sh", "cat > notes.txt <<'END'", "rm -rf src", "tsc evil.ts", "END", "tsc a.ts"))
                .containsExactly("build? cat > notes.txt <<'END' && tsc a.ts");
    }

    /** What a script deploys is neither run nor written, and the script stays. */
    @Test
    void deploymentsAreLeftOut() throws IOException {
        new Sketch(folder)
                .file("build.sh", "esbuild a.js --outfile=dist/a.js && rsync -a dist/ deploy@host:/srv/", "git push");
        CallScript script = CallScripts.of(new Sketch(folder).tree()).get(0);
        assertThat(script.line()).isEqualTo("esbuild a.js --outfile=dist/a.js");
        assertThat(script.deployments())
                .extracting(one -> one.line() + " " + one.excerpt())
                .containsExactly("1 rsync", "2 git push");
        assertThat(script.whole()).isTrue();
        assertThat(script.replaceable()).isFalse();
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
