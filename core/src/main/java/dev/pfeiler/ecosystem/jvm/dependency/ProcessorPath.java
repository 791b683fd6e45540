package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.dependency.JarDecisions.Identified;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Decides the path of annotation processors of a module: what the wiring states, else the libraries that are nothing but
 * processors. If another library offers a processor, too, the compiler goes on to look for them on the class path.
 */
final class ProcessorPath {
    private static final String PROCESSOR = "processor";

    private final Deliberation deliberation;
    private final JarDecisions decisions;
    private final Map<Jar, JarIdentity> identities;
    private final ClassPathRules rules;
    private final ModuleName module;

    ProcessorPath(
            Deliberation deliberation,
            JarDecisions decisions,
            Map<Jar, JarIdentity> identities,
            ClassPathRules rules,
            ModuleName module) {
        this.deliberation = deliberation;
        this.decisions = decisions;
        this.identities = identities;
        this.rules = rules;
        this.module = module;
    }

    /**
     * Adds an outcome for each jar that has none yet.
     *
     * @param stated the jars on the path that the wiring states, in order, with the place that puts them there
     * @param outcomes what becomes of the module's libraries
     * @return what to declare
     */
    List<Dependency> decide(Map<Jar, Evidence> stated, List<JarOutcome> outcomes) {
        Map<Jar, Evidence> jars = stated.isEmpty() ? onClassPath(outcomes) : stated;
        if (jars.isEmpty()) return List.of();
        String names = jars.keySet().stream().map(Jar::name).collect(Collectors.joining(" "));
        String standing = deliberation.settle(
                Decision.of(
                        module.key("processors"),
                        module.titled("Annotation processors"),
                        names,
                        stated.isEmpty() ? Certainty.LIKELY : Certainty.CERTAIN,
                        stated.isEmpty() ? "libraries that only the compiler uses" : "stated in the wiring",
                        jars.values().stream().distinct().toList()),
                Choosable.oneOf(names, Choosable.WITHOUT));
        if (standing.equals(Choosable.WITHOUT)) return List.of();
        List<Dependency> declared = new ArrayList<>();
        jars.keySet().forEach(jar -> declared(jar, outcomes).ifPresent(declared::add));
        return heads(declared);
    }

    private static Map<Jar, Evidence> onClassPath(List<JarOutcome> outcomes) {
        Map<Jar, Evidence> found = new LinkedHashMap<>();
        for (JarOutcome outcome : outcomes) {
            Optional<Jar> jar = outcome.jar().filter(Jar::offersProcessor);
            if (jar.isEmpty() || outcome.scope().isEmpty()) continue;
            if (!outcome.scope().equals(Optional.of(Scope.PROVIDED))) return Map.of();
            found.put(jar.get(), Evidence.of(jar.get().path(), "offers an annotation processor"));
        }
        return found;
    }

    private Optional<Dependency> declared(Jar jar, List<JarOutcome> outcomes) {
        for (JarOutcome outcome : outcomes) {
            if (!outcome.jar().equals(Optional.of(jar))) continue;
            return outcome.dependency().or(() -> outcome.coordinates().map(c -> Dependency.of(c, Scope.PROVIDED, "")));
        }
        if (jar.kind() != Jar.Kind.LIBRARY || !identities.containsKey(jar)) return Optional.empty();
        Optional<Identified> identified = decisions.decide(jar, identities.get(jar));
        Optional<Dependency> dependency = identified.map(
                one -> new Dependency(one.coordinates(), Scope.PROVIDED, one.unpublished(), Set.of(), ""));
        dependency.ifPresent(one -> {
            String why = "on the path of annotation processors";
            deliberation.settle(
                    Decision.of(
                                    "scope:" + jar.path(),
                                    "Use of " + jar.name(),
                                    PROCESSOR,
                                    Certainty.CERTAIN,
                                    why,
                                    List.of())
                            .refining(JarDecisions.key(jar)),
                    Choosable.oneOf(PROCESSOR));
            outcomes.add(new JarOutcome.Processor(jar, one, why));
        });
        return dependency;
    }

    /** Those that none of the others depends on in the same version. */
    private List<Dependency> heads(List<Dependency> all) {
        Set<Coordinates> brought = new HashSet<>();
        for (Dependency one : all) {
            if (one.projectRepository()) continue;
            brought.addAll(rules.brought(one.coordinates()));
        }
        List<Dependency> heads = new ArrayList<>(all);
        heads.removeIf(one -> brought.contains(one.coordinates()));
        return heads.isEmpty() ? all : heads;
    }
}
