package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.IgnoredFolders;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** What is looked at before the first change: everything that would stop a conversion half way. */
final class Preflight {
    /** The longest name of a file that common systems take; in bytes. */
    private static final int LONGEST_NAME = 255;
    /** The longest path that common systems take, the folder of the project included; in characters. */
    private static final int LONGEST_PATH = 4000;
    /** What is to stay free; in bytes. */
    private static final long RESERVE = 8 << 20;

    private final ProjectTree tree;
    private final List<Step> steps;

    Preflight(ProjectTree tree, List<Step> steps) {
        this.tree = tree;
        this.steps = steps;
    }

    /**
     * Looks at all steps.
     *
     * @throws Refusal with the first reason found
     */
    void refuse() {
        if (!tree.unnamed().isEmpty())
            throw Refusal.notPossible(
                    "These names are not valid in this system's character set: " + String.join(", ", tree.unnamed())
                            + ".",
                    "Rename the files first, or set LC_ALL to the locale in which they were named.");
        steps.forEach(Preflight::inside);
        letterCase();
        try {
            for (Step step : steps) {
                step.goal().ifPresent(this::length);
                if (!(step instanceof Step.Write)) unchanged(step.path());
                writable(step);
            }
            space();
        } catch (IOException e) {
            throw Refusal.notPossible("The directory cannot be read: " + e, "Fix the problem first.");
        }
    }

    /** No decision, whoever made it, leads out of the project or into the records of version control. */
    private static void inside(Step step) {
        List<String> paths = new ArrayList<>(List.of(step.path()));
        step.goal().ifPresent(paths::add);
        for (String path : paths) {
            if (Paths.isPlain(path) && !IgnoredFolders.contain(path)) continue;
            throw Refusal.notPossible(
                    path + " is not a path that a conversion may change.",
                    "Choose another place for it with --choose.");
        }
    }

    /** Systems that do not tell letter case apart would take two such files for one. */
    private void letterCase() {
        Map<String, String> seen = new HashMap<>();
        Set<String> gone = new HashSet<>();
        Set<String> paths = new TreeSet<>();
        for (Step step : steps) {
            if (step.leaves()) gone.add(step.path());
            step.goal().ifPresent(paths::add);
        }
        Set<String> comers = Set.copyOf(paths);
        tree.files().stream()
                .map(TreeFile::path)
                .filter(path -> !gone.contains(path))
                .forEach(paths::add);
        for (String path : paths) {
            for (String part = path; !part.isEmpty(); part = Paths.parent(part)) {
                String other = seen.putIfAbsent(part.toLowerCase(Locale.ROOT), part);
                // what was so before is the user's own doing
                if (other == null || other.equals(part) || !comers.contains(path)) continue;
                throw Refusal.notPossible(
                        part + " and " + other + " differ only in letter case, and some file systems cannot hold both.",
                        "Rename one of them first, or keep the layout with --keep-layout.");
            }
        }
    }

    private void length(String path) {
        int name = Paths.name(path).getBytes(StandardCharsets.UTF_8).length;
        if (name <= LONGEST_NAME && tree.onDisk(path).toString().length() <= LONGEST_PATH) return;
        throw Refusal.notPossible(
                "The path is too long: " + path + ".", "Shorten it, or keep the layout with --keep-layout.");
    }

    /** A file must be as it was when the proposal was made, and no link. */
    private void unchanged(String path) throws IOException {
        TreeFile file = tree.file(path).orElseThrow();
        Path onDisk = tree.onDisk(path);
        if (file.link()) {
            throw Refusal.notPossible(
                    path + " is a symbolic link, and its target may be outside the project.",
                    "Replace it by the file itself, or remove it.");
        }
        if (!Files.exists(onDisk, LinkOption.NOFOLLOW_LINKS)) throw changed(path);
        BasicFileAttributes now = Files.readAttributes(onDisk, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
        boolean same = now.size() == file.size()
                && now.lastModifiedTime().toInstant().equals(file.modified())
                && now.isSymbolicLink() == file.link();
        if (!same) throw changed(path);
    }

    private static Refusal changed(String path) {
        return Refusal.notPossible(path + " changed while the proposal was made.", "Run pfeiler convert again.");
    }

    private void writable(Step step) {
        if (step.leaves() || step instanceof Step.Edit) {
            writable(Paths.parent(step.path()));
            if (!Files.isReadable(tree.onDisk(step.path()))) throw readOnly(step.path());
        }
        step.goal().ifPresent(goal -> writable(Paths.parent(goal)));
    }

    /** The folder, or the one in which it would be made. */
    private void writable(String folder) {
        for (String at = folder; ; at = Paths.parent(at)) {
            Path path = tree.onDisk(at);
            if (Files.isSymbolicLink(path)) {
                throw Refusal.notPossible(
                        at + " is a symbolic link, and its target may be outside the project.",
                        "Replace it by the directory itself, or remove it.");
            }
            if (Files.exists(path)) {
                if (!Files.isDirectory(path)) {
                    throw Refusal.notPossible(
                            at + " is a file, but a directory is required there.", "Rename it first.");
                }
                if (!Files.isWritable(path)) throw readOnly(at.isEmpty() ? "." : at);
                return;
            }
            if (at.isEmpty()) return;
        }
    }

    private static Refusal readOnly(String path) {
        return Refusal.notPossible(path + " is not writable.", "Fix its permissions and try again.");
    }

    /** Moved files are kept twice, for those who want the old content of an edited one back. */
    private void space() throws IOException {
        long needed = RESERVE;
        for (Step step : steps) {
            if (step instanceof Step.Write write) needed += write.content().length() * 2L;
            if (step instanceof Step.Edit edit) needed += edit.content().length() * 2L;
            if (step instanceof Step.Move)
                needed += tree.file(step.path()).map(TreeFile::size).orElse(0L);
        }
        long free = Files.getFileStore(tree.root()).getUsableSpace();
        if (free >= needed) return;
        throw Refusal.notPossible(
                "Not enough disk space: " + (needed >> 20) + " MB required, " + (free >> 20) + " MB available.",
                "Free some space and try again.");
    }
}
