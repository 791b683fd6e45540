package dev.pfeiler.ecosystem.go.source;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The condition under which a file is compiled. Source: the documentation of the go command, build constraints. */
final class BuildConstraint {
    private static final String NEW = "//go:build ";
    private static final Pattern OLD = Pattern.compile("//\\s*\\+build\\s+(.*)");
    private static final Pattern WORD = Pattern.compile("\\(|\\)|!|&&|\\|\\||[\\w.]+");
    private static final int DEEPEST = 100;
    private static final int MOST_LINES = 100;
    /** How many tags are tried in all combinations. */
    private static final int MOST_TAGS = 12;

    private final List<String> words;
    private final Predicate<String> tags;
    private int at;

    private BuildConstraint(List<String> words, Predicate<String> tags) {
        this.words = words;
        this.tags = tags;
    }

    /** Whether no system meets the constraint in some comments: whatever tags it sets, {@code ignore} is none of them. */
    static boolean excludes(List<String> comments) {
        List<String> all = comments.stream()
                .flatMap(String::lines)
                .map(String::strip)
                .filter(line -> line.startsWith(NEW) || OLD.matcher(line).matches())
                .limit(MOST_LINES)
                .toList();
        Set<String> named = new TreeSet<>();
        meets(all, tag -> {
            named.add(tag);
            return false;
        });
        meets(all, tag -> {
            named.add(tag);
            return true;
        });
        named.remove("ignore");
        if (named.size() > MOST_TAGS) return false;
        List<String> tags = List.copyOf(named);
        for (int set = 0; set < 1 << tags.size(); set++) {
            int chosen = set;
            if (meets(all, tag -> tags.contains(tag) && (chosen >> tags.indexOf(tag) & 1) == 1)) return false;
        }
        return true;
    }

    private static boolean meets(List<String> lines, Predicate<String> tags) {
        for (String line : lines) {
            if (line.startsWith(NEW)) return new BuildConstraint(words(line.substring(NEW.length())), tags).either(0);
        }
        for (String line : lines) {
            Matcher old = OLD.matcher(line);
            if (old.matches() && !old(old.group(1), tags)) return false;
        }
        return true;
    }

    private static List<String> words(String text) {
        List<String> words = new ArrayList<>();
        Matcher matcher = WORD.matcher(text);
        while (matcher.find()) words.add(matcher.group());
        return words;
    }

    private static boolean old(String line, Predicate<String> tags) {
        for (String option : line.strip().split("\\s+")) {
            boolean met = true;
            for (String term : option.split(","))
                met &= term.startsWith("!") ? !tags.test(term.substring(1)) : tags.test(term);
            if (met) return true;
        }
        return false;
    }

    private boolean either(int depth) {
        boolean met = both(depth);
        while (take("||")) met |= both(depth);
        return met;
    }

    private boolean both(int depth) {
        boolean met = not(depth);
        while (take("&&")) met &= not(depth);
        return met;
    }

    private boolean not(int depth) {
        if (depth > DEEPEST || at >= words.size()) return true;
        if (take("!")) return !not(depth + 1);
        if (take("(")) {
            boolean met = either(depth + 1);
            take(")");
            return met;
        }
        return tags.test(words.get(at++));
    }

    private boolean take(String word) {
        boolean there = at < words.size() && words.get(at).equals(word);
        if (there) at++;
        return there;
    }
}
