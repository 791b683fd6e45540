package dev.pfeiler.cli.view;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;

/** Shows a tree before and after, side by side; a mark shows what becomes of a file. */
final class TreePairView {
    private static final int FILES_OF_A_FOLDER = 6;

    private final Screen screen;
    private final boolean verbose;

    TreePairView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    void show(ProjectTree tree, Proposal proposal) {
        SortedMap<String, String> before = new TreeMap<>();
        SortedMap<String, String> after = new TreeMap<>();
        tree.files().forEach(file -> {
            before.put(file.path(), TreeListing.UNCHANGED);
            after.put(file.path(), TreeListing.UNCHANGED);
        });
        for (Step step : proposal.steps()) {
            if (step.leaves()) {
                before.put(step.path(), step.goal().isPresent() ? ">" : "x");
                after.remove(step.path());
            }
        }
        for (Step step : proposal.steps()) {
            step.goal().ifPresent(goal -> after.put(goal, step.leaves() ? ">" : "+"));
            if (step instanceof Step.Edit edit) {
                before.put(edit.path(), edit.leaves() ? ">" : "~");
                after.put(edit.to(), "~");
            }
        }
        int most = verbose ? Integer.MAX_VALUE : FILES_OF_A_FOLDER;
        beside(TreeListing.lines(before, most, screen), TreeListing.lines(after, most, screen));
        screen.blank();
        screen.text(2, "> moved   x retired (kept in the ledger)   + written   ~ edited", screen.palette()::quiet);
    }

    private void beside(List<TreeListing.Line> left, List<TreeListing.Line> right) {
        int room = (screen.columns() - 6) / 2;
        screen.raw("  " + screen.palette().quiet(screen.fit("before", room)) + "  "
                + screen.palette().quiet("after"));
        for (int i = 0; i < Math.max(left.size(), right.size()); i++) {
            String line = "  " + cell(left, i, room) + "  " + cell(right, i, room);
            screen.raw(line.stripTrailing());
        }
    }

    private String cell(List<TreeListing.Line> lines, int i, int room) {
        if (i >= lines.size()) return " ".repeat(room);
        TreeListing.Line line = lines.get(i);
        return mark(line.mark()) + " " + screen.fit(line.text(), room - 2);
    }

    private String mark(String mark) {
        return switch (mark) {
            case "x" -> screen.palette().bad(mark);
            case "+" -> screen.palette().good(mark);
            case "~" -> screen.palette().careful(mark);
            case ">" -> screen.palette().place(mark);
            default -> mark;
        };
    }
}
