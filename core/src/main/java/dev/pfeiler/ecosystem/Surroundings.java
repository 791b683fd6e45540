package dev.pfeiler.ecosystem;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/**
 * What is around one part of a tree while it is worked on, and in it. Paths that lead out of the part's folder start with
 * {@code ../}.
 *
 * @param tree the whole tree
 * @param folder of the part; empty for the tree itself
 * @param moved where files of the parts around it go, both as paths in the tree
 * @param inner the parts inside it
 * @param stage gets what long work is at
 */
public record Surroundings(
        ProjectTree tree, String folder, Map<String, String> moved, List<Inner> inner, Consumer<String> stage) {
    /**
     * A part inside another one.
     *
     * @param folder relative to the outer part
     * @param commands that build it from a fresh checkout, word by word; none if nothing is to be built
     */
    public record Inner(String folder, String title, List<List<String>> commands) {
        public Inner {
            commands = commands.stream().map(List::copyOf).toList();
        }
    }

    public Surroundings {
        moved = Map.copyOf(moved);
        inner = List.copyOf(inner);
    }

    /** Those of a part that is alone. */
    public static Surroundings none(ProjectTree tree) {
        return new Surroundings(tree, "", Map.of(), List.of(), stage -> {});
    }

    /** Whether a path outside the part names a file. */
    public boolean has(String outside) {
        return inTree(outside).filter(tree::has).isPresent();
    }

    /** Where something outside the part is after the conversion, as seen from the part. */
    public String moved(String outside) {
        Optional<String> path = inTree(outside);
        if (path.isEmpty()) return outside;
        if (moved.containsKey(path.get())) return Paths.from(folder, moved.get(path.get()));
        for (String at = path.get(); !at.isEmpty(); at = Paths.parent(at)) {
            Optional<String> goal = goal(at);
            if (goal.isPresent()) return Paths.from(folder, Paths.join(goal.get(), Paths.relative(at, path.get())));
        }
        return outside;
    }

    /** Where a folder goes, if all its files go to one place. */
    private Optional<String> goal(String from) {
        Set<Optional<String>> goals = moved.entrySet().stream()
                .filter(entry -> Paths.within(from, entry.getKey()))
                .map(entry -> Paths.before(Paths.relative(from, entry.getKey()), entry.getValue()))
                .collect(Collectors.toSet());
        return goals.size() == 1 ? goals.iterator().next() : Optional.empty();
    }

    private Optional<String> inTree(String outside) {
        return Paths.normal(Paths.join(folder, outside));
    }
}
