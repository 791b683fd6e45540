package dev.pfeiler.checking;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The certain cures of discrepancies, made into steps: one for each file.
 *
 * @param cured whose cures the steps carry out
 */
public record Fixes(List<Step> steps, List<Discrepancy> cured) {
    public Fixes {
        steps = List.copyOf(steps);
        cured = List.copyOf(cured);
    }

    /** Those of a tree; a cure that does not change its file any more, or cannot, is left out. */
    public static Fixes of(ProjectTree tree, List<Discrepancy> discrepancies) {
        Plan plan = new Plan(tree);
        List<Discrepancy> cured = new ArrayList<>();
        for (Discrepancy one : discrepancies) if (one.cure().isCertain() && plan.take(one)) cured.add(one);
        return new Fixes(plan.steps(), cured);
    }

    /** What becomes of files. */
    private static final class Plan {
        private final ProjectTree tree;
        private final Map<String, EditableText> originals = new LinkedHashMap<>();
        private final Map<String, String> texts = new LinkedHashMap<>();
        private final Map<String, String> moved = new LinkedHashMap<>();
        private final Set<String> deleted = new LinkedHashSet<>();
        private final Map<String, String> reasons = new LinkedHashMap<>();

        Plan(ProjectTree tree) {
            this.tree = tree;
        }

        /** Whether a cure could be carried out beside those before it; if not, nothing of it is. */
        boolean take(Discrepancy one) {
            if (!one.cure().changes().stream().allMatch(this::isPossible)) return false;
            boolean changed = false;
            for (Change change : one.cure().changes()) {
                changed |= apply(change);
                reasons.putIfAbsent(change.path(), one.kind().id());
            }
            return changed;
        }

        private boolean isPossible(Change change) {
            String path = change.path();
            if (deleted.contains(path) || moved.containsKey(path)) return false;
            if (change instanceof Change.Move move)
                return tree.has(path) && !tree.has(move.to()) && !moved.containsValue(move.to());
            // a file that another cure writes would lose what that one writes
            if (change instanceof Change.Write) return !tree.has(path) && !texts.containsKey(path);
            return tree.has(path);
        }

        private boolean apply(Change change) {
            if (change instanceof Change.Move move) return moved.put(move.path(), move.to()) == null;
            if (change instanceof Change.Delete) return deleted.add(change.path());
            String path = change.path();
            if (change instanceof Change.Write write) return texts.put(path, write.content()) == null;
            String text = texts.computeIfAbsent(path, this::text);
            String after = ((Change.Edit) change).edit().apply(text);
            texts.put(path, after);
            return !after.equals(text);
        }

        private String text(String path) {
            EditableText text = EditableText.require(tree, path);
            originals.put(path, text);
            return text.content();
        }

        List<Step> steps() {
            List<Step> steps = new ArrayList<>();
            texts.forEach((path, text) -> {
                EditableText original = originals.get(path);
                String to = moved.getOrDefault(path, path);
                if (original == null) {
                    steps.add(new Step.Write(path, text, reasons.get(path)));
                } else if (!original.content().equals(text) && !deleted.contains(path)) {
                    steps.add(original.edit(text, reasons.get(path)).movedTo(to));
                }
            });
            Set<String> done = new LinkedHashSet<>();
            steps.forEach(step -> done.add(step.path()));
            moved.forEach((path, to) -> {
                if (!done.contains(path)) steps.add(new Step.Move(path, to, reasons.get(path)));
            });
            deleted.forEach(path -> steps.add(new Step.Retire(path, reasons.get(path))));
            return steps;
        }
    }
}
