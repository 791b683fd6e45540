package dev.pfeiler.ecosystem.php.layout;

import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.ecosystem.php.source.Token;
import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * A namespace that classes without one are given, with all that names them. A class stays as it is where something names
 * it that cannot follow. Source: the PHP manual, name resolution rules.
 */
public final class PhpNamespace {
    private static final Set<String> BEFORE_CLASS =
            Set.of("new", "extends", "implements", "instanceof", "insteadof", "use");

    private final PhpProject project;
    private final String namespace;
    /** The class of each file that is given the namespace, by path. */
    private final Map<String, Declaration> renamed = new LinkedHashMap<>();
    /** By name in lower case, as letter case does not count. */
    private final Map<String, String> names = new HashMap<>();

    private final Map<String, Evidence> stay = new TreeMap<>();

    private PhpNamespace(PhpProject project, String namespace) {
        this.project = project;
        this.namespace = namespace;
    }

    /** No namespace for anything. */
    public static PhpNamespace none(PhpProject project) {
        return new PhpNamespace(project, "");
    }

    /**
     * A namespace for the classes of some files.
     *
     * @param stuck files that must not move
     */
    public static PhpNamespace of(
            PhpProject project, String namespace, Collection<PhpSource> files, Set<String> stuck) {
        PhpNamespace given = new PhpNamespace(project, namespace);
        for (PhpSource source : files) {
            boolean plain = source.declarations().size() == 1
                    && source.declarations().get(0).namespace().isEmpty()
                    && !stuck.contains(source.path())
                    && project.editable(source)
                    && position(source) >= 0;
            if (!plain) continue;
            Declaration declared = source.declarations().get(0);
            Optional<Evidence> obstacle = given.obstacle(declared.name());
            if (obstacle.isPresent()) given.stay.put(declared.name(), obstacle.get());
            else {
                given.renamed.put(source.path(), declared);
                given.names.put(declared.name().toLowerCase(Locale.ROOT), declared.name());
            }
        }
        return given;
    }

    /** The first place that makes an object, or names a class, by a name that is only known when the program runs. */
    public static Optional<Evidence> dynamic(PhpProject project) {
        for (PhpSource source : project.own()) {
            List<Token> tokens = source.tokens();
            for (int i = 0; i + 1 < tokens.size(); i++) {
                Token next = tokens.get(i + 1);
                boolean made = tokens.get(i).word("new") && next.kind() == Token.Kind.VARIABLE;
                boolean named = tokens.get(i).kind() == Token.Kind.VARIABLE && next.is("::");
                if (made || named) return Optional.of(source.evidence(i));
            }
        }
        return Optional.empty();
    }

    /** Where something names a class that cannot follow: a string, a file that is not edited, namespaces in braces. */
    private Optional<Evidence> obstacle(String name) {
        for (PhpSource source : project.sources().values()) {
            for (int i = 0; i < source.tokens().size(); i++) {
                Token token = source.tokens().get(i);
                if (token.kind() == Token.Kind.STRING && names(token.text(), name))
                    return Optional.of(source.evidence(i));
            }
            boolean follows = project.editable(source) && !several(source);
            Optional<PhpSource.Use> use = source.uses().stream()
                    .filter(u -> u.name().equalsIgnoreCase(name))
                    .findFirst();
            if (!follows && use.isPresent())
                return Optional.of(source.evidence(use.get().token()));
        }
        return Optional.empty();
    }

    private static boolean names(String text, String name) {
        String plain = text.startsWith("\\") ? text.substring(1) : text;
        // in other letter case it would hardly be the class; names that are put together are looked for apart
        return plain.equals(name) || plain.startsWith(name + "::");
    }

    private static boolean several(PhpSource source) {
        List<Token> tokens = source.tokens();
        int statements = 0;
        boolean braces = false;
        for (int i = 0; i + 1 < tokens.size(); i++) {
            if (!tokens.get(i).word("namespace")) continue;
            statements++;
            braces |= tokens.get(i + 1).is("{")
                    || i + 2 < tokens.size() && tokens.get(i + 2).is("{");
        }
        return statements > 1 || braces;
    }

    /** Classes that stay without one, each with what names it and cannot follow. */
    public Map<String, Evidence> stay() {
        return stay;
    }

    /** How many classes are given it. */
    int size() {
        return renamed.size();
    }

    /** What a file declares, under its new name. */
    public List<Declaration> declarations(PhpSource source) {
        return renamed.containsKey(source.path())
                ? List.of(renamed(source.declarations().get(0)))
                : source.declarations();
    }

    private Declaration renamed(Declaration old) {
        return new Declaration(old.kind(), namespace + "\\" + old.name(), old.line(), old.conditional());
    }

    /** A text with the new names of classes changed back. */
    public String unrenamed(String text) {
        String old = text;
        for (String name : names.values()) {
            old = old.replaceAll("(?i)\\b" + (namespace + "\\" + name).replace("\\", "\\\\+") + "(?![\\w\\\\])", name);
        }
        return old;
    }

