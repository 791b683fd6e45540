package dev.pfeiler.cli.overview;

import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Many projects as text: a table, and what they have in common below. */
public final class OverviewTable {
    private static final List<String> HEADINGS = List.of(
            "project", "files", "certain", "likely", "guess", "questions", "left", "unpublished", "proof", "check");

    private OverviewTable() {}

    /** The lines, each a title, a row or a remark. */
    public static List<String> lines(Overview overview) {
        List<String> lines = new ArrayList<>();
        lines.add("Overview of " + Text.count(overview.projects().size(), "project"));
        lines.add("");
        List<List<String>> rows = new ArrayList<>();
        rows.add(HEADINGS);
        overview.projects().forEach(project -> rows.add(row(project)));
        table(rows, lines);
        for (ProjectFacts project : overview.projects())
            if (!project.remark().isEmpty()) lines.add("  " + project.name() + ": " + project.remark());
        if (!overview.questions().isEmpty()) {
            lines.add("");
            lines.add("Questions that one answer settles");
            overview.questions()
                    .forEach(one -> lines.add(
                            "  " + one.key() + ": " + one.text() + " (" + Overview.list(one.projects()) + ")"));
        }
        if (!overview.uses().isEmpty()) {
            lines.add("");
            lines.add("Order of conversion");
            for (int i = 0; i < overview.order().size(); i++)
                lines.add("  " + (i + 1) + ". " + Overview.list(overview.order().get(i)));
            overview.uses().forEach(use -> lines.add("  " + use.sentence()));
        }
        if (!overview.versions().isEmpty()) {
            lines.add("");
            lines.add("Libraries in several versions");
            overview.versions()
                    .forEach(one -> lines.add("  " + one.library() + ": "
                            + one.projects().entrySet().stream()
                                    .map(version -> version.getKey() + " (" + Overview.list(version.getValue()) + ")")
                                    .collect(Collectors.joining(", "))));
        }
        return lines;
    }

    private static List<String> row(ProjectFacts project) {
        Optional<ProjectFacts.Decisions> decisions = project.decisions();
        return List.of(
                project.name(),
                project.files().map(String::valueOf).orElse("-"),
                decisions.map(one -> String.valueOf(one.certain())).orElse("-"),
                decisions.map(one -> String.valueOf(one.likely())).orElse("-"),
                decisions.map(one -> String.valueOf(one.guess())).orElse("-"),
                String.valueOf(project.questions().size()),
                String.valueOf(project.leftForYou()),
                String.valueOf(project.unpublished().size()),
                project.verdict().isEmpty() ? "-" : project.verdict(),
                project.check().isEmpty() ? "-" : project.check());
    }

    private static void table(List<List<String>> rows, List<String> lines) {
        List<Integer> widths = new ArrayList<>();
        for (int column = 0; column < HEADINGS.size(); column++) {
            int at = column;
            widths.add(rows.stream().mapToInt(row -> row.get(at).length()).max().orElse(0));
        }
        for (List<String> row : rows) {
            StringBuilder line = new StringBuilder(" ");
            for (int column = 0; column < row.size(); column++) {
                String cell = row.get(column);
                String room = " ".repeat(widths.get(column) - cell.length());
                boolean number = column > 0 && column < 8;
                line.append(' ').append(number ? room + cell : cell + room).append(' ');
            }
            lines.add(line.toString().stripTrailing());
        }
    }
}
