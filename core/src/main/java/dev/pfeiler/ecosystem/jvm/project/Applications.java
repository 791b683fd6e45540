package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.web.EnterpriseDescriptor;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import org.slf4j.LoggerFactory;

/** Finds the enterprise archives of a project: those that a wiring makes, else the folders that hold a descriptor of one. */
public final class Applications {
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^\\w.-]+");

    private static final String DESCRIPTOR = "META-INF/application.xml";

    private final ProjectTree tree;
    private final List<Wiring> wirings;
    private final Layout layout;
    private final List<Jar> libraries;

    public Applications(JvmReading reading, Layout layout, List<Jar> libraries) {
        this.tree = reading.tree();
        this.wirings = reading.wirings();
        this.layout = layout;
        this.libraries = libraries;
    }

    /**
     * One enterprise archive.
     *
     * @param home the folder of the project that makes nothing else
     * @param paths the files of the tree that go in as they are
     */
    public record Application(
            String name,
            Optional<String> home,
            Optional<Wiring.Archive> archive,
            Optional<EnterpriseDescriptor> descriptor,
            Set<String> paths,
            Evidence evidence) {
        /** The place in it of an archive that the project makes; empty if it is not packed. */
        Optional<String> place(Optional<Wiring.Archive> made, Collection<String> names) {
            Optional<String> wired = made.flatMap(a -> archive.flatMap(own -> own.entry(a.path())));
            return wired.or(() -> descriptor.stream()
                    .flatMap(d -> d.modules().stream())
                    .map(EnterpriseDescriptor.Module::uri)
                    .filter(uri -> names.contains(Wiring.Archive.baseName(uri)))
                    .findFirst());
        }

        /** How many archives go in that are not libraries, as far as it is stated. */
        int stated() {
            return descriptor.map(d -> d.modules().size()).orElse(0);
        }
    }

    public List<Application> all() {
        List<Application> found = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        for (Wiring wiring : wirings) {
            for (Wiring.Archive archive : wiring.archives()) {
                if (!archive.is("ear")
                        || found.stream().anyMatch(a -> a.name().equals(Wiring.Archive.baseName(archive.path()))))
                    continue;
                Set<String> paths = files(p -> archive.entry(p.path()).isPresent());
                taken.addAll(paths);
                boolean only = wiring.sources().isEmpty() && !wiring.folder().isEmpty();
                found.add(new Application(
                        Wiring.Archive.baseName(archive.path()),
                        only ? Optional.of(wiring.folder()) : Optional.empty(),
                        Optional.of(archive),
                        descriptor(paths),
                        paths,
                        archive.evidence()));
            }
        }
        layout.folders(Role.APPLICATION).forEach(folder -> {
            Set<String> paths = files(p -> p.folder().equals(folder) && !taken.contains(p.path()));
            Optional<EnterpriseDescriptor> descriptor = descriptor(paths);
            if (descriptor.isEmpty()) return;
            String name = descriptor
                    .get()
                    .displayName()
                    .map(text ->
                            NO_NAME_PARTS.matcher(text.strip()).replaceAll("-").toLowerCase(Locale.ROOT))
                    .filter(text -> !text.isEmpty())
                    .orElse("application");
            found.add(new Application(
                    name,
                    Optional.empty(),
                    Optional.empty(),
                    descriptor,
                    paths,
                    Evidence.of(descriptor.get().path(), "")));
        });
        return found;
    }

    private Set<String> files(Predicate<Placement> wanted) {
        Set<String> paths = new LinkedHashSet<>();
        layout.files(Role.APPLICATION).filter(wanted).forEach(placement -> paths.add(placement.path()));
        return paths;
    }

    private Optional<EnterpriseDescriptor> descriptor(Set<String> paths) {
        for (String path : paths) {
            if (!layout.of(path).orElseThrow().relative().equals(DESCRIPTOR)) continue;
            try {
                return EnterpriseDescriptor.read(path, tree.bytes(path));
            } catch (IOException | XmlElement.Malformed e) {
                // reported by the checks of descriptors
                LoggerFactory.getLogger(Applications.class).debug("{}", path, e);
            }
        }
        return Optional.empty();
    }

    /**
     * The module that makes an enterprise archive.
     *
     * @param name of the module
     * @param packs the modules that go in, by name, with their places
     * @param usage of the libraries by those modules
     */
    SourceModule module(Application application, String name, Map<String, String> packs, Usage usage) {
        Map<ModuleName, String> named = new LinkedHashMap<>();
        packs.forEach((module, place) -> named.put(new ModuleName(module), place));
        Map<Jar, String> jars = new LinkedHashMap<>();
        for (Jar jar : libraries) place(application, jar.path()).ifPresent(place -> jars.put(jar, place));
        return new SourceModule(
                new ModuleName(name),
                application.home().orElse(name),
                List.of(),
                List.of(),
                application.paths(),
                List.copyOf(named.keySet()),
                usage,
                application.evidence(),
                application.archive(),
                Optional.empty(),
                Optional.of(new EnterpriseContents(application.descriptor(), named, jars)),
                Set.of());
    }

    /** The place of a jar in an enterprise archive: where the wiring lays it, or where it is among the other files. */
    private Optional<String> place(Application application, String jar) {
        return application.archive().flatMap(archive -> archive.entry(jar)).or(() -> application.paths().stream()
                .map(path -> layout.of(path).orElseThrow().folder().path())
                .distinct()
                .filter(folder -> !folder.isEmpty() && Paths.within(folder, jar))
                .map(folder -> Paths.relative(folder, jar))
                .findFirst());
    }
}
