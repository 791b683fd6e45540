package dev.pfeiler.ecosystem.go.source;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What one Go file says.
 *
 * @param name of its package
 * @param imports in their order
 * @param canonical the path in a comment behind the package clause by which the package has to be imported
 * @param excluded whether its build constraint is met by no system: it is a program of its own or left out
 * @param declared names at its top level
 * @param needs what of it needs a release of Go
 */
public record GoSource(
        String path,
        String text,
        String name,
        List<Import> imports,
        Optional<Canonical> canonical,
        boolean excluded,
        Set<String> declared,
        List<Need> needs) {
    /**
     * An imported package.
     *
     * @param path as written
     * @param start of the path in the text, quotes left out
     * @param end behind it
     */
    public record Import(String path, int start, int end, Evidence evidence) {
        /** Whether it names a folder as seen from the source's own. Source: the go command, relative import paths. */
        public boolean isRelative() {
            return path.startsWith(".");
        }

        /** Whether the standard library has it: the first part of its path has no dot. Source: the go command, import paths. */
        public boolean ofLibrary() {
            return path.indexOf('/') < 0
                    ? path.indexOf('.') < 0
                    : path.substring(0, path.indexOf('/')).indexOf('.') < 0;
        }
    }

    /** The folder that a relative import leads to; nothing if it is not relative, or leads out of the tree. */
    public Optional<String> folder(Import one) {
        return one.isRelative() ? Paths.normal(Paths.join(Paths.parent(path), one.path())) : Optional.empty();
    }

    /** An import comment. */
    public record Canonical(String path, int start, int end, Evidence evidence) {}

    /**
     * Something that needs a release of Go.
     *
     * @param minor the release, as in 1.18
     * @param builtin the name of a function of the language, which the package may declare itself; else empty
     */
    public record Need(int minor, String what, String builtin, Evidence evidence) {}

    public GoSource {
        imports = List.copyOf(imports);
        declared = Set.copyOf(declared);
        needs = List.copyOf(needs);
    }

    public boolean isTest() {
        return path.endsWith("_test.go");
    }

    public boolean isProgram() {
        return name.equals("main") && !isTest();
    }
}
