package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * The deployment descriptors that are fixed: those with an error that only one change can correct.
 *
 * @param edits by path; each leaves the file in its place
 * @param settled findings that need no action any more
 */
public record DescriptorFixes(Map<String, Step.Edit> edits, Set<Finding> settled) {
    public DescriptorFixes {
        edits = Collections.unmodifiableMap(new TreeMap<>(edits));
        settled = Set.copyOf(settled);
    }

    public static DescriptorFixes decide(ProjectTree tree, List<DescriptorError> errors, Deliberation deliberation) {
        Map<String, List<DescriptorError>> byPath = new TreeMap<>();
        for (DescriptorError error : errors) {
            error.fix()
                    .filter(fix -> wanted(error.finding(), fix, deliberation))
                    .ifPresent(fix -> byPath.computeIfAbsent(fix.path(), path -> new ArrayList<>())
                            .add(error));
        }
        Map<String, Step.Edit> edits = new TreeMap<>();
        Set<Finding> settled = new HashSet<>();
        byPath.forEach(
                (path, errorsHere) -> edit(tree, path, errorsHere, settled).ifPresent(edit -> edits.put(path, edit)));
        return new DescriptorFixes(edits, settled);
    }

    private static boolean wanted(Finding error, Fix fix, Deliberation deliberation) {
        String standing = deliberation.settle(
                Decision.of(
                                "fix:" + fix.path() + ":" + fix.before(),
                                fix.before() + " in " + fix.path(),
                                fix.after(),
                                Certainty.LIKELY,
                                error.fact(),
                                error.evidence())
                        .in("Fixes to descriptors"),
                Choosable.oneOf(fix.after(), Choosable.KEEP));
        return !standing.equals(Choosable.KEEP);
    }

    private static Optional<Step.Edit> edit(
            ProjectTree tree, String path, List<DescriptorError> errors, Set<Finding> settled) {
        try {
            Optional<EditableText> text = EditableText.of(tree, path);
            if (text.isEmpty()) return Optional.empty();
            String content = text.get().content();
            for (DescriptorError error : errors) {
                Optional<String> changed = error.fix().orElseThrow().in(content);
                if (changed.isEmpty()) continue;
                content = changed.get();
                settled.add(error.finding());
            }
            if (content.equals(text.get().content())) return Optional.empty();
            return Optional.of(text.get().edit(content, "fixes an error in the descriptor"));
        } catch (IOException e) {
            // the findings stay among what is left for the user
            return Optional.empty();
        }
    }
}
