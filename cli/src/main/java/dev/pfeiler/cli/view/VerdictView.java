package dev.pfeiler.cli.view;

import dev.pfeiler.proof.Attachment;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.Verdict;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Shows a proof: a row for each comparison, its differences with their causes, and the verdict. */
public final class VerdictView {
    private static final int DIFFERENCES = 8;
    private static final int SUBJECTS = 3;

    private final Screen screen;
    private final boolean verbose;

    public VerdictView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    public void show(String name, Verdict verdict) {
        screen.title("Proof of " + name);
        for (Verdict.Part part : verdict.parts()) {
            if (verdict.parts().size() > 1) screen.heading(part.id());
            show(part.verdict(), verdict.compared());
        }
        verdict.notes().forEach(note -> screen.text(2, note));
        screen.blank();
        conclusion(verdict);
        verdict.parts().forEach(part -> files(part.verdict()));
    }

    private void show(PartVerdict verdict, boolean compared) {
        if (!verdict.rows().isEmpty() && compared) table(verdict.rows());
        else results(verdict.rows());
        verdict.notes().forEach(note -> screen.text(2, note));
        if (verbose && Files.exists(verdict.log())) log(verdict);
    }

    /** What a project does that there is no old wiring of. */
    private void results(List<Comparison> rows) {
        screen.blank();
        int column = screen.textColumn(rows.stream().map(Comparison::subject).toList());
        for (Comparison row : rows) {
            screen.row(screen.sign(row.state()), row.subject(), row.after(), column);
            row.differences()
                    .forEach(one -> screen.text(6, one.subject() + ": " + one.detail(), screen.palette()::quiet));
        }
    }

    private void conclusion(Verdict verdict) {
        for (Verdict.Part part : verdict.parts()) {
            part.verdict().failure().ifPresent(failure -> {
                String where = part.id().isEmpty() ? "" : part.id() + ": ";
                screen.text(0, "Not proven: " + where + failure.cause(), screen.palette()::bad);
                screen.text(0, failure.next());
            });
        }
        if (verdict.compared()) compared(verdict);
        else if (verdict.proven())
            screen.text(0, "Passed: it builds, its tests pass and it starts.", screen.palette()::good);
        else if (verdict.outcome() != PartVerdict.Outcome.FAILED)
            screen.text(0, "Not proven: see what failed above.", screen.palette()::bad);
    }

    private void compared(Verdict verdict) {
        switch (verdict.outcome()) {
            case PROVEN -> proven(verdict);
            case NOT_COMPARED -> {
                List<String> subjects =
                        unexplained(verdict).map(Difference::subject).distinct().toList();
                String what = subjects.stream().limit(SUBJECTS).collect(Collectors.joining(", "));
                int more = subjects.size() - SUBJECTS;
                screen.text(
                        0,
                        "Built; not compared: " + what + (more > 0 ? " and " + more + " more." : "."),
                        screen.palette()::bad);
            }
            case DIFFERENT ->
                screen.text(0, "Not proven: some differences have no known cause.", screen.palette()::bad);
            // told part by part
            case FAILED -> {}
        }
    }

    /** Says which of the two proofs was made: what the old build makes, or what its settings make of its sources. */
    private void proven(Verdict verdict) {
        boolean same = verdict.parts().stream()
                .flatMap(part -> part.verdict().rows().stream())
                .allMatch(row -> row.state() == Comparison.State.SAME);
        Set<PartVerdict.OldBuild> builds =
                verdict.parts().stream().map(part -> part.verdict().oldBuild()).collect(Collectors.toSet());
        boolean notRun = builds.contains(PartVerdict.OldBuild.NOT_RUN);
        String how = "";
        if (notRun) how = " with the settings of the old build";
        else if (builds.contains(PartVerdict.OldBuild.RUN)) how = " by running the old build";
        screen.text(
                0,
                "Proven" + how
                        + (same
                                ? ": the build tool builds what the old wiring built."
                                : ": every difference from what the old wiring built has a known cause."),
                screen.palette()::good);
        if (notRun) screen.text(0, "The old build itself was not run; pfeiler prove --run-old-build does, in a copy.");
    }

