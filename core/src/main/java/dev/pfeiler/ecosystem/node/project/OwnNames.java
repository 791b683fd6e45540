package dev.pfeiler.ecosystem.node.project;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.source.Import;
import dev.pfeiler.ecosystem.node.source.ObjectLiterals;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.wiring.Call;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Names without a path that stand for the project's own files: by the settings of a loader in a page, an import map, or the
 * aliases of a compiler or bundler. Sources: the documentation of RequireJS and SystemJS, the HTML standard, the
 * TypeScript handbook.
 */
public final class OwnNames {
    private static final List<List<String>> LOADERS = List.of(
            List.of("requirejs", ".", "config", "("),
            List.of("require", ".", "config", "("),
            List.of("System", ".", "config", "("),
            List.of("SystemJS", ".", "config", "("),
            List.of("require", "="),
            List.of("requirejs", "="));
    private static final Pattern LOADER =
            Pattern.compile("\\b(?:require(?:js)?|System(?:JS)?)\\s*+(?:\\.\\s*+config\\b|=)");
    private static final Pattern MAIN = Pattern.compile("\\bdata-main\\s*+=\\s*+[\"']([^\"']++)[\"']");
    private static final Pattern BUNDLER =
            Pattern.compile("(?:.*[.-])?(?:webpack|vite|vitest|rollup|parcel)(?:[.-][\\w.-]*)?\\.config\\.[cm]?[jt]s");
    private static final Pattern STAR = Pattern.compile("/?\\*$");
    private static final Pattern LOADER_OPTION = Pattern.compile("(paths\\.([\\w@/.-]+)|baseUrl)=(.+)");
    private static final Pattern ALIAS_OPTION = Pattern.compile("--alias:([^=]+)=.*");
    /** Larger scripts are no settings; in bytes. */
    private static final long LARGEST = 256 << 10;

    private final ProjectTree tree;
    private final Set<String> extensions;
    private final List<String> endings;
    /** Names, and starts of names, with the file that says so. */
    private final Map<String, String> names = new LinkedHashMap<>();
    /** Folders below which names are looked for, with the file that says so. */
    private final Map<String, String> roots = new LinkedHashMap<>();

    private final Set<String> targets = new LinkedHashSet<>();
    private boolean loader;

    private OwnNames(ProjectTree tree, Set<String> extensions, List<String> endings) {
        this.tree = tree;
        this.extensions = extensions;
        this.endings = endings;
    }

    /**
     * @param extensions of scripts
     * @param endings that a name may leave out
     */
    static OwnNames of(
            ProjectTree tree,
            Collection<Page> pages,
            Collection<CallScript> calls,
            Set<String> extensions,
            List<String> endings) {
        OwnNames own = new OwnNames(tree, extensions, endings);
        Set<String> bases = new LinkedHashSet<>();
        pages.forEach(page -> bases.add(Paths.parent(page.path())));
        pages.forEach(page -> own.page(page, bases));
        for (TreeFile file : tree.files()) own.file(file, bases);
        for (CallScript script : calls) for (Call call : script.calls()) own.call(call);
        return own;
    }

    private void page(Page page, Set<String> bases) {
        for (Page.Tag tag : page.tags()) {
            if (tag.kind() == Page.Kind.IMPORT_MAP) importMap(page.path(), tag.code());
            else if (tag.kind() == Page.Kind.INLINE) settings(page.path(), tag.code(), bases);
            Optional<String> main = main(page, tag);
            if (main.isEmpty()) continue;
            loader = true;
            String start = main.get().endsWith(".js") ? main.get() : main.get() + ".js";
            Paths.normal(Paths.join(Paths.parent(page.path()), start)).ifPresent(targets::add);
            root(Paths.join(Paths.parent(page.path()), Paths.parent(main.get())), page.path());
        }
    }

    /** The module that a tag tells its loader to start with. */
    public static Optional<String> main(Page page, Page.Tag tag) {
        Matcher main = MAIN.matcher(page.text().content().substring(tag.start(), tag.end()));
        return main.find() ? Optional.of(main.group(1)) : Optional.empty();
    }

    private void importMap(String page, String code) {
        try {
            JsonNode map = CompilerConfig.LENIENT.readTree(code);
            map.path("imports").fieldNames().forEachRemaining(name -> name(name, page));
            map.path("scopes").forEach(scope -> scope.fieldNames().forEachRemaining(name -> name(name, page)));
        } catch (IOException e) {
            // a browser does not take it either
        }
    }

    private void file(TreeFile file, Set<String> bases) {
        boolean compiler = CompilerConfig.isName(file.name());
        boolean bundler = BUNDLER.matcher(file.name()).matches();
        // loaders are told what to do by scripts of pages
        boolean script = !bases.isEmpty() && extensions.contains(file.extension());
        if (file.link() || file.size() > LARGEST || !script && !compiler && !bundler) return;
        try {
            String content = tree.text(file.path()).content();
            if (compiler) compiler(file.path(), content);
            else if (bundler) aliases(file.path(), content);
            else if (LOADER.matcher(content).find()) settings(file.path(), content, bases);
        } catch (IOException e) {
            // it is listed among what cannot be read
        }
    }

