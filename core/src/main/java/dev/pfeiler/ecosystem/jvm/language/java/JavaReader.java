package dev.pfeiler.ecosystem.jvm.language.java;

import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.language.EntryPoint;
import dev.pfeiler.ecosystem.jvm.language.ModuleDeclaration;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import dev.pfeiler.ecosystem.jvm.language.SyntaxSign;
import dev.pfeiler.ecosystem.jvm.language.java.JavaTokens.Keyword;
import dev.pfeiler.ecosystem.jvm.language.java.JavaTokens.Kind;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads a Java source in one pass over its tokens. It also reads what does not compile. */
public final class JavaReader {
    private static final String PACKAGE_DESCRIPTION = "package-info.java";
    /** Of each thread the tokens it read last, to be used again. */
    private static final ThreadLocal<JavaTokens> TOKENS = ThreadLocal.withInitial(JavaTokens::new);

    /** More tokens than this are not looked through for the end of a header. */
    private static final int LONGEST_HEADER = 60;

    private final String path;
    private final JavaTokens tokens;
    private final List<SourceFile.Import> imports = new ArrayList<>();
    private final List<String> types = new ArrayList<>();
    private final Map<String, Integer> qualified = new LinkedHashMap<>();
    private final Set<String> simple = new LinkedHashSet<>(128);
    private final Map<String, Integer> strings = new LinkedHashMap<>();
    private final Map<String, Integer> annotations = new LinkedHashMap<>();
    private final Map<SyntaxFeature, Integer> features = new EnumMap<>(SyntaxFeature.class);
    private String packageName = "";
    private int packageLine;
    private int mainLine;
    private int depth;
    private boolean inCase;
    /** Whether the next block is the body of an interface. */
    private boolean opensInterface;
    /** The depths at which the members of an interface are. */
    private final BitSet interfaces = new BitSet();

    private JavaReader(String path, byte[] bytes) {
        this.path = path;
        this.tokens = TOKENS.get();
        tokens.read(bytes);
    }

    public static SourceFile read(String path, SourceText text) {
        JavaReader reader = new JavaReader(path, text.utf8());
        reader.read();
        return new SourceFile(
                path,
                reader.packageName,
                reader.packageLine,
                List.copyOf(reader.imports),
                List.copyOf(reader.types),
                inOrder(reader.qualified),
                List.copyOf(reader.simple),
                inOrder(reader.strings),
                inOrder(reader.annotations),
                reader.syntax(),
                reader.entryPoint(),
                path.endsWith(PACKAGE_DESCRIPTION),
                reader.module(),
                text.encoding());
    }

    private List<SyntaxSign> syntax() {
        return features.entrySet().stream()
                .map(entry ->
                        new SyntaxSign(entry.getKey().level(), entry.getKey().text(), entry.getValue()))
                .toList();
    }

    private Optional<EntryPoint> entryPoint() {
        if (mainLine == 0 || types.isEmpty()) return Optional.empty();
        String name = packageName.isEmpty() ? types.get(0) : packageName + "." + types.get(0);
        return Optional.of(new EntryPoint(name, mainLine));
    }

    private boolean declaresModule() {
        return Paths.name(path).equals("module-info.java");
    }

    private Optional<ModuleDeclaration> module() {
        if (!declaresModule()) return Optional.empty();
        String name = "";
        Set<String> requires = new HashSet<>();
        for (int i = 0; i < tokens.count(); i++) {
            if (name.isEmpty() && tokens.is(i, "module")) name = tokens.text(i + 1, nameEnd(i + 1));
            if (!tokens.is(i, "requires")) continue;
            int start = i + 1;
            while (tokens.is(start, "transitive") || tokens.is(start, Keyword.STATIC)) start++;
            requires.add(tokens.text(start, nameEnd(start)));
        }
        return name.isEmpty() ? Optional.empty() : Optional.of(new ModuleDeclaration(name, requires));
    }

