package dev.pfeiler.ecosystem.jvm.check;

import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.STALE_JAR;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.ecosystem.jvm.managed.DeclaredArtifact;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Holds the jars that are in the tree against those that are declared. */
final class JarFileCheck {
    private static final long LARGEST = 1 << 16;

    private final CheckedBuild build;

    JarFileCheck(CheckedBuild build) {
        this.build = build;
    }

    void run() {
        Map<String, DeclaredArtifact> declared = new TreeMap<>();
        build.build().modules().stream()
                .flatMap(module -> module.declared().stream())
                .filter(one -> !one.coordinates().version().isEmpty())
                .forEach(one -> declared.putIfAbsent(one.key(), one));
        for (TreeFile file : build.tree().files()) {
            boolean jar = file.extension().equals("jar") && !file.link() && build.concerns(file.path());
            if (!jar || file.path().contains("/test/") || file.name().equals("gradle-wrapper.jar")) continue;
            declared.values().forEach(one -> jar(file, one));
        }
    }

    private void jar(TreeFile file, DeclaredArtifact declared) {
        Coordinates wanted = declared.coordinates();
        Optional<String> version = version(file, wanted);
        if (version.isEmpty() || version.get().equals(wanted.version())) return;
        ManagedModule module =
                build.moduleOf(file.path()).orElse(build.build().modules().get(0));
        build.note(
                STALE_JAR,
                module,
                Evidence.of(file.path(), ""),
                file.path(),
                file.path() + " is version " + version.get() + " of " + wanted.key() + "; the descriptor declares "
                        + wanted.version() + ".",
                isNamed(file)
                        ? Cure.choice("Remove the file and what refers to it.")
                        : Cure.certain("Remove the file.", new Change.Delete(file.path())));
    }

    /** The version of an artifact that a file is, if it is that artifact: by its name, and by its content. */
    private Optional<String> version(TreeFile file, Coordinates wanted) {
        String stem = Paths.stem(file.path());
        if (!stem.startsWith(wanted.artifact() + "-")) return Optional.empty();
        String version = stem.substring(wanted.artifact().length() + 1);
        if (!version.matches("\\d.*")) return Optional.empty();
        Jar jar = build.jars().read(build.tree(), file);
        boolean other = !jar.descriptors().isEmpty()
                && jar.descriptors().values().stream()
                        .noneMatch(one -> one.key().equals(wanted.key()));
        return other ? Optional.empty() : Optional.of(version);
    }

    /** Whether a text of the tree names the file. */
    private boolean isNamed(TreeFile jar) {
        return build.tree().files().stream()
                .filter(file -> !file.link()
                        && file.size() < LARGEST
                        && !file.extension().equals("jar"))
                .filter(file -> !file.path().endsWith(".java"))
                .anyMatch(
                        file -> build.tree().lines(file, LARGEST).stream().anyMatch(line -> line.contains(jar.name())));
    }
}
