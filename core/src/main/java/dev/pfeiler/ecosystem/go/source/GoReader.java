package dev.pfeiler.ecosystem.go.source;

import dev.pfeiler.ecosystem.go.source.GoSource.Canonical;
import dev.pfeiler.ecosystem.go.source.GoSource.Import;
import dev.pfeiler.ecosystem.go.source.GoSource.Need;
import dev.pfeiler.ecosystem.go.source.GoToken.Kind;
import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads what a Go file imports, declares and needs. Sources: the Go language specification; the documentation of the go
 * command, import paths and build constraints.
 */
public final class GoReader {
    private static final Pattern CANONICAL = Pattern.compile("(?://|/\\*)\\s*import\\s+\"([^\"]+)\".*", Pattern.DOTALL);
    private static final Pattern LITERAL_OF_13 = Pattern.compile("0[bBoO].*|.*_.*|0[xX].*[pP.].*");
    private static final Pattern WHOLE = Pattern.compile("\\d+");
    /** Of an excerpt on each side of its token, in characters. */
    private static final int AROUND = 80;
    /** How many tokens a declaration is looked for before a use. */
    private static final int FARTHEST = 2000;

    private static final Pattern MAJOR = Pattern.compile("v\\d+");
    private static final Pattern VERSION_END = Pattern.compile("\\.v\\d+$");
    private static final Set<String> DECLARING = Set.of("func", "type", "var", "const");
    private static final Map<String, Integer> BUILTINS = Map.of("min", 21, "max", 21, "clear", 21);

    private final String path;
    private final String text;
    private final List<GoToken> tokens = new ArrayList<>();
    private final List<GoToken> comments = new ArrayList<>();
    private final List<Import> imports = new ArrayList<>();
    /** The paths of packages of the standard library by the names that the file has for them. */
    private final Map<String, String> library = new HashMap<>();

    private final Set<String> declared = new HashSet<>();
    /** The first place of each. */
    private final Map<String, Need> needs = new LinkedHashMap<>();

    private GoReader(String path, String text) {
        this.path = path;
        this.text = text;
        for (GoToken token : GoLexer.tokens(text)) (token.kind() == Kind.COMMENT ? comments : tokens).add(token);
        // so that the last ones have others behind them
        for (int i = 0; i < 2; i++) tokens.add(new GoToken(Kind.SIGN, "", text.length(), text.length(), 0));
    }

    public static GoSource read(String path, String text) {
        return new GoReader(path, text).read();
    }

    private GoSource read() {
        String name = tokens.size() > 1 && tokens.get(0).word("package")
                ? tokens.get(1).text()
                : "";
        int body = imports();
        declarations(body);
        needs(body);
        int clause = tokens.get(0).start();
        List<String> before = comments.stream()
                .filter(comment -> comment.start() < clause)
                .map(GoToken::text)
                .toList();
        return new GoSource(
                path,
                text,
                name,
                imports,
                canonical(),
                BuildConstraint.excludes(before),
                declared,
                List.copyOf(needs.values()));
    }

    /** The line of a token; of a long one the part around it. */
    private Evidence at(GoToken token) {
        int from = token.start();
        while (from > 0 && token.start() - from < AROUND && text.charAt(from - 1) != '\n') from--;
        int to = token.start();
        while (to < text.length() && to - token.start() < AROUND && text.charAt(to) != '\n') to++;
        return new Evidence(path, token.line(), text.substring(from, to));
    }

    private Optional<Canonical> canonical() {
        GoToken name = tokens.get(1);
        for (GoToken comment : comments) {
            if (comment.line() != name.line() || comment.start() < name.end()) continue;
            Matcher matcher = CANONICAL.matcher(comment.text());
            if (matcher.matches())
                return Optional.of(new Canonical(
                        matcher.group(1),
                        comment.start() + matcher.start(1),
                        comment.start() + matcher.end(1),
                        at(comment)));
        }
        return Optional.empty();
    }

    /** Reads the import declarations; the first token behind them. */
    private int imports() {
        int i = Math.min(2, tokens.size());
        while (i < tokens.size()
                && (tokens.get(i).word("import") || tokens.get(i).is(";"))) {
            i++;
            boolean several = i < tokens.size() && tokens.get(i).is("(");
            if (several) i++;
            while (i < tokens.size() && !tokens.get(i).is(")")) {
                String alias = "";
                if (tokens.get(i).isName() || tokens.get(i).is("."))
                    alias = tokens.get(i++).text();
                if (i >= tokens.size() || tokens.get(i).kind() != Kind.STRING) break;
                add(tokens.get(i++), alias);
                if (!several) break;
                while (i < tokens.size() && tokens.get(i).is(";")) i++;
            }
            if (several && i < tokens.size() && tokens.get(i).is(")")) i++;
        }
        return i;
    }

