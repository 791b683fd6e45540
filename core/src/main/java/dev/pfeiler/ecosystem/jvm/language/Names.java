package dev.pfeiler.ecosystem.jvm.language;

import dev.pfeiler.evidence.Evidence;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.regex.Pattern;

/**
 * Finds out whose classes a source names. Scoping of names: The Java Language Specification, chapters 6 and 7.
 *
 * @param <T> who owns a class: a jar, a source
 */
public final class Names<T> {
    private static final Pattern LAST_PART = Pattern.compile("\\.[^.]*$");

    private final Map<String, T> owners = new HashMap<>();
    private final Map<String, T> packages = new HashMap<>();
    /** By package, or by the class around them, the owners of classes by simple name; made where they are asked for. */
    private volatile Map<String, Map<String, T>> members;

    /** Adds classes, named with dots; the owner that comes first keeps a class, as on a class path. */
    public void add(T owner, Collection<String> classNames) {
        members = null;
        String last = "";
        for (String name : classNames) {
            owners.putIfAbsent(name, owner);
            int dot = name.lastIndexOf('.');
            // classes of one package mostly come one after the other
            if (dot <= 0 || dot == last.length() && name.startsWith(last)) continue;
            last = name.substring(0, dot);
            packages.putIfAbsent(last, owner);
        }
    }

    /** The owners of the classes in a package by simple name; nothing is joined and hashed for each name that is looked up. */
    private Map<String, T> in(String name) {
        if (!packages.containsKey(name)) return Map.of();
        if (members == null) {
            synchronized (this) {
                if (members == null) members = byPackage();
            }
        }
        return members.get(name);
    }

    private Map<String, Map<String, T>> byPackage() {
        Map<String, Map<String, T>> all = new HashMap<>();
        owners.forEach((name, owner) -> {
            int dot = name.lastIndexOf('.');
            if (dot > 0)
                all.computeIfAbsent(name.substring(0, dot), outer -> new HashMap<>())
                        .put(name.substring(dot + 1), owner);
        });
        return all;
    }

    /** The owner of a class, or of the one it is nested in; null where no one has it. */
    public T owner(String className) {
        return owned(className).map(owners::get).orElse(null);
    }

    /** All whose classes a source names, with the first place where it does. */
    public Map<T, Evidence> usedBy(SourceFile source) {
        Map<T, Evidence> used = new LinkedHashMap<>();
        visit(source, (owner, line, words) -> {
            if (!used.containsKey(owner)) used.put(owner, new Evidence(source.path(), line, words.get()));
        });
        return used;
    }

    /** All whose classes a source names. */
    public Set<T> owners(SourceFile source) {
        Set<T> owners = new LinkedHashSet<>();
        visit(source, (owner, line, words) -> owners.add(owner));
        return owners;
    }

    /** All whose classes a source names in string literals, with the first place where it does. */
    public Map<T, Evidence> namedBy(SourceFile source) {
        Map<T, Evidence> used = new LinkedHashMap<>();
        source.strings().forEach((name, line) -> {
            T owner = owners.get(name);
            if (owner != null) used.putIfAbsent(owner, new Evidence(source.path(), line, '"' + name + '"'));
        });
        return used;
    }

    /** The classes that a source names, as far as anyone owns them. */
    public Set<String> classes(SourceFile source) {
        Set<String> classes = new LinkedHashSet<>();
        for (SourceFile.Import declared : source.imports()) {
            owned(declared.name()).ifPresent(classes::add);
            if (!declared.onDemand()) continue;
            Map<String, T> there = in(declared.name());
            for (String name : source.simple()) if (there.containsKey(name)) classes.add(declared.name() + "." + name);
        }
        source.qualified().keySet().forEach(name -> owned(name).ifPresent(classes::add));
        return classes;
    }

    /** The class itself, or the one that it is nested in, if anyone owns it. */
    private Optional<String> owned(String className) {
        for (String name = className; ; ) {
            if (owners.containsKey(name)) return Optional.of(name);
            int dot = name.lastIndexOf('.');
            if (dot < 0) return Optional.empty();
            name = name.substring(0, dot);
        }
    }

    /** Is notified of each use; the excerpt is made only if it is wanted. */
    private interface Visitor<T> {
        void take(T owner, int line, Supplier<String> excerpt);
    }

    private void visit(SourceFile source, Visitor<T> visitor) {
        for (SourceFile.Import declared : source.imports()) imported(source, declared, visitor);
        source.qualified().forEach((name, line) -> note(named(source, name), line, () -> name, visitor));
        boolean unnamed = source.packageName().isEmpty();
        // of a package that no one has, no class is used
        Map<String, T> inPackage = unnamed ? owners : in(source.packageName());
        if (inPackage.isEmpty()) return;
        for (String name : source.simple()) {
            T owner = inPackage.get(name);
            if (owner != null)
                visitor.take(
                        owner, 0, () -> (unnamed ? "" : source.packageName() + ".") + name + ", of the same package");
        }
    }

    /** Who has what a full name names: a class, or in other languages than Java a member of a package. */
    private T named(SourceFile source, String name) {
        boolean java = source.language() == JvmLanguage.JAVA;
        Optional<String> owned = owned(name);
        // no class of the unnamed package can be named in another one
        boolean outOfReach = java
                && !source.packageName().isEmpty()
                && owned.filter(one -> one.indexOf('.') < 0).isPresent();
        T owner = outOfReach ? null : owned.map(owners::get).orElse(null);
        if (owner != null || java) return owner;
        owner = packages.get(LAST_PART.matcher(name).replaceFirst(""));
        // what is in this package can be named without it
        boolean again = owner == null && source.language() == JvmLanguage.SCALA && !name.startsWith("scala.");
        return again ? named(source, "scala." + name) : owner;
    }

    private void imported(SourceFile source, SourceFile.Import declared, Visitor<T> visitor) {
        if (!declared.onDemand() || declared.isStatic()) {
            T owner = declared.isStatic() ? owner(declared.name()) : named(source, declared.name());
            note(owner, declared.line(), declared::text, visitor);
            return;
        }
        boolean any = false;
        T inPackage = packages.get(declared.name());
        Map<String, T> there = in(declared.name());
        if (inPackage != null) {
            for (String name : source.simple()) {
                T owner = there.get(name);
                any |= owner != null;
                note(owner, declared.line(), declared::text, visitor);
            }
        }
        note(owners.get(declared.name()), declared.line(), declared::text, visitor);
        // without its package the import does not compile, even where none of its classes is named
        if (!any) note(inPackage, declared.line(), declared::text, visitor);
    }

    private void note(T owner, int line, Supplier<String> excerpt, Visitor<T> visitor) {
        if (owner != null) visitor.take(owner, line, excerpt);
    }
}
