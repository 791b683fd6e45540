package dev.pfeiler.ecosystem.node.library;

import dev.pfeiler.ecosystem.node.registry.Packument;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Finds the package and version that a copied file comes from: first the versions that the file itself mentions, then the
 * newest ones, until the published files include one with the same bytes.
 */
public final class Identification {
    /** How many versions of a package are looked into, where the file mentions none that fits. */
    private static final int NEWEST = 16;
    /** How many are looked into that the file mentions. */
    private static final int MENTIONED = 8;

    private final ProjectTree tree;
    private final Registry registry;

    public Identification(ProjectTree tree, Registry registry) {
        this.tree = tree;
        this.registry = registry;
    }

    /** The package that a copied file comes from; one with other bytes only where the file states it. */
    public Optional<Identified> of(LibraryFile file) {
        byte[] bytes;
        try {
            bytes = tree.bytes(file.path());
        } catch (IOException e) {
            return Optional.empty();
        }
        Optional<Identified> stated = Optional.empty();
        boolean tried = false;
        for (String name : file.names()) {
            Optional<Packument> packument = registry.packument(name);
            if (packument.isEmpty()) continue;
            List<String> mentioned = file.versions().stream()
                    .filter(packument.get()::has)
                    .limit(MENTIONED)
                    .toList();
            Optional<Identified> found = among(file, packument.get(), mentioned, bytes);
            if (found.isPresent()) return found;
            if (stated.isEmpty() && file.stated() && !mentioned.isEmpty())
                stated = changed(file, packument.get(), mentioned.get(0));
            // any name can be a package's; only the likeliest is worth a long search
            if (tried || !mentioned.isEmpty() && file.stated()) continue;
            tried = true;
            List<String> newest =
                    packument.get().versions().stream().limit(NEWEST).toList();
            found = among(file, packument.get(), newest, bytes);
            if (found.isPresent()) return found;
        }
        return stated.or(() -> searched(file, bytes));
    }

    /** A package that the registry's search finds by the name at the top of a file. */
    private Optional<Identified> searched(LibraryFile file, byte[] bytes) {
        if (!file.stated()) return Optional.empty();
        for (String name : registry.search(file.title())) {
            Optional<Packument> packument = registry.packument(name);
            if (packument.isEmpty()) continue;
            List<String> mentioned = file.versions().stream()
                    .filter(packument.get()::has)
                    .limit(1)
                    .toList();
            Optional<Identified> found = among(file, packument.get(), mentioned, bytes);
            if (found.isPresent()) return found;
        }
        return Optional.empty();
    }

    private Optional<Identified> among(LibraryFile file, Packument packument, List<String> versions, byte[] bytes) {
        for (String version : new LinkedHashSet<>(versions)) {
            Optional<Map<String, byte[]>> files = registry.files(packument, version);
            if (files.isEmpty()) continue;
            List<String> same = files.get().entrySet().stream()
                    .filter(entry -> Paths.extension(entry.getKey()).equals(Paths.extension(file.path())))
                    .filter(entry -> same(entry.getValue(), bytes))
                    .map(Map.Entry::getKey)
                    .toList();
            if (same.isEmpty()) continue;
            String within = likeliest(file.path(), same);
            return Optional.of(new Identified(
                    file, packument.name(), version, within, true, others(file.path(), within, files.get())));
        }
        return Optional.empty();
    }

    /** Of files with the same content, the one named so. */
    private static String likeliest(String path, List<String> same) {
        return same.stream()
                .filter(one -> Paths.name(one).equals(Paths.name(path)))
                .findFirst()
                .or(() -> same.stream().filter(one -> one.startsWith("dist/")).findFirst())
                .orElse(same.get(0));
    }

    private Optional<Identified> changed(LibraryFile file, Packument packument, String version) {
        String name = Paths.name(file.path()).replaceFirst("[.-]v?\\d+\\.\\d+\\.\\d+", "");
        return registry.files(packument, version).flatMap(files -> files.keySet().stream()
                .filter(path -> Paths.name(path).equals(name))
                .findFirst()
                .map(within -> new Identified(file, packument.name(), version, within, false, Map.of())));
    }

    /** Files beside a copied one that come from the same place beside it in the package: fonts, images, locales. */
    private Map<String, String> others(String path, String within, Map<String, byte[]> files) {
        Map<String, String> others = new TreeMap<>();
        String here = Paths.parent(path);
        String there = Paths.parent(within);
        // up to where the folders part
        while (!here.isEmpty() && !there.isEmpty() && Paths.name(here).equals(Paths.name(there))) {
            here = Paths.parent(here);
            there = Paths.parent(there);
        }
        for (TreeFile file : (Iterable<TreeFile>) tree.under(here)::iterator) {
            if (file.path().equals(path) || file.link()) continue;
            String other = Paths.join(there, Paths.relative(here, file.path()));
            byte[] published = files.get(other);
            if (published == null || published.length == 0) continue;
            try {
                if (same(published, tree.bytes(file.path()))) others.put(file.path(), other);
            } catch (IOException e) {
                // it stays
            }
        }
        return others;
    }

    /** Whether two files are the same, whatever the ends of their lines and the address of their source map. */
    public static boolean same(byte[] one, byte[] other) {
        if (Arrays.equals(one, other)) return true;
        // only texts of about the same length can be
        if (Math.abs(one.length - other.length) > Math.max(200, one.length / 10)) return false;
        return plain(one).equals(plain(other));
    }

    private static String plain(byte[] bytes) {
        return new String(bytes, StandardCharsets.ISO_8859_1)
                .replace("\r", "")
                .replaceFirst("\\s*(?://[#@] sourceMappingURL=\\S*|/\\*# sourceMappingURL=\\S* \\*/)\\s*$", "")
                .stripTrailing();
    }

    /**
     * Files of an installed package that differ from the published ones.
     *
     * @return nothing if the published package cannot be had
     */
    public Optional<List<String>> changes(InstalledPackages installed, String name, String version) {
        Optional<Packument> packument = registry.packument(name).filter(one -> one.has(version));
        Optional<Map<String, byte[]>> files = packument.flatMap(one -> registry.files(one, version));
        if (files.isEmpty()) return Optional.empty();
        Set<String> changed = new LinkedHashSet<>();
        ProjectTree copy = installed.files(name);
        for (TreeFile file : copy.files()) {
            byte[] published = files.get().get(file.path());
            try {
                // npm may note in the descriptor where it came from
                boolean noted = file.path().equals("package.json");
                if (published == null ? !file.link() : !noted && !same(published, copy.bytes(file.path())))
                    changed.add(file.path());
            } catch (IOException e) {
                changed.add(file.path());
            }
        }
        return Optional.of(new ArrayList<>(changed));
    }
}
