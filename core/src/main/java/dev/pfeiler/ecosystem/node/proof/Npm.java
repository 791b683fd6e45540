package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * The package manager, as proofs run it.
 *
 * @param offline whether it must not ask a registry
 */
record Npm(Path program, boolean offline) {
    private static final Duration LIMIT = Duration.ofMinutes(10);

    static Npm of(Environment environment, boolean offline) {
        return new Npm(environment.requiredProgram("npm", "Install npm, or add it to the PATH."), offline);
    }

    ToolRun run(Path folder, List<String> arguments, Path log) throws IOException {
        List<String> command = new ArrayList<>(List.of(program.toString()));
        command.addAll(arguments);
        command.addAll(List.of("--no-audit", "--no-fund", "--no-update-notifier", "--no-progress"));
        if (offline) command.add("--offline");
        return ToolRun.of(command, folder, Map.of("NO_COLOR", "1"), log, LIMIT);
    }
}
