package dev.pfeiler.ecosystem.node.page;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** How pages load bundles instead of single scripts. */
class BundlingTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() {
        sketch = new Sketch(folder.resolve("port"));
    }

    private BundlePlan plan() {
        return new Bundling(NodeProject.of(sketch.tree()), Dependencies.NONE, List.of(), Map.of()).plan();
    }

    @Test
    void scriptsOfOnePageBecomeOneBundle() throws IOException {
        sketch.file(
                        "index.html",
                        "<html><body>",
                        "<p id='x'></p>",
                        "<script src=\"js/tide.js\"></script>",
                        "<script src=\"js/main.js\"></script>",
                        "</body></html>")
                .file("js/tide.js", "function tide() { return 3; }")
                .file("js/main.js", "document.getElementById('x').textContent = tide();");
        BundlePlan plan = plan();
        assertThat(plan.entries().keySet()).containsExactly("src/index.js");
        assertThat(plan.entries().get("src/index.js"))
                .isEqualTo("// What index.html loads, in the order of its tags.\nrequire(\"../js/tide.js\");\n"
                        + "require(\"../js/main.js\");\n");
        assertThat(plan.pages().get("index.html"))
                .isEqualTo("<html><body>\n<p id='x'></p>\n<script src=\"dist/index.js\"></script>\n</body></html>\n");
        assertThat(plan.scripts().keySet()).as("gives a name to another script").containsExactly("js/tide.js");
        assertThat(plan.kept()).isEmpty();
        assertThat(plan.build())
                .isEqualTo("esbuild src/index.js --bundle --outbase=src --outdir=dist --minify --sourcemap");
    }

    @Test
    void foldersThatAreThereAreNotUsed() throws IOException {
        sketch.file("index.html", "<script src=\"src/a.js\"></script>")
                .file("src/a.js", "alert(1);")
                .file("dist/x.txt", "x");
        BundlePlan plan = plan();
        assertThat(plan.sources()).isEqualTo("entries");
        assertThat(plan.output()).isEqualTo("bundles");
    }

    /** What a page loads shows the folder that it is served from; bundles are within it. */
    @Test
    void bundlesAreServedWithTheirPages() throws IOException {
        sketch.file("build.sh", "babel src --out-dir web/js")
                .file("src/list.jsx", "document.title = <b/>;")
                .file("web/js/list.js", "document.title = 1;")
                .file("web/pages/index.html", "<script src=\"../js/list.js\"></script>");
        BundlePlan plan = plan();
        assertThat(plan.output()).isEqualTo("web/dist");
        assertThat(plan.entries())
                .as("the source is bundled, not what is made of it")
                .isEqualTo(Map.of(
                        "entries/pages/index.js",
                        "// What index.html loads, in the order of its tags.\n"
                                + "require(\"../../src/list.jsx\");\n"));
        assertThat(plan.pages().get("web/pages/index.html"))
                .isEqualTo("<script src=\"../dist/pages/index.js\"></script>\n");
        assertThat(plan.dev()).endsWith(" --servedir=web");
    }

    /** A worker has no window to publish names in. */
    @Test
    void whatAWorkerLoadsKeepsItsTag() throws IOException {
        sketch.file("index.html", "<script src=\"js/sum.js\"></script>", "<script src=\"js/main.js\"></script>")
                .file("js/sum.js", "function sum() { return 3; }")
                .file("js/main.js", "new Worker('js/work.js').postMessage(sum());")
                .file("js/work.js", "importScripts('sum.js'); postMessage(sum());");
        BundlePlan plan = plan();
        assertThat(plan.kept()).containsExactly("js/sum.js");
        assertThat(plan.entries().get("src/index.js")).contains("main.js").doesNotContain("sum.js");
    }

    @Test
    void whatCannotBeBundledKeepsItsTag() throws IOException {
        sketch.file(
                        "index.html",
                        "<script src=\"https://elsewhere.example/x.js\"></script>",
                        "<script src=\"own.js\"></script>")
                .file("own.js", "document.currentScript.remove();");
        BundlePlan plan = plan();
        assertThat(plan.entries()).isEmpty();
        assertThat(plan.pages()).isEmpty();
    }
}
