package dev.pfeiler.cli.page;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import java.util.List;
import java.util.Locale;

/** Small parts that several sections of a page share. */
final class Signs {
    private static final int EXCERPT = 300;

    private Signs() {}

    static String of(Certainty certainty) {
        return switch (certainty) {
            case CERTAIN -> "\u25cf";
            case LIKELY -> "\u25d0";
            case GUESS -> "\u25cb";
        };
    }

    /** A place with the text that is there. */
    record Quote(String place, String excerpt) {
        static Quote of(Evidence evidence) {
            String excerpt = evidence.excerpt().strip();
            if (excerpt.length() > EXCERPT) excerpt = excerpt.substring(0, EXCERPT) + "\u2026";
            return new Quote(evidence.place(), excerpt);
        }

        static List<Quote> of(List<Evidence> evidence, int most) {
            return evidence.stream().limit(most).map(Quote::of).toList();
        }
    }

    /** The first letter of a title as a capital. */
    static String title(String word) {
        return word.isEmpty() ? word : word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
    }
}
