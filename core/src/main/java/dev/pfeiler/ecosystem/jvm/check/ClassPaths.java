package dev.pfeiler.ecosystem.jvm.check;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.managed.DeclaredArtifact;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.LoggerFactory;

/** The class paths of the modules of a build, by the rules of its tool. */
final class ClassPaths {
    private final CheckedBuild build;
    private final Map<String, CheckedModule> siblings = new LinkedHashMap<>();
    private final Map<String, List<Available>> known = new HashMap<>();
    private final Map<Coordinates, Optional<Jar>> jars = new HashMap<>();

    /**
     * What is on a class path.
     *
     * @param jar with the name of the artifact as its path; nothing if no repository has it
     * @param via the chain of artifacts that bring it, by their keys; empty for a declared one
     * @param passedOn whether those that depend on the module get it to compile against
     * @param sibling the module of the same build that it is, if it is one
     */
    record Available(
            Coordinates coordinates,
            Optional<Jar> jar,
            Scope scope,
            List<String> via,
            boolean passedOn,
            Optional<CheckedModule> sibling) {
        Available {
            via = List.copyOf(via);
        }

        String key() {
            return coordinates.key();
        }

        boolean isDeclared() {
            return via.isEmpty();
        }
    }

    ClassPaths(CheckedBuild build) {
        this.build = build;
        build.modules()
                .forEach(module -> siblings.put(module.managed().identity().key(), module));
    }

    /** Whether an artifact is a module of the build. */
    boolean isSibling(String key) {
        return siblings.containsKey(key);
    }

    /** All that is on a class path of a module, declared artifacts first. */
    List<Available> of(ManagedModule module) {
        List<Available> done = known.get(module.folder());
        if (done != null) return done;
        // modules that require each other end here
        known.put(module.folder(), List.of());
        Map<String, Available> all = new LinkedHashMap<>();
        List<Declaration> external = module.declared().stream()
                .filter(one ->
                        !isSibling(one.key()) && !one.coordinates().version().isEmpty())
                .map(one -> new Declaration(one.coordinates(), one.scope().word(), plain(one.exclusions())))
                .toList();
        for (DeclaredArtifact one : module.declared())
            if (isSibling(one.key())) all.put(one.key(), sibling(one, siblings.get(one.key())));
        for (Resolved resolved :
                build.build().rules().resolve(external, module.managed()).artifacts())
            external(module, resolved).ifPresent(one -> all.putIfAbsent(one.key(), one));
        for (DeclaredArtifact one : module.declared()) {
            if (!isSibling(one.key())) continue;
            for (Available inner : of(siblings.get(one.key()).managed()))
                through(one, inner).ifPresent(found -> all.putIfAbsent(found.key(), found));
        }
        List<Available> found = new ArrayList<>(all.values());
        found.sort(java.util.Comparator.comparing(one -> !one.isDeclared()));
        known.put(module.folder(), found);
        return found;
    }

    private static Set<String> plain(Set<String> exclusions) {
        return exclusions.stream().filter(key -> key.split(":").length == 2).collect(Collectors.toSet());
    }

    private Optional<Available> external(ManagedModule module, Resolved resolved) {
        List<String> via = resolved.via().stream().map(Coordinates::key).toList();
        String first = via.isEmpty() ? resolved.coordinates().key() : via.get(0);
        Optional<DeclaredArtifact> declared = module.declared(first);
        boolean optional = declared.filter(DeclaredArtifact::optional).isPresent();
        Scope scope = Scope.parse(resolved.scope()).orElse(Scope.COMPILE);
        boolean passedOn = !optional
                && scope == Scope.COMPILE
                && declared.map(DeclaredArtifact::passedOn).orElse(true);
        return Optional.of(new Available(
                resolved.coordinates(), jar(resolved.coordinates()), scope, via, passedOn, Optional.empty()));
    }

    private static Available sibling(DeclaredArtifact declared, CheckedModule module) {
        return new Available(
                module.managed().identity(),
                Optional.of(classes(module.managed().identity().toString(), module.main())),
                declared.scope(),
                List.of(),
                declared.passedOn(),
                Optional.of(module));
    }

    /** What another module of the build brings. */
    private static Optional<Available> through(DeclaredArtifact declared, Available inner) {
        if (!inner.scope().ships() || declared.exclusions().contains(inner.key())) return Optional.empty();
        Scope scope = declared.scope() == Scope.COMPILE && !inner.passedOn() ? Scope.RUNTIME : declared.scope();
        List<String> via = new ArrayList<>(List.of(declared.key()));
        via.addAll(inner.via());
        return Optional.of(new Available(
                inner.coordinates(),
                inner.jar(),
                scope,
                via,
                scope == Scope.COMPILE && declared.passedOn(),
                inner.sibling()));
    }

    /** Classes of sources, as an archive of them would have them. */
    static Jar classes(String name, List<SourceFile> sources) {
        return new Jar(
                name,
                0,
                "",
                Jar.Kind.LIBRARY,
                sources.stream().flatMap(source -> source.typeNames().stream()).collect(Collectors.toUnmodifiableSet()),
                Set.of(),
                0,
                Map.of(),
                Map.of(),
                Set.of(),
                Set.of(),
                Set.of(),
                "");
    }

    private Optional<Jar> jar(Coordinates coordinates) {
        return jars.computeIfAbsent(
                coordinates, wanted -> build.repositories().jar(wanted).flatMap(file -> {
                    try {
                        return Optional.of(build.jars().read(file, wanted.toString()))
                                .filter(jar -> jar.kind() == Jar.Kind.LIBRARY);
                    } catch (IOException e) {
                        LoggerFactory.getLogger(ClassPaths.class).debug("{}", wanted, e);
                        return Optional.empty();
                    }
                }));
    }
}
