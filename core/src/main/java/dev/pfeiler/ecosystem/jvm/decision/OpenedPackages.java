package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Packages of the JDK that are opened to the program and its tests. Nothing in a tree shows that libraries need it, so
 * it is the user's choice; the proof says which packages tests could not reach.
 *
 * @param names as {@code module/package}
 */
record OpenedPackages(List<String> names) {
    private static final Pattern BETWEEN = Pattern.compile("[\\s,]+");

    private static final String KEY = "opens";
    private static final Pattern NAME = Pattern.compile("[a-z][\\w.]*/[a-z][\\w.]*");

    static OpenedPackages decide(Deliberation deliberation) {
        if (deliberation.choices().of(KEY).isEmpty()) return new OpenedPackages(List.of());
        Decision none =
                Decision.of(KEY, "Opened packages", Choosable.WITHOUT, Certainty.LIKELY, "not opened", List.of());
        String standing = deliberation.settle(none, OpenedPackages::check);
        return new OpenedPackages(standing.equals(Choosable.WITHOUT) ? List.of() : List.of(standing.split(" ")));
    }

    private static Optional<String> check(String text) {
        List<String> parts =
                Stream.of(BETWEEN.split(text.strip())).sorted().distinct().toList();
        boolean names = parts.stream().allMatch(NAME.asMatchPredicate());
        return names || parts.equals(List.of(Choosable.WITHOUT))
                ? Optional.of(String.join(" ", parts))
                : Optional.empty();
    }

    /** Arguments for the virtual machine. */
    List<String> arguments() {
        return names.isEmpty() ? List.of() : Manifest.openArguments(attribute());
    }

    /** The value of the manifest's attribute. */
    String attribute() {
        return String.join(" ", names);
    }
}
