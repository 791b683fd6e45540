package dev.pfeiler.ecosystem.node.source;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;

/**
 * Which names of a script are declared where, told from its tokens. A block counts for its function, so that a name is
 * rather taken for a local one than for a global one.
 */
final class Scopes {
    private static final Pattern ASSIGNING = Pattern.compile("[-+*/%&|^<>?]{1,3}=");

    private static final Set<String> WORDS = Set.of(
            ("break case catch class const continue debugger default delete do else enum export extends false finally for"
                            + " function if import in instanceof new null return super switch this throw true try typeof var"
                            + " void while with yield let static async await of arguments undefined get set NaN Infinity")
                    .split(" "));
    private static final Set<String> HEADS = Set.of("if", "while", "for", "with", "switch", "catch", "function");
    private static final Set<String> GLOBAL_OBJECTS = Set.of("window", "self", "globalThis", "global");

    private final List<Token> tokens;
    private final Brackets brackets;
    private final List<Scope> scopes = new ArrayList<>();
    private final Scope top;
    /** Of each token, the innermost function around it. */
    private final Scope[] innermost;

    /** Of each token, whether it declares what it names. */
    private final boolean[] declaring;

    private final Map<String, Boolean> functions = new TreeMap<>();

    /** A function from its parameters to its end; an arrow function has no {@code this} of its own. */
    private record Scope(int start, int end, Set<String> declared, boolean own) {
        boolean holds(int at) {
            return at >= start && at <= end;
        }
    }

    Scopes(List<Token> tokens, Brackets brackets) {
        this.tokens = tokens;
        this.brackets = brackets;
        this.declaring = new boolean[tokens.size()];
        this.top = new Scope(0, tokens.size(), new HashSet<>(), true);
        scopes.add(top);
        this.innermost = new Scope[tokens.size()];
        for (int i = 0; i < tokens.size(); i++) function(i);
        nest();
        for (int i = 0; i < tokens.size(); i++) declaration(i);
    }

    private boolean is(int at, String text) {
        return at >= 0 && at < tokens.size() && tokens.get(at).is(text);
    }

    private boolean isName(int at) {
        return at >= 0 && at < tokens.size() && tokens.get(at).kind() == Token.Kind.NAME;
    }

    private boolean isMember(int at) {
        return is(at - 1, ".") || is(at - 1, "?.");
    }

    private void function(int i) {
        if (is(i, "(")) {
            int close = brackets.partner(i);
            int body = body(close);
            boolean arrow = is(close + 1, "=>");
            boolean method = is(body, "{") && !arrow && i > 0 && !headed(i);
            boolean function = is(i - 1, "function")
                    || is(i - 2, "function")
                    || is(i - 1, "*") && is(i - 2, "function")
                    || is(i - 3, "function");
            boolean caught = is(i - 1, "catch");
            if (!arrow && !method && !function && !caught) return;
            int end = arrow ? arrowEnd(close + 2) : is(body, "{") ? brackets.partner(body) : close;
            Scope scope = new Scope(i, end, new HashSet<>(), !arrow && !caught);
            scopes.add(scope);
            pattern(i + 1, close, scope.declared());
            // the name of a function expression is its own
            if (isName(i - 1) && (is(i - 2, "function") || is(i - 2, "*")) && !statement(i - 2))
                scope.declared().add(tokens.get(i - 1).text());
        } else if (isName(i) && is(i + 1, "=>")) {
            Scope scope = new Scope(i, arrowEnd(i + 2), new HashSet<>(), false);
            scopes.add(scope);
            scope.declared().add(tokens.get(i).text());
            declaring[i] = true;
        }
    }

    /** The brace behind a parameter list; of TypeScript, behind the type that is returned. */
    private int body(int close) {
        int i = close + 1;
        if (!is(i, ":")) return i;
        for (i++; i < tokens.size() && !is(i, "{") && !is(i, ";") && !is(i, "=>") && !is(i, ")") && !is(i, ","); i++)
            if (is(i, "(") || is(i, "[")) i = brackets.partner(i);
        return i;
    }

    private boolean headed(int i) {
        return isName(i - 1) && HEADS.contains(tokens.get(i - 1).text()) && !isMember(i - 1)
                || is(i - 1, ")")
                || is(i - 1, "await");
    }

    private boolean statement(int i) {
        int at = is(i, "*") ? i - 1 : i;
        if (is(at - 1, "async")) at--;
        return at <= 0
                || is(at - 1, ";")
                || is(at - 1, "{")
                || is(at - 1, "}")
                || is(at - 1, "export")
                || is(at - 1, "default")
                || is(at - 1, ")")
                || tokens.get(at).newLine()
                        && !is(at - 1, "=")
                        && !is(at - 1, "(")
                        && !is(at - 1, ",")
                        && !is(at - 1, ":")
                        && !is(at - 1, "?")
                        && !is(at - 1, "return");
    }

