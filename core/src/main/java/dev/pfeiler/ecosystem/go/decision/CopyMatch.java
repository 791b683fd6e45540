package dev.pfeiler.ecosystem.go.decision;

import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.module.ModuleVersion;
import dev.pfeiler.ecosystem.go.project.PinnedVersions;
import dev.pfeiler.ecosystem.go.registry.ModuleProxy;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/** Finds the module of a package and its version: by the copy that lies in the project, by a list, or the newest. */
final class CopyMatch {
    /** How many versions are compared with a copy. */
    private static final int MOST = 40;

    private static final int MOST_MAJORS = 9;

    private final ProjectTree tree;
    private final ModuleProxy proxy;
    private final PinnedVersions pinned;
    private final Map<String, String> copies;
    private final Map<String, Match> found = new LinkedHashMap<>();

    /** @param copies the folders of copied packages by their import paths */
    CopyMatch(ProjectTree tree, ModuleProxy proxy, PinnedVersions pinned, Map<String, String> copies) {
        this.tree = tree;
        this.proxy = proxy;
        this.pinned = pinned;
        this.copies = copies;
    }

    /**
     * A module in a version.
     *
     * @param copied the path under which its packages are imported now
     * @param changed files of the copy that differ from the published ones
     */
    record Match(
            String module,
            String copied,
            String version,
            Certainty certainty,
            String reason,
            List<Evidence> evidence,
            List<String> changed) {
        private Match under(String path) {
            return new Match(module, path, version, certainty, reason, evidence, changed);
        }
    }

    /** The module that holds a package; empty if none is published. */
    Optional<Match> of(String imported) {
        for (Match match : found.values())
            if (ModulePath.holds(match.copied(), imported) && holds(match, imported)) return Optional.of(match);
        Set<String> candidates = new LinkedHashSet<>(List.of(ModulePath.usual(imported)));
        candidates.addAll(ModulePath.candidates(imported));
        for (String module : candidates) {
            Optional<Match> match = published(module).filter(one -> holds(one, imported));
            if (match.isEmpty()) continue;
            found.put(module, match.get());
            return match;
        }
        return Optional.empty();
    }

    private boolean holds(Match match, String imported) {
        String within = Paths.relative(match.copied(), imported);
        return proxy.files(match.module(), match.version())
                .map(files -> files.keySet().stream()
                        .anyMatch(file ->
                                file.endsWith(".go") && Paths.parent(file).equals(within)))
                // without the archive nothing speaks against it
                .orElse(true);
    }

    /**
     * What is published under a path; if a copy is none of that, one that is identical to it under a later major version or
     * the name that the module has now.
     */
    private Optional<Match> published(String module) {
        Map<String, byte[]> copy = copy(module);
        Optional<Match> match = proxy.versions(module).flatMap(versions -> match(module, versions, copy));
        Optional<Match> current = match.flatMap(this::current);
        boolean settled = copy.isEmpty()
                || ModulePath.major(module).isPresent()
                || match.filter(one -> one.changed().isEmpty()).isPresent();
        if (settled) return current.or(() -> match);
        return IntStream.rangeClosed(2, MOST_MAJORS)
                .mapToObj(major -> module + "/v" + major)
                .flatMap(path -> proxy.versions(path).flatMap(versions -> match(path, versions, copy)).stream())
                .filter(one -> one.changed().isEmpty())
                .map(one -> one.under(module))
                .findFirst()
                .or(() -> match);
    }

    /** The module that a descriptor of an old path names, in the same version. */
    private Optional<Match> current(Match match) {
        return proxy.descriptor(match.module(), match.version())
                .map(bytes -> ModuleFile.read(new String(bytes, StandardCharsets.UTF_8))
                        .path())
                .filter(path -> !path.isEmpty() && !path.equals(match.module()))
                .filter(path -> proxy.versions(path)
                        .filter(all -> all.contains(match.version()))
                        .isPresent())
                .map(path -> new Match(
                        path,
                        match.copied(),
                        match.version(),
                        match.certainty(),
                        match.reason() + "; the module has this path now",
                        match.evidence(),
                        match.changed()));
    }