    private void add(GoToken token, String alias) {
        if (token.text().length() < 3) return;
        String imported = token.text().substring(1, token.text().length() - 1);
        Import one = new Import(imported, token.start() + 1, token.end() - 1, at(token));
        imports.add(one);
        if (!one.ofLibrary()) return;
        library.put(alias.isEmpty() ? usualName(imported) : alias, imported);
        StandardLibrary.since(imported)
                .ifPresent(minor -> needs.putIfAbsent(imported, new Need(minor, imported, "", one.evidence())));
    }

    private static String usualName(String imported) {
        String[] parts = imported.split("/");
        String last = parts[parts.length - 1];
        if (MAJOR.matcher(last).matches() && parts.length > 1) last = parts[parts.length - 2];
        return VERSION_END.matcher(last).replaceFirst("");
    }

    private void declarations(int from) {
        int depth = 0;
        for (int i = from; i + 1 < tokens.size(); i++) {
            GoToken token = tokens.get(i);
            if (token.is("{") || token.is("(")) depth++;
            else if (token.is("}") || token.is(")")) depth--;
            else if (depth == 0
                    && token.isName()
                    && DECLARING.contains(token.text())
                    && tokens.get(i + 1).isName())
                declared.add(tokens.get(i + 1).text());
        }
    }

    private void needs(int from) {
        for (int i = from; i + 2 < tokens.size(); i++) {
            GoToken token = tokens.get(i);
            GoToken next = tokens.get(i + 1);
            GoToken third = tokens.get(i + 2);
            boolean member = i > 0 && tokens.get(i - 1).is(".");
            if (token.kind() == Kind.NUMBER
                    && LITERAL_OF_13.matcher(token.text()).matches()) need(13, "number literal", token);
            if (token.word("func") && next.isName() && third.is("[")) need(18, "type parameters", token);
            if (token.word("type") && next.isName() && third.is("[") && isConstraint(i + 3))
                need(18, "type parameters", token);
            if ((token.is("]") || token.is("...")) && next.word("any")) need(18, "any", next);
            if ((token.is("<<") || token.is(">>"))
                    && next.isName()
                    && !third.is("(")
                    && !third.is(".")
                    && isSigned(i + 1)) need(13, "shift by a signed count", token);
            if (token.word("range") && next.kind() == Kind.NUMBER) need(22, "range over a number", token);
            if (member || !token.isName()) continue;
            if (next.is("(")
                    && BUILTINS.containsKey(token.text())
                    && !tokens.get(i - 1).word("func"))
                need(BUILTINS.get(token.text()), token.text(), token.text(), token);
            if (next.is(".") && third.isName() && library.containsKey(token.text())) {
                String imported = library.get(token.text());
                StandardLibrary.since(imported, third.text())
                        .ifPresent(minor -> need(minor, imported + "." + third.text(), "", token));
            }
        }
    }

    /** Whether the last declaration of a variable before its use makes it a signed number, as far as it shows that. */
    private boolean isSigned(int use) {
        String name = tokens.get(use).text();
        for (int i = use - 1; i > Math.max(0, use - FARTHEST); i--) {
            if (!tokens.get(i).word(name) || tokens.get(i - 1).is(".")) continue;
            GoToken next = tokens.get(i + 1);
            GoToken third = tokens.get(i + 2);
            if (next.isName() && (next.text().startsWith("int") || next.text().startsWith("uint")))
                return next.text().startsWith("int") && !next.text().equals("interface");
            if (next.is(":=") || next.is("=") && tokens.get(i - 1).word("var"))
                return third.word("len")
                        || third.word("cap")
                        || third.word("int")
                        || third.word("range")
                        || third.kind() == Kind.NUMBER
                                && WHOLE.matcher(third.text()).matches();
        }
        return false;
    }

    /** Whether brackets behind the name of a type hold parameters, and not a length. */
    private boolean isConstraint(int i) {
        if (i + 1 >= tokens.size() || !tokens.get(i).isName()) return false;
        GoToken next = tokens.get(i + 1);
        return next.isName() || next.is(",") || next.is("~") || next.is("[");
    }

    private void need(int minor, String what, GoToken token) {
        need(minor, what, "", token);
    }

    private void need(int minor, String what, String builtin, GoToken token) {
        if (!needs.containsKey(what)) needs.put(what, new Need(minor, what, builtin, at(token)));
    }
}