    private int arrowEnd(int start) {
        if (is(start, "{")) return brackets.partner(start);
        for (int i = start; i < tokens.size(); i++) {
            if (is(i, "(") || is(i, "[") || is(i, "{") || is(i, "${")) i = brackets.partner(i);
            else if (is(i, ",") || is(i, ";") || is(i, ")") || is(i, "]") || is(i, "}") || is(i, "}$")) return i - 1;
        }
        return tokens.size() - 1;
    }

    /** Takes the names that a pattern binds, between two places; defaults and keys are none. */
    private void pattern(int start, int end, Set<String> into) {
        boolean value = false;
        for (int i = start; i < end; i++) {
            Token token = tokens.get(i);
            if (is(i, "{") || is(i, "[")) {
                if (!value) pattern(i + 1, brackets.partner(i), into);
                i = brackets.partner(i);
            } else if (is(i, "(")) i = brackets.partner(i);
            else if (is(i, ",")) value = false;
            else if (is(i, "=") || is(i, ":") && !isKey(i - 1)) value = true;
            else if (!value && token.kind() == Token.Kind.NAME && !isKey(i) && !WORDS.contains(token.text())) {
                into.add(token.text());
                declaring[i] = true;
            }
        }
    }

    /** Whether a name is a key of an object or a pattern. */
    private boolean isKey(int i) {
        int outer = i >= 0 ? brackets.outer(i) : -1;
        return is(i + 1, ":") && (is(i - 1, "{") || is(i - 1, ",")) && is(outer, "{");
    }

    private void declaration(int i) {
        if (!isName(i) || isMember(i) || isKey(i)) return;
        switch (tokens.get(i).text()) {
            case "var", "let", "const" -> variables(i, scope(i).declared());
            case "function" -> {
                int name = is(i + 1, "*") ? i + 2 : i + 1;
                if (isName(name) && statement(i)) declare(name, scope(i), true);
            }
            case "class", "enum", "namespace" -> {
                if (isName(i + 1) && !WORDS.contains(tokens.get(i + 1).text())) declare(i + 1, scope(i), false);
            }
            case "import" -> {
                if (is(i + 1, "(") || is(i + 1, ".")) return;
                for (int j = i + 1;
                        j < tokens.size() && !is(j, "from") && tokens.get(j).kind() != Token.Kind.STRING;
                        j++) {
                    if (isName(j)
                            && !is(j + 1, "as")
                            && !WORDS.contains(tokens.get(j).text())) declare(j, top, false);
                }
            }
            default -> {}
        }
    }

    private void declare(int name, Scope scope, boolean function) {
        scope.declared().add(tokens.get(name).text());
        declaring[name] = true;
        if (scope == top && function) functions.put(tokens.get(name).text(), true);
    }

    private void variables(int start, Set<String> into) {
        int i = start + 1;
        while (i < tokens.size()) {
            int end = i;
            if (is(i, "{") || is(i, "[")) end = brackets.partner(i) + 1;
            else if (isName(i)) end = i + 1;
            else return;
            if (is(i, "{") || is(i, "[")) pattern(i + 1, end - 1, into);
            else pattern(i, end, into);
            i = end;
            // to the next comma of the statement
            for (; i < tokens.size() && !is(i, ","); i++) {
                if (is(i, "(") || is(i, "[") || is(i, "{") || is(i, "${")) i = brackets.partner(i);
                else if (is(i, ";") || is(i, ")") || is(i, "}") || is(i, "of") || is(i, "in") && i == end) return;
                else if (i > end && tokens.get(i).newLine() && ends(i - 1) && begins(i)) return;
            }
            i++;
        }
    }

    private boolean ends(int i) {
        Token token = tokens.get(i);
        return token.kind() != Token.Kind.PUNCTUATOR
                || is(i, ")")
                || is(i, "]")
                || is(i, "}")
                || is(i, "++")
                || is(i, "--");
    }

    private boolean begins(int i) {
        Token token = tokens.get(i);
        return token.kind() != Token.Kind.PUNCTUATOR && !is(i, "in") && !is(i, "instanceof") && !is(i, "of")
                || is(i, "{");
    }

