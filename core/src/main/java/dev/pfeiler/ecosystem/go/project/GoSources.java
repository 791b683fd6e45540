package dev.pfeiler.ecosystem.go.project;

import dev.pfeiler.ecosystem.go.source.GoReader;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentSkipListMap;

/**
 * All Go files of a tree, copied ones too, with what scripts say to the go command.
 *
 * @param files by path
 * @param packages the files of each folder that has some
 */
public record GoSources(
        ProjectTree tree,
        Map<String, GoSource> files,
        Map<String, List<GoSource>> packages,
        GoCommands commands,
        List<Finding> trouble) {
    public static final String EXTENSION = "go";

    /** The folder of copied packages. */
    static final String VENDOR = "vendor";

    private static final long LARGEST = 8 << 20;

    static GoSources of(ProjectTree tree) {
        Map<String, GoSource> read = new ConcurrentSkipListMap<>();
        List<Finding> trouble = Collections.synchronizedList(new ArrayList<>());
        tree.files().parallelStream().filter(GoSources::isSource).forEach(file -> {
            try {
                read.put(
                        file.path(),
                        GoReader.read(file.path(), tree.text(file.path()).content()));
            } catch (IOException e) {
                trouble.add(Finding.trouble(file.path(), "cannot be read: " + e.getMessage()));
            }
        });
        Map<String, GoSource> files = new TreeMap<>(read);
        Map<String, List<GoSource>> packages = new TreeMap<>();
        files.values().forEach(source -> packages.computeIfAbsent(Paths.parent(source.path()), f -> new ArrayList<>())
                .add(source));
        return new GoSources(tree, files, packages, GoCommands.in(tree), List.copyOf(trouble));
    }

    /** Whether a folder is one of copied packages, or within one. */
    public static boolean isVendored(String folder) {
        return ("/" + folder + "/").contains("/" + VENDOR + "/");
    }

    /** Whether the go command takes a file for a source. Source: the documentation of the go command, package lists. */
    public static boolean isSource(TreeFile file) {
        if (!file.extension().equals(EXTENSION) || file.link() || file.size() > LARGEST) return false;
        for (String part : file.path().split("/"))
            if (part.startsWith("_") || part.startsWith(".") || part.equals("testdata")) return false;
        return true;
    }
}
