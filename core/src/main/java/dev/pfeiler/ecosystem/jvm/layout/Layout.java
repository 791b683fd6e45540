package dev.pfeiler.ecosystem.jvm.layout;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * The roles of a tree's folders, and of the files that have one.
 *
 * @param placements by path
 * @param marked the paths of sources that a test framework would run
 */
public record Layout(List<Folder> folders, SortedMap<String, Placement> placements, Set<String> marked) {
    public Layout {
        folders = List.copyOf(folders);
        placements = Collections.unmodifiableSortedMap(new TreeMap<>(placements));
        marked = Set.copyOf(marked);
    }

    public Stream<Folder> folders(Role role) {
        return folders.stream().filter(folder -> folder.role() == role);
    }

    public Stream<Placement> files(Role role) {
        return placements.values().stream().filter(placement -> placement.role() == role);
    }

    public Optional<Placement> of(String path) {
        return Optional.ofNullable(placements.get(path));
    }

    /** The same layout but for some files, by their paths. */
    public Layout with(Map<String, Placement> changed) {
        SortedMap<String, Placement> all = new TreeMap<>(placements);
        all.putAll(changed);
        return new Layout(folders, all, marked);
    }

    /** What is served with a web folder: paths in the tree, by the places from which they are served. */
    public SortedMap<String, String> served(Folder web) {
        SortedMap<String, String> served = new TreeMap<>();
        files(Role.WEB)
                .filter(placement -> placement.folder().equals(web))
                .forEach(placement -> served.putIfAbsent(placement.relative(), placement.path()));
        return served;
    }
}
