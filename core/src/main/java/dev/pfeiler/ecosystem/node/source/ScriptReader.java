package dev.pfeiler.ecosystem.node.source;

import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;

/** Reads one source file of JavaScript or TypeScript. Source: ECMA-262; the TypeScript handbook, modules. */
public final class ScriptReader {
    private static final Pattern TYPED = Pattern.compile("(?s).*\\.[cm]?ts");

    private static final Set<String> COMMON = Set.of("module", "exports", "require", "__dirname", "__filename");
    /** What the runtime brings as modules, each with the first release that has it. Source: the Node.js documentation. */
    private static final Map<String, String> LATE_MODULES = Map.of(
            "test",
            "18.0.0",
            "sqlite",
            "22.5.0",
            "sea",
            "20.12.0",
            "timers/promises",
            "15.0.0",
            "stream/promises",
            "15.0.0",
            "fs/promises",
            "14.0.0",
            "dns/promises",
            "15.0.0",
            "stream/web",
            "16.5.0",
            "readline/promises",
            "17.0.0");

    private final String path;
    private final String content;
    private final List<Token> tokens;
    private final Brackets brackets;
    private final Lexer.Result lexed;
    private final List<Import> imports = new ArrayList<>();
    private final Map<String, Feature> features = new LinkedHashMap<>();
    private final Set<String> exported = new TreeSet<>();
    private boolean ecma;

    private ScriptReader(String path, String content) {
        this.path = path;
        this.content = content;
        this.lexed = Lexer.of(content, !TYPED.matcher(path).matches());
        this.tokens = lexed.tokens();
        this.brackets = new Brackets(tokens);
    }

    /** Reads a text; what cannot be understood is left out and the line said. */
    public static Script read(String path, String content) {
        return new ScriptReader(path, content).script();
    }

    private Script script() {
        for (int i = 0; i < tokens.size(); i++) {
            if (tokens.get(i).kind() == Token.Kind.NAME) name(i);
            else features(i);
        }
        Script.Names names = new Scopes(tokens, brackets).names();
        boolean common = !ecma
                && COMMON.stream()
                        .anyMatch(name -> names.used().containsKey(name)
                                && !names.used().get(name).tested());
        boolean amd = !ecma && names.used().containsKey("define") && calls("define");
        if (ecma) feature("ECMAScript modules", "12.20.0", 0);
        boolean started = content.startsWith("#!")
                && content.lines().findFirst().orElse("").contains("node");
        return new Script(
                path,
                content,
                imports,
                new Script.Modules(
                        ecma, common && !(amd && names.used().get("define").tested()), amd, exported),
                names,
                List.copyOf(features.values()),
                lexed.isMarkup(),
                started,
                lexed.broken());
    }

    private boolean calls(String name) {
        for (int i = 0; i + 1 < tokens.size(); i++) if (is(i, name) && is(i + 1, "(") && !is(i - 1, ".")) return true;
        return false;
    }

    private boolean is(int at, String text) {
        return at >= 0 && at < tokens.size() && tokens.get(at).is(text);
    }

    private Optional<Token> string(int at) {
        if (at < 0 || at >= tokens.size()) return Optional.empty();
        Token token = tokens.get(at);
        boolean plain = token.kind() == Token.Kind.STRING
                || token.kind() == Token.Kind.TEMPLATE && !is(at + 1, "${") && !is(at - 1, "}$");
        return plain ? Optional.of(token) : Optional.empty();
    }

    private Evidence evidence(int at) {
        return new Evidence(path, tokens.get(at).line(), lineOf(tokens.get(at).start()));
    }

    private String lineOf(int at) {
        int start = content.lastIndexOf('\n', at - 1) + 1;
        int end = content.indexOf('\n', at);
        String line = content.substring(start, end < 0 ? content.length() : end);
        // of a minified file, what stands around the place
        return line.length() <= 200
                ? line
                : content.substring(Math.max(start, at - 40), Math.min(start + line.length(), at + 80));
    }

    private void feature(String text, String release, int at) {
        if (tokens.isEmpty()) return;
        features.putIfAbsent(text, new Feature(text, release, evidence(at)));
    }

    private void name(int i) {
        boolean member = is(i - 1, ".") || is(i - 1, "?.");
        boolean key = is(i + 1, ":") && (is(i - 1, "{") || is(i - 1, ","));
        String text = tokens.get(i).text();
        if (text.startsWith("#")) {
            feature(is(i + 1, "(") ? "private methods" : "class fields", is(i + 1, "(") ? "14.6.0" : "12.0.0", i);
            return;
        }
        if (member || key) return;
        switch (text) {
            case "import" -> importing(i);
            case "export" -> exporting(i);
            case "require" -> requiring(i);
            case "module" -> {
                if (is(i + 1, ".") && is(i + 2, "exports")) assigned(i + 3);
            }
            case "exports" -> assigned(i + 1);
            case "define" -> defining(i);
            case "async" -> {
                if (is(i + 1, "function") || is(i + 1, "(") || is(i + 2, "=>") || is(i + 2, "(")) asynchronous(i);
            }
            case "await" -> {
                if (is(i - 1, "for")) feature("asynchronous iteration", "10.0.0", i);
                else if (brackets.outer(i) < 0 && !is(i + 1, "=")) feature("await at the top of a module", "14.8.0", i);
            }
            case "let", "const", "class" -> feature(text, "6.0.0", i);
            case "catch" -> {
                if (is(i + 1, "{")) feature("catch without a parameter", "10.0.0", i);
            }
            case "static" -> {
                if (is(i + 1, "{")) feature("static blocks of classes", "16.11.0", i);
                else if (is(i + 2, "=")) feature("class fields", "12.0.0", i);
            }
            default -> {
                if (field(i)) feature("class fields", "12.0.0", i);
            }
        }
    }

