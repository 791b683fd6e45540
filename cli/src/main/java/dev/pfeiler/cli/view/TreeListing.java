package dev.pfeiler.cli.view;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/** The lines of a folder tree: folders that hold one folder alone share its line, long lists of files are shortened. */
final class TreeListing {
    private final SortedMap<String, TreeListing> folders = new TreeMap<>();
    private final SortedMap<String, String> files = new TreeMap<>();

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
            lines.add(new Line(" ", indent + shown));
            folder.list(depth + 1, most, screen, lines);
        });
        // one more than the limit is not worth a line that says so
        int shown = files.size() - 1 <= most ? files.size() : most;
        List<Map.Entry<String, String>> all = List.copyOf(files.entrySet());
        for (Map.Entry<String, String> file : all.subList(0, shown)) {
            lines.add(new Line(file.getValue(), indent + file.getKey()));
        }
        if (shown == all.size()) return;
        List<String> marks = all.subList(shown, all.size()).stream()
                .map(Map.Entry::getValue)
                .distinct()
                .toList();
        lines.add(new Line(marks.size() == 1 ? marks.get(0) : " ", indent + screen.more(all.size() - shown)));
    }
}
