package dev.pfeiler.conversion;

import com.github.difflib.DiffUtils;
import com.github.difflib.patch.PatchFailedException;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Puts the steps of several parts together. */
public final class StepMerge {
    private final ProjectTree tree;
    private final Map<String, Step> byPath = new LinkedHashMap<>();
    private final Map<String, String> owners = new LinkedHashMap<>();
    private final List<String> ignored = new ArrayList<>();

    public StepMerge(ProjectTree tree) {
        this.tree = tree;
    }

    /**
     * Adds the steps of a part.
     *
     * @param id of the part, for messages
     * @param folder of the part
     * @param patterns for version control, as the part sees them
     * @throws Refusal if another part has a step for the same file that does not fit
     */
    public void add(String id, String folder, List<Step> steps, List<String> patterns) {
        for (Step step : steps) add(id, step.below(folder));
        patterns.stream().map(pattern -> IgnoreFile.below(folder, pattern)).forEach(pattern -> {
            if (!ignored.contains(pattern)) ignored.add(pattern);
        });
    }

    private void add(String id, Step step) {
        Step other = byPath.get(step.path());
        Step merged = other == null ? step : merged(id, other, step);
        byPath.put(step.path(), merged);
        owners.putIfAbsent(step.path(), id);
    }

    /** The text that an edit writes, without a byte order mark. */
    private static String plain(Step.Edit edit) {
        return edit.content().startsWith("\uFEFF") ? edit.content().substring(1) : edit.content();
    }

    private Step merged(String id, Step one, Step other) {
        if (one instanceof Step.Edit first
                && other instanceof Step.Edit second
                && !first.leaves()
                && !second.leaves()) {
            try {
                EditableText text = EditableText.require(tree, first.path());
                String end = text.lineEnd();
                List<String> lines = DiffUtils.diff(
                                text.content().lines().toList(),
                                plain(second).lines().toList())
                        .applyTo(plain(first).lines().toList());
                String content = String.join(end, lines) + (first.content().endsWith("\n") ? end : "");
                return text.edit(
                        content,
                        first.reason().equals(second.reason())
                                ? first.reason()
                                : first.reason() + "; " + second.reason());
            } catch (PatchFailedException e) {
                throw conflict(id, one.path());
            }
        }
        if (one.equals(other)) return one;
        // what the build of one part makes again is not moved by another
        if (one instanceof Step.Move && other instanceof Step.Retire) return other;
        if (one instanceof Step.Retire && other instanceof Step.Move) return one;
        throw conflict(id, one.path());
    }

    private Refusal conflict(String id, String path) {
        return Refusal.notPossible(
                "Two parts both change " + path + ": " + owners.get(path) + " and " + id + ".",
                "Convert one of them alone, in a folder of its own.");
    }

    /** All steps, with one for the file that version control ignores files by. */
    public List<Step> steps() {
        List<Step> all = new ArrayList<>(byPath.values());
        IgnoreFile.covering(tree, ignored, "ignores build output").ifPresent(all::add);
        return all;
    }
}
