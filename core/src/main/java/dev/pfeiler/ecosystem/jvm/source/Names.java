package dev.pfeiler.ecosystem.jvm.source;

import dev.pfeiler.evidence.Evidence;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * Finds out whose classes a source names. Scoping of names: The Java Language Specification, chapters 6 and 7.
 *
 * @param <T> who owns a class: a jar, a source
 */
public final class Names<T> {
    private final Map<String, T> owners = new HashMap<>();
    private final Map<String, T> packages = new HashMap<>();

    /** Adds classes, named with dots; the owner that comes first keeps a class, as on a class path. */
    public void add(T owner, Collection<String> classNames) {
        for (String name : classNames) {
            owners.putIfAbsent(name, owner);
            int dot = name.lastIndexOf('.');
            if (dot > 0) packages.putIfAbsent(name.substring(0, dot), owner);
        }
    }

    /** The owner of a class, or of the one it is nested in; null where nobody has it. */
    public T owner(String className) {
        for (String name = className; ; ) {
            T owner = owners.get(name);
            if (owner != null) return owner;
            int dot = name.lastIndexOf('.');
            if (dot < 0) return null;
            name = name.substring(0, dot);
        }
    }

    /** All whose classes a source names, with the first place where it does. */
    public Map<T, Evidence> usedBy(JavaSource source) {
        Map<T, Evidence> used = new LinkedHashMap<>();
        for (JavaSource.Import declared : source.imports()) imported(source, declared, used);
        source.qualified().forEach((name, line) -> note(owner(name), source, line, name, used));
        for (String name : source.simple()) {
            String inPackage = source.packageName().isEmpty() ? name : source.packageName() + "." + name;
            note(owners.get(inPackage), source, 0, inPackage + ", of the same package", used);
        }
        return used;
    }

    /** All whose classes a source names in string literals, with the first place where it does. */
    public Map<T, Evidence> namedBy(JavaSource source) {
        Map<T, Evidence> used = new LinkedHashMap<>();
        source.strings().forEach((name, line) -> note(owners.get(name), source, line, '"' + name + '"', used));
        return used;
    }

    private void imported(JavaSource source, JavaSource.Import declared, Map<T, Evidence> used) {
        if (!declared.onDemand() || declared.isStatic()) {
            note(owner(declared.name()), source, declared.line(), declared.words(), used);
            return;
        }
        int before = used.size();
        for (String name : source.simple()) {
            note(owners.get(declared.name() + "." + name), source, declared.line(), declared.words(), used);
        }
        note(owners.get(declared.name()), source, declared.line(), declared.words(), used);
        // without its package the import does not compile, even where none of its classes is named
        T any = packages.get(declared.name());
        if (used.size() == before && any != null) note(any, source, declared.line(), declared.words(), used);
    }

    private void note(T owner, JavaSource source, int line, String words, Map<T, Evidence> used) {
        if (owner != null) used.putIfAbsent(owner, new Evidence(source.path(), line, words));
    }
}
