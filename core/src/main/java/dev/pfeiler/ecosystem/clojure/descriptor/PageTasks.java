package dev.pfeiler.ecosystem.clojure.descriptor;

import dev.pfeiler.ecosystem.clojure.source.Form;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Tasks of a descriptor that start the compiler of ClojureScript. */
public final class PageTasks {
    private static final String COMPILER = "cljs.main";

    private PageTasks() {}

    /**
     * The arguments of {@code clojure.main} for each.
     *
     * @throws dev.pfeiler.evidence.Refusal if the descriptor cannot be read
     */
    public static List<List<String>> of(ProjectTree tree, ClojureTool tool) {
        List<List<String>> tasks = new ArrayList<>();
        Optional<DescriptorText> text = DescriptorText.read(tree, tool.descriptor());
        text.flatMap(one -> one.top().value("aliases")).ifPresent(aliases -> aliases.all()
                .filter(form -> form.is(Form.Kind.VECTOR))
                .map(form -> form.plainParts().stream().map(Form::text).toList())
                .filter(words -> words.contains(COMPILER))
                .forEach(words -> tasks.add(words.subList(words.indexOf("-m"), words.size()))));
        return tasks;
    }
}
