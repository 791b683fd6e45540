package dev.pfeiler.cli.page;

import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.Severity;
import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.cli.view.CheckView;
import dev.pfeiler.tree.Text;
import java.util.List;

/**
 * What a check of managed parts found.
 *
 * @param accepted how many findings the choices file accepts; empty for none
 * @param unread places in descriptors that are not read
 */
record CheckList(String summary, List<InFile> files, String accepted, List<Signs.Quote> unread) {
    /** How many places that are not read are shown. */
    private static final int UNREAD = 100;

    /** The findings in one file. */
    record InFile(String file, List<Row> rows) {}

    record Row(String mark, String severity, String message, String cure, String kind, Signs.Quote evidence) {}

    boolean hasUnread() {
        return !unread.isEmpty();
    }

    static CheckList of(CheckResult result) {
        int curable = result.curable().size();
        String cures = curable == 0
                ? ""
                : " pfeiler check --fix carries out the cures of " + Text.count(curable, "finding") + ".";
        return new CheckList(
                Signs.title(CheckView.counts(result)) + "." + cures,
                CheckView.byFile(result).entrySet().stream()
                        .map(entry -> new InFile(
                                entry.getKey(),
                                entry.getValue().stream().map(CheckList::row).toList()))
                        .toList(),
                result.accepted().isEmpty() ? "" : CheckView.accepted(result),
                Signs.Quote.of(result.unread(), UNREAD));
    }

    private static Row row(Discrepancy one) {
        return new Row(
                one.severity() == Severity.ERROR ? "bad" : "care",
                one.severity().word(),
                one.message(),
                CheckView.cure(one),
                one.kind().id(),
                Signs.Quote.of(one.evidence()));
    }
}
