package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Decides whether the build tool makes the archive in which the old build handed the program on. */
final class DistributionDecision {
    private static final Pattern EXTENSIONS = Pattern.compile("(\\.tar)?\\.[A-Za-z]+$");

    private static final Pattern COMPRESSED = Pattern.compile("\\.(?:tar\\.|t)(gz|bz2|bz|xz)$");

    private static final Map<String, String> COMPRESSIONS = Map.of("gz", "gz", "bz2", "bz2", "bz", "bz2", "xz", "xz");

    /** Sorts of archives, by what they are made for. */
    private enum Kind {
        PRODUCT("distribution", "Distribution", "the old build hands the program on in it"),
        SOURCES("sources", "Archive of sources", "the old build makes an archive of sources"),
        DOCUMENTATION("documentation", "Archive of documentation", "the old build makes an archive of documentation");

        private final String key;
        private final String title;
        private final String reason;

        Kind(String key, String title, String reason) {
            this.key = key;
            this.title = title;
            this.reason = reason;
        }

        static Kind of(Distribution distribution) {
            if (distribution.ofProduct()) return PRODUCT;
            return distribution.ofDocumentation() ? DOCUMENTATION : SOURCES;
        }
    }

    private final JvmReading reading;
    private final JvmProject project;
    private final SourceModule module;
    private final Coordinates own;

    /** @param own the project's own coordinates */
    DistributionDecision(JvmReading reading, JvmProject project, SourceModule module, Coordinates own) {
        this.reading = reading;
        this.project = project;
        this.module = module;
        this.own = own;
    }

    List<Distribution> decide(Deliberation deliberation) {
        List<Distribution> wanted = new ArrayList<>();
        for (Wiring.Archive made : module.distributions(reading.wirings())) {
            if (!makes(made)) continue;
            Distribution distribution = distribution(made);
            String name = distribution.fileName();
            Kind kind = Kind.of(distribution);
            boolean main = kind == Kind.PRODUCT && wanted.stream().noneMatch(Distribution::ofProduct);
            String standing = deliberation.settle(
                    Decision.of(
                            module.name().key(main ? kind.key : kind.key + ":" + name),
                            module.name().titled(kind.title),
                            name,
                            Certainty.CERTAIN,
                            kind.reason,
                            List.of(made.evidence())),
                    Choosable.oneOf(name, Choosable.WITHOUT));
            if (!standing.equals(Choosable.WITHOUT)) wanted.add(distribution);
        }
        return wanted;
    }

    /** Of several modules that go into an archive, the one that needs all others makes it; the first, one of sources. */
    private boolean makes(Wiring.Archive made) {
        List<SourceModule> packed = project.modules().stream()
                .filter(one -> one.entryIn(made).isPresent())
                .toList();
        if (packed.isEmpty())
            return project.modules().stream()
                    .filter(one -> one.distributions(reading.wirings()).contains(made))
                    .findFirst()
                    .equals(Optional.of(module));
        Optional<SourceModule> last = packed.stream()
                .filter(one -> packed.stream()
                        .allMatch(other -> other == one || project.needed(one).contains(other.name())))
                .findFirst();
        return packed.contains(module) && (last.isEmpty() || last.get() == module);
    }

    /** Where the archives of the modules that this one needs go. */
    private Map<ModuleName, String> modules(Wiring.Archive made) {
        Map<ModuleName, String> folders = new TreeMap<>();
        for (ModuleName need : project.needed(module))
            project.module(need)
                    .flatMap(one -> one.entryIn(made))
                    .ifPresent(entry -> folders.put(need, Paths.parent(entry)));
        return folders;
    }

    private Distribution distribution(Wiring.Archive made) {
        String file = Paths.name(made.path());
        Matcher compressed = COMPRESSED.matcher(file);
        String format = compressed.find() ? "tar." + COMPRESSIONS.get(compressed.group(1)) : Paths.extension(file);
        String stem = EXTENSIONS.matcher(file).replaceFirst("");
        Optional<String> libraries = project.libraries().stream()
                .flatMap(jar -> made.entry(jar.path()).stream())
                .map(Paths::parent)
                .findFirst();
        Optional<String> product = module.entryIn(made).map(Paths::parent);
        Optional<String> classes = module.placeOfClasses(made, reading.wirings());
        Optional<String> documentation = documentation(made);
        Set<String> without = project.withCopies().map(Jar::path).collect(Collectors.toCollection(HashSet::new));
        if (documentation.isPresent()) without.addAll(generated());
        classes.ifPresent(place -> without.addAll(resources(made, place)));
        return new Distribution(
                made.path(),
                versioned(made, stem),
                format,
                product,
                classes,
                modules(made),
                libraries,
                documentation,
                new ArchivedFiles(reading, project, module)
                        .of(made, without, product.isPresent() || classes.isPresent()));
    }

    /** The resources that go in beside the classes. */
    private List<String> resources(Wiring.Archive made, String place) {
        return reading.tree().files().stream()
                .flatMap(file -> project.layout().of(file.path()).stream())
                .filter(placement -> placement.role() == Role.MAIN_RESOURCES)
                .filter(placement ->
                        made.entry(placement.path()).equals(Optional.of(Paths.join(place, placement.relative()))))
                .map(Placement::path)
                .toList();
    }

    /** Where documentation goes in an archive; that of several modules is made one by one. */
    private Optional<String> documentation(Wiring.Archive made) {
        if (project.modules().size() > 1) return Optional.empty();
        return reading.wirings().stream()
                .flatMap(wiring -> wiring.documented(made).stream())
                .findFirst();
    }

    /** Files of documentation that is made anew. */
    private List<String> generated() {
        return reading.wirings().stream()
                .flatMap(wiring -> wiring.documentation().folders().stream())
                .flatMap(folder -> reading.tree().under(folder.value()))
                .map(TreeFile::path)
                .toList();
    }

    /** A name with the project's version in the place of the old one. */
    private String versioned(Wiring.Archive made, String stem) {
        if (made.version().isEmpty() || stem.contains(own.version())) return stem;
        String kind = Wiring.Archive.kind(stem);
        String version = made.version().get().value();
        return stem.endsWith(version + kind) ? Text.withoutEnd(stem, version + kind) + own.version() + kind : stem;
    }
}
