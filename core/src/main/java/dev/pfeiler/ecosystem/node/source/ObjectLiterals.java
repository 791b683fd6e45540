package dev.pfeiler.ecosystem.node.source;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Object literals in scripts, as far as they are written out: texts, lists and objects of them. What is computed is left
 * out.
 */
public final class ObjectLiterals {
    /** Deeper ones are no one's settings. */
    private static final int DEEPEST = 20;

    private final List<Token> tokens;
    private int at;

    private ObjectLiterals(List<Token> tokens) {
        this.tokens = tokens;
    }

    /**
     * The literals behind a sequence of tokens.
     *
     * @param before the tokens, for example {@code loader . config (}
     */
    public static List<Map<String, Object>> behind(String script, List<String> before) {
        List<Token> tokens = Lexer.of(script, false).tokens();
        List<Map<String, Object>> found = new ArrayList<>();
        for (int i = 0; i + before.size() < tokens.size(); i++) {
            boolean there = tokens.get(i + before.size()).is("{");
            for (int k = 0; there && k < before.size(); k++)
                there = tokens.get(i + k).is(before.get(k));
            if (!there) continue;
            ObjectLiterals reader = new ObjectLiterals(tokens);
            reader.at = i + before.size();
            found.add(reader.object(0));
        }
        return found;
    }

    private boolean is(String text) {
        return at < tokens.size() && tokens.get(at).is(text);
    }

    private Map<String, Object> object(int depth) {
        Map<String, Object> object = new LinkedHashMap<>();
        at++;
        while (at < tokens.size() && !is("}")) {
            Token key = tokens.get(at);
            boolean named = key.kind() == Token.Kind.NAME || key.kind() == Token.Kind.STRING;
            at++;
            if (!named || !is(":")) {
                skip();
                continue;
            }
            at++;
            Object value = value(depth + 1);
            if (value != null) object.put(key.text(), value);
        }
        at++;
        return object;
    }

    private List<Object> list(int depth) {
        List<Object> list = new ArrayList<>();
        at++;
        while (at < tokens.size() && !is("]")) {
            Object value = value(depth + 1);
            if (value != null) list.add(value);
        }
        at++;
        return list;
    }

    /** A value with the comma behind it; null for one that is computed. */
    private Object value(int depth) {
        Object value = null;
        if (depth < DEEPEST && is("{")) value = object(depth);
        else if (depth < DEEPEST && is("[")) value = list(depth);
        else if (at < tokens.size() && tokens.get(at).kind() == Token.Kind.STRING)
            value = tokens.get(at++).text();
        boolean whole = is(",") || is("}") || is("]");
        skip();
        return whole ? value : null;
    }

    /** Goes on behind the next comma of this literal, or to its end. */
    private void skip() {
        int open = 0;
        for (; at < tokens.size(); at++) {
            if (is("{") || is("[") || is("(")) open++;
            else if (open > 0 && (is("}") || is("]") || is(")"))) open--;
            else if (open == 0 && (is("}") || is("]"))) return;
            else if (open == 0 && is(",")) {
                at++;
                return;
            }
        }
    }
}
