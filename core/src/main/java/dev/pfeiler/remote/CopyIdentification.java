package dev.pfeiler.remote;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.BiPredicate;
import java.util.function.UnaryOperator;

/**
 * Finds the package and version that a copied file comes from: first the versions that the file itself mentions, then the
 * newest ones, until the published files include one with the same content.
 */
public final class CopyIdentification {
    /** How many versions of a package are looked into, where the file mentions none that fits. */
    private static final int NEWEST = 16;
    /** How many are looked into that the file mentions. */
    private static final int MENTIONED = 8;

    private final ProjectTree tree;
    private final PackageIndex index;
    private final BiPredicate<byte[], byte[]> same;
    private final UnaryOperator<String> plainName;

    /**
     * @param same whether two files are the same, whatever the format lets differ
     * @param plainName the name of a file without a version in it
     */
    public CopyIdentification(
            ProjectTree tree, PackageIndex index, BiPredicate<byte[], byte[]> same, UnaryOperator<String> plainName) {
        this.tree = tree;
        this.index = index;
        this.same = same;
        this.plainName = plainName;
    }

    /**
     * A file that looks like a copy.
     *
     * @param names that its package may have, the likeliest first
     * @param versions that it mentions
     * @param stated whether it states what it is itself
     * @param title what it calls itself
     */
    public record Copy(String path, List<String> names, List<String> versions, boolean stated, String title) {}

    /**
     * Where a copy comes from.
     *
     * @param within the path of the file in the package
     * @param identical whether its content is the published one
     * @param others files beside it that are in the package as well: their paths there by those in the tree
     */
    public record Match(String name, String version, String within, boolean identical, Map<String, String> others) {}

    /** The package that a copied file comes from; one with another content only where the file states it. */
    public Optional<Match> of(Copy copy) {
        byte[] bytes;
        try {
            bytes = tree.bytes(copy.path());
        } catch (IOException e) {
            return Optional.empty();
        }
        Optional<Match> stated = Optional.empty();
        boolean tried = false;
        for (String name : copy.names()) {
            Optional<List<String>> versions = index.versions(name);
            if (versions.isEmpty()) continue;
            List<String> mentioned = mentioned(copy, name, MENTIONED);
            Optional<Match> found = among(copy, name, mentioned, bytes);
            if (found.isPresent()) return found;
            if (stated.isEmpty() && copy.stated() && !mentioned.isEmpty())
                stated = changed(copy, name, mentioned.get(0));
            // any name can be a package's; only the likeliest is worth a long search
            if (tried || !mentioned.isEmpty() && copy.stated()) continue;
            tried = true;
            found = among(copy, name, versions.get().stream().limit(NEWEST).toList(), bytes);
            if (found.isPresent()) return found;
        }
        return stated.or(() -> searched(copy, bytes));
    }

    private List<String> mentioned(Copy copy, String name, int most) {
        return copy.versions().stream()
                .filter(version -> index.has(name, version))
                .limit(most)
                .toList();
    }

    /** A package that a search finds by the name at the top of a file. */
    private Optional<Match> searched(Copy copy, byte[] bytes) {
        if (!copy.stated()) return Optional.empty();
        for (String name : index.search(copy.title())) {
            Optional<Match> found = among(copy, name, mentioned(copy, name, 1), bytes);
            if (found.isPresent()) return found;
        }
        return Optional.empty();
    }

    private Optional<Match> among(Copy copy, String name, List<String> versions, byte[] bytes) {
        for (String version : new LinkedHashSet<>(versions)) {
            Optional<Map<String, byte[]>> files = index.files(name, version);
            if (files.isEmpty()) continue;
            List<String> equal = files.get().entrySet().stream()
                    .filter(entry -> Paths.extension(entry.getKey()).equals(Paths.extension(copy.path())))
                    .filter(entry -> same.test(entry.getValue(), bytes))
                    .map(Map.Entry::getKey)
                    .toList();
            if (equal.isEmpty()) continue;
            String within = likeliest(copy.path(), equal);
            return Optional.of(new Match(name, version, within, true, others(copy.path(), within, files.get())));
        }
        return Optional.empty();
    }

    /** Of files with the same content, the one named so. */
    private static String likeliest(String path, List<String> equal) {
        return equal.stream()
                .filter(one -> Paths.name(one).equals(Paths.name(path)))
                .findFirst()
                .or(() -> equal.stream().filter(one -> one.startsWith("dist/")).findFirst())
                .orElse(equal.get(0));
    }

    private Optional<Match> changed(Copy copy, String name, String version) {
        String file = plainName.apply(Paths.name(copy.path()));
        return index.files(name, version).flatMap(files -> files.keySet().stream()
                .filter(path -> Paths.name(path).equals(file))
                .findFirst()
                .map(within -> new Match(name, version, within, false, Map.of())));
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
                if (same.test(published, tree.bytes(file.path()))) others.put(file.path(), other);
            } catch (IOException e) {
                // it stays
            }
        }
        return others;
    }
}
