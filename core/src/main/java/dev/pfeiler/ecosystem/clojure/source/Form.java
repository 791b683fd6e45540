package dev.pfeiler.ecosystem.clojure.source;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A form that the reader of Clojure gives, with its place in the text.
 *
 * @param text of a form without parts: a symbol as written, a keyword without its colons, a string with its escapes resolved;
 *     of a tagged literal, its tag; of a prefix, the prefix
 * @param parts of a collection; of a prefix, what follows it; of metadata, the metadata and what has it
 * @param start counted in characters from 0
 * @param end behind the last character
 * @param line counted from 1
 */
public record Form(Kind kind, String text, List<Form> parts, int start, int end, int line) {
    /** What a form is. */
    public enum Kind {
        SYMBOL,
        KEYWORD,
        STRING,
        CHARACTER,
        NUMBER,
        REGEX,
        LIST,
        VECTOR,
        MAP,
        SET,
        /** {@code #(…)} */
        FUNCTION,
        /** {@code #?(…)} and {@code #?@(…)} */
        CONDITIONAL,
        /** {@code #tag form} */
        TAGGED,
        /** A quote, a dereference, an unquote, a reference to a var. */
        PREFIX,
        /** {@code ^meta form} */
        META
    }

    public Form {
        parts = List.copyOf(parts);
    }

    /** The form without its metadata. */
    public Form plain() {
        Form form = this;
        while (form.kind == Kind.META) form = form.parts.get(form.parts.size() - 1);
        return form;
    }

    /** The form without its metadata and a quote before it. */
    public Form unquoted() {
        Form form = plain();
        return form.kind == Kind.PREFIX && form.text.equals("'")
                ? form.parts.get(0).plain()
                : form;
    }

    public boolean is(Kind wanted) {
        return kind == wanted;
    }

    public boolean isSymbol(String name) {
        return kind == Kind.SYMBOL && text.equals(name);
    }

    public boolean isKeyword(String name) {
        return kind == Kind.KEYWORD && text.equals(name);
    }

    /** The parts, each without its metadata. */
    public List<Form> plainParts() {
        return parts.stream().map(Form::plain).toList();
    }

    /** The name that a list starts with, as a call does; empty if it starts with something else. */
    public String head() {
        if (kind != Kind.LIST || parts.isEmpty()) return "";
        Form first = parts.get(0).plain();
        return first.kind == Kind.SYMBOL ? first.text : "";
    }

    /** What a key of a map, or of a list or vector of pairs, stands before. */
    public Optional<Form> value(String keyword) {
        List<Form> all = plainParts();
        for (int i = 0; i + 1 < all.size(); i++) if (all.get(i).isKeyword(keyword)) return Optional.of(all.get(i + 1));
        return Optional.empty();
    }

    /** The form and all that is in it, the outer ones first. */
    public Stream<Form> all() {
        return Stream.concat(Stream.of(this), parts.stream().flatMap(Form::all));
    }
}
