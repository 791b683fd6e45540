package dev.pfeiler.ecosystem.jvm.model;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * An archive in which a module is handed on, or its sources or documentation are.
 *
 * @param old the path at which the old build made it
 * @param name its file name without extension
 * @param format the extension of its file, for example {@code zip} or {@code tar.gz}
 * @param product the folder in it that the archive of the module goes to; none if that does not go in
 * @param classes the folder in it that the classes and resources of the module go to as they are; none if they do not
 * @param modules the folders in it that the archives of other modules go to
 * @param libraries the folder in it that the libraries go to; none if they do not go in
 * @param documentation the folder in it that the generated documentation goes to; none if it does not go in
 * @param files what goes in as it is
 */
public record Distribution(
        String old,
        String name,
        String format,
        Optional<String> product,
        Optional<String> classes,
        Map<ModuleName, String> modules,
        Optional<String> libraries,
        Optional<String> documentation,
        List<Files> files) {
    /**
     * Files that go in.
     *
     * @param folder relative to the module; {@code .} is the module itself
     * @param target the folder in the archive that they go to; empty for its top
     * @param includes patterns of what goes in; empty for all
     * @param executable whether they can be executed
     * @param renamed the name in the archive of the only file that goes in, if it has another one there
     */
    public record Files(
            String folder, String target, List<String> includes, boolean executable, Optional<String> renamed) {
        public Files {
            includes = List.copyOf(includes);
        }

        /** Files that keep their names. */
        public Files(String folder, String target, List<String> includes, boolean executable) {
            this(folder, target, includes, executable, Optional.empty());
        }
    }

    public Distribution {
        modules = Map.copyOf(modules);
        files = List.copyOf(files);
    }

    /** Whether the program is handed on in it. */
    public boolean ofProduct() {
        return product.isPresent() || classes.isPresent();
    }

    /** Whether documentation is all that it holds. */
    public boolean ofDocumentation() {
        return !ofProduct() && files.isEmpty() && documentation.isPresent();
    }

    /** The same in another format. */
    public Distribution inFormat(String other, String oldPath) {
        return new Distribution(oldPath, name, other, product, classes, modules, libraries, documentation, files);
    }

    public String fileName() {
        return name + "." + format;
    }
}