    private static <K> Map<K, Integer> inOrder(Map<K, Integer> lines) {
        return lines.isEmpty() ? Map.of() : Collections.unmodifiableMap(lines);
    }

    private void read() {
        if (declaresModule()) feature(SyntaxFeature.MODULE, 0);
        int count = tokens.count();
        for (int i = 0; i < count; ) i = tokens.isPlainWord(i) ? name(i) : take(i);
    }

    /** Takes one token or one whole name, and gives the place of the next. */
    private int take(int i) {
        switch (tokens.kind(i)) {
            case WORD -> {
                return word(i);
            }
            case SIGN -> sign(i);
            case STRING -> string(i);
            case NUMBER -> number(i);
            case TEXT_BLOCK -> feature(SyntaxFeature.TEXT_BLOCK, i);
            default -> {}
        }
        return i + 1;
    }

    private int word(int i) {
        switch (tokens.keyword(i)) {
            case PACKAGE -> {
                if (atTop() && packageLine == 0 && tokens.word(i + 1)) return packageDeclaration(i);
            }
            case IMPORT -> {
                if (atTop() && tokens.word(i + 1)) return importDeclaration(i);
            }
            case CLASS, INTERFACE, ENUM, RECORD -> declaration(i, tokens.keyword(i));
            case MAIN -> mainMethod(i);
            case TRY -> tryResources(i);
            case SWITCH -> switchWord(i);
            case PRIVATE, STATIC -> interfaceMember(i);
            case CATCH -> multiCatch(i);
            case CASE -> caseLabel(i);
            case VAR -> {
                boolean declares = tokens.word(i + 1) && (tokens.is(i + 2, '=') || tokens.is(i + 2, ':'));
                featureIf(declares, SyntaxFeature.LOCAL_VAR, i);
                boolean first = tokens.is(i - 1, '(') || tokens.is(i - 1, ',');
                boolean last = tokens.is(i + 2, ',') || tokens.is(i + 2, ')');
                featureIf(first && tokens.word(i + 1) && last, SyntaxFeature.VAR_PARAMETER, i);
            }
            case DEFAULT -> defaultWord(i);
            case INSTANCEOF -> pattern(i);
            case PERMITS -> {
                boolean behindType = tokens.word(i - 1) || tokens.is(i - 1, '>');
                featureIf(tokens.upper(i + 1) && behindType, SyntaxFeature.SEALED, i);
            }
            default -> {}
        }
        return name(i);
    }

    private boolean atTop() {
        return depth == 0 && types.isEmpty();
    }

    private int packageDeclaration(int i) {
        packageLine = tokens.line(i);
        int end = nameEnd(i + 1);
        packageName = tokens.text(i + 1, end);
        return end;
    }

    private int importDeclaration(int i) {
        boolean isStatic = tokens.is(i + 1, Keyword.STATIC);
        int start = isStatic ? i + 2 : i + 1;
        int end = nameEnd(start);
        boolean onDemand = tokens.is(end, '.') && tokens.is(end + 1, '*');
        featureIf(isStatic, SyntaxFeature.STATIC_IMPORT, i);
        imports.add(new SourceFile.Import(tokens.text(start, end), isStatic, onDemand, tokens.line(i)));
        return onDemand ? end + 2 : end;
    }

    /** The place behind a dotted name that starts at i. */
    private int nameEnd(int i) {
        int end = i + 1;
        while (tokens.is(end, '.') && tokens.word(end + 1)) end += 2;
        return end;
    }

    private void declaration(int i, Keyword keyword) {
        boolean declares = tokens.word(i + 1) && !tokens.is(i - 1, '.');
        if (keyword == Keyword.RECORD) declares &= tokens.is(i + 2, '(') || tokens.is(i + 2, '<');
        if (!declares) return;
        if (depth == 0) types.add(tokens.text(i + 1));
        opensInterface = keyword == Keyword.INTERFACE && !tokens.is(i - 1, '@');
        featureIf(keyword == Keyword.ENUM, SyntaxFeature.ENUM, i);
        featureIf(keyword == Keyword.RECORD, SyntaxFeature.RECORD, i);
    }

