package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.dependency.Usage;
import dev.pfeiler.ecosystem.jvm.deployment.WebDescriptor;
import dev.pfeiler.ecosystem.jvm.deployment.WebFiles;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.FolderRoles;
import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.source.JavaSource;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A reading seen as a project: which sources are the program and which its tests, what is served, what is on the class path.
 *
 * @param libraries the class path in its order
 * @param products jars that were built from these very sources
 * @param unlisted jars that are on no class path
 * @param modules in an order that builds; a single one without a name where one is enough
 */
record JvmProject(
        Layout layout,
        List<JavaSource> main,
        List<JavaSource> tests,
        WebFiles web,
        List<Jar> libraries,
        List<Jar> products,
        List<Jar> unlisted,
        Usage usage,
        List<JvmModule> modules) {
    /**
     * Sees a reading as a project.
     *
     * @param settled the roles that the person gave to folders
     * @param split whether it may be several modules
     */
    static JvmProject of(JvmReading reading, Map<String, Role> settled, boolean split) {
        Layout layout = FolderRoles.of(reading.tree(), reading.javaSources(), reading.wirings(), settled);
        List<JavaSource> main = withRole(reading, layout, Role.MAIN);
        List<JavaSource> tests = withRole(reading, layout, Role.TEST);
        WebFiles web = WebFiles.read(
                reading.tree(), layout.files(Role.WEB).map(Placement::path).toList());
        List<Jar> products = reading.jars().stream()
                .filter(jar -> builtFrom(jar, reading.javaSources()))
                .toList();
        Set<String> listed = listed(reading, layout);
        List<Jar> libraries = reading.jars().stream()
                .filter(jar -> !products.contains(jar))
                .filter(jar -> listed.isEmpty() || listed.contains(jar.path()))
                .toList();
        List<Jar> unlisted = reading.jars().stream()
                .filter(jar -> !products.contains(jar) && !libraries.contains(jar))
                .toList();
        Usage usage = Usage.of(libraries, main, tests, web);
        return new JvmProject(
                layout,
                main,
                tests,
                web,
                libraries,
                products,
                unlisted,
                usage,
                JvmModules.of(layout, main, tests, libraries, web, reading.wirings(), usage, split));
    }

    private static List<JavaSource> withRole(JvmReading reading, Layout layout, Role role) {
        return reading.javaSources().stream()
                .filter(source -> layout.of(source.path())
                        .map(Placement::role)
                        .filter(role::equals)
                        .isPresent())
                .toList();
    }

    /** The jars that a wiring lists or that are deployed; empty where nothing lists any. */
    private static Set<String> listed(JvmReading reading, Layout layout) {
        Set<String> listed = reading.wirings().stream()
                .flatMap(wiring -> wiring.libraries().stream())
                .map(Wiring.Library::path)
                .filter(path -> path.endsWith(".jar"))
                .collect(Collectors.toCollection(HashSet::new));
        reading.jars().stream()
                .map(Jar::path)
                .filter(path -> deployedIn(layout, path))
                .forEach(listed::add);
        return listed;
    }

    private static boolean deployedIn(Layout layout, String path) {
        return layout.web()
                .map(web -> Paths.parent(path).equals(Paths.join(web.path(), "WEB-INF/lib")))
                .orElse(false);
    }

    /** Whether most classes of a jar are declared by the sources. */
    private static boolean builtFrom(Jar jar, List<JavaSource> sources) {
        if (jar.classes().isEmpty()) return false;
        long own = sources.stream()
                .flatMap(source -> source.typeNames().stream())
                .filter(jar::holds)
                .count();
        long top = jar.classes().stream().filter(name -> name.indexOf('$') < 0).count();
        return own > 0 && own * 2 >= top;
    }

    /** The version of the Servlet API that the descriptor names; empty where it names none. */
    String servletVersion() {
        return web.descriptor().map(WebDescriptor::version).orElse("");
    }

    boolean isWeb() {
        return layout.web().isPresent();
    }

    Optional<Folder> webFolder() {
        return layout.web();
    }

    /** Whether a jar is deployed with the program. */
    boolean deploys(Jar jar) {
        return deployedIn(layout, jar.path());
    }
}