    private void compiler(String path, String content) throws IOException {
        CompilerConfig config = CompilerConfig.read(path, content);
        if (config.options().get("paths") instanceof Map<?, ?> paths)
            paths.keySet().forEach(name -> name(String.valueOf(name), path));
        if (config.isSet("baseUrl")) root(Paths.join(Paths.parent(path), config.text("baseUrl")), path);
    }

    private void aliases(String path, String content) {
        for (Map<String, Object> alias : ObjectLiterals.behind(content, List.of("alias", ":")))
            alias.keySet().forEach(name -> name(name, path));
    }

    /** The settings of a loader, whose folders are seen from a page. */
    private void settings(String path, String code, Set<String> bases) {
        for (List<String> start : LOADERS)
            for (Map<String, Object> settings : ObjectLiterals.behind(code, start)) {
                boolean known = Set.of("paths", "baseUrl", "baseURL", "packages", "map", "bundles", "shim").stream()
                        .anyMatch(settings::containsKey);
                if (!known) continue;
                loader = true;
                String base = String.valueOf(settings.getOrDefault("baseUrl", settings.getOrDefault("baseURL", "")));
                Set<String> folders = new LinkedHashSet<>();
                for (String page : bases) folders.add(Paths.join(page, base));
                folders.add(Paths.join(Paths.parent(path), base));
                if (!base.isEmpty()) folders.forEach(folder -> root(folder, path));
                else folders.addAll(roots.keySet());
                settings.forEach((key, value) -> setting(key, value, path, folders));
            }
    }

    private void setting(String key, Object value, String path, Set<String> folders) {
        if (value instanceof Map<?, ?> map)
            switch (key) {
                case "paths", "packages", "bundles", "map" ->
                    map.forEach((name, target) -> {
                        boolean every = name.equals("*");
                        if (every && target instanceof Map<?, ?> inner)
                            inner.keySet().forEach(each -> name(String.valueOf(each), path));
                        else if (!every) name(String.valueOf(name), path);
                        target(target, folders);
                        if (key.equals("bundles") && target instanceof List<?> ids)
                            ids.forEach(id -> name(String.valueOf(id), path));
                    });
                default -> {}
            }
        else if (key.equals("packages") && value instanceof List<?> list)
            list.forEach(one -> name(
                    one instanceof Map<?, ?> named ? String.valueOf(named.get("name")) : String.valueOf(one), path));
    }

    private void target(Object target, Set<String> folders) {
        if (!(target instanceof String text)) return;
        for (String folder : folders)
            for (String ending : endings)
                Paths.normal(Paths.join(folder, text + ending))
                        .filter(tree::has)
                        .ifPresent(targets::add);
    }

    private void call(Call call) {
        for (String word : call.arguments()) {
            Matcher option = LOADER_OPTION.matcher(word);
            Matcher alias = ALIAS_OPTION.matcher(word);
            if (alias.matches()) name(alias.group(1), call.evidence().file());
            else if (option.matches() && option.group(2) != null)
                name(option.group(2), call.evidence().file());
            else if (option.matches())
                root(Paths.join(call.folder(), option.group(3)), call.evidence().file());
        }
    }

    private void name(String name, String file) {
        String plain = STAR.matcher(name).replaceFirst("");
        if (!plain.isEmpty()) names.putIfAbsent(plain, file);
    }

    private void root(String folder, String file) {
        Paths.normal(folder)
                .filter(path -> path.isEmpty() || tree.folders().contains(path))
                .ifPresent(path -> roots.putIfAbsent(path, file));
    }

    /** Why a name is one of the project's own; empty if nothing says so. */
    public Optional<String> reason(String specifier) {
        // a plug-in of a loader gets what is behind the mark
        String name = specifier.substring(specifier.lastIndexOf('!') + 1);
        for (Map.Entry<String, String> known : names.entrySet()) {
            String start = known.getKey();
            if (name.equals(start) || name.startsWith(start.endsWith("/") ? start : start + "/"))
                return Optional.of("\"" + start + "\" is set in " + known.getValue());
        }
        for (Map.Entry<String, String> root : roots.entrySet()) {
            Optional<String> file = endings.stream()
                    .map(ending -> Paths.join(root.getKey(), name) + ending)
                    .filter(tree::has)
                    .findFirst();
            if (file.isPresent()) return Optional.of("is " + file.get() + ", by " + root.getValue());
        }
        return Optional.empty();
    }

    /** Whether what a script imports is a file of the project, or loaded by its pages. */
    public boolean has(Script script, Import statement) {
        return isLoaded(script) || reason(statement.specifier()).isPresent();
    }

    /** Whether pages load a script by a loader of their own. */
    public boolean isLoaded(Script script) {
        return loader && (script.modules().amd() || targets.contains(script.path()));
    }

    /** Whether a loader can load a file by a name without a folder, or by a path that is set. */
    boolean loads(String path) {
        return loader && (targets.contains(path) || roots.containsKey(Paths.parent(path)));
    }

    /** A folder of the project with scripts in it that has the name of a package, if there is one. */
    public Optional<String> folder(String name) {
        String first = Text.before(name, "/");
        return tree.folders().stream()
                .filter(folder -> Paths.name(folder).equals(first))
                .filter(folder -> tree.under(folder).anyMatch(file -> extensions.contains(file.extension())))
                .sorted()
                .findFirst();
    }
}
