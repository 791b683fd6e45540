package dev.pfeiler.ecosystem.jvm.language;

import dev.pfeiler.ecosystem.jvm.language.java.SyntaxFeature;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What one Java source file declares and names.
 *
 * @param path within the tree
 * @param packageName empty for the unnamed package
 * @param types the simple names of its top-level types
 * @param qualified fully qualified names that stand in its code outside imports, with the first line of each
 * @param simple words that start with a capital letter, as type names do; each once, in the order of the source
 * @param strings string literals that could name a class, with the first line of each
 * @param annotations names behind an at sign, as written, with the first line of each
 * @param features pieces of syntax that need some level, with the first line of each
 * @param mainLine the line of a {@code static void main(String…)}; 0 where there is none
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
        Map<SyntaxFeature, Integer> features,
        int mainLine,
        Encoding encoding) {
    /**
     * One import declaration.
     *
     * @param name without {@code .*}; of a static import it ends with the member unless on demand
     */
    public record Import(String name, boolean isStatic, boolean onDemand, int line) {
        /** As it stands in the source. */
        public String words() {
            return "import " + (isStatic ? "static " : "") + name + (onDemand ? ".*" : "") + ";";
        }
    }

    /** How the bytes of a source decode. */
    public enum Encoding {
        ASCII,
        UTF_8,
        UTF_16,
        ISO_8859_1,
        WINDOWS_1252;

        /** The name by which Java knows it. */
        public String charset() {
            return switch (this) {
                case ASCII, UTF_8 -> "UTF-8";
                case UTF_16 -> "UTF-16";
                case ISO_8859_1 -> "ISO-8859-1";
                case WINDOWS_1252 -> "windows-1252";
            };
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

    /** The feature that needs the highest level. */
    public Optional<SyntaxFeature> newest() {
        return features.keySet().stream().max(Comparator.comparingInt(SyntaxFeature::level));
    }

    /** The path at which its package says it lies below a source folder. */
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
