package dev.pfeiler.ecosystem.clojure.source;

import dev.pfeiler.ecosystem.clojure.source.ClojureSource.Declared;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource.Dialect;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource.ReleaseSign;
import dev.pfeiler.ecosystem.clojure.source.Form.Kind;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads sources of Clojure and ClojureScript. Source: the documentation of {@code ns}, {@code require} and {@code import}. */
public final class ClojureReader {
    /** In characters. */
    private static final int EXCERPT = 120;

    private static final Set<String> REQUIRING = Set.of("require", "use", "require-macros", "use-macros");
    private static final Set<String> CLAUSES = Set.of("require", "use", "require-macros", "use-macros", "load");
    private static final Set<String> RUNNERS = Set.of("run-tests", "run-all-tests", "run-test");
    private static final Set<String> TESTS = Set.of("deftest", "deftest-", "facts", "defspec");

    private final String path;
    private final String text;
    private final Dialect dialect;
    private Declared namespace;
    private final Set<String> resumed = new LinkedHashSet<>();
    private final Map<String, Evidence> required = new LinkedHashMap<>();
    private final Map<String, Evidence> imported = new LinkedHashMap<>();
    private final Set<String> loaded = new LinkedHashSet<>();
    private final Map<String, Evidence> files = new LinkedHashMap<>();
    private final Set<String> defined = new LinkedHashSet<>();
    private boolean definesMain;
    private boolean definesTests;
    private boolean runsTests;
    private String compiled;
    private ReleaseSign newest;

    private ClojureReader(String path, String text) {
        this.path = path;
        this.text = text;
        this.dialect = Dialect.of(Paths.extension(path));
    }

    /**
     * What a source says.
     *
     * @throws FormReader.Malformed if it is no text that a reader takes
     */
    public static ClojureSource read(String path, String text) {
        ClojureReader reader = new ClojureReader(path, text);
        FormReader.read(text).forEach(form -> reader.top(form.plain()));
        return new ClojureSource(
                path,
                reader.dialect,
                Optional.ofNullable(reader.namespace),
                reader.resumed,
                reader.required,
                reader.imported,
                reader.loaded,
                reader.files,
                reader.definesMain,
                reader.definesTests,
                reader.runsTests,
                Optional.ofNullable(reader.compiled),
                Optional.ofNullable(reader.newest));
    }

    private Evidence evidence(Form form) {
        // a line may have no end
        int earliest = Math.max(0, form.start() - EXCERPT);
        int from = lineStart(form.start(), earliest);
        int start = from < 0 ? form.start() : from;
        int stop = start;
        while (stop < text.length() && stop < start + EXCERPT && text.charAt(stop) != '\n') stop++;
        return new Evidence(path, form.line(), text.substring(start, stop));
    }

    /** The start of the line; -1 where that is too far away. */
    private int lineStart(int at, int earliest) {
        for (int i = at; i > earliest; i--) if (text.charAt(i - 1) == '\n') return i;
        return earliest == 0 ? 0 : -1;
    }

    private void top(Form form) {
        if (form.is(Kind.CONDITIONAL)) {
            form.plainParts().forEach(this::top);
            return;
        }
        if (name(form.head()).equals("ns") && namespace == null) declaration(form);
        else if (name(form.head()).equals("comment")) return;
        // what the source defines itself came with no release
        form.all().forEach(this::form);
    }

    /** The name without the namespace of the core. */
    private static String name(String head) {
        return head.startsWith("clojure.core/") ? head.substring("clojure.core/".length()) : head;
    }

    private void declaration(Form form) {
        List<Form> parts = form.plainParts();
        if (parts.size() < 2 || !parts.get(1).is(Kind.SYMBOL)) return;
        namespace = new Declared(parts.get(1).text(), evidence(form));
        for (Form part : parts.subList(2, parts.size())) clause(part);
    }

    private void clause(Form clause) {
        if (clause.is(Kind.CONDITIONAL)) {
            boolean spliced = clause.text().equals("@");
            clause.plainParts().forEach(one -> (spliced ? one.plainParts() : List.of(one)).forEach(this::clause));
            return;
        }
        boolean grouped = clause.is(Kind.LIST) || clause.is(Kind.VECTOR);
        if (clause.isKeyword("gen-class")) compiled = namespace.name();
        if (!grouped || clause.parts().isEmpty()) return;
        Form first = clause.parts().get(0).plain();
        List<Form> rest = clause.plainParts().subList(1, clause.parts().size());
        String word = first.is(Kind.KEYWORD) || first.is(Kind.SYMBOL) ? first.text() : "";
        if (word.equals("gen-class")) {
            Form named = clause.value("name").orElse(null);
            compiled = named == null ? namespace.name() : named.text();
        } else if (word.equals("import")) {
            rest.forEach(this::importing);
        } else if (word.equals("load")) {
            rest.stream().filter(one -> one.is(Kind.STRING)).forEach(one -> loaded.add(loadedPath(one.text())));
        } else if (CLAUSES.contains(word)) {
            rest.forEach(one -> library(one, ""));
        }
    }

