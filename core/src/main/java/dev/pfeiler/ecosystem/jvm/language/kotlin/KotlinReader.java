package dev.pfeiler.ecosystem.jvm.language.kotlin;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import dev.pfeiler.ecosystem.jvm.language.lexical.LexicalReader;
import dev.pfeiler.ecosystem.jvm.language.lexical.LexicalSyntax;
import dev.pfeiler.ecosystem.jvm.language.lexical.Token;
import java.util.Set;

/** Reads a source in Kotlin. Source: the Kotlin language specification; "Calling Kotlin from Java" for class names. */
final class KotlinReader extends LexicalReader {
    private static final LexicalSyntax SYNTAX = new LexicalSyntax(true, false, false);
    private static final Set<String> TYPES = Set.of("class", "interface", "object");

    /** The class that has what is declared outside of classes. */
    private String facade;

    private boolean declaresFacade;
    /** The object at the top whose body is being read. */
    private String object = "";

    private KotlinReader(String path, SourceText text) {
        super(path, text, SYNTAX);
        String stem = fileClass();
        facade = Character.toUpperCase(stem.charAt(0)) + stem.substring(1) + "Kt";
    }

    static SourceFile read(String path, SourceText text) {
        return new KotlinReader(path, text).read();
    }

    @Override
    protected int declaration(int i) {
        Token token = token(i);
        if (!token.isWord() || is(i - 1, ".")) return i;
        boolean top = depth() == 0;
        int behind = packageDeclaration(i);
        if (behind > i) return behind;
        if (top && token.is("import") && token(i + 1).isWord()) return imported(i);
        if (top
                && token.is("file")
                && is(i - 1, "@")
                && is(i + 2, "JvmName")
                && token(i + 4).kind() == Token.Kind.STRING)
            facade = token(i + 4).text();
        if (TYPES.contains(token.text()) && token(i + 1).isWord() && !is(i + 1, "by")) {
            if (top) {
                declares(token(i + 1).text());
                object = token(i + 1).text();
            }
            return i;
        }
        if (top && (token.is("fun") || token.is("val") || token.is("var")) && !is(i - 1, "(")) declaresFacade = true;
        if (token.is("fun") && is(i + 1, "main") && is(i + 2, "(")) {
            if (top) starts(facade, token.line());
            else if (isStatic(i) && !object.isEmpty()) starts(object, token.line());
        }
        return i;
    }

    /** Whether a function has the annotation that makes it a static method. */
    private boolean isStatic(int i) {
        for (int k = i - 1; k >= i - 6; k--) if (is(k, "JvmStatic")) return true;
        return false;
    }

    private int imported(int i) {
        int end = nameEnd(i + 1);
        boolean whole = is(end, ".") && is(end + 1, "*");
        String name = name(i + 1, end);
        String written = "import " + name + (whole ? ".*" : "");
        int dot = name.lastIndexOf('.');
        // a function or a property of a package has no class of its name
        boolean member = !whole && dot > 0 && !token(end - 1).isCapitalized();
        imports(member ? name.substring(0, dot) : name, false, whole || member, token(i).line(), written);
        if (whole) return end + 2;
        return is(end, "as") && sameLine(end, i) ? end + 2 : end;
    }

    @Override
    protected void finish() {
        if (declaresFacade) declares(facade);
    }
}
