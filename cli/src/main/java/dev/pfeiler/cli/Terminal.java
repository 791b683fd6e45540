package dev.pfeiler.cli;

import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;

/**
 * Where the program talks to a person.
 *
 * @param interactive whether a person can answer questions there
 * @param out whether standard output is a terminal
 * @param err whether standard error is one
 * @param columns the width of a line
 * @param plainColor whether the person asked for no colour in the environment
 * @param unicode whether signs beyond ASCII can be shown
 */
public record Terminal(
        PrintStream output,
        PrintStream errors,
        InputStream input,
        boolean interactive,
        boolean out,
        boolean err,
        int columns,
        boolean plainColor,
        boolean unicode) {
    private static final int USUAL_COLUMNS = 100;
    private static final int FEWEST_COLUMNS = 60;

    /** This process's own streams; what they are connected to is told by the launcher. */
    static Terminal system() {
        String locale = System.getenv()
                .getOrDefault(
                        "LC_ALL",
                        System.getenv().getOrDefault("LC_CTYPE", System.getenv().getOrDefault("LANG", "")));
        boolean unicode = locale.toUpperCase(java.util.Locale.ROOT).contains("UTF");
        return new Terminal(
                new PrintStream(new java.io.FileOutputStream(java.io.FileDescriptor.out), true, StandardCharsets.UTF_8),
                new PrintStream(new java.io.FileOutputStream(java.io.FileDescriptor.err), true, StandardCharsets.UTF_8),
                System.in,
                Boolean.getBoolean("pfeiler.tty.in") && Boolean.getBoolean("pfeiler.tty.err"),
                Boolean.getBoolean("pfeiler.tty.out"),
                Boolean.getBoolean("pfeiler.tty.err"),
                widthOfLine(),
                !System.getenv().getOrDefault("NO_COLOR", "").isEmpty(),
                unicode);
    }

    private static int widthOfLine() {
        String told = System.getenv().getOrDefault("COLUMNS", System.getProperty("pfeiler.columns", ""));
        if (!told.matches("\\d{1,4}") || told.equals("0")) return USUAL_COLUMNS;
        return Math.max(FEWEST_COLUMNS, Integer.parseInt(told));
    }
}
