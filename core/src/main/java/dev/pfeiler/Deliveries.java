package dev.pfeiler;

import dev.pfeiler.conversion.Trees;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Files that inner parts have built, in their places while the part around them is proven. Afterwards they are gone
 * again, with whatever its build has put into the folders of the inner parts.
 */
final class Deliveries implements AutoCloseable {
    private final Path root;
    private final List<Path> added = new ArrayList<>();
    private final Map<Path, Set<Path>> before = new LinkedHashMap<>();

    Deliveries(Path root) {
        this.root = root;
    }

    /** Notes what is in the folder of an inner part. */
    void watch(String folder) throws IOException {
        Path inner = root.resolve(folder);
        if (Files.isDirectory(inner)) before.put(inner, children(inner));
    }

    /** @param delivered by paths relative to the folder */
    void add(String folder, Map<String, Path> delivered) throws IOException {
        for (Map.Entry<String, Path> each : delivered.entrySet()) {
            Path goal = goal(root, folder, each.getKey());
            if (!goal.startsWith(root) || Files.exists(goal)) continue;
            for (Path at = goal; !Files.exists(at.getParent()); at = at.getParent()) added.add(at.getParent());
            added.add(goal);
            Trees.copy(each.getValue(), goal);
        }
    }

    /** Copies what is not there yet, or out of date; whether anything was. */
    static boolean copy(Path root, String folder, Map<String, Path> delivered) throws IOException {
        boolean any = false;
        for (Map.Entry<String, Path> each : delivered.entrySet()) {
            Path goal = goal(root, folder, each.getKey());
            if (!goal.startsWith(root)) continue;
            if (Files.exists(goal) && Files.mismatch(goal, each.getValue()) < 0) continue;
            Files.deleteIfExists(goal);
            Trees.copy(each.getValue(), goal);
            any = true;
        }
        return any;
    }

    private static Path goal(Path root, String folder, String path) {
        return root.resolve(Paths.resolved(Paths.join(folder, path)));
    }

    private static Set<Path> children(Path folder) throws IOException {
        try (Stream<Path> children = Files.list(folder)) {
            return new HashSet<>(children.toList());
        }
    }

    @Override
    public void close() throws IOException {
        for (Map.Entry<Path, Set<Path>> each : before.entrySet())
            for (Path child : children(each.getKey())) if (!each.getValue().contains(child)) Trees.delete(child);
        for (Path path : added) if (!Files.isDirectory(path)) Files.deleteIfExists(path);
        for (Path path : added) if (Files.isDirectory(path)) Trees.delete(path);
    }
}
