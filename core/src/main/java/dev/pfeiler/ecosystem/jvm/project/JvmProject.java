package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.Catalogue;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.ecosystem.jvm.language.Names;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.library.ContainerApis;
import dev.pfeiler.ecosystem.jvm.library.LibraryLists;
import dev.pfeiler.ecosystem.jvm.library.MissingLibraries;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.web.WebDescriptor;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.ecosystem.jvm.wiring.ManifestFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A reading understood as a project: which sources are the program and which its tests, what is served, what is on the
 * class path.
 *
 * @param webs what is served, by the folder it is served from
 * @param applications the enterprise archives that wirings or descriptors name
 * @param modules in an order in which they can be built
 */
public record JvmProject(
        Layout layout,
        List<SourceFile> main,
        List<SourceFile> tests,
        Map<Folder, WebFiles> webs,
        ProjectJars jars,
        Usage usage,
        List<Applications.Application> applications,
        List<SourceModule> modules) {
    /** The class path in its order. */
    public List<Jar> libraries() {
        return jars.libraries();
    }

    /** Whether a library is a server that a program can start itself. */
    public boolean holdsServer() {
        return libraries().stream().anyMatch(ContainerApis::isServer);
    }

    /** All library jars, those too that have the bytes of another. */
    public Stream<Jar> withCopies() {
        return Stream.concat(libraries().stream(), jars.copies().keySet().stream());
    }

    /** The manifest that is among a module's sources, as it would beside the classes. */
    public Optional<ManifestFile> manifest(JvmReading reading, SourceModule module) {
        return module.paths().stream()
                .flatMap(path -> layout.of(path).stream())
                .filter(placement -> placement.role() == Role.MAIN_RESOURCES)
                .filter(placement -> placement.relative().equals(ManifestFile.PLACE))
                .flatMap(placement -> ManifestFile.read(reading.tree(), placement.path()).stream())
                .findFirst();
    }

    /** The modules, other than itself, whose tests declare classes that a module's tests use. */
    public List<ModuleName> neededTests(SourceModule module) {
        if (modules.size() < 2) return List.of();
        Names<ModuleName> names = new Names<>();
        modules.forEach(other -> other.tests().forEach(test -> names.add(other.name(), test.typeNames())));
        Set<ModuleName> needed = new TreeSet<>();
        module.tests().forEach(test -> needed.addAll(names.owners(test)));
        needed.remove(module.name());
        return List.copyOf(needed);
    }

    /** The module of a name. */
    public Optional<SourceModule> module(ModuleName name) {
        return firstModule(module -> module.name().equals(name));
    }

    /** The modules that a module needs, directly or through others; each before those that it needs. */
    public List<ModuleName> needed(SourceModule module) {
        Set<ModuleName> open = new HashSet<>(module.needs());
        List<ModuleName> needed = new ArrayList<>();
        // modules stand behind those that they need
        for (int i = modules.indexOf(module) - 1; i >= 0; i--) {
            if (!open.contains(modules.get(i).name())) continue;
            open.addAll(modules.get(i).needs());
            needed.add(modules.get(i).name());
        }
        return needed;
    }

    /** The enterprise archive into which a module goes. */
    public Optional<SourceModule> packing(SourceModule module) {
        return firstModule(module::packedBy);
    }

    /** The module of the sources that are generated from a grammar: of those that use them, the first that is built. */
    public SourceModule module(GrammarFiles.Grammar grammar) {
        String named = grammar.sources().packageName();
        return firstModule(module -> module.paths().stream().anyMatch(grammar.generated()::contains))
                .or(() -> firstModule(module -> module.main().stream()
                        .anyMatch(source -> source.packageName().equals(named))))
                .or(() -> firstModule(module -> module.main().stream()
                        .flatMap(source -> source.imports().stream())
                        .anyMatch(one -> one.name().equals(named) || one.name().startsWith(named + "."))))
                .orElse(modules.get(0));
    }

    private Optional<SourceModule> firstModule(Predicate<SourceModule> wanted) {
        return modules.stream().filter(wanted).findFirst();
    }

    /** The module that a file of the tree is in. */
    public Optional<SourceModule> owner(String path) {
        return firstModule(module -> module.paths().contains(path));
    }

    /** Whether a library, or a copy of it, is where it is deployed with a module. */
    public boolean deployed(SourceModule module, Jar library) {
        return module.deploys(library)
                || jars.copies().entrySet().stream()
                        .anyMatch(copy -> copy.getValue().equals(library) && module.deploys(copy.getKey()));
    }

    /** Libraries that are imported and in no jar of the project, in versions that fit a Java level. */
    public MissingLibraries missing(JvmReading reading, List<SourceFile> main, List<SourceFile> tests, int level) {
        boolean jakarta = reading.sourceFiles().stream()
                .flatMap(source -> source.imports().stream())
                .anyMatch(i -> i.name().startsWith("jakarta."));
        return new MissingLibraries(
                new MissingLibraries.Project(
                        main,
                        tests,
                        reading.sourceFiles(),
                        libraries(),
                        reading.identities().values().stream()
                                .filter(identity -> identity.sign().published())
                                .map(JarIdentity::coordinates)
                                .toList(),
                        new Catalogue.Era(level, servletVersion(), jakarta),
                        absent(reading),
                        LibraryLists.read(reading.tree()),
                        GrammarFiles.unwrittenPackages(reading)),
                reading.repositories());
    }

    /** Jars that wirings name, that are not there and that none of them makes. */
    private static List<String> absent(JvmReading reading) {
        Set<String> made = reading.wirings().stream()
                .flatMap(wiring -> wiring.archives().stream())
                .map(Wiring.Archive::path)
                .collect(Collectors.toSet());
        return reading.wirings().stream()
                .flatMap(wiring -> Stream.concat(
                        wiring.unanalyzed().absent().stream(),
                        wiring.libraries().stream()
                                .map(Wiring.Library::path)
                                .filter(path ->
                                        path.endsWith(".jar") && !reading.tree().has(path))))
                .filter(path -> !made.contains(path))
                .toList();
    }

    /** The version of the Servlet API that a descriptor names; empty if none does. */
    String servletVersion() {
        return webs.values().stream()
                .flatMap(web -> web.descriptor().stream())
                .map(WebDescriptor::version)
                .findFirst()
                .orElse("");
    }
}