    /** One of the libraries that are required: a symbol, a vector with options, or a list with a prefix. */
    private void library(Form form, String prefix) {
        Form spec = form.unquoted();
        if (spec.is(Kind.CONDITIONAL)) {
            spec.plainParts().forEach(one -> {
                // what is spliced in is a vector of libraries
                if (spec.text().equals("@") && one.is(Kind.VECTOR)) one.parts().forEach(each -> library(each, prefix));
                else library(one, prefix);
            });
            return;
        }
        if (spec.is(Kind.SYMBOL)) {
            require(prefix + spec.text(), spec);
            return;
        }
        if (!spec.is(Kind.VECTOR) && !spec.is(Kind.LIST) || spec.parts().isEmpty()) return;
        List<Form> parts = spec.plainParts();
        Form first = parts.get(0);
        if (first.is(Kind.STRING) || !first.is(Kind.SYMBOL)) return;
        if (parts.stream().anyMatch(part -> part.isKeyword("as-alias"))) {
            sign("1.11", spec);
            if (parts.stream().noneMatch(part -> part.isKeyword("as") || part.isKeyword("refer"))) return;
        }
        boolean options = parts.size() == 1 || parts.get(1).is(Kind.KEYWORD);
        if (options) require(prefix + first.text(), spec);
        else parts.subList(1, parts.size()).forEach(one -> library(one, prefix + first.text() + "."));
    }

    private void require(String name, Form place) {
        // a name of the platform's modules, where ClojureScript takes them
        if (name.isEmpty() || !Character.isLetter(name.charAt(0))) return;
        required.computeIfAbsent(name, absent -> evidence(place));
        Releases.of(name).ifPresent(release -> sign(release, place));
    }

    private void importing(Form form) {
        Form spec = form.unquoted();
        if (spec.is(Kind.CONDITIONAL)) {
            spec.plainParts().forEach(this::importing);
            return;
        }
        if (spec.is(Kind.SYMBOL)) imported.computeIfAbsent(spec.text(), absent -> evidence(spec));
        if (!spec.is(Kind.LIST) && !spec.is(Kind.VECTOR) || spec.parts().isEmpty()) return;
        List<Form> parts = spec.plainParts();
        String before = parts.get(0).text();
        parts.subList(1, parts.size())
                .forEach(one -> imported.computeIfAbsent(before + "." + one.text(), absent -> evidence(spec)));
    }

    /** Below the declaration, wherever it stands. */
    private void form(Form form) {
        if (form.is(Kind.SYMBOL)) {
            symbol(form);
            return;
        }
        if (form.is(Kind.TAGGED) && form.text().startsWith(":")) sign("1.9", form);
        if (form.is(Kind.CONDITIONAL)) sign("1.7", form);
        String head = name(form.head());
        if (head.isEmpty() || form.parts().size() < 2) return;
        List<Form> parts = form.plainParts();
        Form second = parts.get(1);
        List<Form> rest = parts.subList(1, parts.size());
        if (REQUIRING.contains(head)) rest.forEach(one -> quoted(one));
        else if (head.equals("import")) rest.forEach(this::importing);
        else if (head.equals("in-ns") && second.unquoted().is(Kind.SYMBOL))
            resumed.add(second.unquoted().text());
        else if (head.equals("load")) {
            rest.stream().filter(one -> one.is(Kind.STRING)).forEach(one -> loaded.add(loadedPath(one.text())));
        } else if (head.equals("load-file") && second.is(Kind.STRING))
            files.computeIfAbsent(second.text(), absent -> evidence(form));
        else if (head.equals("gen-class"))
            compiled = compiled == null ? namespace().orElse(null) : compiled;
        else if (head.startsWith("def") && second.is(Kind.SYMBOL) && !TESTS.contains(head)) {
            defined.add(second.text());
            definesMain |= head.startsWith("defn") && second.isSymbol("-main");
        } else if (TESTS.contains(head.substring(head.lastIndexOf('/') + 1))) definesTests = true;
    }

    private Optional<String> namespace() {
        return Optional.ofNullable(namespace).map(Declared::name);
    }

    /** Only what is quoted is known before the program runs. */
    private void quoted(Form form) {
        if (form.is(Kind.PREFIX) && form.text().equals("'")) library(form, "");
    }

    private void symbol(Form form) {
        String name = form.text();
        runsTests |= RUNNERS.contains(name.substring(name.lastIndexOf('/') + 1));
        if (!defined.contains(name)) Releases.of(name).ifPresent(release -> sign(release, form));
        int slash = name.indexOf('/');
        if (slash > 0) {
            String before = name.substring(0, slash);
            if (before.indexOf('.') > 0) {
                boolean type = Character.isUpperCase(before.charAt(before.lastIndexOf('.') + 1));
                if (type) imported.computeIfAbsent(before, absent -> evidence(form));
            }
            return;
        }
        String type = name.endsWith(".") ? name.substring(0, name.length() - 1) : name;
        int dot = type.lastIndexOf('.');
        if (dot > 0
                && dot + 1 < type.length()
                && Character.isUpperCase(type.charAt(dot + 1))
                && type.matches("[\\w.$]+")) imported.computeIfAbsent(type, absent -> evidence(form));
    }

    private void sign(String release, Form form) {
        if (newest == null || Releases.after(release, newest.release()))
            newest = new ReleaseSign(release, evidence(form));
    }

    /** The path of something that is loaded, below a source folder. Source: the documentation of {@code load}. */
    private String loadedPath(String written) {
        if (written.startsWith("/")) return written.substring(1);
        String own = namespace().map(ClojureSource::place).orElse("");
        return Paths.join(Paths.parent(own), written);
    }
}
