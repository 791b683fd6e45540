package dev.pfeiler.cli;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.Palette;
import dev.pfeiler.cli.view.Screen;
import dev.pfeiler.process.Environment;
import java.nio.file.Path;

/**
 * What commands work with.
 *
 * @param home the folder of the program itself, which contains its demo data
 */
public record Context(Terminal terminal, Path home) {
    public Pfeiler pfeiler(Environment environment) {
        return new Pfeiler(environment);
    }

    /** A screen on standard output, coloured as the options and the terminal say. */
    public Screen screen(OutputOptions options) {
        boolean color = options.color(terminal.out() && !terminal.plainColor());
        return new Screen(terminal.output(), terminal.columns(), terminal.unicode(), new Palette(color));
    }
}
