package dev.pfeiler.ecosystem.go;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.go.addition.GoLibraries;
import dev.pfeiler.ecosystem.go.creation.GoCreator;
import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.ecosystem.go.project.GoProject;
import dev.pfeiler.ecosystem.go.project.GoSources;
import dev.pfeiler.process.Environment;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Go, managed as modules with the go command. */
public final class GoEcosystem implements Ecosystem {
    private static final Target GO = new GoTarget();
    /** Files of a project whose sources are in folders below. */
    private static final Set<String> TOPS = Set.of(
            "Gopkg.lock", "Gopkg.toml", "glide.lock", "glide.yaml", "Dockerfile", "README", "README.md", "LICENSE");

    @Override
    public String id() {
        return "go";
    }

    @Override
    public String title() {
        return "Go";
    }

    @Override
    public Set<String> extensions() {
        return Set.of(GoSources.EXTENSION);
    }

    @Override
    public List<Target> targets() {
        return List.of(GO);
    }

    /** Modules that are there, and one project that contains all other sources. */
    @Override
    public List<Part> parts(ProjectTree tree) {
        List<Part> parts = new ArrayList<>();
        Set<String> managed = new TreeSet<>();
        for (TreeFile file : tree.files()) {
            if (!file.name().equals(ModuleFile.NAME)) continue;
            String folder = Paths.parent(file.path());
            boolean copied = GoSources.isVendored(folder) || ("/" + folder).contains("/src/");
            boolean inner = managed.stream().anyMatch(outer -> Paths.within(outer, folder));
            if (!copied && !inner) managed.add(folder);
        }
        for (String folder : managed)
            parts.add(new Part(
                    folder,
                    Part.Claim.WIRED,
                    Optional.of(Managed.by(GO, ModuleFile.NAME)),
                    sources(tree, folder).size()));
        if (managed.contains("")) return parts;
        ProjectTree rest = tree.at("", managed);
        List<String> folders = sources(rest, "").stream()
                .map(file -> Paths.parent(file.path()))
                .filter(folder -> !GoSources.isVendored(folder))
                .toList();
        if (folders.isEmpty()) return parts;
        String folder = top(rest, Paths.common(folders));
        Part.Claim claim = isWired(rest, folder) || folders.size() > 1 ? Part.Claim.WIRED : Part.Claim.SOURCES;
        parts.add(new Part(folder, claim, Optional.empty(), folders.size()));
        return parts;
    }

    /** The nearest folder around some sources that looks like that of a project; a workspace's, where they are in one. */
    private static String top(ProjectTree tree, String common) {
        int src = ("/" + common + "/").indexOf("/src/");
        String start = src < 0 ? common : src == 0 ? "" : common.substring(0, src - 1);
        for (String folder = start; ; folder = Paths.parent(folder)) {
            if (isTop(tree, folder)) return folder;
            if (folder.isEmpty()) return start;
        }
    }

    private static boolean isTop(ProjectTree tree, String folder) {
        return tree.folders().contains(Paths.join(folder, GoProject.VENDOR))
                || tree.folders().contains(Paths.join(folder, "Godeps"))
                || TOPS.stream().anyMatch(name -> tree.has(Paths.join(folder, name)))
                || isWired(tree, folder);
    }

    private static boolean isWired(ProjectTree tree, String folder) {
        return tree.under(folder)
                .filter(file -> Paths.parent(file.path()).equals(folder))
                .anyMatch(file -> ScriptKind.ofPath(file.path()).isPresent()
                        && tree.lines(file, 1 << 20).stream().anyMatch(line -> line.contains("go ")));
    }

    private static List<TreeFile> sources(ProjectTree tree, String folder) {
        return tree.under(folder).filter(GoSources::isSource).toList();
    }

    @Override
    public Optional<Libraries> libraries() {
        return Optional.of(new GoLibraries());
    }

    @Override
    public Optional<Creator> creator() {
        return Optional.of(new GoCreator());
    }

    @Override
    public Reading read(ProjectTree part, Environment environment) {
        return new GoReading(GoProject.of(part), environment);
    }
}
