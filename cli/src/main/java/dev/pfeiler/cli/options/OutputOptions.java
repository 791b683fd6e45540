package dev.pfeiler.cli.options;

import picocli.CommandLine.Option;

/** How a command shows what it has to say. */
public final class OutputOptions {
    /** When to use colour. */
    public enum Color {
        auto,
        always,
        never
    }

    @Option(
            names = {"-v", "--verbose"},
            description = "Show everything: all evidence, files in full, the build tool's output.")
    private boolean verbose;

    @Option(
            names = "--color",
            paramLabel = "WHEN",
            defaultValue = "auto",
            description = "Use colour: auto, always or never.")
    private Color color = Color.auto;

    public boolean verbose() {
        return verbose;
    }

    /** Whether to use colour where it would be used of itself or not. */
    public boolean color(boolean ofItself) {
        return color == Color.always || color == Color.auto && ofItself;
    }
}
