package dev.pfeiler.ecosystem.php.source;

import dev.pfeiler.ecosystem.php.source.PhpSource.Load;
import dev.pfeiler.ecosystem.php.source.PhpSource.Use;
import dev.pfeiler.tree.Text;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Goes once over all tokens of a file for the names it uses, the files it loads and the syntax it needs. */
final class PhpScan {
    private static final Set<String> LOADS = Set.of("require", "require_once", "include", "include_once");
    /** Words that are no names of classes. */
    private static final Set<String> RESERVED = Set.of(
            ("abstract and array as bool break callable case catch class clone const continue declare default die do echo"
                            + " else elseif empty enddeclare endfor endforeach endif endswitch endwhile enum eval exit extends"
                            + " false final finally float fn for foreach from function global goto if implements include"
                            + " include_once instanceof insteadof int interface isset iterable list match mixed namespace never"
                            + " new null object or parent print private protected public readonly require require_once return"
                            + " self static string switch throw trait true try unset use var void while xor yield"
                            + " __class__ __dir__ __file__ __function__ __line__ __method__ __namespace__ __trait__")
                    .split(" "));

    private static final Set<String> VISIBLE = Set.of("public", "protected", "private", "readonly", "var", "static");
    private static final java.util.regex.Pattern CLASS_NAME =
            java.util.regex.Pattern.compile("\\\\?[A-Za-z_]\\w*+(\\\\[A-Za-z_]\\w*+)*+");

    /** What a pair of braces holds. */
    private enum Block {
        NAMESPACE,
        TYPE,
        FUNCTION,
        OTHER
    }

    private final List<Token> tokens;
    private final Brackets brackets;
    private final Scope scope = new Scope();
    private final List<Use> uses = new ArrayList<>();
    private final List<Use> strings = new ArrayList<>();
    private final Map<String, Integer> calls = new LinkedHashMap<>();
    private final List<Load> loads = new ArrayList<>();
    private final Map<PhpFeature, Integer> features = new EnumMap<>(PhpFeature.class);
    private final Deque<Block> blocks = new ArrayDeque<>();
    private final Deque<String> functions = new ArrayDeque<>();
    /** What the next brace opens. */
    private Block pending = Block.OTHER;

    private String pendingFunction = "";
    private int parentheses;

    PhpScan(List<Token> tokens, Brackets brackets) {
        this.tokens = tokens;
        this.brackets = brackets;
    }

    List<Use> uses() {
        return List.copyOf(uses);
    }

    List<Use> classStrings() {
        return List.copyOf(strings);
    }

    Map<String, Integer> calls() {
        return Collections.unmodifiableMap(calls);
    }

    List<Load> loads() {
        return List.copyOf(loads);
    }

    Map<PhpFeature, Integer> features() {
        return Collections.unmodifiableMap(features);
    }

    private Token at(int i) {
        return i >= 0 && i < tokens.size() ? tokens.get(i) : new Token(Token.Kind.CLOSE, "", 0, 0, 0);
    }

    private boolean named(int i) {
        return at(i).kind() == Token.Kind.NAME;
    }

    private String lower(int i) {
        return named(i) ? at(i).text().toLowerCase(Locale.ROOT) : "";
    }

    void run() {
        for (int i = 0; i < tokens.size(); ) i = take(i);
    }

    private int take(int i) {
        Token token = at(i);
        switch (token.kind()) {
            case SIGN -> sign(i);
            case STRING -> {
                boolean possible = token.text().length() > 2 && token.text().length() < 200;
                if (possible && CLASS_NAME.matcher(token.text()).matches())
                    strings.add(new Use(Text.withoutStart(token.text(), "\\"), i, token.line()));
            }
            case NAME -> {
                return name(i);
            }
            default -> {}
        }
        return i + 1;
    }

    private void feature(PhpFeature feature, int i) {
        features.putIfAbsent(feature, at(i).line());
    }

