package dev.pfeiler.ecosystem.node.check;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.ecosystem.JsonDescriptor;
import dev.pfeiler.ecosystem.ManagedBuild.DeclaredPackage;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.model.Dependencies.Section;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.project.Roles;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A package that npm manages, with its sources: what the checks look at, and what they found. */
final class CheckedPackage {
    static final String FILE = PackageDescriptor.NAME;
    private static final Set<String> BUNDLERS = Set.of(
            "webpack",
            "rollup",
            "vite",
            "parcel",
            "esbuild",
            "@babel/core",
            "@babel/cli",
            "next",
            "nuxt",
            "react-scripts",
            "@angular/cli",
            "@vue/cli-service",
            "browserify",
            "tsup",
            "gulp",
            "grunt",
            "@sveltejs/kit",
            "astro",
            "gatsby",
            "expo",
            "metro",
            "snowpack",
            "microbundle",
            "@swc/core",
            "@swc/cli",
            "@parcel/core");

    private final ProjectTree tree;
    private final JsonDescriptor descriptor;
    private final NodeProject project;
    private final Optional<LockFile> lock;
    private final Optional<CompilerConfig> compiler;
    private final Map<String, Script> scripts = new TreeMap<>();
    private final Set<String> product;
    private final List<Discrepancy> found = new ArrayList<>();

    CheckedPackage(ProjectTree tree, JsonDescriptor descriptor) {
        this.tree = tree;
        this.descriptor = descriptor;
        this.project = NodeProject.of(tree);
        this.lock = LockFile.read(tree);
        this.compiler = compiler(tree);
        Set<String> outputs = outputs();
        project.scripts().forEach((path, script) -> {
            boolean made = outputs.stream().anyMatch(folder -> Paths.within(folder, path));
            boolean inner = inner(path);
            if (!made && !inner && !script.minified()) scripts.put(path, script);
        });
        this.product = reached();
    }

    /** Whether a file belongs to a package in a folder of this one. */
    private boolean inner(String path) {
        for (String folder = Paths.parent(path); !folder.isEmpty(); folder = Paths.parent(folder))
            if (tree.has(Paths.join(folder, FILE))) return true;
        return false;
    }

