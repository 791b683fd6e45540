package dev.pfeiler.ecosystem.node;

import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.library.LibraryFile;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.ecosystem.node.wiring.CallScripts;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Finds the projects of scripts and pages in a tree: where a package manager manages one, and where scripts are wired by
 * hand. Scripts that a server's program delivers as they are belong to that program.
 */
final class NodeParts {
    private static final Pattern MINIFIED = Pattern.compile("(?i).*[.-]min\\.m?js");
    private static final Pattern PAGE_EXTENSION = Pattern.compile("html?");
    private static final Pattern TYPED_EXTENSION = Pattern.compile("[cm]?tsx?|jsx");

    private static final Pattern MODULE = Pattern.compile(
            "(?m)^#!.*\\bnode\\b|\\brequire\\s*\\(\\s*['\"]|^\\s*import\\b.*['\"]|^\\s*export\\s|\\bmodule\\.exports\\b");
    private static final long LARGEST = 1 << 20;
    /** Files that only a server's program has. */
    private static final Set<String> SERVER =
            Set.of("java", "kt", "groovy", "scala", "php", "jsp", "cs", "go", "rb", "py", "clj", "cshtml");

    private final ProjectTree tree;
    private final List<TreeFile> sources;

    private NodeParts(ProjectTree tree) {
        this.tree = tree;
        this.sources = tree.files().stream()
                .filter(file ->
                        NodeProject.EXTENSIONS.contains(file.extension()) && !file.link() && file.size() <= LARGEST)
                .filter(file -> !MINIFIED.matcher(file.name()).matches())
                .toList();
    }

    /** @param npm the tool that manages packages */
    static List<Part> of(ProjectTree tree, Target npm) {
        return new NodeParts(tree).parts(npm);
    }

    private List<Part> parts(Target npm) {
        List<Part> parts = new ArrayList<>();
        Set<String> managed = new TreeSet<>();
        for (TreeFile file : tree.files()) {
            if (!file.name().equals(PackageDescriptor.NAME)) continue;
            String folder = Paths.parent(file.path());
            boolean inner = managed.stream().anyMatch(outer -> Paths.within(outer, folder));
            if (!inner && !isCopy(folder)) managed.add(folder);
        }
        for (String folder : managed)
            parts.add(new Part(folder, Part.Claim.WIRED, Optional.of(Managed.by(npm, PackageDescriptor.NAME)), (int)
                    sources.stream()
                            .filter(file -> Paths.within(folder, file.path()))
                            .count()));
        if (managed.contains("")) return parts;
        List<TreeFile> own =
                sources.stream().filter(file -> !isWithin(managed, file.path())).toList();
        for (String folder : wired(own, managed))
            parts.add(new Part(folder, Part.Claim.WIRED, Optional.empty(), (int) own.stream()
                    .filter(file -> Paths.within(folder, file.path()))
                    .count()));
        return parts;
    }

    /** A copied library has a descriptor too. */
    private static boolean isCopy(String folder) {
        return folder.matches(
                "(?i)(.*/)?(libs?|vendors?|third[-_]?party|bower_components|components|plugins|external)/.*");
    }

    /** The folders of what is wired by hand: one for all of it, or several beside a server's program. */
    private List<String> wired(List<TreeFile> own, Set<String> managed) {
        boolean served = tree.files().stream().anyMatch(file -> SERVER.contains(file.extension()));
        Set<String> folders = new LinkedHashSet<>(built(own, served));
        folders.removeIf(folder -> isWithin(managed, folder));
        Set<String> built = Set.copyOf(folders);
        pages(served).stream().filter(folder -> !isWithin(managed, folder)).forEach(folders::add);
        if (folders.isEmpty()) return List.of();
        String all = Paths.common(folders);
        if (!served || !hasServerFiles(all))
            return Stream.of(all).filter(folder -> hasSources(folder, own)).toList();
        // pages alone are the server's
        Map<String, Set<String>> groups = new TreeMap<>();
        for (String folder : built) {
            String top = folder;
            while (!top.isEmpty() && !hasServerFiles(Paths.parent(top))) top = Paths.parent(top);
            if (!hasServerFiles(folder))
                groups.computeIfAbsent(top, t -> new LinkedHashSet<>()).add(folder);
        }
        return groups.values().stream()
                .map(Paths::common)
                .filter(folder -> hasSources(folder, own))
                .toList();
    }

