package dev.pfeiler.ecosystem.php.source;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;

/** What names mean at one place of a file: its namespace and its imports. Source: the PHP manual, name resolution rules. */
final class Scope {
    private String namespace = "";
    private final Map<String, String> imports = new HashMap<>();

    String namespace() {
        return namespace;
    }

    void enter(String name) {
        namespace = name;
        imports.clear();
    }

    void take(String name, String alias) {
        imports.put(alias.toLowerCase(Locale.ROOT), name);
    }

    /** The full name of something that is declared here. */
    String declared(String simple) {
        return namespace.isEmpty() ? simple : namespace + "\\" + simple;
    }

    /** The full name of a class that is named here, without a leading separator. */
    String resolve(String name) {
        if (name.startsWith("\\")) return name.substring(1);
        if (name.regionMatches(true, 0, "namespace\\", 0, 10)) return declared(name.substring(10));
        int separator = name.indexOf('\\');
        String first = separator < 0 ? name : name.substring(0, separator);
        String taken = imports.get(first.toLowerCase(Locale.ROOT));
        if (taken == null) return declared(name);
        return separator < 0 ? taken : taken + name.substring(separator);
    }
}
