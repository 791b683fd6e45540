package dev.pfeiler.ecosystem.clojure.project;

import dev.pfeiler.ecosystem.clojure.source.Form;
import dev.pfeiler.evidence.Evidence;
import java.util.Optional;

/**
 * A compilation of ClojureScript that a source of the project's own starts.
 *
 * @param script the source
 * @param sources the folder or the source that is compiled; empty where it is not a literal
 * @param options the map of compiler options
 * @param only whether the script does nothing else
 */
public record PageBuild(String script, String sources, Form options, boolean only, Evidence evidence) {
    /** A text or symbol among the options. */
    public Optional<String> option(String name) {
        return options.value(name)
                .map(Form::unquoted)
                .filter(form -> form.is(Form.Kind.STRING) || form.is(Form.Kind.SYMBOL) || form.is(Form.Kind.KEYWORD))
                .map(Form::text);
    }
}
