package dev.pfeiler.proposal;

import java.util.Comparator;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** What a mistyped name may have meant. */
public final class Nearest {
    private Nearest() {}

    /** The name with the fewest edits to a mistyped one; empty if there is none to choose from. */
    static Optional<String> of(Stream<String> names, String mistyped) {
        LevenshteinDistance distance = LevenshteinDistance.getDefaultInstance();
        return names.min(Comparator.comparingInt(name -> distance.apply(name, mistyped)));
    }

    /** The question whether that name was meant, with a space before it; empty if there is none. */
    public static String hint(Stream<String> names, String mistyped) {
        return of(names, mistyped).map(name -> " Did you mean " + name + "?").orElse("");
    }
}
