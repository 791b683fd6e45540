package dev.pfeiler.ecosystem.php.source;

import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.ecosystem.php.source.PhpSource.Effect;
import dev.pfeiler.ecosystem.php.source.PhpSource.Kind;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Reads the statements at the top level of a PHP file: what it declares, and what it does when it is loaded. */
public final class PhpReader {
    private static final Pattern SHEBANG = Pattern.compile("#!.*\\R?");

    private static final Set<String> TYPES = Set.of("class", "interface", "trait", "enum");
    private static final Set<String> MODIFIERS = Set.of("abstract", "final", "readonly");
    private static final Set<String> LOADS = Set.of("require", "require_once", "include", "include_once");
    /** What a file may ask before it declares something or goes on. */
    private static final Set<String> HARMLESS = Set.of(
            "defined",
            "function_exists",
            "class_exists",
            "interface_exists",
            "trait_exists",
            "extension_loaded",
            "version_compare",
            "php_version",
            "php_version_id",
            "or",
            "and",
            "die",
            "exit",
            "false",
            "true",
            "is_callable");

    private static final int MOST_WORDS = 60;
    /** Of conditions within each other. */
    private static final int DEEPEST = 100;

    private final String path;
    private final String text;
    private final List<Token> tokens;
    private final int unclosed;
    private final Brackets brackets;
    private final Scope scope = new Scope();
    private final List<Declaration> declarations = new ArrayList<>();
    private final List<Effect> effects = new ArrayList<>();
    private int returns;
    private boolean prints;
    private int codeStart = -1;
    private int depth;

    private PhpReader(String path, String text) {
        this.path = path;
        this.text = text;
        PhpTokens.Read read = PhpTokens.of(text);
        this.tokens = read.tokens();
        this.unclosed = read.unclosed();
        this.brackets = new Brackets(tokens);
    }

    /** Reads the decoded text of a file. */
    public static PhpSource read(String path, String text) {
        PhpReader reader = new PhpReader(path, text);
        Optional<Evidence> broken = reader.broken();
        int i = 0;
        while (i < reader.tokens.size()) i = Math.max(i + 1, reader.statement(i, false));
        PhpScan scan = new PhpScan(reader.tokens, reader.brackets);
        scan.run();
        int start = reader.codeStart >= 0 ? reader.codeStart : text.length();
        return new PhpSource(
                path,
                text,
                reader.tokens,
                reader.brackets,
                List.copyOf(reader.declarations),
                scan.uses(),
                scan.calls(),
                scan.classStrings(),
                scan.loads(),
                List.copyOf(reader.effects),
                reader.returns,
                reader.prints,
                scan.features(),
                start,
                broken);
    }

    private Token at(int i) {
        return i >= 0 && i < tokens.size() ? tokens.get(i) : new Token(Token.Kind.CLOSE, "", 0, 0, 0);
    }

    private Optional<Evidence> broken() {
        if (unclosed > 0) return Optional.of(new Evidence(path, unclosed, "a string or comment that nothing closes"));
        return brackets.unpaired()
                .map(token -> new Evidence(path, token.line(), token.text() + " that has no partner"));
    }

    /** Takes one statement; the place behind it. */
    private int statement(int i, boolean conditional) {
        Token token = at(i);
        switch (token.kind()) {
            case OUTSIDE -> {
                boolean first = i == 0 && token.text().startsWith("#!");
                String printed = first ? SHEBANG.matcher(token.text()).replaceFirst("") : token.text();
                prints |= !printed.isBlank();
                return i + 1;
            }
            case OPEN -> {
                if (!token.text().equals("<?=")) return i + 1;
                prints = true;
                return behindStatement(i + 1);
            }
            case CLOSE -> {
                return i + 1;
            }
            default -> {}
        }
        if (token.is(";") || token.is("}")) return i + 1;
        if (token.is("{")) return i + 1;
        if (token.is("#[")) return brackets.closing(i) + 1;
        if (token.kind() == Token.Kind.NAME) {
            int behind = leading(i);
            if (behind > 0) return behind;
            begin(token);
            behind = declaration(i, conditional);
            if (behind > 0) return behind;
            behind = flow(i, conditional);
            if (behind > 0) return behind;
        }
        begin(token);
        return effect(i);
    }

    /** Notes where the first statement stands that is more than a heading. */
    private void begin(Token token) {
        if (codeStart < 0) codeStart = token.start();
    }

    /** Headings: namespaces, imports, directives; 0 if it is none. */
    private int leading(int i) {
        if (at(i).word("namespace")
                && (at(i + 1).kind() == Token.Kind.NAME || at(i + 1).is("{"))) {
            boolean named = at(i + 1).kind() == Token.Kind.NAME;
            scope.enter(named ? at(i + 1).text() : "");
            return named ? i + 3 : i + 2;
        }
        if (at(i).word("use")) return behindStatement(i);
        if (at(i).word("declare")) return behindStatement(i);
        return 0;
    }

