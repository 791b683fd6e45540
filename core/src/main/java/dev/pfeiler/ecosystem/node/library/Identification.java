package dev.pfeiler.ecosystem.node.library;

import dev.pfeiler.ecosystem.node.registry.Packument;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.remote.CopyIdentification;
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
import java.util.regex.Pattern;

/** Finds the packages that copied files and folders come from. */
public final class Identification {
    private static final Pattern VERSION = Pattern.compile("[.-]v?\\d+\\.\\d+\\.\\d+");
    /** The address of a source map at the end of a script or a style sheet. */
    private static final Pattern SOURCE_MAP =
            Pattern.compile("\\s*+(?://[#@] sourceMappingURL=\\S*|/\\*# sourceMappingURL=\\S* \\*/)\\s*$");
    /** How far from its end that address is looked for, in characters. */
    private static final int END = 4096;

    private final CopyIdentification copies;
    private final Registry registry;

    public Identification(ProjectTree tree, Registry registry) {
        this.copies = new CopyIdentification(tree, registry, Identification::same, name -> VERSION.matcher(name)
                .replaceFirst(""));
        this.registry = registry;
    }

    /** The package that a copied file comes from; one with other bytes only where the file states it. */
    public Optional<Identified> of(LibraryFile file) {
        return copies.of(new CopyIdentification.Copy(
                        file.path(), file.names(), file.versions(), file.stated(), file.stated() ? file.title() : ""))
                .map(match -> new Identified(
                        file, match.name(), match.version(), match.within(), match.identical(), match.others()));
    }

    /** Whether two files are the same, whatever the ends of their lines and the address of their source map. */
    public static boolean same(byte[] one, byte[] other) {
        if (Arrays.equals(one, other)) return true;
        // only texts of about the same length can be
        if (Math.abs(one.length - other.length) > Math.max(200, one.length / 10)) return false;
        return plain(one).equals(plain(other));
    }

    private static String plain(byte[] bytes) {
        String text = new String(bytes, StandardCharsets.ISO_8859_1).replace("\r", "");
        int tail = Math.max(0, text.length() - END);
        return (text.substring(0, tail)
                        + SOURCE_MAP.matcher(text.substring(tail)).replaceFirst(""))
                .stripTrailing();
    }

    /**
     * Files of an installed package that differ from the published ones.
     *
     * @return nothing if the published package cannot be fetched
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
