package dev.pfeiler.cli.options;

import picocli.CommandLine.Option;

/** How a command prints. */
public final class OutputOptions {
    /** When to use colour. */
    public enum Color {
        auto,
        always,
        never
    }

    @Option(
            names = {"-v", "--verbose"},
            description = "Show everything: all evidence, whole files, the build tool's output.")
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

    /** Whether to use colour, given whether it would be used by default. */
    public boolean color(boolean byDefault) {
        return color == Color.always || color == Color.auto && byDefault;
    }
}