    /** Where the namespace is stated in a file that has none: behind the first tag and what has to stand before it. */
    private static int position(PhpSource source) {
        List<Token> tokens = source.tokens();
        if (tokens.isEmpty() || tokens.get(0).kind() != Token.Kind.OPEN) return -1;
        if (tokens.size() < 2 || !tokens.get(1).word("declare"))
            return tokens.get(0).start() + "<?php".length();
        int i = 1;
        while (i < tokens.size() && !tokens.get(i).is(";")) i++;
        return i < tokens.size() ? tokens.get(i).end() : -1;
    }

    /** What changes in a file so that all names in it mean what they did. */
    public List<Replacement> edits(PhpSource source) {
        List<Replacement> edits = new ArrayList<>();
        if (names.isEmpty()) return edits;
        boolean own = renamed.containsKey(source.path());
        boolean global = source.tokens().stream().noneMatch(token -> token.word("namespace"));
        Set<String> imported = new TreeSet<>();
        for (PhpSource.Use use : source.uses()) {
            Token token = source.tokens().get(use.token());
            String right = names.get(use.name().toLowerCase(Locale.ROOT));
            String written = token.text();
            if (right == null) {
                boolean bare = own && !written.contains("\\") && written.equalsIgnoreCase(use.name());
                if (bare && ofClass(source, use.token()) && !imports(source, use.token()))
                    edits.add(new Replacement(token.start(), token.start(), "\\"));
            } else if (imports(source, use.token())) {
                edits.add(new Replacement(token.start(), token.end(), namespace + "\\" + right));
                imported.remove(right);
            } else if (written.startsWith("\\")) {
                edits.add(new Replacement(token.start(), token.end(), "\\" + namespace + "\\" + right));
            } else if (global
                    && !own
                    && source.uses().stream()
                            .noneMatch(other -> other.name().equals(use.name()) && imports(source, other.token()))) {
                imported.add(right);
            }
        }
        String end = source.text().contains("\r\n") ? "\r\n" : "\n";
        if (own) {
            int at = position(source);
            edits.add(new Replacement(at, at, end + end + "namespace " + namespace + ";"));
        } else if (!imported.isEmpty()) edits.add(uses(source, imported, end));
        return edits;
    }

    private Replacement uses(PhpSource source, Set<String> imported, String end) {
        StringBuilder lines = new StringBuilder();
        int start = source.codeStart();
        int line = source.text().lastIndexOf('\n', start - 1) + 1;
        boolean alone = source.text().substring(line, start).isBlank();
        for (String name : imported)
            lines.append("use ")
                    .append(namespace)
                    .append('\\')
                    .append(name)
                    .append(';')
                    .append(alone ? end : " ");
        int at = alone ? line : start;
        return new Replacement(at, at, lines.toString());
    }

    /** Whether a name is in an import, at the top level of a file. */
    private static boolean imports(PhpSource source, int token) {
        List<Token> tokens = source.tokens();
        int i = token - 1;
        while (i >= 0
                && (tokens.get(i).is(",") || tokens.get(i).kind() == Token.Kind.NAME)
                && !tokens.get(i).word("use")) i--;
        if (i < 0 || !tokens.get(i).word("use")) return false;
        int depth = 0;
        for (int k = 0; k < i; k++) {
            if (tokens.get(k).is("{")) depth++;
            if (tokens.get(k).is("}")) depth--;
        }
        return depth == 0;
    }

    /** Whether a name stands where only a class can. */
    private static boolean ofClass(PhpSource source, int token) {
        List<Token> tokens = source.tokens();
        Token before = token > 0 ? tokens.get(token - 1) : null;
        Token next = token + 1 < tokens.size() ? tokens.get(token + 1) : null;
        if (next != null && (next.is("::") || next.kind() == Token.Kind.VARIABLE)) return true;
        if (next != null && (next.is("|") || next.is("&") || next.is("...")) && typed(tokens, token + 1)) return true;
        if (before == null) return false;
        if (BEFORE_CLASS.contains(before.text().toLowerCase(Locale.ROOT)) && before.kind() == Token.Kind.NAME)
            return true;
        if (before.is("#[")) return true;
        // a type that is given back
        if (before.is(":") && token > 1 && tokens.get(token - 2).is(")")) return true;
        if (before.is("?")
                && token > 1
                && (tokens.get(token - 2).is(":") || tokens.get(token - 2).is("("))) return true;
        int i = token - 1;
        while (i > 0 && tokens.get(i).is(",") && tokens.get(i - 1).kind() == Token.Kind.NAME) i -= 2;
        return i < token - 1
                && tokens.get(i).kind() == Token.Kind.NAME
                && BEFORE_CLASS.contains(tokens.get(i).text().toLowerCase(Locale.ROOT));
    }

    /** Whether what follows a type's first name ends with a variable, as in a parameter. */
    private static boolean typed(List<Token> tokens, int from) {
        int i = from;
        while (i < tokens.size()
                && (tokens.get(i).is("|")
                        || tokens.get(i).is("&")
                        || tokens.get(i).is("...")
                        || tokens.get(i).kind() == Token.Kind.NAME)) i++;
        return i < tokens.size() && tokens.get(i).kind() == Token.Kind.VARIABLE;
    }
}
