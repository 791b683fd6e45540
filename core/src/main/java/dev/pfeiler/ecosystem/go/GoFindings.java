package dev.pfeiler.ecosystem.go;

import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.project.GoProject;
import dev.pfeiler.ecosystem.go.project.OwnModule;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** What is found in a Go project. */
final class GoFindings {
    private static final Set<String> LEFT_BEHIND = Set.of(".ds_store", "thumbs.db", "desktop.ini");
    private static final Set<String> BUILT = Set.of("a", "o", "test", "exe");
    /** Programs that the go command writes are larger; in bytes. */
    private static final long PROGRAM = 500_000;

    private final GoProject project;
    private final List<Finding> findings = new ArrayList<>();

    GoFindings(GoProject project) {
        this.project = project;
    }

    List<Finding> all() {
        long own = project.own().stream()
                .mapToLong(module -> project.sourcesOf(module).size())
                .sum();
        add(Topic.LANGUAGES, "Go", Text.count(own, "file") + " of the project's own");
        project.workspace()
                .ifPresent(root -> add(
                        Topic.FOLDERS,
                        Paths.join(root, "src"),
                        "holds packages by their import paths, as a workspace",
                        project.commands().files().stream()
                                .map(file -> Evidence.of(file, ""))
                                .toArray(Evidence[]::new)));
        for (OwnModule module : project.own()) module(module);
        majors();
        unneeded();
        findings.addAll(project.trouble());
        return findings;
    }

    private void module(OwnModule module) {
        String subject = module.folder().isEmpty() ? "." : module.folder();
        module.path()
                .ifPresent(stated -> findings.add(Finding.of(
                        Topic.FOLDERS,
                        subject,
                        "is imported as " + stated.path() + "; " + stated.reason(),
                        stated.certain() ? Certainty.CERTAIN : Certainty.LIKELY,
                        List.of(stated.evidence()))));
        project.programs(module)
                .forEach((folder, source) -> add(
                        Topic.FOLDERS,
                        folder.isEmpty() ? "." : folder,
                        "is a program",
                        Evidence.of(source.path(), "package main")));
        Map<String, String> copies = project.copies(module);
        if (!copies.isEmpty())
            add(
                    Topic.LIBRARIES,
                    Text.count(copies.size(), "copied package"),
                    "found by import path",
                    Evidence.of(copies.values().iterator().next(), ""));
        letterCase(module);
    }

    /** Modules that are used in two major versions, which both end up in programs. */
    private void majors() {
        Map<String, Map<String, Evidence>> found = new TreeMap<>();
        for (OwnModule module : project.own())
            project.external(project.sourcesOf(module)).forEach((imported, place) -> {
                String path = ModulePath.usual(imported);
                String plain = ModulePath.major(path)
                        .map(major -> path.substring(0, path.length() - major.length() - 1))
                        .orElse(path);
                found.computeIfAbsent(plain, p -> new TreeMap<>()).putIfAbsent(path, place);
            });
        found.values().stream()
                .filter(paths -> paths.size() > 1)
                .forEach(paths -> add(
                        Topic.LIBRARIES,
                        String.join(", ", paths.keySet()),
                        "are major versions of one module; programs contain both",
                        paths.values().toArray(Evidence[]::new)));
    }

    /** What builds and desktops leave in a tree and does not belong in version control. */
    private void unneeded() {
        Map<String, TreeFile> first = new TreeMap<>();
        for (TreeFile file : project.tree().files()) {
            String name = file.name().toLowerCase(Locale.ROOT);
            boolean left = LEFT_BEHIND.contains(name)
                    || BUILT.contains(file.extension())
                    || file.extension().isEmpty()
                            && file.size() > PROGRAM
                            && project.tree().isExecutable(file.path());
            boolean kind = BUILT.contains(file.extension());
            if (left) first.putIfAbsent(kind ? "*." + file.extension() : file.path(), file);
        }
        first.forEach((what, file) -> add(
                Topic.TROUBLE,
                what,
                "is written by a build or a desktop; it does not belong in version control",
                Evidence.of(file.path(), "")));
    }

    /** Folders that differ in letter case alone are one on some systems. */
    private void letterCase(OwnModule module) {
        Map<String, String> seen = new HashMap<>();
        for (String folder : new TreeSet<>(project.packagesOf(module))) {
            String other = seen.putIfAbsent(folder.toLowerCase(Locale.ROOT), folder);
            if (other != null) findings.add(Finding.trouble(folder, "differs from " + other + " in letter case alone"));
        }
    }

    private void add(Topic topic, String subject, String fact, Evidence... evidence) {
        findings.add(Finding.of(topic, subject, fact, Certainty.CERTAIN, List.of(evidence)));
    }
}
