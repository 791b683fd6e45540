package dev.pfeiler.ecosystem.jvm.step;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.decision.JvmDecisions;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Where the build tool writes what the old build wrote elsewhere: archives, classes, the libraries beside an archive. */
public final class BuiltPaths {
    private final JvmReading reading;
    private final JvmDecisions decisions;
    private final JvmTarget target;
    private final Map<String, String> paths = new TreeMap<>();

    private BuiltPaths(JvmReading reading, JvmDecisions decisions, JvmTarget target) {
        this.reading = reading;
        this.decisions = decisions;
        this.target = target;
    }

    /** The old paths, each with the new one. */
    public static Map<String, String> of(
            JvmReading reading, JvmProject project, JvmDecisions decisions, JvmTarget target) {
        BuiltPaths paths = new BuiltPaths(reading, decisions, target);
        for (SourceModule module : project.modules()) paths.add(module);
        return paths.paths;
    }

    private void add(SourceModule source) {
        JvmBuild build = decisions.build();
        BuildModule module = build.module(source.name()).orElseThrow();
        String archive = target.archive(build, module);
        source.archive().ifPresent(made -> put(made.path(), archive));
        source.compilations(reading.wirings())
                .flatMap(call -> call.output().stream())
                .forEach(output -> put(output.value(), target.classes(module)));
        module.distributions().forEach(made -> put(made.old(), target.distribution(module, made)));
        if (module.libraryFolder().isEmpty()) return;
        String folder = Paths.join(Paths.parent(archive), module.libraryFolder().get());
        for (JarOutcome outcome : decisions.jars().get(source.name())) {
            Optional<Jar> jar = outcome.jar();
            Optional<String> name = outcome.coordinates().map(coordinates -> coordinates.fileName("jar"));
            boolean runs = outcome.scope().filter(Scope::ships).isPresent();
            if (jar.isEmpty() || name.isEmpty() || !runs) continue;
            put(jar.get().path(), folder + "/" + name.get());
            put(Paths.parent(jar.get().path()) + "/*", folder + "/*");
        }
        // libraries that the old build copied beside its archive
        for (Wiring wiring : reading.wirings()) {
            for (Wiring.Copy copy : wiring.copies()) {
                decisions.jars().get(source.name()).stream()
                        .flatMap(outcome -> outcome.jar().stream())
                        .filter(jar -> paths.containsKey(jar.path()))
                        .forEach(jar -> copy.content().entry(jar.path()).ifPresent(entry -> {
                            String copied = Paths.join(copy.to(), entry);
                            put(copied, paths.get(jar.path()));
                            put(Paths.parent(copied) + "/*", folder + "/*");
                        }));
            }
        }
    }

    private void put(String from, String to) {
        if (!from.equals(to) && !from.isEmpty()) paths.putIfAbsent(from, to);
    }
}
