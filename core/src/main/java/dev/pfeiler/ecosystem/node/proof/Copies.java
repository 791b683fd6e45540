package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeCopy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** The copies of both sides, each in a folder that stands for the top of the tree. */
final class Copies {
    private final ProofRequest proof;

    Copies(ProofRequest proof) {
        this.proof = proof;
    }

    /** Copies a side into its folder. */
    Path copy(ProjectTree tree, String side) throws IOException {
        Path folder = Files.createDirectories(top(side).resolve(proof.folder()));
        TreeCopy.of(tree, folder);
        return folder;
    }

    /** Its name may be the project's. */
    private Path top(String side) throws IOException {
        String name = proof.folder().isEmpty() ? proof.old().name() : "tree";
        return proof.scratch().toRealPath().resolve(side).resolve(name);
    }

    static Set<String> files(Path folder) {
        Set<String> files = new TreeSet<>();
        ProjectTree.read(folder).files().forEach(file -> files.add(file.path()));
        return files;
    }

    /** What a build has written outside the part's folder. */
    Set<String> delivered(String side) throws IOException {
        Set<String> delivered = new TreeSet<>();
        if (proof.folder().isEmpty()) return delivered;
        ProjectTree.read(top(side)).files().stream()
                .filter(file -> !Paths.within(proof.folder(), file.path()))
                .forEach(file -> delivered.add(Paths.from(proof.folder(), file.path())));
        return delivered;
    }

    /** The same, by where each file is. */
    Map<String, Path> delivery(String side) throws IOException {
        Map<String, Path> delivery = new TreeMap<>();
        Path folder = top(side).resolve(proof.folder());
        for (String path : delivered(side)) delivery.put(path, folder.resolve(path));
        return delivery;
    }
}
