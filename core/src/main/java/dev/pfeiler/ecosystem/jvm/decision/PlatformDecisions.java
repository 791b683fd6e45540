package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.dependency.ClassPathRules;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.library.Platforms;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.model.Platform;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * Decides which bills of materials state versions: those that know at least two declared artifacts, and no other version
 * of anything on the class path than the one that was there. The descriptor of a library is read by those who use it, and
 * states its versions itself unless the user says otherwise.
 */
final class PlatformDecisions {
    private static final int FEWEST = 2;

    private final ClassPathRules rules;
    private final Deliberation deliberation;

    PlatformDecisions(ClassPathRules rules, Deliberation deliberation) {
        this.rules = rules;
        this.deliberation = deliberation;
    }

    /** @param outcomes what becomes of the jars of all modules */
    List<Platform> decide(List<BuildModule> modules, Collection<JarOutcome> outcomes) {
        Set<Coordinates> declared = modules.stream()
                .flatMap(module -> module.classPath().declared().stream())
                .filter(dependency -> !dependency.projectRepository())
                .map(Dependency::coordinates)
                .collect(Collectors.toSet());
        Set<Coordinates> classPath = outcomes.stream()
                .flatMap(outcome -> outcome.coordinates().stream())
                .collect(Collectors.toSet());
        boolean program = modules.stream()
                .anyMatch(module ->
                        module.launch().isPresent() || module.product().packaging() != Packaging.JAR);
        List<Platform> platforms = new ArrayList<>();
        for (Platforms.Entry entry : Platforms.shipped()) {
            Optional<String> version = version(entry, declared);
            if (version.isEmpty()) continue;
            Coordinates bom = entry.in(version.get());
            platform(bom, declared, classPath)
                    .filter(platform -> chosen(platform, program, outcomes))
                    .ifPresent(platforms::add);
        }
        return platforms;
    }

    /** The version that most of the covered artifacts have, if several share it. */
    private static Optional<String> version(Platforms.Entry entry, Set<Coordinates> declared) {
        Map<String, Long> counts = declared.stream()
                .filter(entry::covers)
                .collect(Collectors.groupingBy(Coordinates::version, TreeMap::new, Collectors.counting()));
        return counts.entrySet().stream()
                .filter(count -> count.getValue() >= FEWEST)
                .max(Comparator.comparingLong(Map.Entry::getValue))
                .map(Map.Entry::getKey);
    }

    private Optional<Platform> platform(Coordinates bom, Set<Coordinates> declared, Set<Coordinates> classPath) {
        Map<String, Coordinates> managed = rules.managed(bom);
        boolean agrees = classPath.stream()
                .allMatch(c ->
                        !managed.containsKey(c.key()) || managed.get(c.key()).equals(c));
        if (!agrees) return Optional.empty();
        Set<String> manages = declared.stream()
                .map(Coordinates::key)
                .filter(managed::containsKey)
                .collect(Collectors.toSet());
        return manages.size() < FEWEST ? Optional.empty() : Optional.of(new Platform(bom, manages));
    }

    private boolean chosen(Platform platform, boolean program, Collection<JarOutcome> outcomes) {
        String version = platform.bom().version();
        List<Evidence> evidence = outcomes.stream()
                .filter(outcome -> outcome.dependency()
                        .filter(d -> platform.manages().contains(d.coordinates().key()))
                        .isPresent())
                .flatMap(outcome -> outcome.jar().stream())
                .map(jar -> Evidence.of(jar.path(), ""))
                .distinct()
                .toList();
        String count = platform.manages().size() + " declared libraries";
        String standing = deliberation.settle(
                Decision.of(
                                "platform:" + platform.bom().artifact(),
                                platform.bom().artifact(),
                                program ? version : Choosable.WITHOUT,
                                Certainty.LIKELY,
                                program
                                        ? "states the versions of " + count
                                        : "could state the versions of " + count + ", but a library states them itself",
                                evidence)
                        .in("Bills of materials"),
                Choosable.oneOf(version, Choosable.WITHOUT));
        return !standing.equals(Choosable.WITHOUT);
    }
}
