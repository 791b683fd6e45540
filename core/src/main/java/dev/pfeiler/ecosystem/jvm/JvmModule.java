package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.ecosystem.jvm.dependency.Usage;
import dev.pfeiler.ecosystem.jvm.source.JavaSource;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A part of a project that becomes an archive of its own.
 *
 * @param name empty where the project is one part
 * @param paths the files that belong to it
 * @param needs the names of the modules whose classes it uses
 * @param archive the archive that the old build made of it, where it says so
 */
record JvmModule(
        String name,
        List<JavaSource> main,
        List<JavaSource> tests,
        Set<String> paths,
        List<String> needs,
        Usage usage,
        Optional<Wiring.Archive> archive) {
    /** The path of a file of the module, given its path in the conventional layout. */
    String path(String conventional) {
        return Paths.join(name, conventional);
    }
}