    private static Optional<CompilerConfig> compiler(ProjectTree tree) {
        if (!tree.has(CompilerConfig.USUAL)) return Optional.empty();
        try {
            return Optional.of(CompilerConfig.read(
                    CompilerConfig.USUAL, tree.text(CompilerConfig.USUAL).content()));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    ProjectTree tree() {
        return tree;
    }

    JsonDescriptor descriptor() {
        return descriptor;
    }

    NodeProject project() {
        return project;
    }

    Optional<LockFile> lock() {
        return lock;
    }

    Optional<CompilerConfig> compilerConfig() {
        return compiler;
    }

    /** The sources that a person writes. */
    Collection<Script> scripts() {
        return scripts.values();
    }

    /** Whether a path is that of a source that a person writes. */
    boolean isSource(String path) {
        return scripts.containsKey(path);
    }

    /** The sources that the program, or those who use the package, load. */
    Stream<Script> product() {
        return scripts.values().stream().filter(script -> product.contains(script.path()));
    }

    boolean isProduct(Script script) {
        return product.contains(script.path());
    }

    /** The declared packages of a section. */
    List<DeclaredPackage> declared(Section section) {
        return descriptor.declared(section.field());
    }

    /** The declaration of a package, with its section. */
    Optional<DeclaredPackage> declared(String name) {
        return Stream.concat(
                        Stream.of(Section.values()).flatMap(section -> declared(section).stream()),
                        descriptor.declared("peerDependencies").stream())
                .filter(one -> one.notation().name().equals(name))
                .findFirst();
    }

    /** Whether tools transform the sources before they run, so that their syntax and packages say nothing of that. */
    boolean isTransformed() {
        return Stream.of(Section.values())
                .flatMap(section -> declared(section).stream())
                .anyMatch(one -> BUNDLERS.contains(one.notation().name()));
    }

    /** The folders that builds write. */
    Set<String> outputs() {
        Set<String> outputs = new TreeSet<>(Set.of("node_modules", "coverage"));
        compiler.map(config -> config.text("outDir"))
                .filter(folder -> !folder.isEmpty())
                .flatMap(Paths::normal)
                .filter(folder -> !folder.isEmpty())
                .ifPresent(outputs::add);
        return outputs;
    }

    /** The paths that the descriptor names as ways into the package, each with its way in the descriptor. */
    Map<List<String>, String> entries() {
        Map<List<String>, String> entries = new java.util.LinkedHashMap<>();
        for (String field : List.of("main", "module", "types", "typings", "bin", "exports"))
            collect(List.of(field), descriptor.at(field), entries);
        return entries;
    }

    private static void collect(List<String> way, JsonNode node, Map<List<String>, String> entries) {
        if (node.isTextual()) entries.put(way, node.asText());
        if (node.isObject())
            node.properties().forEach(entry -> collect(with(way, entry.getKey()), entry.getValue(), entries));
        if (node.isArray())
            for (int i = 0; i < node.size(); i++) collect(with(way, String.valueOf(i)), node.get(i), entries);
    }

    private static List<String> with(List<String> way, String name) {
        return Stream.concat(way.stream(), Stream.of(name)).toList();
    }

    /** The source that a file is compiled from, or the file itself. */
    Optional<String> source(String path) {
        Optional<String> plain = Paths.normal(path);
        if (plain.isEmpty()) return Optional.empty();
        Optional<String> file = Stream.of("", ".js", ".json", ".cjs", ".mjs", "/index.js")
                .map(ending -> plain.get() + ending)
                .filter(tree::has)
                .findFirst();
        String output = compiler.map(config -> config.text("outDir"))
                .flatMap(Paths::normal)
                .orElse("");
        boolean made = !output.isEmpty() && Paths.within(output, plain.get());
        if (file.isPresent() && !made) return file;
        if (compiler.isEmpty()) return file;
        String root = rootFolder();
        String inside = output.isEmpty()
                ? plain.get()
                : made ? Paths.join(root, Paths.relative(output, plain.get())) : plain.get();
        String stem = inside.replaceFirst("(?:\\.d)?\\.[cm]?[jt]sx?$", "");
        return Stream.of(".ts", ".tsx", ".mts", ".cts", "/index.ts")
                .map(ending -> stem + ending)
                .filter(tree::has)
                .findFirst();
    }

    /** The folder whose structure the compiler's results have. */
    String rootFolder() {
        String stated = compiler.map(config -> config.text("rootDir"))
                .flatMap(Paths::normal)
                .orElse("");
        if (!stated.isEmpty()) return stated;
        List<String> folders = project.scripts().values().stream()
                .filter(script -> script.typed() && !script.declarations() && isIncluded(script.path()))
                .map(script -> Paths.parent(script.path()))
                .toList();
        return folders.isEmpty() ? "" : Paths.common(folders);
    }

    private boolean isIncluded(String path) {
        List<String> patterns = compiler.map(CompilerConfig::include).orElse(List.of());
        return patterns.isEmpty()
                || patterns.stream()
                        .anyMatch(pattern -> PathPattern.of(pattern).matches(path) || Paths.within(pattern, path));
    }

    /** What the entries, started scripts, and what is shipped reach by imports. */
    private Set<String> reached() {
        Deque<String> open = new ArrayDeque<>();
        entries().values().forEach(entry -> source(entry).ifPresent(open::add));
        if (descriptor.at("main").isMissingNode()) source("index.js").ifPresent(open::add);
        Stream.of("start", "serve")
                .map(name -> descriptor.at("scripts", name).asText())
                .flatMap(command -> Stream.of(command.split("\\s+")))
                .filter(word -> word.matches(".*\\.[cm]?[jt]s|[./]+[\\w./-]+"))
                .forEach(word -> source(word).ifPresent(open::add));
        // a typed source is in the package whether an entry reaches it or not
        scripts.values().stream()
                .filter(script -> script.typed() && Roles.isProduct(script.path()) && isIncluded(script.path()))
                .map(Script::path)
                .forEach(open::add);
        Set<String> reached = new LinkedHashSet<>();
        while (!open.isEmpty()) {
            String path = open.poll();
            if (!scripts.containsKey(path) || Roles.isTest(path) || !reached.add(path)) continue;
            scripts.get(path).imports().stream()
                    .filter(one -> one.relative())
                    .flatMap(one -> resolve(path, one.specifier()).stream())
                    .forEach(open::add);
        }
        return reached;
    }

    private Optional<String> resolve(String from, String specifier) {
        return project.resolve(from, specifier).or(() -> Paths.normal(Paths.join(Paths.parent(from), specifier))
                .flatMap(this::source));
    }

    /** The names of the packages beside this one in its tree. */
    Set<String> neighbours() {
        return tree.files().stream()
                .filter(file -> file.name().equals(FILE) && !file.path().equals(FILE))
                .flatMap(file -> JsonDescriptor.read(tree, file.path()).stream())
                .map(other -> other.at("name").asText())
                .collect(Collectors.toSet());
    }

    /** The place of an entry of the descriptor. */
    Evidence place(String... way) {
        return new Evidence(FILE, descriptor.line(way), way[way.length - 1]);
    }

    void note(NodeKind kind, Evidence place, String subject, String message, Cure cure) {
        found.add(Discrepancy.of(kind, "", place, subject, message, cure));
    }

    List<Discrepancy> found() {
        return found;
    }
}
