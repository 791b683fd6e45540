package dev.pfeiler.ecosystem.jvm.wiring.ant;

import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.language.PlatformPackages;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipFile;
import org.slf4j.LoggerFactory;

/** Which classes a condition of a build file finds: those of the Java runtime and of the jars on its class path. */
final class LoadableClasses {
    private final ProjectTree tree;
    private final Map<String, Set<String>> entries = new LinkedHashMap<>();

    LoadableClasses(ProjectTree tree) {
        this.tree = tree;
    }

    /** @param name of a class, with dots */
    boolean has(String name, List<Wiring.Library> classPath) {
        int dot = name.lastIndexOf('.');
        if (dot > 0 && PlatformPackages.contain(name.substring(0, dot))) return true;
        String entry = ClassNames.file(name);
        return classPath.stream()
                .map(Wiring.Library::path)
                .anyMatch(path -> tree.has(path)
                        ? entries.computeIfAbsent(path, this::entries).contains(entry)
                        : tree.has(path + "/" + entry));
    }

    private Set<String> entries(String jar) {
        Set<String> names = new HashSet<>();
        try (ZipFile zip = new ZipFile(tree.onDisk(jar).toFile())) {
            zip.stream().forEach(entry -> names.add(entry.getName()));
        } catch (IOException e) {
            // a jar that cannot be read is reported where it is read as a library
            LoggerFactory.getLogger(LoadableClasses.class).debug("{}", jar, e);
        }
        return names;
    }
}
