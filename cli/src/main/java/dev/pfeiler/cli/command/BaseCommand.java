package dev.pfeiler.cli.command;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.Screen;
import dev.pfeiler.process.Environment;
import java.util.concurrent.Callable;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** What all commands share: where they print, and how. */
abstract class BaseCommand implements Callable<Integer> {
    @Mixin
    private OutputOptions output;

    private final Context context;

    BaseCommand(Context context) {
        this.context = context;
    }

    Context context() {
        return context;
    }

    OutputOptions output() {
        return output;
    }

    boolean verbose() {
        return output.verbose();
    }

    Screen screen() {
        return context.screen(output);
    }

    void print(String line) {
        context.terminal().output().println(line);
    }

    /** Prints to standard error. */
    void notice(String line) {
        context.terminal().errors().println(line);
    }

    Pfeiler pfeiler() {
        return context.pfeiler(Environment.here());
    }

    /** A command that may use the network. */
    abstract static class Networked extends BaseCommand {
        @Option(names = "--offline", description = "Do not use the network; what is not cached stays unresolved.")
        private boolean offline;

        @Option(names = "--no-cache", description = "Read every file again; ignore cached results of earlier runs.")
        private boolean noCache;

        private Pfeiler pfeiler;

        Networked(Context context) {
            super(context);
        }

        boolean offline() {
            return offline;
        }

        @Override
        Pfeiler pfeiler() {
            if (pfeiler == null)
                pfeiler = context().pfeiler(Environment.here().offline(offline).noCache(noCache));
            return pfeiler;
        }
    }

    /** One that can print a JSON document instead of its view, too. */
    abstract static class Reporting extends Networked {
        @Option(names = "--json", description = "Print a JSON document; its schema is in docs/schema/.")
        private boolean json;

        Reporting(Context context) {
            super(context);
        }

        boolean json() {
            return json;
        }
    }
}
