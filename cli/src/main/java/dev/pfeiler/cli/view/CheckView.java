package dev.pfeiler.cli.view;

import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.Severity;
import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.checking.Fixes;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Text;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Shows where descriptors and code disagree, and what is done about it. */
public final class CheckView {
    private static final int CHANGES = 6;
    private static final int UNREAD = 5;

    private final Screen screen;
    private final boolean verbose;

    public CheckView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    /**
     * Shows the result of a check.
     *
     * @param fixed whether certain cures were carried out before
     */
    public void show(String project, CheckResult result, boolean fixed) {
        screen.title(project + ": " + counts(result));
        byFile(result).forEach((file, all) -> {
            screen.heading(file);
            all.forEach(this::row);
        });
        if (!result.accepted().isEmpty()) {
            screen.blank();
            screen.text(2, accepted(result));
        }
        unread(result.unread());
        next(result, fixed);
    }

    /** How many findings a check has, in how many parts. */
    public static String counts(CheckResult result) {
        long errors = result.count(Severity.ERROR);
        long warnings = result.count(Severity.WARNING);
        return (errors + warnings == 0
                        ? "no findings"
                        : Text.count(errors, "error") + ", " + Text.count(warnings, "warning"))
                + " in " + Text.count(result.parts(), "managed part");
    }

    /** The findings by file, in their order. */
    public static Map<String, List<Discrepancy>> byFile(CheckResult result) {
        return result.discrepancies().stream()
                .collect(Collectors.groupingBy(one -> one.evidence().file(), LinkedHashMap::new, Collectors.toList()));
    }

    /** How many findings the choices file accepts. */
    public static String accepted(CheckResult result) {
        return Text.count(result.accepted().size(), "finding") + " accepted in pfeiler.yaml.";
    }

    /** What cures a finding, and whether a person has to decide. */
    public static String cure(Discrepancy one) {
        return one.cure().text() + (one.cure().isCertain() ? "" : " (your decision)");
    }

    private void unread(List<Evidence> places) {
        if (places.isEmpty()) return;
        screen.heading("Not read, so what these lines declare is not checked");
        int most = verbose ? places.size() : UNREAD;
        places.stream()
                .limit(most)
                .forEach(place -> screen.text(4, place.place() + "  " + place.excerpt(), screen.palette()::quiet));
        if (places.size() > most) screen.text(4, screen.more(places.size() - most), screen.palette()::quiet);
    }

    private void row(Discrepancy one) {
        String sign = one.severity() == Severity.ERROR
                ? screen.palette().bad("!")
                : screen.palette().careful(screen.unicode() ? "\u25cb" : "-");
        String line = one.evidence().line() > 0 ? "line " + one.evidence().line() + ": " : "";
        screen.row(sign, line + one.message(), "", 0);
        screen.text(
                Screen.DETAIL,
                screen.arrow() + " " + cure(one) + "  [" + one.kind().id() + "]",
                screen.palette()::quiet);
    }

    private void next(CheckResult result, boolean fixed) {
        int curable = result.curable().size();
        if (curable == 0 || fixed) return;
        screen.blank();
        screen.text(
                2,
                Text.count(curable, "finding") + (curable == 1 ? " has" : " have")
                        + " a certain cure: pfeiler check --fix carries " + (curable == 1 ? "it" : "them") + " out.");
    }

    /** Shows what the certain cures change. */
    public void show(Fixes fixes) {
        if (fixes.steps().isEmpty()) {
            screen.title("Nothing to change: no finding has a certain cure.");
            screen.blank();
            return;
        }
        screen.title("Cures: " + Text.count(fixes.cured().size(), "finding") + ", "
                + Text.count(fixes.steps().size(), "file"));
        for (Step step : fixes.steps()) {
            screen.heading(step.path());
            if (step instanceof Step.Edit edit) {
                if (edit.leaves()) screen.text(4, screen.arrow() + " " + edit.to());
                changes(edit.changes());
            } else if (step instanceof Step.Move move) screen.text(4, screen.arrow() + " " + move.to());
            else if (step instanceof Step.Retire) screen.text(4, "removed");
            else if (step instanceof Step.Write write)
                write.content().lines().forEach(line -> screen.text(4, "+ " + line, screen.palette()::good));
        }
        screen.blank();
    }

    private void changes(List<Step.Change> changes) {
        int most = verbose ? changes.size() : CHANGES;
        for (Step.Change change : changes.subList(0, Math.min(most, changes.size()))) {
            String line = String.format("%5d ", change.line());
            if (!change.before().isEmpty()) screen.text(2, line + "- " + change.before(), screen.palette()::bad);
            if (!change.after().isEmpty()) screen.text(2, line + "+ " + change.after(), screen.palette()::good);
        }
        if (changes.size() > most) screen.text(8, screen.more(changes.size() - most), screen.palette()::quiet);
    }
}