    private void sign(int i) {
        switch (at(i).text()) {
            case "{" -> {
                blocks.push(pending);
                functions.push(
                        pending == Block.FUNCTION ? pendingFunction : functions.isEmpty() ? "" : functions.peek());
                pending = Block.OTHER;
            }
            case "}" -> {
                blocks.poll();
                functions.poll();
            }
            // a declaration without a body
            case ";" -> pending = Block.OTHER;
            case "(" -> parentheses++;
            case ")" -> parentheses--;
            case "??" -> feature(PhpFeature.NULL_COALESCING, i);
            case "??=" -> feature(PhpFeature.NULL_ASSIGNMENT, i);
            case "<=>" -> feature(PhpFeature.SPACESHIP, i);
            case "?->" -> feature(PhpFeature.NULL_SAFE, i);
            case "#[" -> {
                // on a line of its own, it is a comment to older versions
                int close = brackets.closing(i);
                boolean alone =
                        at(close).line() == at(i).line() && at(close + 1).line() > at(i).line();
                if (!alone) feature(PhpFeature.ATTRIBUTE, i);
            }
            case "..." ->
                feature(
                        at(i + 1).is(")") && at(i - 1).is("(") ? PhpFeature.STATIC_CLOSURE_CALL : PhpFeature.VARIADIC,
                        i);
            case "[" -> {
                boolean value = at(i - 1).kind() == Token.Kind.SIGN
                        && !at(i - 1).is("]")
                        && !at(i - 1).is(")")
                        && !at(i - 1).is("}");
                if (value || lower(i - 1).equals("return")) feature(PhpFeature.SHORT_ARRAY, i);
            }
            case "?" -> {
                boolean type = named(i + 1)
                        && (at(i + 2).kind() == Token.Kind.VARIABLE || at(i - 1).is(":"));
                if (type) feature(PhpFeature.NULLABLE_TYPE, i);
            }
            default -> {}
        }
    }

    private int name(int i) {
        String word = lower(i);
        boolean member = at(i - 1).is("->") || at(i - 1).is("?->") || at(i - 1).is("::");
        if (member) {
            if (word.equals("class")) feature(PhpFeature.CLASS_NAME, i);
            return i + 1;
        }
        if (LOADS.contains(word)) load(i);
        switch (word) {
            case "namespace" -> {
                if (!named(i + 1) && !at(i + 1).is("{")) return i + 1;
                scope.enter(named(i + 1) ? at(i + 1).text() : "");
                if (named(i + 1)) feature(PhpFeature.NAMESPACE, i);
                if (at(named(i + 1) ? i + 2 : i + 1).is("{")) pending = Block.NAMESPACE;
                return named(i + 1) ? i + 2 : i + 1;
            }
            case "use" -> {
                if (inner() == null || inner() == Block.NAMESPACE) return imports(i);
                return i + 1;
            }
            case "class", "interface", "trait", "enum" -> {
                if (type(i, word)) return named(i + 1) && !anonymous(i) ? i + 2 : i + 1;
            }
            case "function" -> {
                return function(i);
            }
            case "fn" -> feature(PhpFeature.ARROW_FUNCTION, i);
            case "match" -> {
                if (at(i + 1).is("(")) feature(PhpFeature.MATCH, i);
            }
            case "yield" -> feature(PhpFeature.GENERATOR, i);
            case "declare" -> {
                if (lower(i + 2).equals("strict_types")) feature(PhpFeature.STRICT_TYPES, i);
                return i + 3;
            }
            case "const" -> {
                if (inner() == Block.TYPE && VISIBLE.contains(lower(i - 1))) feature(PhpFeature.CONSTANT_VISIBILITY, i);
                return i + 2;
            }
            case "readonly" ->
                feature(
                        lower(i + 1).equals("class") || lower(i + 2).equals("class")
                                ? PhpFeature.READONLY_CLASS
                                : PhpFeature.READONLY,
                        i);
            default -> {}
        }
        property(i);
        if (RESERVED.contains(word)) return i + 1;
        boolean called =
                at(i + 1).is("(") && !lower(i - 1).equals("new") && !at(i - 1).is("#[");
        if (called) calls.putIfAbsent(word.substring(word.lastIndexOf('\\') + 1), at(i).line());
        else if (!at(i + 1).is(":") || at(i + 2).is(":"))
            uses.add(new Use(scope.resolve(at(i).text()), i, at(i).line()));
        return i + 1;
    }

    private Block inner() {
        return blocks.peek();
    }

    private boolean anonymous(int i) {
        return lower(i - 1).equals("new") || lower(i - 1).equals("extends");
    }

    /** A declaration of a class or the like; false where the word means something else. */
    private boolean type(int i, String word) {
        boolean declares = named(i + 1) && !(word.equals("enum") && at(i + 1).is("("));
        if (anonymous(i)) feature(PhpFeature.ANONYMOUS_CLASS, i);
        else if (!declares) return false;
        pending = Block.TYPE;
        if (word.equals("trait")) feature(PhpFeature.TRAIT, i);
        if (word.equals("enum")) feature(PhpFeature.ENUM, i);
        return true;
    }

