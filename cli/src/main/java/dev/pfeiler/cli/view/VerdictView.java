package dev.pfeiler.cli.view;

import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Verdict;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.Locale;

/** Shows a proof: a row a kind of thing, its differences with their causes, and the verdict. */
public final class VerdictView {
    private static final int DIFFERENCES = 8;

    private final Screen screen;
    private final boolean verbose;

    public VerdictView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    public void show(String name, Verdict verdict) {
        screen.title("Proof of " + name);
        if (!verdict.rows().isEmpty()) table(verdict.rows());
        verdict.notes().forEach(note -> screen.text(2, note));
        if (verbose && Files.exists(verdict.log())) log(verdict);
        screen.blank();
        if (verdict.failure().isPresent()) {
            screen.text(0, "Not proven: " + verdict.failure().get().cause(), screen.palette()::bad);
            screen.text(0, verdict.failure().get().next());
        } else if (verdict.proven()) {
            boolean same = verdict.rows().stream().allMatch(row -> row.state() == Comparison.State.SAME);
            String words = same
                    ? "Proven: the build tool builds what the old wiring built."
                    : "Proven: every difference from what the old wiring built has a known cause.";
            screen.text(0, words, screen.palette()::good);
        } else {
            screen.text(0, "Not proven: some differences have no known cause.", screen.palette()::bad);
        }
        verdict.products()
                .forEach(product -> screen.text(0, "Built anew: " + Screen.shown(product), screen.palette()::quiet));
        if (Files.exists(verdict.log())) {
            screen.text(0, "What the build tool printed: " + Screen.shown(verdict.log()), screen.palette()::quiet);
        }
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
                    + screen.fit(row.before(), before) + "  " + row.after() + words(row));
            int most = verbose ? Integer.MAX_VALUE : DIFFERENCES;
            row.differences().stream().limit(most).forEach(this::difference);
            if (row.differences().size() > most) {
                screen.text(
                        6, screen.more(row.differences().size() - most) + ", shown with -v", screen.palette()::quiet);
            }
        }
        screen.blank();
        screen.raw("  " + screen.sign(Comparison.State.SAME) + screen.palette().quiet(" the same   ")
                + screen.sign(Comparison.State.EXPLAINED) + screen.palette().quiet(" differs, the cause is known   ")
                + screen.sign(Comparison.State.DIFFERENT) + screen.palette().quiet(" differs"));
    }

    private static String words(Comparison row) {
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
        String kind = difference.kind().name().toLowerCase(Locale.ROOT);
        String cause = difference.explained() ? difference.cause() : "no known cause";
        String detail = difference.detail().isEmpty() ? "" : " (" + difference.detail() + ")";
        screen.text(6, kind + " " + difference.subject() + detail + ": " + cause, screen.palette()::quiet);
    }

    private void log(Verdict verdict) {
        screen.heading("What the build tool printed");
        try {
            new String(Files.readAllBytes(verdict.log()), java.nio.charset.StandardCharsets.UTF_8)
                    .lines()
                    .forEach(line -> screen.raw("  " + line));
        } catch (IOException e) {
            screen.text(2, "(" + verdict.log() + " cannot be read)");
        }
    }
}