    private int declaration(int i, boolean conditional) {
        int k = i;
        while (at(k).kind() == Token.Kind.NAME && MODIFIERS.contains(lower(k))) k++;
        boolean type = TYPES.contains(lower(k)) && at(k + 1).kind() == Token.Kind.NAME;
        if (type) {
            declare(Kind.valueOf(lower(k).toUpperCase(Locale.ROOT)), at(k + 1), conditional);
            return brackets.closing(next("{", k)) + 1;
        }
        if (at(i).word("function")) {
            int name = at(i + 1).is("&") ? i + 2 : i + 1;
            if (at(name).kind() != Token.Kind.NAME) return 0;
            declare(Kind.FUNCTION, at(name), conditional);
            return brackets.closing(next("{", name)) + 1;
        }
        if (at(i).word("const") && at(i + 1).kind() == Token.Kind.NAME) {
            for (int c = i + 1; c < tokens.size() && !at(c).is(";"); c++) {
                if (at(c).kind() == Token.Kind.NAME && at(c + 1).is("=")) declare(Kind.CONSTANT, at(c), conditional);
            }
            return behindStatement(i);
        }
        if (at(i).word("define") && at(i + 1).is("(") && at(i + 2).kind() == Token.Kind.STRING) {
            declarations.add(new Declaration(Kind.CONSTANT, at(i + 2).text(), at(i).line(), conditional));
            return behindStatement(i);
        }
        return 0;
    }

    private void declare(Kind kind, Token name, boolean conditional) {
        declarations.add(new Declaration(kind, scope.declared(name.text()), name.line(), conditional));
    }

    private int flow(int i, boolean conditional) {
        if (depth > DEEPEST) return 0;
        depth++;
        int behind = flowWithin(i, conditional);
        depth--;
        return behind;
    }

    private int flowWithin(int i, boolean conditional) {
        if (at(i).word("return")) {
            if (!at(i + 1).is(";")) returns = at(i).line();
            return behindStatement(i);
        }
        if (LOADS.contains(lower(i)) || at(i).is("@")) return behindStatement(i);
        if (at(i).word("else") || at(i).word("elseif") || at(i).word("if")) {
            int head = at(i + 1).is("(") ? brackets.closing(i + 1) : i;
            if (at(i).word("else") && at(i + 1).word("if")) return flow(i + 1, conditional);
            // the other way of writing blocks is left to be one effect
            if (at(head + 1).is(":")) return 0;
            boolean guard = at(head + 1).word("exit") || at(head + 1).word("die");
            if (guard && harmless(i + 1, head + 1)) return behindStatement(head + 1);
            if (!at(head + 1).is("{")) return statement(head + 1, true);
            int end = brackets.closing(head + 1);
            for (int k = head + 2; k < end; ) k = Math.max(k + 1, guardOr(k, end));
            return end + 1;
        }
        int end = behindStatement(i);
        boolean guard = at(i).word("defined") && harmless(i, end - 1);
        return guard ? end : 0;
    }

    /** Within a block under a condition; a mere way out of the file is not an effect. */
    private int guardOr(int k, int end) {
        boolean out = at(k).word("exit")
                || at(k).word("die")
                || at(k).word("return") && at(k + 1).is(";");
        return out ? Math.min(end, behindStatement(k)) : statement(k, true);
    }

    private boolean harmless(int from, int to) {
        for (int k = from; k < to; k++) {
            boolean word = at(k).kind() == Token.Kind.NAME || at(k).kind() == Token.Kind.VARIABLE;
            if (word && !HARMLESS.contains(Text.withoutStart(lower(k), "\\"))) return false;
        }
        return true;
    }

    private int effect(int i) {
        int end = behindStatement(i);
        int last = Math.min(end, tokens.size());
        String words =
                text.substring(at(i).start(), tokens.get(Math.max(i, last - 1)).end());
        String first = words.lines().findFirst().orElse("").strip();
        String shown = first.length() > MOST_WORDS ? first.substring(0, MOST_WORDS) : first;
        effects.add(new Effect(at(i).line(), shown, i, end));
        return end;
    }

    private String lower(int i) {
        return at(i).text().toLowerCase(Locale.ROOT);
    }

    private int next(String sign, int from) {
        int k = from;
        while (k < tokens.size() && !at(k).is(sign)) k++;
        return k;
    }

    /** The place behind the end of a statement: its semicolon, its block, or before the end of the code. */
    private int behindStatement(int i) {
        boolean flow = Set.of("while", "for", "foreach", "switch", "try", "catch", "finally", "do")
                .contains(lower(i));
        for (int k = i; k < tokens.size(); k++) {
            Token token = at(k);
            if (token.kind() == Token.Kind.CLOSE) return k;
            if (token.is(";")) return k + 1;
            if (token.kind() == Token.Kind.SIGN && "([{".contains(token.text())) {
                k = brackets.closing(k);
                if (flow && token.is("{")) return k + 1;
            } else if (token.is("}")) return k;
        }
        return tokens.size();
    }
}