    private void mainMethod(int i) {
        boolean main = tokens.is(i + 1, '(') && tokens.is(i - 1, Keyword.VOID);
        if (main && (tokens.is(i + 2, "String") || tokens.is(i + 3, "String")) && mainLine == 0) {
            if (tokens.is(i - 2, Keyword.STATIC) || tokens.is(i - 3, Keyword.STATIC)) mainLine = tokens.line(i);
        }
    }

    private void tryResources(int i) {
        if (!tokens.is(i + 1, '(')) return;
        feature(SyntaxFeature.TRY_RESOURCES, i);
        int end = tokens.word(i + 2) ? nameEnd(i + 2) : i;
        featureIf(tokens.is(end, ')') || tokens.is(end, ';'), SyntaxFeature.TRY_VARIABLE, i);
    }

    /** A switch that stands where a value does. */
    private void switchWord(int i) {
        boolean value = tokens.is(i - 1, '=')
                || tokens.is(i - 1, '(')
                || tokens.is(i - 1, ',')
                || tokens.is(i - 1, "return")
                || tokens.is(i - 1, "yield");
        featureIf(value && tokens.is(i + 1, '('), SyntaxFeature.SWITCH_EXPRESSION, i);
    }

    /** A method among the members of an interface that is private or static. */
    private void interfaceMember(int i) {
        if (depth < 0 || !interfaces.get(depth)) return;
        int end = i + 1;
        while (end < tokens.count() && end < i + LONGEST_HEADER && "(=;{".indexOf(tokens.first(end)) < 0) end++;
        if (!tokens.is(end, '(')) return;
        boolean hidden = tokens.is(i, Keyword.PRIVATE);
        feature(hidden ? SyntaxFeature.PRIVATE_INTERFACE_METHOD : SyntaxFeature.STATIC_INTERFACE_METHOD, i);
    }

    private void multiCatch(int i) {
        for (int k = i + 1; k < i + 40 && !tokens.is(k, ')'); k++) {
            featureIf(tokens.is(k, '|'), SyntaxFeature.MULTI_CATCH, i);
        }
    }

    private void caseLabel(int i) {
        inCase = true;
        featureIf(tokens.kind(i + 1) == Kind.STRING, SyntaxFeature.STRING_SWITCH, i);
        caseList(i);
        if (!tokens.upper(i + 1)) return;
        int end = nameEnd(i + 1);
        boolean typed = tokens.word(end) && !tokens.is(end, Keyword.WHEN);
        featureIf(typed || tokens.is(end, '('), SyntaxFeature.SWITCH_PATTERN, i);
    }

    private void caseList(int i) {
        int open = 0;
        for (int k = i + 1; k < i + LONGEST_HEADER && k < tokens.count(); k++) {
            switch (tokens.first(k)) {
                case '(' -> open++;
                case ')' -> open--;
                case ':', '{', ';' -> {
                    return;
                }
                case '-' -> {
                    if (tokens.is(k, "->")) return;
                }
                case ',' -> {
                    if (tokens.is(k, ',') && open == 0) feature(SyntaxFeature.CASE_LIST, i);
                }
                default -> {}
            }
        }
    }

    private void defaultWord(int i) {
        boolean label = tokens.is(i + 1, ':') || tokens.is(i + 1, "->");
        if (label) inCase = true;
        // behind a closing parenthesis it gives an annotation's element its value
        featureIf(!label && !tokens.is(i - 1, ')'), SyntaxFeature.DEFAULT_METHOD, i);
    }

