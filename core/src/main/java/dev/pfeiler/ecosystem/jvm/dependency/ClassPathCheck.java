package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.library.Usage.Way;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Whether the compiler will see each library that the sources use.
 *
 * @param sourceSets how many sets of sources were checked
 * @param unanswered how many packages are imported that no library has
 * @param findings a used library each that its source set will not see
 */
public record ClassPathCheck(int sourceSets, int unanswered, List<Finding> findings) {
    public ClassPathCheck {
        findings = List.copyOf(findings);
    }

    /**
     * Checks the class paths that were planned.
     *
     * @param outcomes what becomes of the jars of each module
     */
    public static ClassPathCheck of(
            Collection<SourceModule> modules, Map<ModuleName, List<JarOutcome>> outcomes, int unanswered) {
        int sets = 0;
        List<Finding> findings = new ArrayList<>();
        for (SourceModule module : modules) {
            List<JarOutcome> own = outcomes.getOrDefault(module.name(), List.of());
            if (!module.main().isEmpty()) {
                sets++;
                check(module, Way.MAIN, Set.of(Scope.COMPILE, Scope.PROVIDED), own, findings);
            }
            if (!module.tests().isEmpty()) {
                sets++;
                check(module, Way.TEST, Set.of(Scope.values()), own, findings);
            }
        }
        return new ClassPathCheck(sets, unanswered, findings);
    }

    private static void check(
            SourceModule module, Way way, Set<Scope> scopes, List<JarOutcome> outcomes, List<Finding> findings) {
        for (JarOutcome outcome : outcomes) {
            // a class of a processor that sources use was in another jar of the old class path
            if (outcome instanceof JarOutcome.Processor) continue;
            if (outcome.jar().isEmpty()
                    || outcome.scope().filter(scopes::contains).isPresent()) continue;
            Jar jar = outcome.jar().get();
            if (!module.usage().uses(way, jar)) continue;
            String sources = way == Way.TEST ? "tests" : "sources";
            findings.add(Finding.trouble(
                    jar.path(),
                    "is used by " + sources + " that will not see it: " + outcome.why(),
                    module.usage().evidence(jar, way).get(0)));
        }
    }

    /** What was found, in a sentence; none if there was nothing to check. */
    public List<String> sentences() {
        if (sourceSets == 0) return List.of();
        String sets = sourceSets == 1
                ? "Compile class path of 1 source set: "
                : "Compile class paths of " + sourceSets + " source sets: ";
        List<String> lacks = new ArrayList<>();
        if (!findings.isEmpty()) lacks.add(Text.count(findings.size(), "used jar") + " not on them");
        if (unanswered > 0) lacks.add(Text.count(unanswered, "imported package") + " in no library");
        return List.of(sets + (lacks.isEmpty() ? "complete" : String.join(", ", lacks)));
    }
}
