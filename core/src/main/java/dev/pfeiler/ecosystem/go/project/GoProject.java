package dev.pfeiler.ecosystem.go.project;

import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * A Go project as it lies: a workspace with all sources below {@code src} by their import paths, or a folder of its own with
 * what it uses below {@code vendor} or nowhere. Source: the documentation of the go command, GOPATH and vendor directories.
 */
public final class GoProject {
    public static final String VENDOR = GoSources.VENDOR;

    private final GoSources sources;
    /** The folder that holds {@code src}, if this is a workspace. */
    private final Optional<String> workspace;

    private final List<OwnModule> own;

    private GoProject(ProjectTree tree) {
        this.sources = GoSources.of(tree);
        this.workspace = findWorkspace();
        this.own = workspace.isPresent()
                ? new WorkspaceModules(sources, workspace.get()).own()
                : List.of(new OwnModule(new OwnPath(sources).of(""), ""));
    }

    public static GoProject of(ProjectTree tree) {
        return new GoProject(tree);
    }

    private Optional<String> findWorkspace() {
        Set<String> roots = new LinkedHashSet<>();
        for (String folder : packages().keySet()) {
            int at = folder.startsWith("src/") ? 0 : folder.indexOf("/src/") + 1;
            if (folder.startsWith("src/", at)) roots.add(at == 0 ? "" : folder.substring(0, at - 1));
        }
        return roots.stream()
                .filter(root -> !packages().containsKey(Paths.join(root, "src")))
                .filter(this::isImportedFrom)
                .findFirst();
    }

    /** Whether what lies below a folder's {@code src} is imported by its path there, or has the path of a host. */
    private boolean isImportedFrom(String root) {
        String src = Paths.join(root, "src");
        boolean hosted = packages().keySet().stream()
                .filter(folder -> Paths.within(src, folder))
                .map(folder -> Paths.first(Paths.relative(src, folder)))
                .anyMatch(first -> first.indexOf('.') > 0);
        return hosted
                || sources.files().values().stream()
                        .flatMap(source -> source.imports().stream())
                        .anyMatch(one -> packages().containsKey(Paths.join(src, one.path())));
    }

    public ProjectTree tree() {
        return sources.tree();
    }

    /** By path; those of copied packages, too. */
    public Map<String, GoSource> sources() {
        return sources.files();
    }

    /** The sources of each folder that has some. */
    public Map<String, List<GoSource>> packages() {
        return sources.packages();
    }

    public Optional<String> workspace() {
        return workspace;
    }

    public GoCommands commands() {
        return sources.commands();
    }

    public List<OwnModule> own() {
        return own;
    }

    public List<Finding> trouble() {
        return sources.trouble();
    }

    /** The folders of an own module's packages: without copies, and without other own modules inside. */
    public List<String> packagesOf(OwnModule module) {
        return packages().keySet().stream()
                .filter(folder -> holds(module, folder) && !isCopied(folder))
                .filter(folder -> own.stream()
                        .noneMatch(other -> other != module
                                && other.folder().length() > module.folder().length()
                                && Paths.within(other.folder(), folder)))
                .toList();
    }

    /** The sources of an own module. */
    public List<GoSource> sourcesOf(OwnModule module) {
        return packagesOf(module).stream()
                .flatMap(folder -> packages().get(folder).stream())
                .toList();
    }

    /** Whether a folder holds a copied package. */
    public boolean isCopied(String folder) {
        if (GoSources.isVendored(folder)) return true;
        return workspace
                .filter(root -> Paths.within(Paths.join(root, "src"), folder))
                .filter(root -> own.stream().noneMatch(module -> holds(module, folder)))
                .isPresent();
    }

    /** Whether a folder is within a module's; one of all sources without a host in their paths holds no others. */
    public boolean holds(OwnModule module, String folder) {
        if (!Paths.within(module.folder(), folder)) return false;
        boolean all = workspace.isPresent() && module.folder().equals(Paths.join(workspace.get(), "src"));
        return !all || Paths.first(Paths.relative(module.folder(), folder)).indexOf('.') < 0;
    }

    /** The folders of all own packages, by the paths they are imported by now; those that no path leads to left out. */
    public Map<String, String> imported() {
        Map<String, String> imported = new TreeMap<>();
        for (OwnModule module : own)
            for (String folder : packagesOf(module)) {
                String within = Paths.relative(module.folder(), folder);
                boolean known = module.path().isPresent() || workspace.isPresent();
                if (known)
                    imported.put(
                            Paths.join(module.path().map(OwnModule.Stated::path).orElse(""), within), folder);
            }
        return imported;
    }

    /** The copied packages that a module's sources find, by the paths they are imported by. */
    public Map<String, String> copies(OwnModule module) {
        Map<String, String> copies = new TreeMap<>();
        workspace.ifPresent(root -> {
            String src = Paths.join(root, "src");
            for (String folder : packages().keySet())
                if (Paths.within(src, folder) && isCopied(folder) && !GoSources.isVendored(folder))
                    copies.put(Paths.relative(src, folder), folder);
        });
        String vendor = Paths.join(module.folder(), VENDOR);
        for (String folder : packages().keySet())
            if (Paths.within(vendor, folder) && !folder.equals(vendor))
                copies.put(Paths.relative(vendor, folder), folder);
        return copies;
    }

    public PinnedVersions pinned(OwnModule module) {
        return PinnedVersions.of(sources.tree(), module.folder());
    }

    /** Packages that some sources import, by path, each with a place; the project's own and the library's left out. */
    public Map<String, Evidence> external(Collection<GoSource> of) {
        Map<String, Evidence> external = new TreeMap<>();
        Set<String> paths = own.stream()
                .flatMap(module -> module.path().stream())
                .map(OwnModule.Stated::path)
                .collect(Collectors.toCollection(TreeSet::new));
        for (GoSource source : of)
            for (GoSource.Import one : source.imports()) {
                boolean foreign = !one.ofLibrary()
                        && !one.isRelative()
                        && paths.stream().noneMatch(path -> ModulePath.holds(path, one.path()));
                if (foreign) external.putIfAbsent(one.path(), one.evidence());
            }
        return external;
    }

    /** The programs of a module: folders of packages called {@code main}. */
    public Map<String, GoSource> programs(OwnModule module) {
        Map<String, GoSource> programs = new LinkedHashMap<>();
        for (String folder : packagesOf(module))
            packages().get(folder).stream()
                    .filter(source -> source.isProgram() && !source.excluded())
                    .findFirst()
                    .ifPresent(source -> programs.put(folder, source));
        return programs;
    }
}
