package dev.pfeiler.ecosystem.dotnet.source;

import dev.pfeiler.ecosystem.dotnet.source.CSharpToken.Kind;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads what a C# source says about its assembly. Source: the C# language specification. */
public final class CSharpReader {
    private static final Pattern SYMBOL = Pattern.compile("[A-Za-z_]\\w*");
    private static final Set<String> TYPES = Set.of("class", "struct", "interface", "record", "enum");
    private static final Set<String> DIAGNOSTIC = Set.of("Debug", "Trace", "Conditional");
    private static final Set<String> AHEAD = Set.of("namespace", "using", "extern", "[", "global");

    private final String path;
    private final String text;
    private final List<CSharpToken> tokens;
    private final List<AssemblyAttribute> attributes = new ArrayList<>();
    private final Set<String> usings = new TreeSet<>();
    private final List<String> mains = new ArrayList<>();
    private final Set<String> symbols = new TreeSet<>();
    private final Set<String> names = new TreeSet<>();
    /** The names of what is open around a place; empty for a block that is no type. */
    private final Deque<String> open = new ArrayDeque<>();

    private Optional<String> firstClass = Optional.empty();
    private String fileNamespace = "";
    private String opening = "";
    private boolean fileScoped;
    private int conditions;

    private CSharpReader(String path, String text) {
        this.path = path;
        this.text = text;
        this.tokens = CSharpLexer.tokens(text);
    }

    public static CSharpSource read(String path, String text) {
        return new CSharpReader(path, text).read();
    }

    private CSharpSource read() {
        for (int i = 0; i < tokens.size(); i++) i = take(i);
        return new CSharpSource(
                path,
                text,
                attributes,
                usings,
                firstClass,
                mains,
                statements(),
                symbols,
                names,
                fileScoped ? "10.0" : "");
    }

    private CSharpToken at(int i) {
        return i >= 0 && i < tokens.size() ? tokens.get(i) : new CSharpToken(Kind.SIGN, "", 0, 0);
    }

    private int take(int i) {
        CSharpToken token = tokens.get(i);
        if (token.kind() == Kind.DIRECTIVE) directive(token.text());
        else if (token.is("[")
                && (at(i + 1).is("assembly") || at(i + 1).is("module"))
                && at(i + 2).is(":")) return section(i);
        else if (token.is("using") && open.stream().allMatch(String::isEmpty) || token.is("using") && open.size() < 2)
            using(i);
        else if (token.is("namespace")) namespace(i);
        else if (token.kind() == Kind.NAME
                && TYPES.contains(token.text())
                && at(i + 1).kind() == Kind.NAME) type(i);
        else if (token.is("Main") && at(i + 1).is("(")) main(i);
        else if (token.is("{")) {
            open.push(opening);
            opening = "";
        } else if (token.is("}")) open.poll();
        else if (token.is(";")) opening = "";
        if (token.kind() == Kind.NAME && DIAGNOSTIC.contains(token.text())) names.add(token.text());
        return i;
    }

    private void directive(String line) {
        String word = line.substring(1).strip();
        if (word.startsWith("if") || word.startsWith("elif")) {
            Matcher matcher = SYMBOL.matcher(word.replaceFirst("^(el)?if", ""));
            while (matcher.find()) symbols.add(matcher.group());
        }
        if (word.startsWith("if")) conditions++;
        if (word.startsWith("endif")) conditions--;
    }

    private String dotted(int from) {
        StringBuilder name = new StringBuilder();
        for (int i = from; at(i).kind() == Kind.NAME || at(i).is("."); i++) name.append(at(i).text());
        return name.toString();
    }

    private void using(int i) {
        int from = at(i + 1).is("static") ? i + 2 : i + 1;
        if (at(from + 1).is("=")) from += 2;
        String name = dotted(from);
        if (!name.isEmpty()) usings.add(name);
    }

    private void namespace(int i) {
        opening = dotted(i + 1);
        int end = i + 1;
        while (at(end).kind() == Kind.NAME || at(end).is(".")) end++;
        if (!at(end).is(";")) return;
        fileScoped = true;
        fileNamespace = opening;
        opening = "";
    }

