package dev.pfeiler.cli.overview;

import dev.pfeiler.cli.page.PageTemplate;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** One page in HTML that shows many projects. */
public final class OverviewPage {
    private OverviewPage() {}

    record ProjectRow(
            String name,
            String parts,
            String files,
            String certain,
            String likely,
            String guess,
            int questions,
            int left,
            int unpublished,
            String verdict,
            String verdictClass,
            String check,
            String remark) {}

    record VersionRow(String library, List<VersionItem> versions) {}

    record VersionItem(String version, String projects) {}

    record OrderRow(int number, String projects, List<String> uses) {}

    record QuestionRow(String key, String text, String fallbacks, String projects) {}

    public static String html(Overview overview) {
        Map<String, Object> content = new LinkedHashMap<>();
        content.put("title", "Overview: " + Text.count(overview.projects().size(), "project"));
        content.put(
                "projects", overview.projects().stream().map(OverviewPage::row).toList());
        if (!overview.questions().isEmpty())
            content.put(
                    "questions",
                    Map.of(
                            "rows",
                            overview.questions().stream()
                                    .map(one -> new QuestionRow(
                                            one.key(),
                                            one.text(),
                                            Overview.list(one.fallbacks()),
                                            Overview.list(one.projects())))
                                    .toList()));
        if (!overview.uses().isEmpty()) content.put("order", Map.of("rows", order(overview)));
        if (!overview.versions().isEmpty())
            content.put(
                    "versions",
                    Map.of(
                            "rows",
                            overview.versions().stream()
                                    .map(OverviewPage::versions)
                                    .toList()));
        return new PageTemplate("overview.mustache").fill(content);
    }

    private static ProjectRow row(ProjectFacts project) {
        return new ProjectRow(
                project.name(),
                Overview.list(project.parts()),
                project.files().map(String::valueOf).orElse(""),
                project.decisions().map(one -> String.valueOf(one.certain())).orElse(""),
                project.decisions().map(one -> String.valueOf(one.likely())).orElse(""),
                project.decisions().map(one -> String.valueOf(one.guess())).orElse(""),
                project.questions().size(),
                project.leftForYou(),
                project.unpublished().size(),
                project.verdict(),
                project.verdict().equals("proven") ? "good" : project.verdict().equals("not compared") ? "care" : "bad",
                project.check(),
                project.remark());
    }

    private static List<OrderRow> order(Overview overview) {
        List<OrderRow> rows = new ArrayList<>();
        for (int i = 0; i < overview.order().size(); i++) {
            Set<String> group = overview.order().get(i);
            List<String> uses = overview.uses().stream()
                    .filter(use -> group.contains(use.project()))
                    .map(Overview.Use::sentence)
                    .toList();
            rows.add(new OrderRow(i + 1, Overview.list(group), uses));
        }
        return rows;
    }

    private static VersionRow versions(Overview.LibraryVersions one) {
        List<VersionItem> items = new ArrayList<>();
        one.projects().forEach((version, projects) -> items.add(new VersionItem(version, Overview.list(projects))));
        return new VersionRow(one.library(), items);
    }
}
