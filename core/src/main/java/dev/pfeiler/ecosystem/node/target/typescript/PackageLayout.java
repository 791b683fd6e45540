package dev.pfeiler.ecosystem.node.target.typescript;

import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.registry.Packument;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeCopy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.semver4j.Semver;

/** Lays declared packages out in a scratch folder, so that the compiler finds their types; nothing of theirs is run. */
final class PackageLayout {
    private static final int MOST = 250;
    private static final Pattern DECLARATIONS = Pattern.compile(".*\\.d\\.[cm]?ts");

    private final ProjectTree tree;
    private final InstalledPackages installed;
    private final Registry registry;
    private final Path folder;
    private final Set<String> done = new HashSet<>();

    /** @param folder in which the folder of packages is made */
    PackageLayout(ProjectTree tree, InstalledPackages installed, Registry registry, Path folder) {
        this.tree = tree;
        this.installed = installed;
        this.registry = registry;
        this.folder = folder.resolve(InstalledPackages.FOLDER);
    }

    /** A package that is still to come. */
    private record Wanted(String name, String range) {}

    /** Lays out all packages with those that they need; those that are equally far from the project at a time. */
    void layOut(Dependencies dependencies) throws IOException {
        List<Wanted> open = new ArrayList<>();
        for (Dependencies.Section section : Dependencies.Section.values())
            dependencies.of(section).forEach((name, range) -> open.add(new Wanted(name, range)));
        Files.createDirectories(folder);
        while (!open.isEmpty()) {
            List<Wanted> level = open.stream()
                    .filter(wanted -> PackageName.isSafe(wanted.name())
                            // the compiler that is run is another one
                            && !wanted.name().equals("typescript")
                            && done.add(wanted.name()))
                    .limit(MOST)
                    .toList();
            open.clear();
            level.parallelStream().flatMap(this::laidOut).forEachOrdered(open::add);
            if (done.size() > MOST) return;
        }
    }

    /** Lays one package out; what it needs for its types. */
    private Stream<Wanted> laidOut(Wanted wanted) {
        try {
            Optional<Manifest> there = installed.of(wanted.name());
            Manifest manifest = there.isPresent() ? copy(wanted.name(), there.get()) : fetch(wanted);
            // what a package without types needs says nothing of types either
            return hasTypes(wanted.name())
                    ? manifest.map("dependencies").entrySet().stream()
                            .map(entry -> new Wanted(entry.getKey(), entry.getValue()))
                    : Stream.empty();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private boolean hasTypes(String name) throws IOException {
        Path laidOut = folder.resolve(name);
        if (!Files.isDirectory(laidOut)) return false;
        try (Stream<Path> files = Files.walk(laidOut)) {
            return files.anyMatch(
                    file -> DECLARATIONS.matcher(file.getFileName().toString()).matches());
        }
    }

    private Manifest copy(String name, Manifest manifest) throws IOException {
        // a copy: the project itself is only read
        TreeCopy.of(installed.files(name), Files.createDirectories(folder.resolve(name)));
        return manifest;
    }

    private Manifest fetch(Wanted wanted) throws IOException {
        Optional<Packument> packument = registry.packument(wanted.name());
        Optional<String> version = packument.flatMap(one -> one.versions().stream()
                .filter(text -> satisfies(text, wanted.range()))
                .findFirst());
        if (version.isEmpty()) return Manifest.NONE;
        Optional<Map<String, byte[]>> files = registry.files(packument.get(), version.get());
        if (files.isEmpty()) return Manifest.NONE;
        write(files.get(), folder.resolve(wanted.name()));
        return packument.get().manifest(version.get());
    }

    /** Writes the files of a package into a folder. */
    static void write(Map<String, byte[]> files, Path folder) throws IOException {
        for (Map.Entry<String, byte[]> file : files.entrySet()) {
            Path path = folder.resolve(file.getKey());
            Files.createDirectories(path.getParent());
            Files.write(path, file.getValue());
        }
    }

    private static boolean satisfies(String version, String range) {
        try {
            return new Semver(version).satisfies(range);
        } catch (RuntimeException e) {
            return false;
        }
    }
}