    private void pattern(int i) {
        int type = tokens.is(i + 1, Keyword.FINAL) ? i + 2 : i + 1;
        int end = nameEnd(type);
        if (tokens.is(end, '<')) {
            int open = 0;
            do {
                if (tokens.is(end, '<')) open++;
                if (tokens.is(end, '>')) open--;
                end++;
            } while (open > 0 && end < tokens.count());
        }
        while (tokens.is(end, '[') && tokens.is(end + 1, ']')) end += 2;
        featureIf(tokens.word(end), SyntaxFeature.INSTANCEOF_PATTERN, i);
        featureIf(tokens.is(end, '('), SyntaxFeature.RECORD_PATTERN, i);
    }

    private int name(int i) {
        if (tokens.is(i - 1, '.')) return i + 1;
        int end = nameEnd(i);
        if (tokens.is(i - 1, '@') && !tokens.is(i, Keyword.INTERFACE)) {
            annotations.putIfAbsent(tokens.text(i, end), tokens.line(i));
            feature(SyntaxFeature.ANNOTATION, i);
        }
        if (tokens.upper(i)) simpleName(i);
        else if (end > i + 1) qualifiedName(i, end);
        // the words within the name are looked at for syntax too: x.default() is none, but y.class is not a declaration
        return end;
    }

    private void simpleName(int i) {
        String name = tokens.newText(i);
        if (name != null) simple.add(name);
    }

    /** Notes a name up to and with its first capitalised part: {@code a.b.Type}. */
    private void qualifiedName(int start, int end) {
        for (int i = start + 2; i < end; i += 2) {
            if (!tokens.upper(i)) continue;
            qualified.putIfAbsent(tokens.text(start, i + 1), tokens.line(start));
            return;
        }
    }

    private void sign(int i) {
        switch (tokens.first(i)) {
            case '{' -> {
                depth++;
                if (depth > 0) interfaces.set(depth, opensInterface);
                opensInterface = false;
            }
            case '}' -> {
                // what does not compile may close more than it opens
                if (depth > 0) interfaces.clear(depth);
                depth--;
            }
            case '.' -> featureIf(tokens.is(i + 1, '.') && tokens.is(i + 2, '.'), SyntaxFeature.VARIABLE_ARGUMENTS, i);
            case ':' -> {
                if (tokens.is(i, "::")) feature(SyntaxFeature.METHOD_REFERENCE, i);
                else inCase = false;
            }
            case '-' -> {
                if (!tokens.is(i, "->")) return;
                feature(inCase ? SyntaxFeature.SWITCH_ARROW : SyntaxFeature.LAMBDA, i);
                inCase = false;
            }
            case '<' -> {
                if (tokens.is(i + 1, '>')) diamond(i);
            }
            default -> {}
        }
    }

    private void diamond(int i) {
        feature(SyntaxFeature.DIAMOND, i);
        if (!tokens.is(i + 2, '(')) return;
        int open = 0;
        int end = i + 2;
        do {
            if (tokens.is(end, '(')) open++;
            if (tokens.is(end, ')')) open--;
            end++;
        } while (open > 0 && end < tokens.count());
        featureIf(tokens.is(end, '{'), SyntaxFeature.ANONYMOUS_DIAMOND, i);
    }

    private void string(int i) {
        String text = tokens.text(i);
        if (text.length() > 4 && text.length() < 200 && ClassNames.isQualified(text)) {
            strings.putIfAbsent(text, tokens.line(i));
        }
    }

    private void number(int i) {
        String text = tokens.text(i);
        featureIf(
                text.startsWith("0b") || text.startsWith("0B") || text.indexOf('_') > 0,
                SyntaxFeature.NUMBER_LITERAL,
                i);
    }

    private void featureIf(boolean present, SyntaxFeature feature, int i) {
        if (present) feature(feature, i);
    }

    private void feature(SyntaxFeature feature, int i) {
        // asked first: most have been found before, and a line need not be boxed for them
        if (!features.containsKey(feature)) features.put(feature, tokens.line(i));
    }
}
