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
            description = "Show all evidence, whole files and the output of the build tool.")
    private boolean verbose;

    @Option(
            names = "--color",
            paramLabel = "WHEN",
            defaultValue = "auto",
            description = "When to use color: auto, always or never.")
    private Color color = Color.auto;

    public boolean verbose() {
        return verbose;
    }

    /** Whether to use colour, given whether it would be used by default. */
    public boolean color(boolean byDefault) {
        return color == Color.always || color == Color.auto && byDefault;
    }
}
