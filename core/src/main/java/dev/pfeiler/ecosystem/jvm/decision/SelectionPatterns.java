package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Writes a selection of paths as few patterns. */
final class SelectionPatterns {
    private SelectionPatterns() {}

    /** Patterns that take some paths and none of others: whole folders where they can, with all below where they can. */
    static List<String> of(Set<String> wanted, Set<String> others) {
        Set<String> patterns = new LinkedHashSet<>();
        for (String path : wanted) {
            String pattern = "";
            for (String folder = Paths.parent(path); !folder.isEmpty(); folder = Paths.parent(folder)) {
                String whole = folder;
                if (others.stream().anyMatch(other -> Paths.within(whole, other))) break;
                pattern = folder + "/**";
            }
            if (pattern.isEmpty()) {
                String folder = Paths.parent(path);
                boolean direct =
                        others.stream().noneMatch(other -> Paths.parent(other).equals(folder));
                if (direct) pattern = Paths.join(folder, "*");
            }
            if (!pattern.isEmpty()) patterns.add(pattern);
            else {
                patterns.add(path);
                if (path.endsWith(".class")) patterns.add(Text.withoutEnd(path, ".class") + "$*.class");
            }
        }
        return List.copyOf(patterns);
    }
}
