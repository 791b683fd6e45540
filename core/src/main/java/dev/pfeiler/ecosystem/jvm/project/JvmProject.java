package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.FolderRoles;
import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.library.Catalogue;
import dev.pfeiler.ecosystem.jvm.library.JarIdentity;
import dev.pfeiler.ecosystem.jvm.library.MissingLibraries;
import dev.pfeiler.ecosystem.jvm.library.NamedClasses;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.web.WebDescriptor;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.ecosystem.jvm.wiring.ManifestFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A reading seen as a project: which sources are the program and which its tests, what is served, what is on the class path.
 *
 * @param webs what is served, by the folder it is served from
 * @param libraries the class path in its order
 * @param copies jars with the same bytes as a library, with that library
 * @param products jars that were built from these very sources
 * @param unlisted jars that are on no class path
 * @param modules in an order that builds; a single one without a name where one is enough
 */
public record JvmProject(
        Layout layout,
        List<SourceFile> main,
        List<SourceFile> tests,
        Map<Folder, WebFiles> webs,
        List<Jar> libraries,
        Map<Jar, Jar> copies,
        List<Jar> products,
        List<Jar> unlisted,
        Usage usage,
        List<SourceModule> modules) {
    /**
     * Sees a reading as a project.
     *
     * @param settled the roles that the person gave to folders
     * @param split whether it may be several modules
     */
    public static JvmProject of(JvmReading reading, Map<String, Role> settled, boolean split) {
        Layout layout = FolderRoles.of(reading.tree(), reading.javaSources(), reading.wirings(), settled);
        List<SourceFile> main = withRole(reading, layout, Role.MAIN);
        List<SourceFile> tests = withRole(reading, layout, Role.TEST);
        Map<Folder, WebFiles> webs = new LinkedHashMap<>();
        layout.folders(Role.WEB)
                .forEach(folder -> webs.put(folder, WebFiles.read(reading.tree(), layout.served(folder))));
        List<Jar> products = reading.jars().stream()
                .filter(jar -> builtFrom(jar, reading.javaSources()))
                .toList();
        Set<String> listed = listed(reading, layout);
        Map<String, Jar> byHash = new LinkedHashMap<>();
        Map<Jar, Jar> copies = new LinkedHashMap<>();
        for (Jar jar : reading.jars()) {
            if (products.contains(jar) || !listed.isEmpty() && !listed.contains(jar.path())) continue;
            Jar first = byHash.putIfAbsent(jar.sha1(), jar);
            if (first != null) copies.put(jar, first);
        }
        List<Jar> libraries = List.copyOf(byHash.values());
        List<Jar> unlisted = reading.jars().stream()
                .filter(jar -> !products.contains(jar) && !libraries.contains(jar) && !copies.containsKey(jar))
                .toList();
        Usage usage = Usage.of(libraries, main, tests, webs.values(), named(reading, layout, p -> true));
        return new JvmProject(
                layout,
                main,
                tests,
                webs,
                libraries,
                copies,
                products,
                unlisted,
                usage,
                new ModuleSplit(reading, layout, main, tests, libraries, webs).of(usage, split));
    }

    /** Classes of servers that a program holds and starts itself. */
    private static final List<String> SERVERS = List.of(
            "org.apache.catalina.startup.Tomcat",
            "org.eclipse.jetty.server.Server",
            "io.undertow.Undertow",
            "org.glassfish.grizzly.http.server.HttpServer",
            "winstone.Launcher");

    /** Whether a library is a server that a program can start itself. */
    public boolean holdsServer() {
        return libraries.stream().anyMatch(jar -> SERVERS.stream().anyMatch(jar::holds));
    }

    /** All library jars, those too that have the bytes of another. */
    public Stream<Jar> withCopies() {
        return Stream.concat(libraries.stream(), copies.keySet().stream());
    }

    /** Classes that the settings of the program name, in files that are taken. */
    static Map<String, Evidence> named(JvmReading reading, Layout layout, Predicate<String> taken) {
        return NamedClasses.in(
                reading.tree(),
                Stream.concat(layout.files(Role.MAIN_RESOURCES), layout.files(Role.WEB))
                        .map(Placement::path)
                        .filter(taken)
                        .toList());
    }

    private static List<SourceFile> withRole(JvmReading reading, Layout layout, Role role) {
        return reading.javaSources().stream()
                .filter(source -> layout.of(source.path())
                        .map(Placement::role)
                        .filter(role::equals)
                        .isPresent())
                .toList();
    }

    /** The jars that a wiring lists or that are deployed; empty where no wiring lists any. */
    private static Set<String> listed(JvmReading reading, Layout layout) {
        Set<String> listed = reading.wirings().stream()
                .flatMap(wiring -> wiring.libraries().stream())
                .map(Wiring.Library::path)
                .filter(path -> path.endsWith(".jar"))
                .collect(Collectors.toCollection(HashSet::new));
        // what is deployed says nothing of what the sources are compiled against
        if (listed.isEmpty()) return listed;
        reading.jars().stream()
                .map(Jar::path)
                .filter(path -> deployedIn(layout, path) || packedInto(reading, path))
                .forEach(listed::add);
        return listed;
    }

    private static boolean packedInto(JvmReading reading, String path) {
        return reading.wirings().stream()
                .flatMap(wiring -> wiring.archives().stream())
                .filter(archive -> !archive.is("jar"))
                .anyMatch(archive -> archive.entry(path).isPresent());
    }

    private static boolean deployedIn(Layout layout, String path) {
        return layout.folders(Role.WEB).anyMatch(web -> deployedIn(web, path));
    }

    /** The manifest that lies among a module's sources, as it would beside the classes. */
    public Optional<ManifestFile> manifest(JvmReading reading, SourceModule module) {
        return module.paths().stream()
                .flatMap(path -> layout.of(path).stream())
                .filter(placement -> placement.role() == Role.MAIN_RESOURCES)
                .filter(placement -> placement.relative().equals(ManifestFile.PLACE))
                .flatMap(placement -> ManifestFile.read(reading.tree(), placement.path()).stream())
                .findFirst();
    }

    /** The module of a name. */
    public Optional<SourceModule> module(String name) {
        return modules.stream().filter(module -> module.name().equals(name)).findFirst();
    }

    /** The enterprise archive into which a module goes. */
    public Optional<SourceModule> packing(SourceModule module) {
        return modules.stream().filter(module::packedBy).findFirst();
    }

    /** Whether a library, or a copy of it, lies where it is deployed with a module. */
    public boolean deployed(SourceModule module, Jar library) {
        return module.deploys(library)
                || copies.entrySet().stream()
                        .anyMatch(copy -> copy.getValue().equals(library) && module.deploys(copy.getKey()));
    }

    static boolean deployedIn(Folder web, String path) {
        return Paths.parent(path).equals(Paths.join(web.path(), "WEB-INF/lib"));
    }

    /** Whether most classes of a jar are declared by the sources. */
    private static boolean builtFrom(Jar jar, List<SourceFile> sources) {
        if (jar.classes().isEmpty()) return false;
        long own = sources.stream()
                .flatMap(source -> source.typeNames().stream())
                .filter(jar::holds)
                .count();
        long top = jar.classes().stream().filter(name -> name.indexOf('$') < 0).count();
        return own > 0 && own * 2 >= top;
    }

    /** Libraries that are imported and in no jar of the project, in versions that fit a Java level. */
    public MissingLibraries missing(JvmReading reading, List<SourceFile> main, List<SourceFile> tests, String level) {
        boolean jakarta = reading.javaSources().stream()
                .flatMap(source -> source.imports().stream())
                .anyMatch(i -> i.name().startsWith("jakarta."));
        return new MissingLibraries(
                new MissingLibraries.Project(
                        main,
                        tests,
                        reading.javaSources(),
                        libraries,
                        reading.identities().values().stream()
                                .filter(identity -> identity.sign().published())
                                .map(JarIdentity::coordinates)
                                .toList(),
                        new Catalogue.Era(Integer.parseInt(level), servletVersion(), jakarta)),
                reading.repositories());
    }

    /** The version of the Servlet API that a descriptor names; empty where none does. */
    String servletVersion() {
        return webs.values().stream()
                .flatMap(web -> web.descriptor().stream())
                .map(WebDescriptor::version)
                .findFirst()
                .orElse("");
    }
}
