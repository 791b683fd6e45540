package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.ArchiveEntries;
import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;

/** Compares what a web or enterprise archive contains beside its own classes with what the old one did. */
final class PackedComparison {
    private static final String OF_PROJECT = "a module of this project";

    private final ProofContext context;
    private final JvmProject project;
    private final SourceModule module;
    private final Map<String, byte[]> before;
    private final Map<String, byte[]> after;
    private final Map<String, String> causes;

    /**
     * @param before the entries of the old archive, by name
     * @param after those of the new one
     * @param causes why descriptors are not what they were, by their names
     */
    PackedComparison(
            ProofContext context,
            SourceModule module,
            Map<String, byte[]> before,
            Map<String, byte[]> after,
            Map<String, String> causes) {
        this.context = context;
        this.project = context.project();
        this.module = module;
        this.before = before;
        this.after = after;
        this.causes = causes;
    }

    /** Of a web archive: what is served, and the libraries. */
    List<Comparison> web() {
        return List.of(
                files("web files", name -> !name.startsWith(OldArchive.CLASSES) && !name.startsWith(OldArchive.LIB)),
                libraries(
                        ArchiveEntries.below(OldArchive.LIB, before, name -> true),
                        ArchiveEntries.below(OldArchive.LIB, after, name -> true)));
    }

    /** Of an enterprise archive: the modules by their places, the libraries, and all else. */
    List<Comparison> enterprise() {
        Set<String> places =
                Set.copyOf(module.enterprise().orElseThrow().packs().values());
        Map<String, byte[]> modules = ArchiveEntries.below("", before, places::contains);
        Map<String, byte[]> packed = ArchiveEntries.below("", after, places::contains);
        return List.of(
                // what is in each of them has rows of its own
                ArchiveEntries.compare(
                        "modules", modules, packed, name -> "", name -> "", (name, one, other) -> Optional.empty()),
                libraries(
                        ArchiveEntries.below("", before, name -> isLibrary(name, places)),
                        ArchiveEntries.below("", after, name -> isLibrary(name, places))),
                files("descriptors and other files", name -> !isLibrary(name, places) && !places.contains(name)));
    }

    private static boolean isLibrary(String name, Set<String> places) {
        return Paths.extension(name).equals("jar") && !places.contains(name);
    }

    private Comparison files(String subject, Predicate<String> wanted) {
        Predicate<String> own = name -> wanted.test(name) && !ArchiveEntries.isBuildToolsOwn(name);
        return ArchiveEntries.compare(
                subject,
                ArchiveEntries.below("", before, own),
                ArchiveEntries.below("", after, own),
                name -> "",
                name -> causes.getOrDefault(name, ""),
                (name, one, other) -> Arrays.equals(one, other)
                        ? Optional.empty()
                        : Optional.of(new ArchiveEntries.Change(causes.getOrDefault(name, ""), List.of())));
    }

    /** Libraries are the same where their bytes are; a name that gained its version is not a loss. */
    private Comparison libraries(Map<String, byte[]> old, Map<String, byte[]> now) {
        Map<String, String> hashes = hashes(old);
        Map<String, String> after = hashes(now);
        Map<String, String> modules = new HashMap<>();
        List<Difference> differences = new ArrayList<>();
        hashes.forEach((name, sha1) -> {
            if (sha1.equals(after.get(name))) return;
            Optional<String> renamed = after.entrySet().stream()
                    .filter(entry -> entry.getValue().equals(sha1))
                    .map(Map.Entry::getKey)
                    .findFirst();
            Optional<String> built = ofModule(name).flatMap(need -> after.keySet().stream()
                    .filter(other -> ofModule(other).equals(Optional.of(need)))
                    .findFirst());
            if (renamed.isPresent()) {
                differences.add(new Difference(name, Kind.MOVED, "to " + renamed.get(), "identical content"));
            } else if (built.isPresent()) {
                modules.put(built.get(), name);
                if (!built.get().equals(name))
                    differences.add(new Difference(name, Kind.MOVED, "to " + built.get(), OF_PROJECT));
            } else {
                Kind kind = after.containsKey(name) ? Kind.CHANGED : Kind.GONE;
                differences.add(new Difference(name, kind, whyGone(Paths.name(name))));
            }
        });
        after.forEach((name, sha1) -> {
            if (hashes.containsKey(name) || hashes.containsValue(sha1) || modules.containsKey(name)) return;
            differences.add(new Difference(
                    name, Kind.ADDED, ofModule(name).map(n -> OF_PROJECT).orElse("")));
        });
        return new Comparison("libraries", String.valueOf(hashes.size()), String.valueOf(after.size()), differences);
    }

    private static Map<String, String> hashes(Map<String, byte[]> entries) {
        Map<String, String> hashes = new TreeMap<>();
        entries.forEach((name, bytes) -> hashes.put(name, Hashing.sha1(bytes)));
        return hashes;
    }

    /** The module of the project whose archive a name is, with its version or as the old build called it. */
    private Optional<ModuleName> ofModule(String name) {
        String file = Paths.name(name);
        return project.modules().stream()
                .filter(other -> !other.equals(module) && !other.name().isOnly())
                .filter(other ->
                        Wiring.Archive.baseName(file).equals(other.name().text())
                                || other.archive()
                                        .filter(made -> Paths.name(made.path()).equals(file))
                                        .isPresent())
                .map(SourceModule::name)
                .findFirst();
    }

    private String whyGone(String name) {
        for (JarOutcome outcome : context.decisions().outcomes().toList()) {
            boolean same = outcome.jar()
                    .filter(jar -> jar.name().equals(name) && deploys(jar))
                    .isPresent();
            boolean ships = outcome.scope().filter(Scope::ships).isPresent();
            if (same && !ships) return outcome.why();
        }
        return "";
    }

    private boolean deploys(Jar jar) {
        return project.deployed(module, jar)
                || module.enterprise()
                        .filter(e -> e.libraries().containsKey(jar))
                        .isPresent();
    }
}
