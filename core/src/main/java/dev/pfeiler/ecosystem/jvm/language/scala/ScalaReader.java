package dev.pfeiler.ecosystem.jvm.language.scala;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import dev.pfeiler.ecosystem.jvm.language.lexical.LexicalReader;
import dev.pfeiler.ecosystem.jvm.language.lexical.LexicalSyntax;
import dev.pfeiler.ecosystem.jvm.language.lexical.Token;
import java.util.Set;

/** Reads a source in Scala 2 or 3. Source: the Scala language specification, chapters 4 and 9. */
final class ScalaReader extends LexicalReader {
    private static final LexicalSyntax SYNTAX = new LexicalSyntax(true, false, false);
    private static final Set<String> TYPES = Set.of("class", "trait", "object", "enum");
    /** Selectors of an import that are looked at. */
    private static final int MOST_SELECTORS = 400;

    private String object = "";

    private ScalaReader(String path, SourceText text) {
        super(path, text, SYNTAX);
    }

    static SourceFile read(String path, SourceText text) {
        return new ScalaReader(path, text).read();
    }

    @Override
    protected int declaration(int i) {
        Token token = token(i);
        if (!token.isWord() || is(i - 1, ".")) return i;
        if (token.is("package") && is(i + 1, "object") && token(i + 2).isWord()) {
            inPackage(token(i + 2).text(), token.line());
            declares("package");
            return i + 3;
        }
        if (token.is("package") && token(i + 1).isWord() && !declaresTypes()) {
            int end = nameEnd(i + 1);
            inPackage(name(i + 1, end), token.line());
            return end;
        }
        if (token.is("import") && token(i + 1).isWord()) return imported(i);
        if (TYPES.contains(token.text()) && token(i + 1).isWord() && isTop(i)) {
            String name = token(i + 1).text();
            declares(name);
            object = token.is("object") ? name : object;
            if (token.is("object") && extendsApp(i + 2)) starts(name, token.line());
        }
        if (token.is("def") && is(i + 1, "main") && is(i + 2, "(") && !object.isEmpty()) starts(object, token.line());
        if (token.is("def") && is(i - 1, "main") && is(i - 2, "@"))
            starts(token(i + 1).text(), token.line());
        return i;
    }

    /** Whether a declaration is at the top: not in braces but those of its package, and not indented. */
    private boolean isTop(int i) {
        return depth() == 0 || !declaresTypes() && depth() == 1;
    }

    private boolean extendsApp(int i) {
        for (int k = i; k < i + 40 && !is(k, "{") && k < count(); k++) {
            if ((is(k, "extends") || is(k, "with")) && is(k + 1, "App")) return true;
            if (is(k, "def") || is(k, "object") || is(k, "class")) return false;
        }
        return false;
    }

    private int imported(int i) {
        int at = i + 1;
        do {
            at = importExpression(i, is(at, ",") ? at + 1 : at);
        } while (is(at, ",") && token(at + 1).isWord());
        return at;
    }

    private int importExpression(int i, int start) {
        int end = nameEnd(start);
        // the word for all members is a name as well
        if (is(end - 1, "_") || is(end - 1, "given")) {
            String name = name(start, Math.max(start, end - 2));
            imports(
                    name,
                    false,
                    true,
                    token(i).line(),
                    "import " + name + "." + token(end - 1).text());
            return end;
        }
        String name = name(start, end);
        if (is(end, ".") && is(end + 1, "*")) {
            imports(name, false, true, token(i).line(), "import " + name + ".*");
            return end + 2;
        }
        if (is(end, ".") && is(end + 1, "{")) return selectors(i, name, end + 2);
        one(i, name, token(end - 1));
        return is(end, "as") ? end + 2 : end;
    }

    private void one(int i, String name, Token last) {
        int dot = name.lastIndexOf('.');
        boolean member = dot > 0 && !last.isCapitalized();
        imports(member ? name.substring(0, dot) : name, false, member, token(i).line(), "import " + name);
    }

    private int selectors(int i, String name, int start) {
        int at = start;
        while (at < count() && at < start + MOST_SELECTORS && !is(at, "}")) {
            Token selected = token(at);
            boolean renamed = is(at - 1, ">") || is(at - 1, "as");
            if (selected.is("_") && !renamed || selected.is("*") || selected.is("given"))
                imports(name, false, true, token(i).line(), "import " + name + "." + selected.text());
            else if (selected.isWord() && !renamed && !selected.is("as"))
                one(i, name + "." + selected.text(), selected);
            at++;
        }
        return at + 1;
    }
}
