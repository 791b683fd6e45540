package dev.pfeiler.ecosystem.clojure.descriptor;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.ManagedBuild.Request;
import dev.pfeiler.ecosystem.clojure.source.Form;
import dev.pfeiler.ecosystem.clojure.source.FormReader;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;

/**
 * The text of a descriptor with its form.
 *
 * @param content that the form was read from
 */
record DescriptorText(String name, EditableText file, String content, Form top) {
    /** @throws Refusal if the file cannot be read as forms */
    static Optional<DescriptorText> read(ProjectTree tree, String name) {
        if (!tree.has(name)) return Optional.empty();
        EditableText file = EditableText.require(tree, name);
        return read(name, file, file.content());
    }

    private static Optional<DescriptorText> read(String name, EditableText file, String content) {
        try {
            return FormReader.read(content).stream()
                    .map(Form::plain)
                    .filter(form -> form.is(Form.Kind.MAP) || form.head().equals("defproject"))
                    .findFirst()
                    .map(top -> new DescriptorText(name, file, content, top));
        } catch (FormReader.Malformed e) {
            throw Refusal.notPossible(
                    name + ":" + e.line() + " cannot be read: " + e.getMessage() + ".", "Correct it first.");
        }
    }

    Evidence at(Form form) {
        return Evidence.at(name, content, form.start());
    }

    /** The edit that declares packages one by one. */
    Step.Edit declaring(List<Request> packages, String reason, BiFunction<DescriptorText, Request, String> one) {
        DescriptorText now = this;
        for (Request each : packages)
            now = read(name, file, one.apply(now, each)).orElseThrow();
        return file.edit(now.content, reason);
    }

    /**
     * The text with one more entry at the end of a collection, below the last one.
     *
     * @param entry in the form that the collection has
     */
    String adding(Form collection, String entry) {
        List<Form> parts = collection.parts();
        int close = collection.end() - 1;
        if (parts.isEmpty()) return content.substring(0, close) + entry + content.substring(close);
        int from = parts.get(0).start();
        int at = parts.get(parts.size() - 1).end();
        return content.substring(0, at) + file.lineEnd() + " ".repeat(column(from)) + entry + content.substring(at);
    }

    /** The text with one more key and its value at the end of the whole. */
    String appending(String entry) {
        boolean list = top.is(Form.Kind.LIST);
        int at = top.parts().isEmpty()
                ? top.end() - 1
                : top.parts().get(top.parts().size() - 1).end();
        // the keys of a project stand two columns in
        int column = column(top.start()) + (list ? 2 : 1);
        return content.substring(0, at) + file.lineEnd() + " ".repeat(column) + entry + content.substring(at);
    }

    private int column(int at) {
        return at - (content.lastIndexOf('\n', at - 1) + 1);
    }
}
