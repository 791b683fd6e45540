package dev.pfeiler.ecosystem.node.source;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;

/**
 * One source file of JavaScript or TypeScript as it was read.
 *
 * @param names what it declares and uses
 * @param features what needs a release of the runtime
 * @param markup whether it has markup in it
 * @param started whether its first line says that a shell starts it with Node.js
 * @param broken the line at which it cannot be read
 */
public record Script(
        String path,
        String content,
        List<Import> imports,
        Modules modules,
        Names names,
        List<Feature> features,
        boolean markup,
        boolean started,
        Optional<Integer> broken) {
    private static final Pattern TYPED = Pattern.compile("(?s).*\\.[cm]?tsx?");
    private static final Pattern LISTENING = Pattern.compile("\\.listen\\s*\\(");
    private static final Pattern DECLARATIONS = Pattern.compile("(?s).*\\.d\\.[cm]?ts");

    /** Whether it has a server listen. */
    public boolean listens() {
        return LISTENING.matcher(content).find();
    }

    /**
     * Which kind of module it is.
     *
     * @param ecma whether it has the syntax of ECMAScript modules
     * @param common whether it uses what CommonJS gives a module
     * @param amd whether it is defined for an asynchronous loader
     * @param exported the names that it exports, as far as they are written there; {@code default} for the default, or for
     *     what a CommonJS module is as a whole
     */
    public record Modules(boolean ecma, boolean common, boolean amd, Set<String> exported) {
        public Modules {
            exported = Set.copyOf(exported);
        }

        /** Whether it is a module of any kind. */
        public boolean any() {
            return ecma || common || amd;
        }
    }

    /**
     * Names in the scope that all scripts of a page share.
     *
     * @param declared at the top of the script, each with whether it is a function
     * @param used free in it, by name
     * @param published put on the global object by assignment
     * @param outerThis places in the text where {@code this} stands outside all functions
     */
    public record Names(
            Map<String, Boolean> declared, Map<String, Use> used, Set<String> published, List<Integer> outerThis) {
        public Names {
            declared = Map.copyOf(declared);
            used = Map.copyOf(used);
            published = Set.copyOf(published);
            outerThis = List.copyOf(outerThis);
        }

        /** What the script gives to others. */
        public Set<String> given() {
            Set<String> given = new TreeSet<>(declared.keySet());
            given.addAll(published);
            return given;
        }
    }

    /**
     * How a free name is used.
     *
     * @param line of its first use, counted from 1
     * @param assigned whether it gets a value there
     * @param tested whether it is only asked for, so that it need not be there
     */
    public record Use(int line, boolean assigned, boolean tested) {
        Use and(Use other) {
            return new Use(Math.min(line, other.line), assigned || other.assigned, tested && other.tested);
        }
    }

    public Script {
        imports = List.copyOf(imports);
        features = List.copyOf(features);
    }

    /** Whether it is written in TypeScript. */
    public boolean typed() {
        return TYPED.matcher(path).matches();
    }

    /** Whether it holds declarations for the compiler alone. */
    public boolean declarations() {
        return DECLARATIONS.matcher(path).matches();
    }

    /** Whether an edit would keep all that it is not about: a control character was replaced when it was read. */
    public boolean editable() {
        return content.indexOf('\uFFFD') < 0;
    }

    /** Whether it is a machine's writing, to be read no further than needed. */
    public boolean minified() {
        int lines = 1 + (int) content.chars().filter(c -> c == '\n').count();
        return content.length() > 5_000 && content.length() / lines > 500;
    }
}
