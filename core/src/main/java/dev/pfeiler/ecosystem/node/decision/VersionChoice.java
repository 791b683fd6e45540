package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.node.library.ExportCheck;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.registry.Packument;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.ecosystem.node.source.Import;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Finds the version of a package that a project uses: the one that is there, else the newest that it can load. */
final class VersionChoice {
    private static final Pattern MAJOR = Pattern.compile("^(0\\.\\d+|\\d+)\\..*");

    /** A major version that current packages support; newer ones are only chosen if the project needs them. */
    private static final int USUAL_RELEASE = 20;
    /** How many major versions are looked into for what the project imports. */
    private static final int MOST_LINES = 6;

    private final InstalledPackages installed;
    private final Registry registry;
    private final int release;

    /** @param release the major number of the runtime that the project is known to run on; 0 if none is known */
    VersionChoice(InstalledPackages installed, Registry registry, int release) {
        this.installed = installed;
        this.registry = registry;
        this.release = release == 0 ? USUAL_RELEASE : release;
    }

    /**
     * A version, with why.
     *
     * @param range the text for a descriptor
     */
    record Chosen(String range, Manifest manifest, Certainty certainty, String reason, List<Evidence> evidence) {
        /** The same, with a place that says so. */
        Chosen at(Evidence place) {
            return new Chosen(range, manifest, certainty, reason, List.of(place));
        }
    }

    /** A use of a package by a file that is a CommonJS or an ECMAScript module. */
    record Use(Import statement, boolean required, boolean typed) {
        boolean loadedBy(Manifest manifest) {
            String within = PackageName.within(statement.specifier());
            if (!statement.loads()) return true;
            return required ? manifest.canBeRequired(within) : manifest.canBeImported(within);
        }
    }

    /** The version for some uses; empty if neither the project nor a registry has one. */
    Optional<Chosen> of(String name, Collection<Use> uses) {
        Optional<Manifest> there = installed.of(name);
        if (there.isPresent()) {
            Evidence evidence = Evidence.of(
                    InstalledPackages.descriptor(name),
                    "\"version\": \"" + there.get().version() + "\"");
            return Optional.of(new Chosen(
                    there.get().version(),
                    there.get(),
                    Certainty.CERTAIN,
                    "the version in " + InstalledPackages.FOLDER,
                    List.of(evidence)));
        }
        return registry.packument(name).flatMap(packument -> newest(packument, uses));
    }

    private Optional<Chosen> newest(Packument packument, Collection<Use> uses) {
        List<String> versions = packument.versions();
        Optional<String> fitting = Optional.empty();
        Set<String> tried = new HashSet<>();
        for (String version : versions) {
            String line = MAJOR.matcher(version).replaceFirst("$1");
            boolean fits = fits(packument.manifest(version), uses) && !packument.deprecated(version);
            // a major version is looked into once: what its newest release lacks, it lost with its first
            if (!fits || tried.contains(line) || tried.size() >= MOST_LINES) continue;
            tried.add(line);
            if (!provides(packument, version, uses)) continue;
            fitting = Optional.of(version);
            break;
        }
        Optional<String> any = fitting.or(packument::latest);
        if (any.isEmpty()) return Optional.empty();
        boolean latest = any.equals(versions.stream().findFirst());
        boolean required = uses.stream().anyMatch(Use::required);
        String reason = latest
                ? "the newest release"
                : "the newest release that " + (required ? "can be loaded with require" : "the code can import");
        return Optional.of(
                new Chosen("^" + any.get(), packument.manifest(any.get()), Certainty.GUESS, reason, List.of()));
    }

    /** Whether the published files have what the project takes of them. */
    private boolean provides(Packument packument, String version, Collection<Use> uses) {
        boolean named = uses.stream()
                .anyMatch(use -> !use.statement().specifier().equals(packument.name())
                        || use.statement().names().stream()
                                .anyMatch(name -> !name.equals("default") && !name.equals("*")));
        if (!named) return true;
        Optional<Map<String, byte[]>> files = registry.files(packument, version);
        if (files.isEmpty()) return true;
        ExportCheck check = new ExportCheck(packument.manifest(version), files.get());
        return uses.stream().allMatch(use -> check.provides(use.statement(), use.required(), use.typed()));
    }

    private boolean fits(Manifest manifest, Collection<Use> uses) {
        boolean runs =
                manifest.engine().map(engine -> engine.getMajor() <= release).orElse(true);
        return runs && uses.stream().allMatch(use -> use.loadedBy(manifest));
    }

    /** The major number of the runtime that the project runs on, as far as that is known, or of one in use. */
    int release() {
        return release;
    }

    /** The newest release of a package within a major version; of any where none is given. */
    Optional<Chosen> newestOf(String name, Optional<Integer> major, String reason) {
        Optional<Manifest> there = installed.of(name);
        if (there.isPresent()) return of(name, List.of());
        return registry.packument(name).flatMap(packument -> packument.versions().stream()
                .filter(version -> major.isEmpty() || version.startsWith(major.get() + "."))
                .filter(version -> !packument.deprecated(version))
                .findFirst()
                .or(() -> packument.versions().stream().findFirst())
                .map(version ->
                        new Chosen("^" + version, packument.manifest(version), Certainty.LIKELY, reason, List.of())));
    }

    /** A version that something states, if the registry or the project has it. */
    Optional<Chosen> exact(String name, String version, String reason, Evidence evidence) {
        if (installed.of(name).isPresent()) return of(name, List.of());
        return registry.packument(name)
                .filter(packument -> packument.has(version))
                .map(packument ->
                        new Chosen(version, packument.manifest(version), Certainty.CERTAIN, reason, List.of(evidence)));
    }
}
