package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import dev.pfeiler.process.Environment;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Reports the tools of this machine. */
final class ToolFindings {
    private ToolFindings() {}

    static void jdk(Toolchain toolchain, FindingList found) {
        String java = toolchain.compiler() ? "a JDK" : "a runtime without a compiler; prove requires a JDK";
        String release = toolchain.feature() > 0 ? " " + toolchain.feature() : "";
        found.add(new Finding(
                Topic.TOOLS,
                "Java" + release,
                java,
                Certainty.CERTAIN,
                List.of(Evidence.of(toolchain.java().toString(), "")),
                !toolchain.compiler()));
    }

    /** Reports the build tools; one of several is enough. */
    static void buildTools(List<JvmTarget> targets, Environment environment, FindingList found) {
        boolean none =
                targets.stream().allMatch(target -> target.program(environment).isEmpty());
        for (JvmTarget target : targets) {
            Optional<Path> program = target.program(environment);
            found.add(new Finding(
                    Topic.TOOLS,
                    target.title(),
                    program.isPresent() ? "found" : "not on the PATH; prove requires it",
                    Certainty.CERTAIN,
                    program.map(path -> List.of(Evidence.of(path.toString(), "")))
                            .orElse(List.of()),
                    none));
        }
    }
}
