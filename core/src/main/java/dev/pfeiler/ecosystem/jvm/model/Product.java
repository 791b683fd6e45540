package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.artifact.repository.Coordinates;
import java.util.List;
import java.util.Optional;

/** The archive that a module is packed into. */
public sealed interface Product {
    Packaging packaging();

    /** The file name without extension, if it is not made up of artifact and version. */
    Optional<String> name();

    /**
     * A jar.
     *
     * @param name its file name without extension, if it is not made up of artifact and version
     * @param whole the file name, without extension, of a second archive that contains the libraries too
     */
    record Library(Optional<String> name, Optional<String> whole) implements Product {
        /** A jar alone. */
        public Library(Optional<String> name) {
            this(name, Optional.empty());
        }

        @Override
        public Packaging packaging() {
            return Packaging.JAR;
        }
    }

    /**
     * A web archive.
     *
     * @param archive its file name without extension, which is also its context path
     * @param descriptor whether it has a {@code web.xml}
     */
    record WebArchive(String archive, boolean descriptor) implements Product {
        @Override
        public Packaging packaging() {
            return Packaging.WAR;
        }

        @Override
        public Optional<String> name() {
            return Optional.of(archive);
        }
    }

    /**
     * An enterprise archive.
     *
     * @param archive its file name without extension
     * @param platform the version of the platform
     * @param libraryFolder the folder of libraries that have no place of their own
     * @param entries what has a place of its own
     */
    record EnterpriseArchive(String archive, String platform, String libraryFolder, List<Entry> entries)
            implements Product {
        public EnterpriseArchive {
            entries = List.copyOf(entries);
        }

        @Override
        public Packaging packaging() {
            return Packaging.EAR;
        }

        @Override
        public Optional<String> name() {
            return Optional.of(archive);
        }
    }

    /**
     * An archive in an enterprise archive.
     *
     * @param place its path there
     * @param contextRoot the context path, if it is served
     */
    record Entry(Packaging packaging, Source source, String place, Optional<String> contextRoot) {}

    /** Where an entry comes from: another module, or a repository. */
    sealed interface Source {
        record OfModule(ModuleName name) implements Source {}

        record OfRepository(Coordinates coordinates) implements Source {}
    }
}
