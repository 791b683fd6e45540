package dev.pfeiler.ecosystem.dotnet.proof;

import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.PartVerdict;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Builds with the SDK itself. */
final class SdkBuild {
    private static final Duration LIMIT = Duration.ofMinutes(20);

    private SdkBuild() {}

    /**
     * Builds one after the other.
     *
     * @param files solutions or project files, as seen from the folder
     * @return why one failed
     */
    static Optional<PartVerdict.Failure> run(Path dotnet, Collection<String> files, Path folder, Path log)
            throws IOException {
        for (String file : files) {
            ToolRun run = ToolRun.of(
                    List.of(dotnet.toString(), "build", file, "--nologo"),
                    folder,
                    Map.of("DOTNET_CLI_TELEMETRY_OPTOUT", "1", "DOTNET_NOLOGO", "1"),
                    log,
                    LIMIT);
            if (!run.succeeded())
                return Optional.of(new PartVerdict.Failure(
                        "dotnet build " + file + " failed with exit code " + run.exit() + ".",
                        "See its output with pfeiler prove -v."));
        }
        return Optional.empty();
    }
}
