package dev.pfeiler.cli.page;

import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.Severity;
import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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

    record Row(String mark, String severity, String message, String cure, String kind, List<Signs.Quote> evidence) {}

    boolean hasUnread() {
        return !unread.isEmpty();
    }

    static CheckList of(CheckResult result) {
        Map<String, List<Row>> byFile = new LinkedHashMap<>();
        for (Discrepancy one : result.discrepancies())
            byFile.computeIfAbsent(one.evidence().file(), file -> new ArrayList<>())
                    .add(row(one));
        long errors = result.count(Severity.ERROR);
        long warnings = result.count(Severity.WARNING);
        int curable = result.curable().size();
        String cures = curable == 0
                ? ""
                : " pfeiler check --fix carries out the cures of " + Text.count(curable, "finding") + ".";
        String found = errors + warnings == 0
                ? "No findings"
                : Text.count(errors, "error") + ", " + Text.count(warnings, "warning");
        return new CheckList(
                found + " in " + Text.count(result.parts(), "managed part") + "." + cures,
                byFile.entrySet().stream()
                        .map(entry -> new InFile(entry.getKey(), entry.getValue()))
                        .toList(),
                result.accepted().isEmpty()
                        ? ""
                        : Text.count(result.accepted().size(), "finding") + " accepted in pfeiler.yaml.",
                Signs.Quote.of(result.unread(), UNREAD));
    }

    private static Row row(Discrepancy one) {
        boolean error = one.severity() == Severity.ERROR;
        Evidence evidence = one.evidence();
        return new Row(
                error ? "bad" : "care",
                one.severity().word(),
                one.message(),
                one.cure().text() + (one.cure().isCertain() ? "" : " (your decision)"),
                one.kind().id(),
                Signs.Quote.of(List.of(evidence), 1));
    }
}
