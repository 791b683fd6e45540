package dev.pfeiler.ecosystem.php.loading;

import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.Token;
import dev.pfeiler.ecosystem.php.source.Token.Kind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Works out texts, such as paths, from the code that makes them up, without running it. */
public final class Expressions {
    private static final Pattern DIGIT = Pattern.compile("\\d");

    /** Stands for the folder of the project, wherever that is. */
    public static final String ROOT = "\uE000";

    private static final int DEEPEST = 20;
    /** Of an expression that makes up a path, in tokens. */
    private static final int LONGEST = 400;
    /** Of the texts that a loop makes. */
    private static final int MOST = 200;

    private static final Pattern IN_TEXT =
            Pattern.compile("\\{\\$([A-Za-z_]\\w*)\\}|\\{\\$[^}]*\\}|\\$([A-Za-z_]\\w*)(\\[[^\\]]*\\]|->\\w+)?");
    /** Functions that give back the path they are given, more or less. */
    private static final Set<String> SAME = Set.of("realpath", "rtrim", "trim", "strval");

    /** Tokens of one source, from one to before another. */
    private record Range(PhpSource source, int from, int behind) {}

    /** A function that gives one text back. */
    private record Function(String parameter, Range value) {}

    private final Map<String, Range> constants = new HashMap<>();
    private final Map<String, Function> functions = new HashMap<>();
    private final Map<String, Map<String, List<Range>>> variables = new HashMap<>();
    /** By file, the lists that loops go through, by the variable that takes each of their texts in turn. */
    private final Map<String, Map<String, List<Range>>> loops = new HashMap<>();

    private final Set<String> open = new HashSet<>();
    private int depth;

    public Expressions(Collection<PhpSource> sources) {
        sources.forEach(this::gather);
    }

    private void gather(PhpSource source) {
        List<Token> tokens = source.tokens();
        for (int i = 0; i + 3 < tokens.size(); i++) {
            Token token = tokens.get(i);
            if (token.word("define")
                    && tokens.get(i + 1).is("(")
                    && tokens.get(i + 2).kind() == Kind.STRING) {
                Range value = new Range(source, i + 4, source.brackets().closing(i + 1));
                constants.putIfAbsent(tokens.get(i + 2).text(), value);
            } else if (token.word("const") && tokens.get(i + 2).is("=")) {
                constants.putIfAbsent(tokens.get(i + 1).text(), new Range(source, i + 3, end(source, i + 3)));
            } else if (token.kind() == Kind.VARIABLE && tokens.get(i + 1).is("=")) {
                variables
                        .computeIfAbsent(source.path(), p -> new HashMap<>())
                        .computeIfAbsent(token.text(), v -> new ArrayList<>())
                        .add(new Range(source, i + 2, end(source, i + 2)));
            } else if (token.word("foreach")) loop(source, i);
            else if (token.word("function") && tokens.get(i + 1).kind() == Kind.NAME) function(source, i);
        }
    }

    /** {@code foreach (array('a', 'b') as $x)}, and the same with a variable that holds the list. */
    private void loop(PhpSource source, int i) {
        List<Token> tokens = source.tokens();
        int close = source.brackets().closing(i + 1);
        int as = i + 2;
        while (as < close && !tokens.get(as).word("as")) as++;
        if (as + 1 >= close || tokens.get(close - 1).kind() != Kind.VARIABLE) return;
        loops.computeIfAbsent(source.path(), p -> new HashMap<>())
                .computeIfAbsent(tokens.get(close - 1).text(), v -> new ArrayList<>())
                .add(new Range(source, i + 2, as));
    }

    /** The texts of a written list; none where it is none. */
    private List<Range> elements(Range list) {
        List<Token> tokens = list.source.tokens();
        if (list.behind - list.from == 1 && tokens.get(list.from).kind() == Kind.VARIABLE) {
            List<Range> values = variables
                    .getOrDefault(list.source.path(), Map.of())
                    .getOrDefault(tokens.get(list.from).text(), List.of());
            return values.stream()
                    .filter(value -> value.behind - value.from > 1)
                    .flatMap(value -> elements(value).stream())
                    .toList();
        }
        int open = tokens.get(list.from).word("array") ? list.from + 1 : list.from;
        if (!tokens.get(open).is("(") && !tokens.get(open).is("[")) return List.of();
        List<Range> elements = new ArrayList<>();
        for (int k = open + 1; k < list.behind - 1; ) {
            int end = end(list.source, k);
            if (end > k) elements.add(new Range(list.source, k, end));
            k = end + 1;
        }
        return elements;
    }

