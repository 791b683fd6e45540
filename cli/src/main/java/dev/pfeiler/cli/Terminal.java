package dev.pfeiler.cli;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/**
 * The streams that the program talks to a user by.
 *
 * @param interactive whether a user can answer questions
 * @param out whether standard output is a terminal
 * @param err whether standard error is a terminal
 * @param columns the width of a line
 * @param plainColor whether the environment asks for no colour
 * @param unicode whether characters beyond ASCII can be shown
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
    /** Set by the launcher script, which has looked at the streams itself. */
    private static final String LAUNCHED = "pfeiler.launcher";

    private static final int USUAL_COLUMNS = 100;
    private static final int FEWEST_COLUMNS = 60;

    /** This process's own streams. The launcher says what they are connected to; without it, the JDK does. */
    public static Terminal system() {
        Map<String, String> variables = System.getenv();
        String locale = Stream.of("LC_ALL", "LC_CTYPE", "LANG")
                .flatMap(name -> Stream.ofNullable(variables.get(name)))
                .filter(value -> !value.isEmpty())
                .findFirst()
                .orElse("");
        // the JDK has a console if both standard input and output are terminals
        boolean console = System.console() != null && System.getProperty(LAUNCHED) == null;
        boolean in = console || Boolean.getBoolean("pfeiler.tty.in");
        boolean out = console || Boolean.getBoolean("pfeiler.tty.out");
        boolean err = console || Boolean.getBoolean("pfeiler.tty.err");
        return new Terminal(
                new PrintStream(new FileOutputStream(FileDescriptor.out), true, StandardCharsets.UTF_8),
                new PrintStream(new FileOutputStream(FileDescriptor.err), true, StandardCharsets.UTF_8),
                System.in,
                in && err,
                out,
                err,
                widthOfLine(),
                !variables.getOrDefault("NO_COLOR", "").isEmpty(),
                // the launcher gives the program a locale for the names of files; the terminal's own is another one
                !System.getProperty("pfeiler.unicode", "").equals("false")
                        && locale.toUpperCase(Locale.ROOT).contains("UTF"));
    }

    private static int widthOfLine() {
        String stated = System.getenv().getOrDefault("COLUMNS", System.getProperty("pfeiler.columns", ""));
        if (!stated.matches("\\d{1,4}") || stated.equals("0")) return USUAL_COLUMNS;
        return Math.max(FEWEST_COLUMNS, Integer.parseInt(stated));
    }
}