    private void nest() {
        // outer ones first, so that inner ones overwrite them
        scopes.sort((one, other) -> one.start() != other.start()
                ? Integer.compare(one.start(), other.start())
                : Integer.compare(other.end(), one.end()));
        Deque<Scope> open = new ArrayDeque<>();
        int next = 0;
        for (int i = 0; i < innermost.length; i++) {
            while (next < scopes.size() && scopes.get(next).start() <= i) open.push(scopes.get(next++));
            while (open.peek().end() < i) open.pop();
            innermost[i] = open.peek();
        }
    }

    private Scope scope(int at) {
        return innermost[at];
    }

    /** What the script declares for all scripts of a page, and what it uses of theirs. */
    Script.Names names() {
        Map<String, Script.Use> used = new HashMap<>();
        Set<String> published = new TreeSet<>();
        List<Integer> outerThis = new ArrayList<>();
        List<Scope> active = new ArrayList<>();
        int next = 0;
        for (int i = 0; i < tokens.size(); i++) {
            while (next < scopes.size() && scopes.get(next).start() <= i) active.add(scopes.get(next++));
            int at = i;
            active.removeIf(scope -> scope.end() < at);
            if (!isName(i)) continue;
            if (is(i, "this") && active.stream().allMatch(scope -> scope == top || !scope.own()) && !inClass(i))
                outerThis.add(tokens.get(i).start());
            String name = tokens.get(i).text();
            if (isMember(i)) {
                boolean assigns = is(i + 1, "=") && isName(i - 2) && !isMember(i - 2);
                boolean global =
                        assigns && (GLOBAL_OBJECTS.contains(tokens.get(i - 2).text()) || aliased(i - 2));
                if (global) published.add(name);
                boolean reads = !assigns
                        && isName(i - 2)
                        && !isMember(i - 2)
                        && GLOBAL_OBJECTS.contains(tokens.get(i - 2).text());
                if (reads) used.merge(name, new Script.Use(tokens.get(i).line(), false, true), Script.Use::and);
                continue;
            }
            if (WORDS.contains(name) || declaring[i] || isKey(i) || isMethod(i) || isLabel(i)) continue;
            if (active.stream().anyMatch(scope -> scope.declared().contains(name))) continue;
            boolean assigned = is(i + 1, "=")
                    || is(i + 1, "++")
                    || is(i + 1, "--")
                    || is(i - 1, "++")
                    || is(i - 1, "--")
                    || i + 1 < tokens.size()
                            && ASSIGNING.matcher(tokens.get(i + 1).text()).matches();
            if (is(i + 1, "=")) published.add(name);
            used.merge(name, new Script.Use(tokens.get(i).line(), assigned, is(i - 1, "typeof")), Script.Use::and);
        }
        Map<String, Boolean> declared = new TreeMap<>();
        top.declared().forEach(name -> declared.put(name, functions.containsKey(name)));
        return new Script.Names(declared, used, published, outerThis);
    }

    private boolean inClass(int i) {
        for (int at = brackets.outer(i); at >= 0; at = brackets.outer(at)) {
            if (!is(at, "{")) continue;
            for (int j = at - 1; j >= 0 && j > at - 6 && !is(j, ";") && !is(j, "}"); j--)
                if (is(j, "class")) return true;
        }
        return false;
    }

    /** Whether a name is the parameter of a function that is called at once with the global object. */
    private boolean aliased(int i) {
        String name = tokens.get(i).text();
        return List.of("global", "root", "window", "exports", "g", "w").contains(name)
                && scope(i).declared().contains(name)
                && scopes.stream()
                        .filter(scope -> scope.holds(i)
                                && scope != top
                                && scope.declared().contains(name))
                        .anyMatch(scope -> calledWithGlobal(scope.end()));
    }

    private boolean calledWithGlobal(int end) {
        int i = end + 1;
        if (is(i, ")")) i++;
        return is(i, "(")
                && (is(i + 1, "this")
                        || isName(i + 1)
                                && GLOBAL_OBJECTS.contains(tokens.get(i + 1).text()));
    }

    private boolean isMethod(int i) {
        return is(i + 1, "(")
                && is(body(brackets.partner(i + 1)), "{")
                && (is(i - 1, "{")
                        || is(i - 1, ",")
                        || is(i - 1, "}")
                        || is(i - 1, ";")
                        || is(i - 1, "static")
                        || is(i - 1, "get")
                        || is(i - 1, "set")
                        || is(i - 1, "async")
                        || is(i - 1, "*"))
                && !is(body(brackets.partner(i + 1)) - 1, "=>")
                && is(brackets.outer(i), "{");
    }

    private boolean isLabel(int i) {
        return is(i + 1, ":") && (i == 0 || is(i - 1, ";") || is(i - 1, "}"))
                || is(i - 1, "break")
                || is(i - 1, "continue");
    }
}