    /** What is known of each text that some tokens may make up, as loops go through lists. */
    public List<PartlyKnown> all(PhpSource source, int from, int behind) {
        Set<PartlyKnown> all = new java.util.LinkedHashSet<>();
        loops.getOrDefault(source.path(), Map.of()).forEach((variable, lists) -> {
            lists.stream()
                    .flatMap(list -> elements(list).stream())
                    .limit(MOST)
                    .forEach(element ->
                            all.add(of(new Range(source, from, behind), Map.of(variable, of(element, Map.of())))));
        });
        PartlyKnown plain = of(source, from, behind);
        // where the text does not depend on a loop it is the same in each turn
        if (all.isEmpty() || all.contains(plain)) return List.of(plain);
        return List.copyOf(all);
    }

    private void function(PhpSource source, int i) {
        List<Token> tokens = source.tokens();
        int close = source.brackets().closing(i + 2);
        int body = close + 1;
        while (body < tokens.size()
                && !tokens.get(body).is("{")
                && !tokens.get(body).is(";")) body++;
        boolean returns = body + 1 < tokens.size() && tokens.get(body + 1).word("return");
        if (!returns) return;
        String parameter = tokens.subList(i + 2, close).stream()
                .filter(t -> t.kind() == Kind.VARIABLE)
                .map(Token::text)
                .findFirst()
                .orElse("");
        Range value = new Range(source, body + 2, end(source, body + 2));
        functions.putIfAbsent(tokens.get(i + 1).text().toLowerCase(Locale.ROOT), new Function(parameter, value));
    }

    /** The place of what ends an expression. */
    static int end(PhpSource source, int from) {
        List<Token> tokens = source.tokens();
        for (int k = from; k < Math.min(tokens.size(), from + LONGEST); k++) {
            Token token = tokens.get(k);
            if (token.is(";")
                    || token.is(",")
                    || token.is(")")
                    || token.is("]")
                    || token.is("}")
                    || token.kind() == Kind.CLOSE) return k;
            if (token.is("(") || token.is("[") || token.is("{"))
                k = source.brackets().closing(k);
        }
        return Math.min(tokens.size(), from + LONGEST);
    }

    /** What is known of the text that some tokens make up. */
    public PartlyKnown of(PhpSource source, int from, int behind) {
        return of(new Range(source, from, behind), Map.of());
    }

    private PartlyKnown of(Range range, Map<String, PartlyKnown> given) {
        if (depth > DEEPEST) return PartlyKnown.UNKNOWN;
        depth++;
        PartlyKnown text = PartlyKnown.of("");
        List<Token> tokens = range.source.tokens();
        int start = range.from;
        for (int k = range.from; k <= range.behind && k <= tokens.size(); k++) {
            boolean ends =
                    k == range.behind || k == tokens.size() || tokens.get(k).is(".");
            if (!ends) {
                if (tokens.get(k).is("(") || tokens.get(k).is("["))
                    k = Math.min(range.source.brackets().closing(k), range.behind - 1);
                continue;
            }
            text = text.then(start < k ? term(new Range(range.source, start, k), given) : PartlyKnown.UNKNOWN);
            start = k + 1;
        }
        depth--;
        return text;
    }

    private PartlyKnown term(Range range, Map<String, PartlyKnown> given) {
        List<Token> tokens = range.source.tokens();
        Token first = tokens.get(range.from);
        int length = range.behind - range.from;
        if (length == 1) return single(range.source, first, given);
        if (first.is("(") && range.source.brackets().closing(range.from) == range.behind - 1)
            return of(new Range(range.source, range.from + 1, range.behind - 1), given);
        boolean call = first.kind() == Kind.NAME
                && tokens.get(range.from + 1).is("(")
                && range.source.brackets().closing(range.from + 1) == range.behind - 1;
        return call ? call(range, first, given) : PartlyKnown.UNKNOWN;
    }

    private PartlyKnown single(PhpSource source, Token token, Map<String, PartlyKnown> given) {
        String name = Text.withoutStart(token.text(), "\\");
        return switch (token.kind()) {
            case STRING -> PartlyKnown.of(token.text());
            case TEMPLATE -> template(source, token.text(), given);
            case VARIABLE -> variable(source, token.text(), given);
            case NAME ->
                switch (name.toUpperCase(Locale.ROOT)) {
                    case "__DIR__" -> PartlyKnown.of(inRoot(Paths.parent(source.path())));
                    case "__FILE__" -> PartlyKnown.of(inRoot(source.path()));
                    case "DIRECTORY_SEPARATOR" -> PartlyKnown.of("/");
                    default -> constant(name);
                };
            default -> PartlyKnown.UNKNOWN;
        };
    }

