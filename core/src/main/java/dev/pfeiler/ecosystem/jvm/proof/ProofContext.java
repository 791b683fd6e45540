package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.decision.JvmDecisions;
import dev.pfeiler.ecosystem.jvm.decision.ModuleChoice;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.ProofRequest;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What all parts of a proof work on.
 *
 * @param reading of the old tree
 * @param project the old tree understood as a project
 * @param decisions that the conversion carried out
 */
public record ProofContext(
        ProofRequest request,
        JvmReading reading,
        JvmProject project,
        JvmDecisions decisions,
        JvmTarget target,
        Environment environment) {
    BuildModule build(SourceModule module) {
        return decisions.build().module(module.name()).orElseThrow();
    }

    /** The cause of a difference in a setting: the user's choice of a value, if there was one. */
    String chosen(String key) {
        return request.choices().of(key).isPresent() ? "your choice" : "";
    }

    /** The archive that the old build made of a module alone; none where the user puts several together. */
    Optional<Wiring.Archive> ownArchive(SourceModule module) {
        return ModuleChoice.mayBeSeveral(request.choices()) ? module.archive() : Optional.empty();
    }

    /** The archive of a module that contains its libraries, as the build tool made it, if it did. */
    Optional<Path> whole(SourceModule module) {
        return target.whole(decisions.build(), build(module))
                .map(request.converted()::resolve)
                .filter(Files::exists);
    }

    /** What became of a module's jars, by the names of their files. */
    Map<String, JarOutcome> outcomes(SourceModule module) {
        Map<String, JarOutcome> outcomes = new LinkedHashMap<>();
        decisions.jars().getOrDefault(module.name(), List.of()).forEach(outcome -> outcome.jar()
                .ifPresent(jar -> outcomes.put(jar.name(), outcome)));
        return outcomes;
    }

    /** The folder of a module in the converted project. */
    Path converted(SourceModule module) {
        return request.converted().resolve(module.folder());
    }

    /** The name of a module's scratch folder. */
    static String scratchName(SourceModule module) {
        return module.name().within("project");
    }
}
