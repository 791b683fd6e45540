package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.ArchiveEntries;
import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Compares the distribution archive of a program with the one that the wiring describes: files by their bytes,
 * libraries wherever they are, and the program's own archive and classes, which are compared on their own, by their
 * presence.
 */
final class DistributionComparison {
    private static final String PRODUCT = "";
    private static final String DOCUMENTATION = "documentation";
    private static final String RENAMED = "libraries are named after their artifacts";

    private static final String FETCHED = "a library, which the build tool fetches";

    private static final String WRITTEN = "written by the conversion";
    private static final String REPLACED = "replaced by what the conversion wrote";

    private final ProofContext context;
    private final SourceModule module;
    private final Baseline baseline;

    DistributionComparison(ProofContext context, SourceModule module, Baseline baseline) {
        this.context = context;
        this.module = module;
        this.baseline = baseline;
    }

    /**
     * Generated documentation counts as one file: its pages name the day and the tool that made them.
     *
     * @param row what the comparison is called
     */
    Comparison compare(String row, Wiring.Archive made, Distribution wanted, Path now) throws IOException {
        Map<String, String> before = before(made);
        Map<String, String> after = new TreeMap<>();
        for (Map.Entry<String, byte[]> entry : ArchiveEntries.of(now).entrySet())
            if (!ArchiveEntries.isBuildToolsOwn(entry.getKey()))
                after.put(entry.getKey(), Hashing.sha1(entry.getValue()));
        for (String place : products(made, wanted)) {
            before.put(place, PRODUCT);
            after.computeIfPresent(place, (entry, hash) -> PRODUCT);
        }
        if (wanted.classes().isPresent()) {
            String place = wanted.classes().get();
            for (String entry : ArchiveEntries.in(baseline.classes()).keySet())
                if (isClass(place, Paths.join(place, entry))) before.put(Paths.join(place, entry), PRODUCT);
            after.replaceAll((entry, hash) -> isClass(place, entry) ? PRODUCT : hash);
        }
        wanted.documentation().ifPresent(place -> {
            boolean there = after.containsKey(Paths.join(place, "index.html"));
            Stream.of(before, after)
                    .forEach(entries -> entries.keySet().removeIf(entry -> isDocumentation(wanted, place, entry)));
            before.put(Paths.join(place, "index.html"), DOCUMENTATION);
            if (there) after.put(Paths.join(place, "index.html"), DOCUMENTATION);
        });
        List<Difference> differences = new ArrayList<>();
        Map<String, String> added = new HashMap<>();
        after.forEach((entry, hash) -> {
            if (!before.containsKey(entry)) added.put(hash, entry);
        });
        before.forEach((entry, hash) -> {
            String other = after.get(entry);
            if (hash.equals(other)) return;
            String elsewhere = added.remove(hash);
            if (elsewhere != null)
                differences.add(new Difference(entry, Kind.MOVED, "now " + elsewhere, isLibrary(hash) ? RENAMED : ""));
            else {
                Kind kind = other == null ? Kind.GONE : Kind.CHANGED;
                boolean replaced = kind == Kind.GONE && isOldBuild(made, entry);
                String cause = replaced ? REPLACED : causeOf(hash);
                if (cause.isEmpty() && !wanted.ofProduct() && isLibrary(hash)) cause = FETCHED;
                differences.add(new Difference(entry, kind, cause));
            }
        });
        for (Map.Entry<String, String> one : added.entrySet())
            differences.add(
                    new Difference(one.getValue(), Kind.ADDED, isWritten(one.getValue(), one.getKey()) ? WRITTEN : ""));
        return new Comparison(row, Text.count(before.size(), "file"), Text.count(after.size(), "file"), differences);
    }

    private static boolean isClass(String place, String entry) {
        return Paths.within(place, entry) && Paths.extension(entry).equals("class");
    }

    /** Whether an entry is below the folder of documentation; where that is the top, other files have names of their own. */
    private static boolean isDocumentation(Distribution wanted, String place, String entry) {
        return place.isEmpty() ? wanted.ofDocumentation() : Paths.within(place, entry);
    }

    /** Whether an entry is a file of the old build. */
    private boolean isOldBuild(Wiring.Archive made, String entry) {
        return context.reading().wirings().stream()
                .flatMap(wiring -> wiring.files().stream())
                .anyMatch(file -> made.entry(file).equals(Optional.of(entry)));
    }

    /** Where the old archive has those of the modules. */
    private List<String> products(Wiring.Archive made, Distribution wanted) {
        return context.project().modules().stream()
                .filter(one -> one == module || wanted.modules().containsKey(one.name()))
                .flatMap(one -> one.entryIn(made).stream())
                .toList();
    }

    /** Entries with the hashes of their bytes. */
    private Map<String, String> before(Wiring.Archive made) throws IOException {
        ProjectTree tree = context.reading().tree();
        Map<String, String> before = new TreeMap<>();
        for (TreeFile file : tree.files()) {
            Optional<String> entry = file.link() ? Optional.empty() : made.entry(file.path());
            if (entry.isPresent()) before.put(entry.get(), Hashing.sha1(tree.onDisk(file.path())));
        }
        return before;
    }

    /** Whether an entry is a file of the project that the conversion wrote; it may be in a folder of the archive's own. */
    private boolean isWritten(String entry, String sha1) throws IOException {
        for (String path = entry; ; path = path.substring(path.indexOf('/') + 1)) {
            Path file = context.request().places().converted().resolve(path);
            if (!context.reading().tree().has(path)
                    && Files.isRegularFile(file)
                    && Hashing.sha1(file).equals(sha1)) return true;
            if (!path.contains("/")) return false;
        }
    }

    private boolean isLibrary(String sha1) {
        return context.project().withCopies().map(Jar::sha1).anyMatch(sha1::equals);
    }

    /** Why a library is not there: it is not needed to run the program. */
    private String causeOf(String sha1) {
        return context.decisions()
                .outcomes()
                .filter(outcome ->
                        outcome.jar().filter(jar -> jar.sha1().equals(sha1)).isPresent())
                .filter(outcome ->
                        outcome.scope().filter(scope -> scope.ships()).isEmpty())
                .map(outcome -> outcome.scope()
                        .map(scope -> "in scope " + scope.word() + ": " + outcome.why())
                        .orElse(outcome.why()))
                .collect(Collectors.joining("; "));
    }
}
