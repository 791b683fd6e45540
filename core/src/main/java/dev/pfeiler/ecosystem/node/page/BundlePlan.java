package dev.pfeiler.ecosystem.node.page;

import dev.pfeiler.evidence.Finding;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * How pages load bundles instead of single files.
 *
 * @param entries the text of each entry module, by its path
 * @param pages the new text of each page
 * @param scripts the new text of each own script that gives names to others
 * @param output the folder of the bundles
 * @param sources the folder of the entry modules
 * @param outerThis whether scripts use {@code this} for the global object
 * @param kept copies that pages still load one by one
 * @param left what was not bundled, and why
 */
public record BundlePlan(
        Map<String, String> entries,
        Map<String, String> pages,
        Map<String, String> scripts,
        String output,
        String sources,
        boolean outerThis,
        List<String> kept,
        List<Finding> left) {
    /** The call of the bundler, without what is for one purpose alone. */
    private String call() {
        return "esbuild "
                + entries.keySet().stream().sorted().map(ShellText::quote).collect(Collectors.joining(" "))
                + " --bundle"
                + (outerThis ? " --define:this=window" : "")
                + " " + ShellText.quote("--outbase=" + sources) + " " + ShellText.quote("--outdir=" + output);
    }

    /** What makes the bundles for visitors. */
    public String build() {
        return call() + " --minify --sourcemap";
    }

    /** What makes them again whenever a source changes. */
    public String watch() {
        return call() + " --sourcemap --watch";
    }

    /** What serves the pages with bundles that are always current. */
    public String dev() {
        String root = Paths.parent(output);
        return call() + " --sourcemap " + ShellText.quote("--servedir=" + (root.isEmpty() ? "." : root));
    }
}
