package dev.pfeiler.ecosystem.jvm.language.lexical;

import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.language.EntryPoint;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Reads what a source declares and names in one pass over its tokens, as far as languages with braces are alike. It also
 * reads what does not compile.
 */
public abstract class LexicalReader {
    private static final Pattern NO_IDENTIFIER = Pattern.compile("[^\\p{L}\\p{N}_$]");

    private static final int LONGEST_NAME = 200;

    protected final String path;
    private final SourceText text;
    private final List<Token> tokens;
    private final List<SourceFile.Import> imports = new ArrayList<>();
    private final Set<String> types = new LinkedHashSet<>();
    private final Map<String, Integer> qualified = new LinkedHashMap<>();
    private final Set<String> simple = new LinkedHashSet<>();
    private final Map<String, Integer> strings = new LinkedHashMap<>();
    private final Map<String, Integer> annotations = new LinkedHashMap<>();
    private String packageName = "";
    private int packageLine;
    private Optional<EntryPoint> entryPoint = Optional.empty();
    private int depth;

    protected LexicalReader(String path, SourceText text, LexicalSyntax syntax) {
        this.path = path;
        this.text = text;
        this.tokens = Lexer.tokens(syntax, text.utf8());
    }

    protected final SourceFile read() {
        for (int i = 0; i < tokens.size(); ) {
            int next = declaration(i);
            i = next > i ? next : plain(i);
        }
        finish();
        return new SourceFile(
                path,
                packageName,
                packageLine,
                List.copyOf(imports),
                List.copyOf(types),
                qualified,
                List.copyOf(simple),
                strings,
                annotations,
                List.of(),
                entryPoint,
                false,
                Optional.empty(),
                text.encoding());
    }

    /** Takes a declaration that starts at a token; the place behind what was taken, or the same place. */
    protected abstract int declaration(int i);

    /** Is called at the end of the source. */
    protected void finish() {}

    protected final Token token(int i) {
        return i < 0 || i >= tokens.size() ? Token.NONE : tokens.get(i);
    }

    protected final boolean is(int i, String expected) {
        return token(i).is(expected);
    }

    protected final int count() {
        return tokens.size();
    }

    /** How many braces are open. */
    protected final int depth() {
        return depth;
    }

    /** Whether two tokens are in one line. */
    protected final boolean sameLine(int i, int k) {
        return token(i).line() == token(k).line();
    }

    /** The place behind a dotted name that starts at i. */
    protected final int nameEnd(int i) {
        int end = i + 1;
        while (is(end, ".") && token(end + 1).isWord()) end += 2;
        return end;
    }

    /** The dotted name between two places. */
    protected final String name(int start, int end) {
        StringBuilder name = new StringBuilder();
        for (int i = start; i < end; i++) name.append(token(i).text());
        return name.toString();
    }

    /** Takes the declaration of the package, at the top; the place behind it, or the same place if there is none. */
    protected final int packageDeclaration(int i) {
        if (depth > 0 || !is(i, "package") || !token(i + 1).isWord()) return i;
        int end = nameEnd(i + 1);
        inPackage(name(i + 1, end), token(i).line());
        return end;
    }

    protected final void inPackage(String name, int line) {
        packageName = packageName.isEmpty() ? name : packageName + "." + name;
        if (packageLine == 0) packageLine = line;
    }

    protected final void imports(String name, boolean isStatic, boolean onDemand, int line, String written) {
        if (!name.isEmpty()) imports.add(new SourceFile.Import(name, isStatic, onDemand, line, written));
    }

    protected final void declares(String type) {
        types.add(type);
    }

    protected final boolean declaresTypes() {
        return !types.isEmpty();
    }

    /** Notes where a program can start; the first place counts. */
    protected final void starts(String type, int line) {
        if (entryPoint.isPresent()) return;
        entryPoint = Optional.of(new EntryPoint(packageName.isEmpty() ? type : packageName + "." + type, line));
    }

    /** The name of the file without its extension, as a part of the name of a class. */
    protected final String fileClass() {
        String stem = NO_IDENTIFIER.matcher(dev.pfeiler.tree.Paths.stem(path)).replaceAll("_");
        return stem.isEmpty() ? "_" : stem;
    }

    private int plain(int i) {
        Token token = token(i);
        switch (token.kind()) {
            case WORD -> {
                return named(i);
            }
            case STRING -> {
                String value = token.text();
                if (value.length() > 4 && value.length() < LONGEST_NAME && ClassNames.isQualified(value))
                    strings.putIfAbsent(value, token.line());
            }
            case SIGN -> {
                if (token.is("{")) depth++;
                else if (token.is("}")) depth = Math.max(0, depth - 1);
            }
            default -> {}
        }
        return i + 1;
    }

    private int named(int i) {
        if (is(i - 1, ".")) return i + 1;
        int end = nameEnd(i);
        if (is(i - 1, "@")) annotations.putIfAbsent(name(i, end), token(i).line());
        if (token(i).isCapitalized()) simple.add(token(i).text());
        else if (end > i + 1) qualifiedName(i, end);
        return end;
    }

    /** Notes a name up to and with its first capitalized part. */
    private void qualifiedName(int start, int end) {
        for (int i = start + 2; i < end; i += 2) {
            if (!token(i).isCapitalized()) continue;
            qualified.putIfAbsent(name(start, i + 1), token(start).line());
            return;
        }
    }
}
