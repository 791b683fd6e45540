package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.slf4j.LoggerFactory;

/**
 * The descriptors that are mended: where something is wrong in one and only one change comes into question.
 *
 * @param edits by path; each in its place
 * @param settled what need not be left for the person any more
 */
public record DescriptorFixes(Map<String, Step.Edit> edits, Set<Finding> settled) {
    private static final String KEEP = "keep";

    public static DescriptorFixes decide(JvmReading reading, JvmProject project, Deliberation deliberation) {
        Map<String, List<DescriptorError>> byPath = new TreeMap<>();
        for (DescriptorError wrong : new DescriptorAudit(reading, project).wrongs()) {
            wrong.cure()
                    .filter(cure -> standing(wrong.finding(), cure, deliberation))
                    .ifPresent(cure -> byPath.computeIfAbsent(cure.path(), path -> new ArrayList<>())
                            .add(wrong));
        }
        DescriptorFixes mending = new DescriptorFixes(new TreeMap<>(), new HashSet<>());
        byPath.forEach((path, wrongs) -> mending.mend(reading.tree(), path, wrongs));
        return mending;
    }

    private static boolean standing(Finding wrong, Fix cure, Deliberation deliberation) {
        String after = cure.after();
        String standing = deliberation.settle(
                Decision.of(
                        "mend:" + cure.path() + ":" + cure.before(),
                        cure.before() + " in " + cure.path(),
                        after,
                        Certainty.LIKELY,
                        wrong.fact(),
                        wrong.evidence()),
                text -> Optional.of(text.strip()).filter(t -> t.equals(after) || t.equals(KEEP)));
        return !standing.equals(KEEP);
    }

    private void mend(ProjectTree tree, String path, List<DescriptorError> wrongs) {
        try {
            byte[] bytes = tree.bytes(path);
            Text text = Text.decode(bytes);
            // a text that does not come back to the same bytes is not rewritten
            if (!Arrays.equals(text.content().getBytes(text.charset()), bytes)) return;
            String content = text.content();
            List<Finding> mended = new ArrayList<>();
            for (DescriptorError wrong : wrongs) {
                Optional<String> changed = wrong.cure().orElseThrow().in(content);
                if (changed.isEmpty()) continue;
                content = changed.get();
                mended.add(wrong.finding());
            }
            if (mended.isEmpty()) return;
            edits.put(
                    path,
                    new Step.Edit(
                            path,
                            content,
                            text.charset(),
                            Step.Change.between(text.content(), content),
                            "what is wrong in it is mended"));
            settled.addAll(mended);
        } catch (IOException e) {
            // it stays among what is left for the person
            LoggerFactory.getLogger(DescriptorFixes.class).debug("{}", path, e);
        }
    }
}
