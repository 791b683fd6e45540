package dev.pfeiler.ecosystem.php.source;

import dev.pfeiler.evidence.Evidence;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What one PHP file declares, names and does.
 *
 * @param path within the tree
 * @param text of the file, decoded
 * @param tokens of the file, in their order
 * @param brackets of the tokens
 * @param declarations what it declares at its top level or under a condition there
 * @param uses names that may be those of classes, resolved
 * @param calls functions that it calls, as written, in lower case and without namespace, with the first line of each
 * @param classStrings plain strings that may name a class
 * @param loads statements and expressions that load another file
 * @param effects what it does when it is loaded, besides declaring and loading; the first places of it
 * @param returns the line of a value that it returns to who loads it; 0 if it returns none
 * @param prints whether it prints text outside of its code
 * @param features pieces of syntax that need some level, with the first line of each
 * @param codeStart where in the text the first statement may be put in front
 * @param broken what is wrong with its syntax and where, if something is
 */
public record PhpSource(
        String path,
        String text,
        List<Token> tokens,
        Brackets brackets,
        List<Declaration> declarations,
        List<Use> uses,
        Map<String, Integer> calls,
        List<Use> classStrings,
        List<Load> loads,
        List<Effect> effects,
        int returns,
        boolean prints,
        Map<PhpFeature, Integer> features,
        int codeStart,
        Optional<Evidence> broken) {
    /** What can be declared. */
    public enum Kind {
        CLASS,
        INTERFACE,
        TRAIT,
        ENUM,
        FUNCTION,
        CONSTANT;

        /** Whether it is loaded when it is first used, if somebody says from where. */
        public boolean loadable() {
            return this != FUNCTION && this != CONSTANT;
        }
    }

    /**
     * One declaration.
     *
     * @param name with its namespace, without a leading separator
     * @param conditional whether it depends on a condition at the top level
     */
    public record Declaration(Kind kind, String name, int line, boolean conditional) {
        /** The place where a file declares it. */
        public Evidence at(String path) {
            return new Evidence(path, line, kind.name().toLowerCase(Locale.ROOT) + " " + simple());
        }

        /** Without its namespace. */
        public String simple() {
            return name.substring(name.lastIndexOf('\\') + 1);
        }

        /** Empty for what is declared in no namespace. */
        public String namespace() {
            int separator = name.lastIndexOf('\\');
            return separator < 0 ? "" : name.substring(0, separator);
        }
    }

    /**
     * A name in the code.
     *
     * @param name resolved, without a leading separator
     * @param token its place among the tokens
     */
    public record Use(String name, int token, int line) {}

    /**
     * Something done when the file is loaded.
     *
     * @param start of it among the tokens
     * @param end behind it among the tokens
     */
    public record Effect(int line, String text, int start, int end) {}

    /**
     * A file that is loaded.
     *
     * @param word {@code require}, {@code include_once} and so on
     * @param first the first token of the whole statement or expression
     * @param expression the first token of the path
     * @param behind the token behind the path, or behind its parentheses
     * @param alone whether it is a statement of its own, at the top level or directly in the body of a function
     * @param top whether it is at the top level, under no condition
     * @param function the name of the function it is in, in lower case; empty outside of one
     */
    public record Load(
            String word, int first, int expression, int behind, boolean alone, boolean top, String function, int line) {
        public boolean once() {
            return word.endsWith("_once");
        }
    }

    /** What of its declarations is loaded when it is first used. */
    public List<Declaration> classes() {
        return declarations.stream().filter(d -> d.kind().loadable()).toList();
    }

    /** Whether all it does when it is loaded is to declare things and to load files. */
    public boolean declaresOnly() {
        return effects.isEmpty() && returns == 0 && !prints && !declarations.isEmpty();
    }

    /** The words of some tokens, as written in the file. */
    public String words(int first, int behind) {
        if (first >= tokens.size() || behind <= first) return "";
        return text.substring(tokens.get(first).start(), tokens.get(behind - 1).end());
    }

    /** The place of a token, with the line it is in. */
    public Evidence evidence(int token) {
        Token at = tokens.get(Math.min(token, tokens.size() - 1));
        int from = text.lastIndexOf('\n', at.start() - 1) + 1;
        int to = text.indexOf('\n', at.start());
        String whole = text.substring(from, to < 0 ? text.length() : to).strip();
        return new Evidence(path, at.line(), whole.length() > 120 ? whole.substring(0, 120) : whole);
    }

    /** The newest piece of syntax. */
    public Optional<Map.Entry<PhpFeature, Integer>> newest() {
        return features.entrySet().stream().max(Map.Entry.comparingByKey());
    }
}
