package dev.pfeiler.cli.page;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** The files of a tree before and after a conversion, in pairs, by the folders that they are in. */
record FilePairs(String summary, List<Group> groups) {
    /**
     * Files that go the same way from one folder to another.
     *
     * @param before the old folder; empty if there is none
     * @param after the new folder; empty if there is none
     * @param kind a word for styles
     * @param word what happens to them
     * @param gone what is said where there is no new folder
     * @param names of files that keep theirs
     */
    record Group(
            String before,
            String after,
            String kind,
            String word,
            String gone,
            String count,
            List<String> names,
            List<Renamed> renamed) {}

    record Renamed(String from, String to) {}

    /** @param before empty for a new file, {@code after} for one that leaves the tree */
    private record Pair(String before, String after, String kind) {}

    private record Way(String before, String after, String kind) {}

    private static final Map<String, String> WORDS = new LinkedHashMap<>();

    static {
        WORDS.put("moved", "moved");
        WORDS.put("edited", "edited");
        WORDS.put("written", "new");
        WORDS.put("retired", "retired");
        WORDS.put("unchanged", "");
    }

    /** @param tree before the steps or after them */
    static FilePairs of(ProjectTree tree, Proposal proposal) {
        List<Pair> pairs = pairs(tree, proposal);
        Map<Way, List<Pair>> ways = new TreeMap<>(Comparator.comparing(FilePairs::order)
                .thenComparing(Way::after)
                .thenComparing(Way::before)
                .thenComparing(Way::kind));
        for (Pair pair : pairs)
            ways.computeIfAbsent(
                            new Way(folder(pair.before()), folder(pair.after()), pair.kind()), w -> new ArrayList<>())
                    .add(pair);
        Map<String, Long> counts =
                pairs.stream().collect(Collectors.groupingBy(Pair::kind, LinkedHashMap::new, Collectors.counting()));
        String summary = WORDS.keySet().stream()
                .filter(counts::containsKey)
                .map(kind -> counts.get(kind) + " " + (kind.equals("written") ? "new" : kind))
                .collect(Collectors.joining(", "));
        return new FilePairs(
                Text.count(pairs.size(), "file") + ": " + summary + ".",
                ways.entrySet().stream()
                        .map(way -> group(way.getKey(), way.getValue()))
                        .toList());
    }

    /** By the old folder; what is new stands where it comes to be. */
    private static String order(Way way) {
        return way.before().isEmpty() ? way.after() : way.before();
    }

    private static List<Pair> pairs(ProjectTree tree, Proposal proposal) {
        Set<String> written = new LinkedHashSet<>();
        Set<String> settled = new HashSet<>();
        List<Pair> pairs = new ArrayList<>();
        for (Step step : proposal.steps()) {
            settled.add(step.path());
            step.goal().ifPresent(settled::add);
            if (step instanceof Step.Move move) pairs.add(new Pair(move.path(), move.to(), "moved"));
            else if (step instanceof Step.Edit edit) pairs.add(new Pair(edit.path(), edit.to(), "edited"));
            else if (step instanceof Step.Write write) written.add(write.path());
            else if (step instanceof Step.Retire retire) pairs.add(new Pair(retire.path(), "", "retired"));
        }
        // a file that is written where another one leaves is the old one with another content
        pairs.replaceAll(pair -> pair.kind().equals("retired") && written.remove(pair.before())
                ? new Pair(pair.before(), pair.before(), "edited")
                : pair);
        written.forEach(path -> pairs.add(new Pair("", path, "written")));
        tree.files().stream()
                .map(TreeFile::path)
                .filter(path -> !settled.contains(path))
                .forEach(path -> pairs.add(new Pair(path, path, "unchanged")));
        return pairs;
    }

    private static Group group(Way way, List<Pair> pairs) {
        List<String> names = new ArrayList<>();
        List<Renamed> renamed = new ArrayList<>();
        for (Pair pair : pairs) {
            String from = Paths.name(pair.before());
            String to = Paths.name(pair.after());
            if (from.isEmpty() || to.isEmpty() || from.equals(to)) names.add(from.isEmpty() ? to : from);
            else renamed.add(new Renamed(from, to));
        }
        return new Group(
                way.before(),
                way.after(),
                way.kind(),
                WORDS.get(way.kind()),
                way.kind().equals("retired") ? "kept in the ledger" : "",
                Text.count(pairs.size(), "file"),
                names.stream().sorted().toList(),
                renamed);
    }

    /** The folder of a file; {@code ./} for the top, nothing for no file. */
    private static String folder(String path) {
        if (path.isEmpty()) return "";
        String folder = Paths.parent(path);
        return folder.isEmpty() ? "./" : folder + "/";
    }
}