    private static boolean isWithin(Set<String> folders, String path) {
        return folders.stream().anyMatch(folder -> Paths.within(folder, path));
    }

    private boolean hasSources(String folder, List<TreeFile> own) {
        return own.stream().anyMatch(file -> Paths.within(folder, file.path()))
                || tree.under(folder)
                        .anyMatch(
                                file -> PAGE_EXTENSION.matcher(file.extension()).matches());
    }

    /** Folders with packages, modules, and scripts that build. */
    private Set<String> built(List<TreeFile> own, boolean served) {
        Set<String> folders = new LinkedHashSet<>();
        tree.leftOut().stream()
                .filter(path -> Paths.name(path).equals(InstalledPackages.FOLDER))
                .forEach(path -> folders.add(Paths.parent(path)));
        for (TreeFile file : tree.files())
            if (file.name().equals("tsconfig.json")) folders.add(Paths.parent(file.path()));
        for (CallScript script : CallScripts.of(tree))
            script.calls().stream()
                    .filter(call -> !call.tool().equals("npm"))
                    .filter(call -> !served || CallScript.packageOf(call.tool()).isPresent())
                    .forEach(call -> folders.add(Paths.common(List.of(Paths.parent(script.path()), call.folder()))));
        for (TreeFile file : own) if (isModule(file, served)) folders.add(Paths.parent(file.path()));
        return folders;
    }

    /** Whether a folder holds files of a server's program, so that it is that program's. */
    private boolean hasServerFiles(String folder) {
        return tree.under(folder).anyMatch(file -> SERVER.contains(file.extension()))
                || tree.folders().stream()
                        .anyMatch(path ->
                                Paths.within(folder, path) && Paths.name(path).equals("WEB-INF"));
    }

    /** In a server's program, scripts with modules are for browsers, unless the runtime starts them. */
    private boolean isModule(TreeFile file, boolean served) {
        if (served && !TYPED_EXTENSION.matcher(file.extension()).matches()) return false;
        return tree.lines(file, LARGEST).stream()
                .anyMatch(line -> MODULE.matcher(line).find());
    }

    /** Folders with pages that load copied libraries and own scripts. */
    private Set<String> pages(boolean served) {
        Set<String> folders = new LinkedHashSet<>();
        // many pages may be in one folder
        Map<String, Boolean> ofServer = new HashMap<>();
        for (TreeFile file : tree.files()) {
            if (!Page.STATIC.contains(file.extension()) || file.link() || file.size() > LARGEST) continue;
            String parent = Paths.parent(file.path());
            if (isGenerated(parent) || served && ofServer.computeIfAbsent(parent, this::hasServerFiles)) continue;
            List<String> lines = tree.lines(file, LARGEST);
            if (lines.stream().noneMatch(line -> line.contains("<script") || line.contains("<SCRIPT"))) continue;
            Page page = Page.read(file.path(), new Text(String.join("\n", lines), StandardCharsets.UTF_8, false));
            List<String> loaded = page.tags().stream()
                    .filter(tag -> tag.kind() == Page.Kind.SCRIPT)
                    .flatMap(tag -> tag.file(page.path()).stream())
                    .filter(tree::has)
                    .toList();
            if (!loaded.isEmpty() && (!served || isMixed(loaded))) {
                folders.add(parent);
                loaded.forEach(path -> folders.add(Paths.parent(path)));
            }
        }
        return folders;
    }

    /** Whether there are both libraries and own scripts. */
    private boolean isMixed(List<String> loaded) {
        long libraries = loaded.stream().filter(this::isLibrary).count();
        return libraries > 0 && libraries < loaded.size();
    }

    private boolean isLibrary(String path) {
        List<String> lines =
                tree.file(path).map(file -> tree.lines(file, 4 * LARGEST)).orElse(List.of());
        return LibraryFile.looksLike(path, String.join("\n", lines), true);
    }

    private boolean isGenerated(String folder) {
        for (String at = folder; ; at = Paths.parent(at)) {
            for (String mark : NodeProject.GENERATED_MARKS) if (tree.has(Paths.join(at, mark))) return true;
            if (at.isEmpty()) return false;
        }
    }
}