    private static String inRoot(String path) {
        return path.isEmpty() ? ROOT : ROOT + "/" + path;
    }

    private PartlyKnown constant(String name) {
        String simple = name.substring(name.lastIndexOf('\\') + 1);
        Range value = constants.get(simple);
        if (value == null || !open.add(simple)) return PartlyKnown.UNKNOWN;
        PartlyKnown text = of(value, Map.of());
        open.remove(simple);
        return text;
    }

    /** One that is set at one place of its file alone. */
    private PartlyKnown variable(PhpSource source, String name, Map<String, PartlyKnown> given) {
        if (given.containsKey(name)) return given.get(name);
        List<Range> values = variables.getOrDefault(source.path(), Map.of()).getOrDefault(name, List.of());
        String key = source.path() + name;
        if (values.size() != 1 || !open.add(key)) return PartlyKnown.UNKNOWN;
        PartlyKnown text = of(values.get(0), given);
        open.remove(key);
        return text;
    }

    private PartlyKnown template(PhpSource source, String content, Map<String, PartlyKnown> given) {
        PartlyKnown text = PartlyKnown.of("");
        Matcher matcher = IN_TEXT.matcher(content);
        int from = 0;
        while (matcher.find()) {
            text = text.then(PartlyKnown.of(content.substring(from, matcher.start())));
            String name = matcher.group(1) != null ? matcher.group(1) : matcher.group(2);
            boolean whole = name != null && matcher.group(3) == null;
            text = text.then(whole ? variable(source, "$" + name, given) : PartlyKnown.UNKNOWN);
            from = matcher.end();
        }
        return text.then(PartlyKnown.of(content.substring(from)));
    }

    private PartlyKnown call(Range range, Token name, Map<String, PartlyKnown> given) {
        List<Token> tokens = range.source.tokens();
        int argument = range.from + 2;
        int argumentEnd = Math.min(end(range.source, argument), range.behind - 1);
        String function = Text.withoutStart(name.text(), "\\").toLowerCase(Locale.ROOT);
        PartlyKnown first =
                argument < argumentEnd ? of(new Range(range.source, argument, argumentEnd), given) : PartlyKnown.of("");
        if (function.equals("dirname")) {
            int up = tokens.get(argumentEnd).is(",") ? number(tokens.get(argumentEnd + 1)) : 1;
            return first.known() ? parent(first.beginning(), up) : PartlyKnown.UNKNOWN;
        }
        if (SAME.contains(function)) return first;
        if (function.equals("sprintf") && first.known())
            return formatted(first.beginning(), range, argumentEnd + 1, given);
        Function own = functions.get(function.substring(function.lastIndexOf('\\') + 1));
        if (own == null || !open.add(function + "()")) return PartlyKnown.UNKNOWN;
        PartlyKnown text = of(own.value, own.parameter.isEmpty() ? Map.of() : Map.of(own.parameter, first));
        open.remove(function + "()");
        return text;
    }

    /** A format with texts in the places of its {@code %s}. Source: the PHP manual, {@code sprintf}. */
    private PartlyKnown formatted(String format, Range call, int from, Map<String, PartlyKnown> given) {
        PartlyKnown text = PartlyKnown.of("");
        int argument = from;
        String[] parts = format.split("%s", -1);
        for (int i = 0; i < parts.length; i++) {
            if (parts[i].replace("%%", "").contains("%")) return PartlyKnown.UNKNOWN;
            if (i > 0) {
                int end = Math.min(end(call.source, argument), call.behind - 1);
                text = text.then(
                        argument < end ? of(new Range(call.source, argument, end), given) : PartlyKnown.UNKNOWN);
                argument = end + 1;
            }
            text = text.then(PartlyKnown.of(parts[i].replace("%%", "%")));
        }
        return text;
    }

    private static int number(Token token) {
        return DIGIT.matcher(token.text()).matches() ? Integer.parseInt(token.text()) : 1;
    }

    private static PartlyKnown parent(String path, int up) {
        Optional<String> at = inside(path);
        if (at.isEmpty()) return PartlyKnown.UNKNOWN;
        String folder = at.get();
        for (int i = 0; i < up; i++) {
            // a folder above the project is not known
            if (folder.isEmpty()) return PartlyKnown.UNKNOWN;
            folder = Paths.parent(folder);
        }
        return PartlyKnown.of(inRoot(folder));
    }

    /** The path within the project that a text means, where it starts there. */
    public static Optional<String> inside(String text) {
        if (!text.startsWith(ROOT)) return Optional.empty();
        return Paths.normal(Paths.withoutRoot(text.substring(ROOT.length())));
    }
}
