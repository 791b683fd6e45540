package dev.pfeiler.conversion;

import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The {@code .gitignore} at the top of a tree; what stands there is not disturbed. */
public final class IgnoreFile {
    private static final String NAME = ".gitignore";

    private IgnoreFile() {}

    /** The step after which version control ignores those patterns; nothing where it does already. */
    public static Optional<Step> covering(ProjectTree tree, List<String> patterns, String reason) {
        if (!tree.has(NAME)) {
            return Optional.of(new Step.Write(NAME, String.join("\n", patterns) + "\n", reason));
        }
        Text text;
        try {
            text = tree.text(NAME);
        } catch (IOException e) {
            return Optional.empty();
        }
        Set<String> present = patterns(text);
        List<String> missing =
                patterns.stream().filter(p -> !present.contains(plain(p))).toList();
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

    /** Whether a pattern stands in the file. */
    public static boolean has(ProjectTree tree, String pattern) {
        try {
            return tree.has(NAME) && patterns(tree.text(NAME)).contains(plain(pattern));
        } catch (IOException e) {
            return false;
        }
    }

    private static Set<String> patterns(Text text) {
        return text.lines().stream().map(IgnoreFile::plain).collect(Collectors.toSet());
    }

    private static String plain(String pattern) {
        return pattern.strip().replaceAll("^/|/$", "");
    }
}
