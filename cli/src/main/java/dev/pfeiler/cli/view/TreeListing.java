package dev.pfeiler.cli.view;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The lines of a folder tree: folders that hold one folder alone share its line, long lists of files are shortened, and of
 * large folders in which nothing changes only the number of files is shown.
 */
final class TreeListing {
    private final SortedMap<String, TreeListing> folders = new TreeMap<>();
    private final SortedMap<String, String> files = new TreeMap<>();

    /** The mark of a file that stays as it is. */
    static final String UNCHANGED = " ";

    private TreeListing() {}

    /** One line: a mark, and the name behind its indentation. */
    record Line(String mark, String text) {}

    /**
     * Lists a tree.
     *
     * @param marks the mark of each file, by path
     * @param most how many files of a folder are shown before the rest is only counted
     */
    static List<Line> lines(Map<String, String> marks, int most, Screen screen) {
        TreeListing root = new TreeListing();
        marks.forEach((path, mark) -> root.add(path, mark));
        List<Line> lines = new ArrayList<>();
        root.list(0, most, screen, lines);
        return lines;
    }

    private void add(String path, String mark) {
        int slash = path.indexOf('/');
        if (slash < 0) files.put(path, mark);
        else {
            folders.computeIfAbsent(path.substring(0, slash), f -> new TreeListing())
                    .add(path.substring(slash + 1), mark);
        }
    }

    private void list(int depth, int most, Screen screen, List<Line> lines) {
        String indent = "  ".repeat(depth);
        folders.forEach((name, inner) -> {
            String shown = name + "/";
            TreeListing folder = inner;
            while (folder.files.isEmpty() && folder.folders.size() == 1) {
                shown += folder.folders.firstKey() + "/";
                folder = folder.folders.get(folder.folders.firstKey());
            }
            if (folder.isUnchanged() && folder.count() > most) {
                lines.add(new Line(UNCHANGED, indent + shown + " (" + folder.count() + " files)"));
                return;
            }
            lines.add(new Line(UNCHANGED, indent + shown));
            folder.list(depth + 1, most, screen, lines);
        });
        // one more than the limit is not worth a line that says so
        int room = files.size() - 1 <= most ? files.size() : most;
        Set<String> shown = Stream.concat(changed().stream(), files.keySet().stream())
                .distinct()
                .limit(room)
                .collect(Collectors.toCollection(TreeSet::new));
        shown.forEach(file -> lines.add(new Line(files.get(file), indent + file)));
        if (room == files.size()) return;
        List<String> marks = files.entrySet().stream()
                .filter(file -> !shown.contains(file.getKey()))
                .map(Map.Entry::getValue)
                .distinct()
                .toList();
        lines.add(new Line(marks.size() == 1 ? marks.get(0) : UNCHANGED, indent + screen.more(files.size() - room)));
    }

    private List<String> changed() {
        return files.entrySet().stream()
                .filter(file -> !file.getValue().equals(UNCHANGED))
                .map(Map.Entry::getKey)
                .toList();
    }

    private boolean isUnchanged() {
        return changed().isEmpty() && folders.values().stream().allMatch(TreeListing::isUnchanged);
    }

    private int count() {
        return files.size()
                + folders.values().stream().mapToInt(TreeListing::count).sum();
    }
}
