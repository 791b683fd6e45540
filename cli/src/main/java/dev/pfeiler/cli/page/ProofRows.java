package dev.pfeiler.cli.page;

import dev.pfeiler.cli.view.VerdictView;
import dev.pfeiler.proof.Attachment;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.tree.Text;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** The last proof of a project, row by row. */
final class ProofRows {
    private static final int DIFFERENCES = 100;

    private final Verdict verdict;
    private final Pictures pictures;

    ProofRows(Verdict verdict, Path records) {
        this.verdict = verdict;
        this.pictures = new Pictures(records);
    }

    /**
     * A proof.
     *
     * @param total how long it took
     */
    record Shown(
            String summary, List<Part> parts, List<String> notes, boolean hasTimes, String total, List<Time> times) {}

    record Part(
            String name,
            List<PartVerdict.Failure> failure,
            boolean hasRows,
            List<Row> rows,
            List<String> notes,
            List<PicturePair> pictures,
            String morePictures) {}

    record Row(
            String subject,
            String before,
            String after,
            String mark,
            String result,
            boolean hasDifferences,
            String count,
            List<String> differences) {}

    record PicturePair(String page, List<Side> sides) {}

    record Side(String title, String alt, String data) {}

    record Time(String stage, String seconds, long share) {}

    Shown shown() {
        long total = verdict.times().stream()
                .mapToLong(Verdict.StageTime::milliseconds)
                .sum();
        return new Shown(
                summary(verdict.outcome()),
                verdict.parts().stream().map(this::part).toList(),
                verdict.notes(),
                !verdict.times().isEmpty(),
                seconds(total) + " s",
                verdict.times().stream()
                        .map(time -> new Time(
                                time.stage(),
                                seconds(time.milliseconds()),
                                total == 0 ? 0 : Math.round(100.0 * time.milliseconds() / total)))
                        .toList());
    }

    /** What a proof came to, in a sentence. */
    static String summary(PartVerdict.Outcome outcome) {
        return switch (outcome) {
            case PROVEN ->
                "Proven: the build tool builds what the old wiring built, or every difference has a known cause.";
            case NOT_COMPARED -> "Built, and nothing known differs, but not everything could be compared.";
            case DIFFERENT -> "Not proven: there are differences without a known cause.";
            case FAILED -> "Not proven: a build failed.";
        };
    }

    private static String seconds(long milliseconds) {
        return String.format(Locale.ROOT, "%.1f", milliseconds / 1000.0);
    }

    private Part part(Verdict.Part part) {
        PartVerdict proof = part.verdict();
        Map<String, List<Side>> sides = new LinkedHashMap<>();
        int left = 0;
        for (Attachment one : proof.attachments()) {
            if (one.kind() != Attachment.Kind.PICTURE) continue;
            Optional<String> data = pictures.data(one.file());
            if (data.isEmpty()) {
                left++;
                continue;
            }
            boolean before = one.caption().endsWith(" before");
            String page = Text.withoutEnd(Text.withoutEnd(one.caption(), " before"), " after");
            String title = before ? "Old wiring" : "Build tool";
            sides.computeIfAbsent(page, p -> new ArrayList<>())
                    .add(new Side(title, "The page " + page + ", " + title.toLowerCase(Locale.ROOT), data.get()));
        }
        List<PicturePair> pairs = new ArrayList<>();
        sides.forEach((page, both) -> pairs.add(new PicturePair(page, both)));
        return new Part(
                verdict.parts().size() == 1 ? "" : part.id(),
                proof.failure().stream().toList(),
                !proof.rows().isEmpty(),
                proof.rows().stream().map(ProofRows::row).toList(),
                proof.notes(),
                pairs,
                left == 0 ? "" : Text.count(left, "picture") + " not shown here; the proof's folder has all.");
    }

    private static Row row(Comparison row) {
        List<String> differences = new ArrayList<>(row.differences().stream()
                .limit(DIFFERENCES)
                .map(VerdictView::sentence)
                .toList());
        int left = row.differences().size() - differences.size();
        if (left > 0) differences.add(Text.count(left, "more difference"));
        return new Row(
                row.subject(),
                row.before(),
                row.after(),
                switch (row.state()) {
                    case SAME -> "good";
                    case EXPLAINED -> "care";
                    case DIFFERENT -> "bad";
                },
                switch (row.state()) {
                    case SAME -> "same";
                    case EXPLAINED -> "differs, known cause";
                    case DIFFERENT -> "differs, no known cause";
                },
                !differences.isEmpty(),
                Text.count(row.differences().size(), "difference"),
                differences);
    }
}