    private void asynchronous(int i) {
        feature("async functions", "8.0.0", i);
        if (is(i + 1, "function") && is(i + 2, "*")) feature("asynchronous iteration", "10.0.0", i);
    }

    /** Whether a name in a class body gets a value outside its methods. */
    private boolean field(int i) {
        int outer = brackets.outer(i);
        if (!is(i + 1, "=") || !is(outer, "{") || !(is(i - 1, "{") || is(i - 1, ";") || is(i - 1, "}"))) return false;
        for (int j = outer - 1; j >= 0 && j > outer - 8 && !is(j, ";") && !is(j, "}") && !is(j, ")"); j--)
            if (is(j, "class") && !is(j - 1, ".")) return true;
        return false;
    }

    private void features(int i) {
        Token token = tokens.get(i);
        switch (token.kind()) {
            case NUMBER -> {
                if (token.text().endsWith("n") && !token.text().startsWith("0x")) feature("big integers", "10.4.0", i);
                if (token.text().indexOf('_') > 0) feature("separators in numbers", "12.5.0", i);
            }
            case TEMPLATE -> feature("template literals", "6.0.0", i);
            case REGEX -> {
                if (token.text().contains("(?<")) feature("lookbehind and named groups", "10.0.0", i);
                String flags = token.text().substring(token.text().lastIndexOf('/') + 1);
                if (flags.contains("v")) feature("the v flag of regular expressions", "20.0.0", i);
                if (flags.contains("d")) feature("the d flag of regular expressions", "16.0.0", i);
            }
            case PUNCTUATOR -> punctuator(i, token.text());
            default -> {}
        }
    }

    private void punctuator(int i, String text) {
        switch (text) {
            case "=>" -> feature("arrow functions", "6.0.0", i);
            case "**", "**=" -> feature("the exponent operator", "7.0.0", i);
            case "?." -> feature("optional chaining", "14.0.0", i);
            case "??" -> feature("the ?? operator", "14.0.0", i);
            case "??=", "||=", "&&=" -> feature("the " + text + " operator", "15.0.0", i);
            case "..." -> {
                boolean object = is(brackets.outer(i), "{") && (is(i - 1, "{") || is(i - 1, ","));
                feature(object ? "spread in objects" : "spread", object ? "8.3.0" : "6.0.0", i);
            }
            default -> {}
        }
    }

    private void importing(int i) {
        if (is(i + 1, ".")) {
            ecma = true;
            feature("import.meta", "12.0.0", i);
        } else if (is(i + 1, "(")) {
            feature("import()", "12.17.0", i);
            string(i + 2).ifPresent(name -> add(Import.Form.DYNAMIC, name, List.of("*"), i));
        } else if (is(i + 2, "=") && is(i + 3, "require")) {
            ecma = true;
        } else {
            ecma = true;
            int j = i + 1;
            boolean types = is(j, "type") && !is(j + 1, "from") && !is(j + 1, ",");
            List<String> names = new ArrayList<>();
            for (; j < tokens.size() && string(j).isEmpty() && !is(j, ";"); j++) names(j, names);
            int from = j;
            string(j).ifPresent(name -> add(types ? Import.Form.TYPES : Import.Form.STATIC, name, names, from));
        }
    }

    /** Takes what an import clause names at a token. */
    private void names(int j, List<String> names) {
        boolean inner = is(brackets.outer(j), "{");
        if (is(j, "*")) names.add("*");
        else if (tokens.get(j).kind() == Token.Kind.NAME
                && !is(j, "from")
                && !is(j - 1, "as")
                && !is(j - 1, "type")
                && !is(j, "as")) {
            if (is(j, "type") && !is(j + 1, ",") && !is(j + 1, "}") && !is(j + 1, "from")) return;
            names.add(inner ? tokens.get(j).text() : "default");
        }
    }

