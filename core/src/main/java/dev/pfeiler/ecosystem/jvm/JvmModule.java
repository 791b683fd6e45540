package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.dependency.Usage;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.source.JavaSource;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A part of a project that becomes an archive of its own.
 *
 * @param name empty where the project is one part
 * @param folder where it lies in the converted project; empty where the project is one part
 * @param paths the files that belong to it
 * @param needs the names of the modules whose classes it uses
 * @param evidence where a wiring shows it apart from the others
 * @param archive the archive that the old build made of it, where it says so
 * @param web the folder that it serves, where it serves one
 */
record JvmModule(
        String name,
        String folder,
        List<JavaSource> main,
        List<JavaSource> tests,
        Set<String> paths,
        List<String> needs,
        Usage usage,
        Evidence evidence,
        Optional<Wiring.Archive> archive,
        Optional<Folder> web) {
    /** Whether a jar lies where it is deployed with the module. */
    boolean deploys(Jar jar) {
        return web.filter(served -> JvmProject.deployedIn(served, jar.path())).isPresent();
    }

    /** The key of a decision about the module, given the key that it has where the project is one part. */
    String key(String key) {
        return name.isEmpty() ? key : key + ":" + name;
    }

    /** The path of a file of the module, given its path in the conventional layout. */
    String path(String conventional) {
        return Paths.join(folder, conventional);
    }
}