    private static Stream<Difference> unexplained(Verdict verdict) {
        return verdict.parts().stream()
                .flatMap(part -> part.verdict().rows().stream())
                .flatMap(row -> row.differences().stream())
                .filter(difference -> !difference.explained());
    }

    private void files(PartVerdict verdict) {
        verdict.products()
                .forEach(product -> screen.text(0, "Built: " + Screen.shown(product), screen.palette()::quiet));
        attachments(verdict.attachments());
        if (Files.exists(verdict.log()))
            screen.text(0, "Build log: " + Screen.shown(verdict.log()), screen.palette()::quiet);
    }

    /** Pictures are many: their folder is shown. */
    private void attachments(List<Attachment> attachments) {
        List<Attachment> pictures = attachments.stream()
                .filter(one -> one.kind() == Attachment.Kind.PICTURE)
                .toList();
        if (pictures.size() == 1) file("Picture", pictures.get(0));
        else if (!pictures.isEmpty())
            screen.text(
                    0,
                    "Pictures of pages: " + Screen.shown(pictures.get(0).file().getParent()) + " (" + pictures.size()
                            + " files)",
                    screen.palette()::quiet);
        attachments.stream()
                .filter(one -> one.kind() != Attachment.Kind.PICTURE)
                .forEach(one -> file("Kept", one));
    }

    private void file(String what, Attachment attachment) {
        screen.text(
                0,
                what + ": " + Screen.shown(attachment.file()) + " (" + attachment.caption() + ")",
                screen.palette()::quiet);
    }

    private void table(List<Comparison> rows) {
        screen.blank();
        int subject = width(rows.stream().map(Comparison::subject).toList(), "");
        int before = width(rows.stream().map(Comparison::before).toList(), "old wiring");
        screen.raw(screen.palette()
                .quiet("    " + screen.fit("", subject) + "  " + screen.fit("old wiring", before) + "  build tool"));
        for (Comparison row : rows) {
            screen.raw("  " + screen.sign(row.state()) + " "
                    + screen.palette().strong(screen.fit(row.subject(), subject)) + "  "
                    + screen.fit(row.before(), before) + "  " + row.after() + count(row));
            int most = verbose ? Integer.MAX_VALUE : DIFFERENCES;
            row.differences().stream().limit(most).forEach(this::difference);
            if (row.differences().size() > most) {
                screen.text(
                        6, screen.more(row.differences().size() - most) + ", shown with -v", screen.palette()::quiet);
            }
        }
        screen.blank();
        screen.raw("  " + screen.sign(Comparison.State.SAME) + screen.palette().quiet(" same   ")
                + screen.sign(Comparison.State.EXPLAINED) + screen.palette().quiet(" differs, known cause   ")
                + screen.sign(Comparison.State.DIFFERENT) + screen.palette().quiet(" differs, no known cause"));
    }

    private static String count(Comparison row) {
        int count = row.differences().size();
        if (count == 0) return "";
        return "  (" + count + (count == 1 ? " difference)" : " differences)");
    }

    private static int width(List<String> texts, String heading) {
        return Math.max(
                Screen.width(heading),
                texts.stream().mapToInt(Screen::width).max().orElse(0));
    }

    private void difference(Difference difference) {
        screen.text(6, sentence(difference), screen.palette()::quiet);
    }

    /** What differs, how, and why. */
    public static String sentence(Difference difference) {
        String kind = difference.kind().name().toLowerCase(Locale.ROOT);
        boolean unchecked = difference.kind() == Difference.Kind.UNCHECKED;
        String unknown = unchecked ? "may change the result" : "no known cause";
        String cause = difference.explained() ? difference.cause() : unknown;
        String detail = difference.detail().isEmpty() ? "" : " (" + difference.detail() + ")";
        return kind + " " + difference.subject() + detail + ": " + cause;
    }

    private void log(PartVerdict verdict) {
        screen.heading("Build log");
        try {
            new String(Files.readAllBytes(verdict.log()), StandardCharsets.UTF_8)
                    .lines()
                    .forEach(line -> screen.raw("  " + line));
        } catch (IOException e) {
            screen.text(2, "(cannot read " + verdict.log() + ")");
        }
    }
}
