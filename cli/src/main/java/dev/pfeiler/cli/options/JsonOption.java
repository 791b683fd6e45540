package dev.pfeiler.cli.options;

import picocli.CommandLine.Option;

/** Whether a command prints one JSON document instead of its view. */
public final class JsonOption {
    @Option(names = "--json", description = "Print one JSON document; its schema is in docs/schema/.")
    private boolean json;

    public boolean json() {
        return json;
    }
}