    private Optional<Match> match(String module, List<String> versions, Map<String, byte[]> copy) {
        Optional<PinnedVersions.Pin> pin = pinned.of(module);
        List<String> order = new ArrayList<>();
        pin.flatMap(one -> resolved(module, versions, one)).ifPresent(order::add);
        versions.stream()
                .filter(version -> !order.contains(version))
                .limit(MOST)
                .forEach(order::add);
        if (copy.isEmpty()) return listed(module, order, pin);
        String closest = "";
        List<String> fewest = List.of();
        int least = Integer.MAX_VALUE;
        for (String version : order) {
            Optional<Map<String, byte[]>> files = proxy.files(module, version);
            if (files.isEmpty()) continue;
            List<String> differing = differing(copy, files.get());
            if (differing.isEmpty()) {
                String where = copies.entrySet().stream()
                        .filter(entry -> ModulePath.holds(module, entry.getKey()))
                        .map(Map.Entry::getValue)
                        .findFirst()
                        .orElse("");
                List<Evidence> evidence = new ArrayList<>(List.of(Evidence.of(where, "")));
                pin.ifPresent(one -> evidence.add(one.evidence()));
                return Optional.of(new Match(
                        module,
                        module,
                        version,
                        Certainty.CERTAIN,
                        "the published files are identical to the copy",
                        evidence,
                        List.of()));
            }
            int lines = differingLines(copy, files.get(), differing);
            if (lines < least) {
                closest = version;
                fewest = differing;
                least = lines;
            }
        }
        if (closest.isEmpty()) return listed(module, order, pin);
        List<Evidence> evidence = new ArrayList<>();
        pin.ifPresent(one -> evidence.add(one.evidence()));
        return Optional.of(new Match(
                module,
                module,
                closest,
                Certainty.LIKELY,
                fewest.size() + " of " + copy.size() + " copied files differ from the published ones",
                evidence,
                fewest));
    }

    private Optional<Match> listed(String module, List<String> order, Optional<PinnedVersions.Pin> pin) {
        if (order.isEmpty()) return Optional.empty();
        boolean stated = pin.filter(
                        one -> resolved(module, List.of(order.get(0)), one).isPresent())
                .isPresent();
        if (stated)
            return Optional.of(new Match(
                    module,
                    module,
                    order.get(0),
                    Certainty.LIKELY,
                    "the version that a list states",
                    List.of(pin.get().evidence()),
                    List.of()));
        String newest =
                order.stream().filter(ModuleVersion::isRelease).findFirst().orElse(order.get(0));
        return Optional.of(new Match(
                module,
                module,
                newest,
                Certainty.GUESS,
                "the newest release; no version is in the project",
                List.of(),
                List.of()));
    }

    /** The version of a pin, as the module has it. */
    private Optional<String> resolved(String module, List<String> versions, PinnedVersions.Pin pin) {
        String tag = pin.version().startsWith("v") ? pin.version() : "v" + pin.version();
        for (String version : List.of(tag, tag + "+incompatible"))
            if (versions.contains(version)) return Optional.of(version);
        String revision = pin.revision().isEmpty() ? pin.version() : pin.revision();
        Optional<String> pseudo = versions.stream()
                .filter(version -> ModuleVersion.revision(version)
                        .filter(revision::startsWith)
                        .isPresent())
                .findFirst();
        return pseudo.or(() -> proxy.version(module, pin.version())).or(() -> proxy.version(module, revision));
    }

    /** The copied files of a module's packages, by their paths within it. */
    private Map<String, byte[]> copy(String module) {
        Map<String, byte[]> files = new LinkedHashMap<>();
        copies.forEach((imported, folder) -> {
            if (!ModulePath.holds(module, imported)) return;
            String within = Paths.relative(module, imported);
            for (TreeFile file : (Iterable<TreeFile>) tree.under(folder)::iterator) {
                boolean counts = file.extension().equals("go")
                        && Paths.parent(file.path()).equals(folder)
                        && !file.link();
                if (!counts) continue;
                try {
                    files.put(Paths.join(within, file.name()), tree.bytes(file.path()));
                } catch (IOException e) {
                    // what cannot be read is not compared
                }
            }
        });
        return files;
    }

    private static List<String> differing(Map<String, byte[]> copy, Map<String, byte[]> published) {
        List<String> differing = new ArrayList<>();
        copy.forEach((path, content) -> {
            byte[] other = published.get(path);
            if (other == null || !same(content, other)) differing.add(path);
        });
        return differing;
    }

    /** How many lines of some files only one side has. */
    private static int differingLines(Map<String, byte[]> copy, Map<String, byte[]> published, List<String> differing) {
        int lines = 0;
        for (String path : differing) {
            List<String> one = lines(copy.get(path));
            List<String> other = lines(published.getOrDefault(path, new byte[0]));
            Set<String> both = new HashSet<>(one);
            both.retainAll(other);
            lines += (int) (one.stream().filter(line -> !both.contains(line)).count()
                    + other.stream().filter(line -> !both.contains(line)).count());
        }
        return lines;
    }

    private static List<String> lines(byte[] content) {
        return new String(content, StandardCharsets.ISO_8859_1).lines().toList();
    }

    /** Whether two files are the same, whatever the ends of their lines. */
    private static boolean same(byte[] one, byte[] other) {
        if (Arrays.equals(one, other)) return true;
        return Math.abs(one.length - other.length) < one.length / 10 + 100
                && new String(one, StandardCharsets.ISO_8859_1)
                        .replace("\r", "")
                        .equals(new String(other, StandardCharsets.ISO_8859_1).replace("\r", ""));
    }
}
