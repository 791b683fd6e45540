package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.TreeFile;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.stream.Collectors;

/** Holds the deployment descriptors of a project against its sources and libraries. */
public final class DescriptorAudit {
    private static final Set<String> DECLARES = Set.of("WebServlet", "WebFilter", "WebListener");

    private static final List<String> OTHER_SOURCES = List.of(".kt", ".groovy", ".scala");

    private final JvmReading reading;
    private final JvmProject project;
    /** Files that may declare a class besides Java sources, by their paths; gathered once, as many names are looked for. */
    private final List<String> others;

    public DescriptorAudit(JvmReading reading, JvmProject project) {
        this.reading = reading;
        this.project = project;
        this.others = reading.tree().files().stream()
                .map(TreeFile::path)
                .filter(path ->
                        path.endsWith(".class") || OTHER_SOURCES.stream().anyMatch(path::endsWith))
                .toList();
    }

    public List<DescriptorError> errors() {
        List<String> paths = project.layout().placements().values().stream()
                .filter(p -> Set.of(Role.WEB, Role.MAIN_RESOURCES, Role.MAIN).contains(p.role()))
                .map(p -> p.path())
                .toList();
        List<SortedMap<String, String>> webs = project.webs().keySet().stream()
                .map(folder -> project.layout().served(folder))
                .toList();
        return DescriptorChecks.of(reading.tree(), paths, webs, known());
    }

    private DescriptorChecks.Project known() {
        Set<String> types = reading.sourceFiles().stream()
                .flatMap(source -> source.typeNames().stream())
                .collect(Collectors.toSet());
        Set<String> packages =
                reading.sourceFiles().stream().map(SourceFile::packageName).collect(Collectors.toSet());
        return new DescriptorChecks.Project(
                name -> has(types, name),
                simple -> types.stream()
                        .filter(type -> type.endsWith("." + simple))
                        .sorted()
                        .toList(),
                packages,
                reading.servletApi(),
                family(),
                annotated(project.main()));
    }

    private boolean has(Set<String> types, String name) {
        for (String outer = name.replace('$', '.'); !outer.isEmpty(); outer = Jar.packageOf(outer)) {
            if (types.contains(outer)) return true;
        }
        if (reading.jars().stream().anyMatch(jar -> jar.holds(name))) return true;
        // other files than Java sources may declare classes too
        String file = name.replace('.', '/');
        return others.stream()
                .anyMatch(path -> path.endsWith(file + ".class")
                        || OTHER_SOURCES.stream().anyMatch(ending -> path.endsWith("/" + file + ending)));
    }

    private Optional<Boolean> family() {
        boolean later = reading.jakarta();
        boolean earlier = reading.sourceFiles().stream()
                .flatMap(source -> source.imports().stream())
                .anyMatch(declared -> declared.name().startsWith("javax.servlet."));
        return later == earlier ? Optional.empty() : Optional.of(later);
    }

    /** The first source that declares a servlet, filter or listener by annotation. */
    public static Optional<Evidence> annotated(Collection<SourceFile> sources) {
        return sources.stream()
                .flatMap(source -> source.annotations().entrySet().stream()
                        .filter(e -> DECLARES.contains(
                                e.getKey().substring(e.getKey().lastIndexOf('.') + 1)))
                        .map(e -> new Evidence(source.path(), e.getValue(), "@" + e.getKey())))
                .findFirst();
    }
}
