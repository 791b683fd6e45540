package dev.pfeiler.cli.options;

import picocli.CommandLine.Option;

/** Whether other machines may be asked. */
public final class NetworkOption {
    @Option(names = "--offline", description = "Ask no other machine; what the local store does not know stays open.")
    private boolean offline;

    public boolean offline() {
        return offline;
    }
}
