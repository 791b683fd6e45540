package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * A JVM build, whichever tool will run it.
 *
 * @param coordinates the project's own
 * @param compiler the settings of modules that have none of their own
 * @param documentation options of the documentation tool, by name
 * @param repositories that some artifact comes from, beside the public one
 * @param platforms bills of materials that state versions
 * @param modules in an order in which they can be built
 * @param brief whether descriptors state no more than a build and its tests take
 */
public record JvmBuild(
        Coordinates coordinates,
        CompilerSettings compiler,
        Map<String, String> documentation,
        List<Repositories.Place> repositories,
        List<Platform> platforms,
        List<BuildModule> modules,
        boolean brief) {
    /** One whose descriptors also pin what the tool runs beside a build. */
    public JvmBuild(
            Coordinates coordinates,
            CompilerSettings compiler,
            Map<String, String> documentation,
            List<Repositories.Place> repositories,
            List<Platform> platforms,
            List<BuildModule> modules) {
        this(coordinates, compiler, documentation, repositories, platforms, modules, false);
    }

    public JvmBuild {
        documentation = Collections.unmodifiableSortedMap(new TreeMap<>(documentation));
        repositories = List.copyOf(repositories);
        platforms = List.copyOf(platforms);
        modules = List.copyOf(modules);
        if (modules.isEmpty()) throw new IllegalArgumentException("a build without modules");
        long names = modules.stream().map(BuildModule::name).distinct().count();
        if (names < modules.size()) throw new IllegalArgumentException("duplicate module name");
        if (modules.size() > 1
                && modules.stream().anyMatch(module -> module.name().isOnly()))
            throw new IllegalArgumentException("one of several modules without a name");
    }

    /** The settings with which a module is compiled. */
    public CompilerSettings compiler(BuildModule module) {
        return module.compiler().orElse(compiler);
    }

    public boolean isSingle() {
        return modules.size() == 1;
    }

    public Optional<BuildModule> module(ModuleName name) {
        return modules.stream().filter(module -> module.name().equals(name)).findFirst();
    }

    /** The dependencies of all modules, with their annotation processors. */
    public Stream<Dependency> dependencies() {
        return modules.stream()
                .map(BuildModule::classPath)
                .flatMap(path -> Stream.concat(path.declared().stream(), path.processors().stream()));
    }

    /** Whether a bill of materials states the version of an artifact. */
    public boolean isManaged(Coordinates artifact) {
        return platforms.stream().anyMatch(platform -> platform.manages().contains(artifact.key()));
    }

    /** Whether an archive of that packaging is built. */
    public boolean makes(Packaging packaging) {
        return modules.stream().anyMatch(module -> module.product().packaging() == packaging);
    }

    /** Whether some artifact comes from the repository that the project carries with it. */
    public boolean hasProjectRepository() {
        return dependencies().anyMatch(Dependency::projectRepository);
    }

    /** Whether another module needs the classes of a module's tests. */
    public boolean sharesTests(BuildModule module) {
        return modules.stream()
                .flatMap(other -> other.classPath().modules().stream())
                .anyMatch(need -> need.tests() && need.module().equals(module.name()));
    }

    /** Whether an enterprise archive contains a module's archive. */
    public boolean packs(BuildModule module) {
        return modules.stream()
                .filter(other -> other.product() instanceof Product.EnterpriseArchive)
                .flatMap(other -> other.classPath().modules().stream())
                .anyMatch(need -> need.module().equals(module.name()));
    }
}
