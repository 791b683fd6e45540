package dev.pfeiler.ecosystem.jvm.language.groovy;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import dev.pfeiler.ecosystem.jvm.language.lexical.LexicalReader;
import dev.pfeiler.ecosystem.jvm.language.lexical.LexicalSyntax;
import dev.pfeiler.ecosystem.jvm.language.lexical.Token;
import java.util.Set;

/** Reads a source in Groovy. Source: the Groovy documentation, "Syntax" and "Program structure". */
final class GroovyReader extends LexicalReader {
    private static final LexicalSyntax SYNTAX = new LexicalSyntax(false, true, true);
    private static final Set<String> TYPES = Set.of("class", "interface", "trait", "enum", "record");
    private static final Set<String> HEADS =
            Set.of("abstract", "final", "private", "protected", "public", "sealed", "non", "static", "strictfp", "def");

    private boolean script;
    private int scriptLine;
    private String type = "";

    private GroovyReader(String path, SourceText text) {
        super(path, text, SYNTAX);
    }

    static SourceFile read(String path, SourceText text) {
        return new GroovyReader(path, text).read();
    }

    @Override
    protected int declaration(int i) {
        Token token = token(i);
        if (!token.isWord() || is(i - 1, ".")) return i;
        boolean top = depth() == 0;
        int behind = packageDeclaration(i);
        if (behind > i) return behind;
        if (top && token.is("import") && token(i + 1).isWord()) return imported(i);
        if (TYPES.contains(token.text()) && token(i + 1).isWord() && !is(i + 1, "in")) {
            boolean declares = !token.is("record") || is(i + 2, "(") || is(i + 2, "<");
            if (top && declares) {
                type = token(i + 1).text();
                declares(type);
            }
            return i;
        }
        if (token.is("main") && is(i + 1, "(") && !type.isEmpty() && (is(i - 2, "static") || is(i - 1, "static")))
            starts(type, token.line());
        // what stands at the top and is neither a type nor about one makes the file a script
        if (top && startsLine(i) && !HEADS.contains(token.text()) && !is(i - 1, "@") && !isHeadOfType(i) && !script) {
            script = true;
            scriptLine = token.line();
        }
        return i;
    }

    private boolean startsLine(int i) {
        return i == 0 || !sameLine(i, i - 1);
    }

    /** Whether what starts here continues the head of a type, as its super types on a line of their own do. */
    private boolean isHeadOfType(int i) {
        return is(i, "extends")
                || is(i, "implements")
                || is(i - 1, ",")
                || is(i - 1, "(")
                || is(i - 1, "extends")
                || is(i - 1, "implements");
    }

    private int imported(int i) {
        boolean isStatic = is(i + 1, "static");
        int start = isStatic ? i + 2 : i + 1;
        int end = nameEnd(start);
        boolean whole = is(end, ".") && is(end + 1, "*");
        String name = name(start, end);
        String written = "import " + (isStatic ? "static " : "") + name + (whole ? ".*" : "");
        imports(name, isStatic, whole, token(i).line(), written);
        if (whole) return end + 2;
        return is(end, "as") && sameLine(end, i) ? end + 2 : end;
    }

    @Override
    protected void finish() {
        if (!script) return;
        declares(fileClass());
        starts(fileClass(), scriptLine);
    }
}
