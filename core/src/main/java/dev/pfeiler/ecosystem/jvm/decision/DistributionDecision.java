package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
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
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Decides whether the build tool makes the archive in which the old build handed the program on. */
final class DistributionDecision {
    private static final Pattern EXTENSIONS = Pattern.compile("(\\.tar)?\\.[A-Za-z]+$");

    /** What of a name behind the version says what is in the archive. */
    private static final Pattern KIND = Pattern.compile("[-_.](?:src|sources?|bin|dist)$");

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
            Distribution distribution = distribution(made);
            String name = distribution.fileName();
            boolean sources = distribution.ofSources();
            String standing = deliberation.settle(
                    Decision.of(
                            module.name().key(sources ? "sources:" + name : "distribution"),
                            module.name().titled(sources ? "Archive of sources" : "Distribution"),
                            name,
                            Certainty.CERTAIN,
                            sources
                                    ? "the old build makes an archive of sources"
                                    : "the old build hands the program on in it",
                            List.of(made.evidence())),
                    Choosable.oneOf(name, Choosable.WITHOUT));
            if (!standing.equals(Choosable.WITHOUT)) wanted.add(distribution);
        }
        return wanted;
    }

    private Distribution distribution(Wiring.Archive made) {
        String file = Paths.name(made.path());
        String format = file.endsWith(".tar.gz") || file.endsWith(".tgz") ? "tar.gz" : Paths.extension(file);
        String stem = EXTENSIONS.matcher(file).replaceFirst("");
        Optional<String> libraries = project.libraries().stream()
                .flatMap(jar -> made.entry(jar.path()).stream())
                .map(Paths::parent)
                .findFirst();
        Optional<String> product = module.entryIn(made).map(Paths::parent);
        return new Distribution(
                made.path(),
                versioned(made, stem),
                format,
                product,
                libraries,
                product.isPresent() ? files(made) : trees(made));
    }

    /** A name with the project's version in the place of the old one. */
    private String versioned(Wiring.Archive made, String stem) {
        if (made.version().isEmpty() || stem.contains(own.version())) return stem;
        String kind = kind(stem);
        String version = Text.withoutEnd(made.version().get().value(), kind);
        return stem.endsWith(version + kind) ? Text.withoutEnd(stem, version + kind) + own.version() + kind : stem;
    }

    private static String kind(String stem) {
        Matcher matcher = KIND.matcher(stem);
        return matcher.find() ? matcher.group() : "";
    }

    /** The other files, by folder and place, where they are after the conversion. */
    private List<Distribution.Files> files(Wiring.Archive made) {
        Set<String> libraries = project.withCopies().map(Jar::path).collect(Collectors.toSet());
        Map<String, List<String>> byPlace = new TreeMap<>();
        Map<String, Boolean> executable = new TreeMap<>();
        Set<String> whole = new HashSet<>();
        for (TreeFile file : reading.tree().files()) {
            if (file.link() || libraries.contains(file.path())) continue;
            Optional<String> entry = made.entry(file.path());
            if (entry.isEmpty()) continue;
            String now = moved(file.path());
            // a file that is renamed on the way cannot be one of a set
            if (!Paths.name(now).equals(Paths.name(entry.get()))) continue;
            String key = SourceSetDecision.fromModule(module, Paths.parent(now)) + "\n" + Paths.parent(entry.get());
            byPlace.computeIfAbsent(key, k -> new ArrayList<>()).add(Paths.name(now));
            String folder = Paths.parent(file.path());
            boolean stays = now.equals(file.path()) && !folder.isEmpty();
            if (stays && !whole.contains(key) && takesAll(made, folder, Paths.parent(entry.get()))) whole.add(key);
            executable.merge(key, reading.tree().isExecutable(file.path()), Boolean::logicalOr);
        }
        List<Distribution.Files> files = new ArrayList<>();
        byPlace.forEach((key, names) -> {
            String[] places = key.split("\n", -1);
            List<String> includes = whole.contains(key) ? List.of() : names;
            files.add(new Distribution.Files(places[0], places[1], includes, executable.get(key)));
        });
        return files;
    }

    /** The files, by the folders from which on their paths are those in the archive. */
    private List<Distribution.Files> trees(Wiring.Archive made) {
        Set<String> all = new TreeSet<>();
        Map<String, Set<String>> in = new TreeMap<>();
        for (TreeFile file : reading.tree().files()) {
            String now = SourceSetDecision.fromModule(module, moved(file.path()));
            all.add(now);
            Optional<String> entry = file.link() ? Optional.empty() : made.entry(file.path());
            if (entry.isEmpty()) continue;
            String same = Paths.commonEnd(now, entry.get());
            // a file that is renamed on the way cannot be one of a set
            if (same.isEmpty()) continue;
            String key = Paths.before(same, now).orElseThrow() + "\n"
                    + Paths.before(same, entry.get()).orElseThrow();
            in.computeIfAbsent(key, k -> new TreeSet<>()).add(same);
        }
        List<Distribution.Files> files = new ArrayList<>();
        in.forEach((key, paths) -> {
            String[] places = key.split("\n", -1);
            Set<String> out = all.stream()
                    .filter(path -> Paths.within(places[0], path))
                    .map(path -> Paths.relative(places[0], path))
                    .filter(path -> !paths.contains(path))
                    .collect(Collectors.toCollection(TreeSet::new));
            List<String> includes = out.isEmpty() ? List.of() : PartialArchives.patterns(paths, out);
            files.add(new Distribution.Files(places[0].isEmpty() ? "." : places[0], places[1], includes, false));
        });
        return files;
    }

    /** Whether all files of a folder, which stay where they are, go to one place in an archive. */
    private boolean takesAll(Wiring.Archive made, String folder, String place) {
        return reading.tree().under(folder).allMatch(file -> made.entry(file.path())
                .filter(entry -> entry.equals(Paths.join(place, Paths.relative(folder, file.path()))))
                .filter(entry -> Paths.parent(file.path()).equals(folder))
                .filter(entry -> project.layout().of(file.path()).isEmpty())
                .isPresent());
    }

    private String moved(String path) {
        return project.layout()
                .of(path)
                .filter(placement -> placement.role() != Role.LEFT && placement.role() != Role.OUTPUT)
                .map(module::path)
                .orElse(path);
    }
}
