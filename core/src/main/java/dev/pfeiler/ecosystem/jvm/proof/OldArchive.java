package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.archive.Packing;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.project.EnterpriseContents;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Lays out, unpacked, the web or enterprise archive that the old wiring makes. */
final class OldArchive {
    static final String CLASSES = "WEB-INF/classes/";
    static final String LIB = "WEB-INF/lib/";

    private final ProjectTree old;
    private final JvmProject project;
    private final Map<ModuleName, Baseline> built;

    /**
     * @param built what was built of other modules, by name
     */
    OldArchive(ProjectTree old, JvmProject project, Map<ModuleName, Baseline> built) {
        this.old = old;
        this.project = project;
        this.built = built;
    }

    /** Lays out a web archive, given the folder of its own classes. */
    void web(SourceModule module, Path classes, Path folder) throws IOException {
        Set<String> jars = project.libraries().stream()
                .filter(jar -> jar.kind() == Jar.Kind.LIBRARY)
                .map(Jar::path)
                .collect(Collectors.toSet());
        Map<String, String> served = project.layout().served(module.web().orElseThrow());
        for (Map.Entry<String, String> file : served.entrySet()) {
            if (jars.contains(file.getValue()) || file.getKey().startsWith(LIB)) continue;
            copy(old.onDisk(file.getValue()), folder.resolve(file.getKey()));
        }
        Files.createDirectories(folder.resolve(CLASSES));
        try (Stream<Path> files = Files.walk(classes)) {
            for (Path file : (Iterable<Path>) files.filter(Files::isRegularFile)::iterator) {
                copy(
                        file,
                        folder.resolve(CLASSES).resolve(classes.relativize(file).toString()));
            }
        }
        for (Jar jar : project.withCopies().filter(module::deploys).toList()) {
            copy(old.onDisk(jar.path()), folder.resolve(LIB + jar.name()));
        }
        for (ModuleName need : module.needs()) {
            if (!module.brought().contains(need))
                Packing.of(built.get(need).classes(), folder.resolve(LIB + nameIn(module, need)));
        }
    }

    /** What the old build called a module's archive within another's. */
    private String nameIn(SourceModule module, ModuleName need) {
        return project.module(need)
                .flatMap(SourceModule::archive)
                .flatMap(made -> module.archive().flatMap(own -> own.entry(made.path())))
                .map(Paths::name)
                .orElse(need + ".jar");
    }

    /** Lays out an enterprise archive. */
    void enterprise(SourceModule module, Path folder) throws IOException {
        for (String path : module.paths()) {
            Placement placement = project.layout().of(path).orElseThrow();
            copy(old.onDisk(path), folder.resolve(placement.relative()));
        }
        EnterpriseContents enterprise = module.enterprise().orElseThrow();
        for (Map.Entry<Jar, String> jar : enterprise.libraries().entrySet()) {
            copy(old.onDisk(jar.getKey().path()), folder.resolve(jar.getValue()));
        }
        for (Map.Entry<ModuleName, String> packed : enterprise.packs().entrySet()) {
            Baseline baseline = built.get(packed.getKey());
            Packing.of(baseline.packed().orElse(baseline.classes()), folder.resolve(packed.getValue()));
        }
    }

    private static void copy(Path from, Path to) throws IOException {
        if (!Files.exists(to)) Trees.copy(from, to);
    }
}
