package dev.pfeiler.conversion;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

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
        Optional<EditableText> editable;
        try {
            editable = EditableText.of(tree, NAME);
        } catch (IOException e) {
            editable = Optional.empty();
        }
        // version control then shows what it should ignore, and a person adds it
        if (editable.isEmpty()) return Optional.empty();
        EditableText text = editable.get();
        Set<String> present = text.content().lines().map(IgnoreFile::plain).collect(Collectors.toSet());
        List<String> missing = patterns.stream()
                .filter(p -> !present.contains(plain(p)) && isUseful(p, present))
                .toList();
        if (missing.isEmpty()) return Optional.empty();
        String end = text.lineEnd();
        boolean open = !text.content().isEmpty() && !text.content().endsWith("\n");
        String added = String.join(end, missing) + end;
        int line = (int) text.content().lines().count() + 1;
        List<Step.Change> changes = new ArrayList<>();
        for (String pattern : missing) changes.add(new Step.Change(line++, "", pattern));
        return Optional.of(text.edit(NAME, text.content() + (open ? end : "") + added, changes, reason));
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
        boolean anchored = Paths.withoutSlash(plain).contains("/");
        String below = "/" + folder + (anchored ? (plain.startsWith("/") ? "" : "/") : "/**/") + plain;
        return exception ? "!" + below : below;
    }

    private static String plain(String pattern) {
        return Paths.withoutSlash(Paths.withoutRoot(pattern.strip()));
    }
}
