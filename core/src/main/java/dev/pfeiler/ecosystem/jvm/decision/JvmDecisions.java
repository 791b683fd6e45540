package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.deployment.DescriptorFixes;
import dev.pfeiler.ecosystem.jvm.deployment.RequiredDescriptors;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.project.GrammarFiles;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * What was decided about a JVM project.
 *
 * @param build what the build tool is to build
 * @param jars what becomes of the jars of each module
 * @param grammars the files that the build tool generates sources from
 * @param fixes edits of deployment descriptors that contain errors
 * @param required deployment descriptors that are written because they are missing
 * @param keepLayout whether files stay where they are
 */
public record JvmDecisions(
        JvmBuild build,
        Map<ModuleName, List<JarOutcome>> jars,
        List<GrammarFiles.Grammar> grammars,
        DescriptorFixes fixes,
        List<RequiredDescriptors.Required> required,
        boolean keepLayout) {
    public JvmDecisions {
        jars = Collections.unmodifiableMap(new LinkedHashMap<>(jars));
        grammars = List.copyOf(grammars);
        required = List.copyOf(required);
    }

    /** What becomes of the jars of all modules. */
    public Stream<JarOutcome> outcomes() {
        return jars.values().stream().flatMap(List::stream);
    }
}
