package dev.pfeiler.conversion;

import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.slf4j.LoggerFactory;

/** The {@code .gitignore} at the top of a tree; its existing lines are kept. */
public final class IgnoreFile {
    public static final String NAME = ".gitignore";

    private IgnoreFile() {}

    /** The step after which version control ignores those patterns; empty if it does already. */
    public static Optional<Step> covering(ProjectTree tree, List<String> patterns, String reason) {
        if (!tree.has(NAME)) {
            List<String> useful =
                    patterns.stream().filter(p -> isUseful(p, Set.of())).toList();
            return useful.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new Step.Write(NAME, String.join("\n", useful) + "\n", reason));
        }
        Text text;
        try {
            text = tree.text(NAME);
        } catch (IOException e) {
            return Optional.empty();
        }
        Set<String> present = patterns(text);
        List<String> missing = patterns.stream()
                .filter(p -> !present.contains(plain(p)) && isUseful(p, present))
                .toList();
        if (missing.isEmpty()) return Optional.empty();
        String end = text.content().contains("\r\n") ? "\r\n" : "\n";
        boolean open = !text.content().isEmpty() && !text.content().endsWith("\n");
        String added = String.join(end, missing) + end;
        int line = text.lines().size() + 1;
        List<Step.Change> changes = new ArrayList<>();
        for (String pattern : missing) changes.add(new Step.Change(line++, "", pattern));
        return Optional.of(
                new Step.Edit(NAME, text.content() + (open ? end : "") + added, text.charset(), changes, reason));
    }

    /** An exception is of use only where something is ignored that it is an exception from. */
    private static boolean isUseful(String pattern, Set<String> present) {
        if (!pattern.startsWith("!")) return true;
        String name = Paths.name(pattern);
        return present.contains(name) || present.contains("**/" + name);
    }

    /** A pattern as the file at the top has to state it, given the pattern for a folder. */
    public static String below(String folder, String pattern) {
        if (folder.isEmpty()) return pattern;
        boolean exception = pattern.startsWith("!");
        String plain = exception ? pattern.substring(1) : pattern;
        // what a build writes outside its own folder
        if (plain.startsWith("/../")) {
            String outside = "/" + Paths.resolved(folder + plain) + (plain.endsWith("/") ? "/" : "");
            return exception ? "!" + outside : outside;
        }
        boolean anchored = plain.replaceFirst("/$", "").contains("/");
        String below = "/" + folder + (anchored ? (plain.startsWith("/") ? "" : "/") : "/**/") + plain;
        return exception ? "!" + below : below;
    }

    /** Whether a file is in a folder that version control ignores as a whole, by the file at the top. */
    static Predicate<String> folders(ProjectTree tree) {
        Set<String> folders = Set.of();
        try {
            if (tree.has(NAME)) folders = folders(tree.text(NAME));
        } catch (IOException e) {
            LoggerFactory.getLogger(IgnoreFile.class).debug("{}", NAME, e);
        }
        return within(folders);
    }

    /** The patterns of folders that are ignored as a whole. */
    static Set<String> folders(Text text) {
        return text.lines().stream()
                .map(String::strip)
                .filter(pattern -> pattern.matches("/?((\\*\\*|[\\w.-]+)/)+"))
                .collect(Collectors.toSet());
    }

    /** Whether a path is in a folder of those patterns. */
    static Predicate<String> within(Set<String> folders) {
        List<PathPattern> patterns =
                folders.stream().map(IgnoreFile::glob).map(PathPattern::of).toList();
        return path -> patterns.stream().anyMatch(pattern -> pattern.matches(path));
    }

    /** A pattern of a folder, as one for the files in it: anchored if it has a slash before its last. */
    private static String glob(String pattern) {
        boolean anchored = pattern.substring(0, pattern.length() - 1).contains("/");
        return (anchored ? pattern.replaceFirst("^/", "") : "**/" + pattern) + "**";
    }

    private static Set<String> patterns(Text text) {
        return text.lines().stream().map(IgnoreFile::plain).collect(Collectors.toSet());
    }

    private static String plain(String pattern) {
        return pattern.strip().replaceAll("^/|/$", "");
    }
}