    private int function(int i) {
        int name = at(i + 1).is("&") ? i + 2 : i + 1;
        boolean closure = at(name).is("(");
        if (closure) feature(PhpFeature.CLOSURE, i);
        pending = Block.FUNCTION;
        // a closure belongs to the function around it
        pendingFunction = closure ? (functions.isEmpty() ? "" : functions.peek()) : lower(name);
        int open = closure ? name : name + 1;
        if (at(open).is("(")) {
            int close = brackets.closing(open);
            if (at(close + 1).is(":")) feature(PhpFeature.RETURN_TYPE, close + 1);
            for (int k = open; lower(name).equals("__construct") && k < close; k++) {
                if (VISIBLE.contains(lower(k)) && !lower(k).equals("static")) feature(PhpFeature.PROMOTED_PARAMETER, k);
            }
        }
        return closure ? i + 1 : name + 1;
    }

    private void property(int i) {
        boolean first = VISIBLE.contains(lower(i)) && inner() == Block.TYPE && parentheses == 0;
        if (!first) return;
        int k = i + 1;
        if (at(k).is("?")) k++;
        boolean typed = named(k) && !VISIBLE.contains(lower(k)) && !lower(k).equals("function");
        while (typed && (named(k) || at(k).is("|") || at(k).is("&"))) k++;
        if (typed && at(k).kind() == Token.Kind.VARIABLE) feature(PhpFeature.TYPED_PROPERTY, i);
    }

    /** {@code use A\B;}, {@code use A\B as C, D;}, {@code use A\{B, C as D};}; the place behind it. */
    private int imports(int i) {
        boolean other = lower(i + 1).equals("function") || lower(i + 1).equals("const");
        String prefix = "";
        int k = other ? i + 2 : i + 1;
        for (; k < tokens.size() && !at(k).is(";") && at(k).kind() != Token.Kind.CLOSE; k++) {
            if (at(k).is("}")) prefix = "";
            if (!named(k) || lower(k).equals("as")) continue;
            // the lexer leaves the separator before the brace apart
            if (at(k + 1).is("\\") && at(k + 2).is("{")) {
                prefix = Text.withoutStart(at(k).text(), "\\") + "\\";
                k += 2;
                continue;
            }
            String name = prefix + Text.withoutStart(at(k).text(), "\\");
            boolean renamed = lower(k + 1).equals("as");
            String alias = renamed ? at(k + 2).text() : name.substring(name.lastIndexOf('\\') + 1);
            if (!other) {
                scope.take(name, alias);
                uses.add(new Use(name, k, at(k).line()));
            }
            if (renamed) k += 2;
        }
        return k;
    }

    private void load(int i) {
        int first = at(i - 1).is("@") ? i - 1 : i;
        boolean wrapped = at(i + 1).is("(") && ends(brackets.closing(i + 1) + 1);
        int expression = wrapped ? i + 2 : i + 1;
        int behind = wrapped ? brackets.closing(i + 1) : expressionEnd(i + 1);
        boolean ended = ends(wrapped ? behind + 1 : behind);
        Token before = at(first - 1);
        boolean starts = before.kind() == Token.Kind.OPEN && !before.text().equals("<?=")
                || before.is(";")
                || before.is("{")
                || before.is("}");
        Block inner = inner();
        boolean direct = inner == null || inner == Block.NAMESPACE || inner == Block.FUNCTION;
        boolean top = blocks.stream().allMatch(block -> block == Block.NAMESPACE);
        String function = functions.isEmpty() ? "" : functions.peek();
        loads.add(new Load(
                lower(i), first, expression, behind, starts && ended && direct, top && starts, function, at(i).line()));
    }

    private boolean ends(int i) {
        return at(i).is(";") || at(i).kind() == Token.Kind.CLOSE;
    }

    private int expressionEnd(int from) {
        for (int k = from; k < tokens.size(); k++) {
            Token token = at(k);
            if (token.kind() == Token.Kind.CLOSE
                    || token.is(";")
                    || token.is(",")
                    || token.word("or")
                    || token.word("and")) return k;
            if (token.is("(") || token.is("[") || token.is("{")) k = brackets.closing(k);
            else if (token.is(")") || token.is("]") || token.is("}") || token.is("||") || token.is("&&")) return k;
        }
        return tokens.size();
    }
}
