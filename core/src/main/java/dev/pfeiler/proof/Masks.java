package dev.pfeiler.proof;

import com.github.difflib.DiffUtils;
import com.github.difflib.patch.AbstractDelta;
import com.github.difflib.patch.DeltaType;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.function.BiPredicate;

/**
 * What changes in a text from one time to the next, found by observing the same side several times: times of day, random
 * values, counters. Everything else has to be equal.
 */
public final class Masks {
    /** How many lines are compared one by one; in texts that differ more, only the equal beginning and end count. */
    private static final int MOST_LINES = 20_000;
    /** How often one side is observed at most until a difference counts. */
    private static final int OBSERVATIONS = 3;

    /** A line or word that may be anything, or any number of them. */
    private static final List<String> GAP = List.of();

    private final List<String> observed;
    private final List<List<List<String>>> templates = new ArrayList<>();

    private Masks(List<String> observed) {
        this.observed = List.copyOf(observed);
        for (int i = 0; i < observed.size(); i++)
            for (int j = i + 1; j < observed.size(); j++) templates.add(template(observed.get(i), observed.get(j)));
    }

    /**
     * Those that texts of one side show.
     *
     * @param observed at different times; with a single one, nothing may change
     */
    public static Masks of(List<String> observed) {
        return new Masks(observed);
    }

    /** Observes a side once more. */
    @FunctionalInterface
    public interface Observation {
        /** @param number of the observation; the first one is 1 */
        String text(int number) throws IOException;
    }

    /**
     * Whether a text of the other side differs in nothing but what changes on this side from one time to the next.
     *
     * @param first what this side showed already
     * @param again observes this side, where the texts differ
     */
    public static boolean admit(String first, String other, Observation again) throws IOException {
        List<String> observed = new ArrayList<>(List.of(first));
        while (!of(observed).admit(other)) {
            if (observed.size() == OBSERVATIONS) return false;
            observed.add(again.text(observed.size() + 1));
        }
        return true;
    }

    /** Whether a text of the other side differs in nothing but what changes anyway. */
    public boolean admit(String other) {
        if (observed.contains(other)) return true;
        List<String> lines = lines(other);
        return templates.stream().anyMatch(template -> matches(template, lines, Masks::admits));
    }

    private static List<String> lines(String text) {
        return Arrays.asList(text.split("\n", -1));
    }

    /** A line for each that both texts have, in pieces around what changes in it, and gaps. */
    private static List<List<String>> template(String once, String again) {
        List<String> one = lines(once);
        List<String> other = lines(again);
        List<List<String>> template = new ArrayList<>();
        if (one.size() > MOST_LINES || other.size() > MOST_LINES) return around(one, other);
        int at = 0;
        for (AbstractDelta<String> delta : DiffUtils.diff(one, other).getDeltas()) {
            int from = delta.getSource().getPosition();
            for (; at < from; at++) template.add(List.of(one.get(at)));
            List<String> before = delta.getSource().getLines();
            List<String> after = delta.getTarget().getLines();
            if (delta.getType() == DeltaType.CHANGE && before.size() == after.size())
                for (int i = 0; i < before.size(); i++) template.add(pieces(before.get(i), after.get(i)));
            else template.add(GAP);
            at += before.size();
        }
        for (; at < one.size(); at++) template.add(List.of(one.get(at)));
        return template;
    }

    private static List<List<String>> around(List<String> one, List<String> other) {
        int most = Math.min(one.size(), other.size());
        int start = 0;
        while (start < most && one.get(start).equals(other.get(start))) start++;
        int end = 0;
        while (end < most - start && one.get(one.size() - 1 - end).equals(other.get(other.size() - 1 - end))) end++;
        List<List<String>> template = new ArrayList<>();
        one.subList(0, start).forEach(line -> template.add(List.of(line)));
        template.add(GAP);
        one.subList(one.size() - end, one.size()).forEach(line -> template.add(List.of(line)));
        return template;
    }

    /** The words of a line that stay; an empty one stands for words that change. */
    private static List<String> pieces(String once, String again) {
        List<String> one = words(once);
        List<String> other = words(again);
        List<String> pieces = new ArrayList<>();
        int at = 0;
        for (AbstractDelta<String> delta : DiffUtils.diff(one, other).getDeltas()) {
            pieces.addAll(one.subList(at, delta.getSource().getPosition()));
            pieces.add("");
            at = delta.getSource().getPosition() + delta.getSource().size();
        }
        pieces.addAll(one.subList(at, one.size()));
        return pieces;
    }

    /** Runs of letters and digits, and each other character by itself. */
    private static List<String> words(String line) {
        List<String> words = new ArrayList<>();
        int start = 0;
        for (int i = 0; i < line.length(); i++) {
            if (Character.isLetterOrDigit(line.charAt(i))) continue;
            if (start < i) words.add(line.substring(start, i));
            words.add(String.valueOf(line.charAt(i)));
            start = i + 1;
        }
        if (start < line.length()) words.add(line.substring(start));
        return words;
    }

    private static boolean admits(List<String> pieces, String line) {
        if (pieces.size() == 1 && !pieces.get(0).isEmpty()) return pieces.get(0).equals(line);
        List<List<String>> pattern = new ArrayList<>();
        pieces.forEach(piece -> pattern.add(piece.isEmpty() ? GAP : List.of(piece)));
        return matches(pattern, words(line), (piece, word) -> piece.get(0).equals(word));
    }

    /** Whether items are those of a pattern in order, with any others in its gaps. */
    private static boolean matches(
            List<List<String>> pattern, List<String> items, BiPredicate<List<String>, String> admits) {
        int gap = pattern.indexOf(GAP);
        if (gap < 0) return pattern.size() == items.size() && startsWith(pattern, items, 0, admits);
        int last = pattern.lastIndexOf(GAP);
        List<List<String>> end = pattern.subList(last + 1, pattern.size());
        int limit = items.size() - end.size();
        if (gap > limit || !startsWith(pattern.subList(0, gap), items, 0, admits)) return false;
        if (!startsWith(end, items, limit, admits)) return false;
        int at = gap;
        // what stands between two gaps may come at once, or later
        for (List<List<String>> piece : between(pattern.subList(gap, last + 1))) {
            while (at + piece.size() <= limit && !startsWith(piece, items, at, admits)) at++;
            if (at + piece.size() > limit) return false;
            at += piece.size();
        }
        return true;
    }

    private static List<List<List<String>>> between(List<List<String>> pattern) {
        List<List<List<String>>> pieces = new ArrayList<>();
        int from = 1;
        for (int i = 1; i < pattern.size(); i++) {
            if (pattern.get(i) != GAP) continue;
            if (from < i) pieces.add(pattern.subList(from, i));
            from = i + 1;
        }
        return Collections.unmodifiableList(pieces);
    }

    private static boolean startsWith(
            List<List<String>> pattern, List<String> items, int from, BiPredicate<List<String>, String> admits) {
        if (from + pattern.size() > items.size()) return false;
        for (int i = 0; i < pattern.size(); i++) if (!admits.test(pattern.get(i), items.get(from + i))) return false;
        return true;
    }
}
