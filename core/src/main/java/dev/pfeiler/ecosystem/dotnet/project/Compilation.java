package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.XmlElement;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * One assembly that the old wiring builds.
 *
 * @param id by which decisions name it: the path of its project file, or the name of the assembly
 * @param descriptor the path of its old project file; nothing if a script builds it
 * @param folder that its project file is in, or goes to
 * @param debug settings by the names of their properties, when it is built for development
 * @param release the same for delivery
 * @param extras other contents of the project file
 */
public record Compilation(
        String id,
        Optional<String> descriptor,
        String folder,
        Identity identity,
        Files files,
        References references,
        Map<String, String> debug,
        Map<String, String> release,
        Extras extras,
        Evidence evidence) {
    /**
     * What belongs to steps of the project's own.
     *
     * @param targets the steps
     * @param imports files of the tree with steps that it imports
     * @param items of kinds that only those steps know
     * @param pages whether it has pages of Windows Presentation Foundation
     */
    public record Extras(List<XmlElement> targets, List<String> imports, List<XmlElement> items, boolean pages) {
        public static final Extras NONE = new Extras(List.of(), List.of(), List.of(), false);

        public Extras {
            imports = List.copyOf(imports);
            items = List.copyOf(items);
        }
    }

    /** What a compilation makes. */
    public enum Kind {
        LIBRARY("Library", "library", "dll"),
        PROGRAM("Exe", "exe", "exe"),
        /** A program without a console. */
        WINDOWS_PROGRAM("WinExe", "winexe", "exe");

        private final String property;
        private final String option;
        private final String extension;

        Kind(String property, String option, String extension) {
            this.property = property;
            this.option = option;
            this.extension = extension;
        }

        /** As a project file calls it. */
        public String property() {
            return property;
        }

        /** As a compiler's option calls it. */
        public String option() {
            return option;
        }

        /** The extension of the file. */
        public String extension() {
            return extension;
        }
    }

    /**
     * What it is.
     *
     * @param assembly its name without version and extension
     * @param namespace that names of resources start with; nothing if none is stated
     * @param framework as project files call it now, for example {@code net45}; nothing if nothing states it
     */
    public record Identity(
            String assembly, Optional<String> namespace, Kind kind, Optional<String> framework, Evidence place) {}

    /** The files that it takes. */
    public record Files(List<Source> sources, List<Resource> resources, List<Copied> copies, boolean config) {
        public Files {
            sources = List.copyOf(sources);
            resources = List.copyOf(resources);
            copies = List.copyOf(copies);
        }
    }

    /**
     * A source.
     *
     * @param place where the project shows it
     */
    public record Source(String path, String place) {}

    /**
     * An embedded resource.
     *
     * @param place where the project shows it
     * @param name in the assembly
     * @param metadata what else the project says of it
     */
    public record Resource(String path, String place, String name, Map<String, String> metadata) {
        public Resource {
            Map<String, String> sorted = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
            sorted.putAll(metadata);
            metadata = sorted;
        }

        public boolean isResx() {
            return path.toLowerCase(java.util.Locale.ROOT).endsWith(".resx");
        }
    }

    /**
     * A file that is copied beside the output.
     *
     * @param place where it goes, relative to the output
     * @param when the project file's word for it
     */
    public record Copied(String path, String place, String when) {}

    /**
     * What it is compiled against.
     *
     * @param framework names of the framework's own assemblies
     * @param projects ids of other compilations
     * @param packages versions by id
     * @param restored files of packages, where they are
     * @param missing names of libraries of which no file is there
     */
    public record References(
            List<String> framework,
            List<Library> libraries,
            List<String> projects,
            Map<String, Package> packages,
            List<String> restored,
            List<Missing> missing) {
        public References {
            framework = List.copyOf(framework);
            libraries = List.copyOf(libraries);
            projects = List.copyOf(projects);
            packages = new TreeMap<>(packages);
            restored = List.copyOf(restored);
            missing = List.copyOf(missing);
        }
    }

    /** A library as a file. */
    public record Library(String name, String path, Evidence evidence) {}

    /**
     * A library whose file is not there.
     *
     * @param written what names it
     */
    public record Missing(String name, String written, Evidence evidence) {}

    /**
     * A package.
     *
     * @param development whether it is for building alone
     */
    public record Package(String id, String version, boolean development, Evidence evidence) {}

    public Compilation {
        debug = sorted(debug);
        release = sorted(release);
    }

    private static Map<String, String> sorted(Map<String, String> settings) {
        Map<String, String> sorted = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        sorted.putAll(settings);
        return sorted;
    }

    /** The same with other references. */
    public Compilation with(References others) {
        return new Compilation(id, descriptor, folder, identity, files, others, debug, release, extras, evidence);
    }

    /** The project file that it has, or gets. */
    public String project() {
        return descriptor.orElse(
                folder.isEmpty() ? identity.assembly() + ".csproj" : folder + "/" + identity.assembly() + ".csproj");
    }

    /** The file that it makes, without folder. */
    public String output() {
        return identity.assembly() + "." + identity.kind().extension();
    }

    /** Constants of a configuration. */
    public static List<String> constants(Map<String, String> settings) {
        return List.of(settings.getOrDefault("DefineConstants", "").split("[;, ]+")).stream()
                .filter(word -> !word.isBlank())
                .distinct()
                .toList();
    }
}
