package dev.pfeiler.ecosystem.jvm.check;

import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.ecosystem.jvm.managed.DeclaredArtifact;
import dev.pfeiler.ecosystem.jvm.managed.JvmKind;
import dev.pfeiler.ecosystem.jvm.managed.ManagedJvmBuild;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Holds the descriptors of two build tools in one folder against each other. */
public final class TwoDescriptors {
    private TwoDescriptors() {}

    /** What they disagree about: the version, the level, versions of dependencies. */
    public static List<Discrepancy> of(ManagedJvmBuild one, ManagedJvmBuild other) {
        List<Discrepancy> found = new ArrayList<>();
        for (ManagedModule module : one.modules())
            other.modules().stream()
                    .filter(candidate -> candidate.folder().equals(module.folder()))
                    .findFirst()
                    .ifPresent(twin -> compare(module, twin, found));
        return found;
    }

    private static void compare(ManagedModule one, ManagedModule other, List<Discrepancy> found) {
        List<String> differences = new ArrayList<>();
        differ("version", one.identity().version(), other.identity().version(), differences);
        differ("Java level", level(one), level(other), differences);
        for (DeclaredArtifact artifact : one.declared()) {
            Optional<DeclaredArtifact> twin = other.declared(artifact.key());
            if (twin.isPresent())
                differ(
                        artifact.key(),
                        artifact.coordinates().version(),
                        twin.get().coordinates().version(),
                        differences);
            else differences.add(artifact.key() + " only in " + one.descriptor());
        }
        for (DeclaredArtifact artifact : other.declared())
            if (one.declared(artifact.key()).isEmpty())
                differences.add(artifact.key() + " only in " + other.descriptor());
        if (differences.isEmpty()) return;
        found.add(Discrepancy.of(
                JvmKind.TWO_DESCRIPTORS,
                one.folder(),
                Evidence.of(one.descriptor(), ""),
                one.descriptor(),
                one.descriptor() + " and " + other.descriptor() + " disagree: " + String.join("; ", differences) + ".",
                Cure.choice("Keep one of them, or make them agree.")));
    }

    private static void differ(String what, String one, String other, List<String> differences) {
        if (!one.equals(other) && !one.isEmpty() && !other.isEmpty())
            differences.add(what + " " + one + " and " + other);
    }

    private static String level(ManagedModule module) {
        return module.levels().stream()
                .flatMap(setting -> ProjectSettings.parse(setting.value()).stream())
                .max(Integer::compare)
                .map(String::valueOf)
                .orElse("");
    }
}