    private void type(int i) {
        // a constraint, not a declaration
        if (at(i - 1).is(":") || at(i - 1).is(",")) return;
        opening = at(i + 1).text();
        if (at(i).is("class") && firstClass.isEmpty()) firstClass = Optional.of(full(opening));
    }

    /** A name with those of what is open around it. */
    private String full(String name) {
        List<String> parts = new ArrayList<>();
        open.descendingIterator().forEachRemaining(part -> {
            if (!part.isEmpty()) parts.add(part);
        });
        if (!fileNamespace.isEmpty()) parts.add(0, fileNamespace);
        if (!name.isEmpty()) parts.add(name);
        return String.join(".", parts);
    }

    private void main(int i) {
        boolean isStatic = false;
        for (int j = i - 1; j > 0 && i - j < 12 && !at(j).is("{") && !at(j).is("}") && !at(j).is(";"); j--)
            isStatic |= at(j).is("static");
        if (isStatic) mains.add(full(""));
    }

    /** A section of attributes of the assembly; the index of its end. */
    private int section(int from) {
        int end = from;
        int depth = 0;
        for (; end < tokens.size(); end++) {
            if (at(end).is("[")) depth++;
            if (at(end).is("]") && --depth == 0) break;
        }
        if (end == tokens.size() || at(from + 1).is("module")) return Math.min(end, tokens.size() - 1);
        List<int[]> each = new ArrayList<>();
        int start = from + 3;
        int parentheses = 0;
        for (int i = start; i <= end; i++) {
            if (at(i).is("(")) parentheses++;
            if (at(i).is(")")) parentheses--;
            boolean last = i == end;
            if (!last && !(parentheses == 0 && at(i).is(","))) continue;
            if (i > start) each.add(new int[] {start, i});
            start = i + 1;
        }
        for (int k = 0; k < each.size(); k++) attribute(each, k, from, end);
        return end;
    }

    private void attribute(List<int[]> each, int k, int from, int end) {
        int[] one = each.get(k);
        String full = dotted(one[0]);
        String name = full.substring(full.lastIndexOf('.') + 1).replaceFirst("Attribute$", "");
        int open = one[0];
        while (open < one[1] && !at(open).is("(")) open++;
        boolean literal = one[1] - open == 3 && at(open + 1).kind() == Kind.TEXT;
        Optional<String> value = literal ? Optional.of(at(open + 1).text()) : Optional.empty();
        int start;
        int behind;
        if (each.size() == 1) {
            start = at(from).start();
            behind = at(end).end();
        } else if (k + 1 < each.size()) {
            start = at(one[0]).start();
            behind = at(each.get(k + 1)[0]).start();
        } else {
            start = at(each.get(k - 1)[1]).start();
            behind = at(one[1] - 1).end();
        }
        attributes.add(new AssemblyAttribute(name, value, start, behind, conditions > 0));
    }

    /** Whether the file starts with statements. Source: the C# language specification, top-level statements. */
    private boolean statements() {
        int depth = 0;
        boolean starts = true;
        for (int i = 0; i < tokens.size(); i++) {
            CSharpToken token = tokens.get(i);
            if (token.kind() == Kind.DIRECTIVE) continue;
            if (depth == 0 && starts) {
                boolean declares = AHEAD.contains(token.text()) || isDeclaration(i);
                if (!declares && !token.is("}") && !token.is(";")) return true;
                starts = false;
            }
            if (token.is("{")) depth++;
            if (token.is("}")) depth--;
            if (depth == 0 && (token.is(";") || token.is("}") || token.is("]"))) starts = true;
        }
        return false;
    }

    private boolean isDeclaration(int from) {
        for (int i = from; i < tokens.size() && i < from + 60; i++) {
            CSharpToken token = at(i);
            if (token.kind() == Kind.NAME && (TYPES.contains(token.text()) || token.is("delegate"))) return true;
            if (token.is(";") || token.is("{") || token.is("(") || token.is("=")) return false;
        }
        return false;
    }
}
