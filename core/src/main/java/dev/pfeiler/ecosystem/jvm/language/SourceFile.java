package dev.pfeiler.ecosystem.jvm.language;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What one source file declares and names.
 *
 * @param path within the tree
 * @param packageName empty for the unnamed package
 * @param types the simple names of its top-level types
 * @param qualified fully qualified names that stand in its code outside imports, with the first line of each
 * @param simple words that start with a capital letter, as type names do; each once, in the order of the source
 * @param strings string literals that could name a class, with the first line of each
 * @param annotations names behind an at sign, as written, with the first line of each
 * @param syntax pieces of syntax that need some level
 * @param entryPoint where a program can start, if it can
 * @param describesPackage whether it declares nothing and describes its package
 * @param module that it declares
 * @param encoding how its bytes decode
 */
public record SourceFile(
        String path,
        String packageName,
        int packageLine,
        List<Import> imports,
        List<String> types,
        Map<String, Integer> qualified,
        List<String> simple,
        Map<String, Integer> strings,
        Map<String, Integer> annotations,
        List<SyntaxSign> syntax,
        Optional<EntryPoint> entryPoint,
        boolean describesPackage,
        Optional<ModuleDeclaration> module,
        SourceEncoding encoding) {
    /**
     * One import declaration.
     *
     * @param name without {@code .*}; of a static import it ends with the member unless on demand
     * @param written as in the source; empty if it is written as Java has it
     */
    public record Import(String name, boolean isStatic, boolean onDemand, int line, String written) {
        public Import(String name, boolean isStatic, boolean onDemand, int line) {
            this(name, isStatic, onDemand, line, "");
        }

        /** As written in the source. */
        public String text() {
            if (!written.isEmpty()) return written;
            return "import " + (isStatic ? "static " : "") + name + (onDemand ? ".*" : "") + ";";
        }
    }

    // a source is known by its path; hashing all it names would cost more than reading it
    @Override
    public int hashCode() {
        return path.hashCode();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof SourceFile source && path.equals(source.path);
    }

    /** The syntax that needs the highest level. */
    public Optional<SyntaxSign> newest() {
        return syntax.stream().max(Comparator.comparingInt(SyntaxSign::level));
    }

    /** The declaration of its package, as it is written. */
    public String packageText() {
        return "package " + packageName + language().statementEnd();
    }

    /** How the method is declared by which a program starts. */
    public String entryPointText() {
        return language().mainMethod();
    }

    public JvmLanguage language() {
        return JvmLanguage.of(path).orElse(JvmLanguage.JAVA);
    }

    /** The path at which its package says it is below a source folder. */
    public String packagePath() {
        return packageName.replace('.', '/');
    }

    /** The qualified names of its top-level types. */
    public List<String> typeNames() {
        return packageName.isEmpty()
                ? types
                : types.stream().map(t -> packageName + "." + t).toList();
    }
}