    private void exporting(int i) {
        if (is(i + 1, "=")) {
            exported.add("default");
            ecma = true;
            return;
        }
        ecma = true;
        int j = i + 1;
        if (is(j, "default")) exported.add("default");
        else if (is(j, "{") || is(j, "*") || is(j, "type") && is(j + 1, "{")) {
            boolean types = is(j, "type");
            boolean all = is(j, "*");
            int open = types ? j + 1 : j;
            int close = all ? j : brackets.partner(open);
            if (all && is(j + 1, "as")) {
                exported.add(tokens.get(j + 2).text());
                close = j + 2;
            }
            List<String> names = new ArrayList<>();
            for (int k = open + 1; !all && k < close; k++) {
                if (tokens.get(k).kind() != Token.Kind.NAME
                        || is(k, "as")
                        || is(k, "type") && !is(k + 1, ",") && !is(k + 1, "}")) continue;
                if (!is(k - 1, "as")) names.add(tokens.get(k).text());
                if (!is(k + 1, "as") && !types) exported.add(tokens.get(k).text());
            }
            if (all) names.add("*");
            int from = close + 2;
            if (is(close + 1, "from"))
                string(from).ifPresent(name -> add(types ? Import.Form.TYPES : Import.Form.STATIC, name, names, from));
        } else {
            while (is(j, "async") || is(j, "abstract") || is(j, "declare") || is(j, "*")) j++;
            if (is(j, "function")
                    || is(j, "class")
                    || is(j, "enum")
                    || is(j, "interface")
                    || is(j, "namespace")
                    || is(j, "type"))
                exported.add(tokens.get(Math.min(tokens.size() - 1, is(j + 1, "*") ? j + 2 : j + 1))
                        .text());
            else if (is(j, "const") || is(j, "let") || is(j, "var")) variables(j);
        }
    }

    private void variables(int j) {
        if (is(j + 1, "{") || is(j + 1, "[")) {
            for (int k = j + 2; k < brackets.partner(j + 1); k++)
                if (tokens.get(k).kind() == Token.Kind.NAME && !is(k + 1, ":"))
                    exported.add(tokens.get(k).text());
            return;
        }
        int name = is(j + 1, "enum") ? j + 2 : j + 1;
        if (name < tokens.size()) exported.add(tokens.get(name).text());
    }

    private void requiring(int i) {
        boolean resolves = is(i + 1, ".") && is(i + 2, "resolve") && is(i + 3, "(");
        int at = resolves ? i + 4 : i + 2;
        if (!resolves && !is(i + 1, "(")) return;
        Optional<Token> name = string(at).filter(token -> is(at + 1, ")") || is(at + 1, ","));
        if (name.isEmpty()) return;
        add(resolves ? Import.Form.REFERENCE : Import.Form.REQUIRE, name.get(), taken(i, at), at);
    }

    /** What a call of {@code require} is used for. */
    private List<String> taken(int i, int at) {
        List<String> names = new ArrayList<>();
        if (is(at + 2, ".") && at + 3 < tokens.size())
            names.add(tokens.get(at + 3).text());
        else if (is(i - 1, "=") && is(i - 2, "}")) {
            for (int k = brackets.partner(i - 2) + 1; k < i - 2; k++)
                if (tokens.get(k).kind() == Token.Kind.NAME && !is(k - 1, ":"))
                    names.add(tokens.get(k).text());
        } else {
            names.add("default");
        }
        return names;
    }

    private void defining(int i) {
        if (!is(i + 1, "(")) return;
        int list = string(i + 2).isPresent() && is(i + 3, ",") ? i + 4 : i + 2;
        if (!is(list, "[")) return;
        for (int k = list + 1; k < brackets.partner(list); k++) {
            Optional<Token> name = string(k);
            if (name.isPresent() && !COMMON.contains(name.get().text()))
                add(Import.Form.REQUIRE, name.get(), List.of("default"), k);
        }
    }

    private void assigned(int i) {
        if (is(i, "=")) {
            exported.add("default");
            if (is(i + 1, "{")) {
                int close = brackets.partner(i + 1);
                for (int k = i + 2; k < close; k++) {
                    boolean first = is(k - 1, "{") || is(k - 1, ",");
                    if (brackets.outer(k) == i + 1 && first && tokens.get(k).kind() == Token.Kind.NAME)
                        exported.add(tokens.get(k).text());
                }
            }
        } else if (is(i, ".") && is(i + 2, "=")) exported.add(tokens.get(i + 1).text());
    }

    private void add(Import.Form form, Token name, List<String> names, int at) {
        String specifier = name.text();
        if (specifier.isBlank() || specifier.indexOf('!') >= 0) return;
        String module = specifier.startsWith("node:") ? specifier.substring(5) : specifier;
        if (specifier.startsWith("node:")) feature("the node: prefix", ecma ? "12.20.0" : "14.18.0", at);
        if (LATE_MODULES.containsKey(module) && (specifier.startsWith("node:") || module.contains("/")))
            feature("the module " + module, LATE_MODULES.get(module), at);
        imports.add(new Import(form, specifier, names, guarded(at), name.start(), name.end(), evidence(at)));
    }

    /** Whether a place is in a block that catches errors. */
    private boolean guarded(int i) {
        for (int at = brackets.outer(i); at >= 0; at = brackets.outer(at))
            if (is(at, "{") && is(at - 1, "try")) return true;
        return false;
    }
}
