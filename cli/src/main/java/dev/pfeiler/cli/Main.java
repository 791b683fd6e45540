package dev.pfeiler.cli;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;

/** The program. */
public final class Main {
    private Main() {}

    public static void main(String[] words) {
        // scripts ask for the version often; the command line need not be set up to answer
        if (words.length == 1 && (words[0].equals("--version") || words[0].equals("-V"))) {
            System.out.println(Version.line());
            return;
        }
        Terminal terminal = Terminal.system();
        Path home = Path.of(System.getProperty("pfeiler.home", "."));
        AtomicBoolean complete = new AtomicBoolean();
        Runtime.getRuntime()
                .addShutdownHook(new Thread(
                        () -> {
                            if (!complete.get())
                                terminal.errors().println("\npfeiler: Interrupted. " + Cli.state(List.of(words)));
                        },
                        "interrupted"));
        int exit = new Cli(new Context(terminal, home)).run(words);
        complete.set(true);
        System.exit(exit);
    }
}
