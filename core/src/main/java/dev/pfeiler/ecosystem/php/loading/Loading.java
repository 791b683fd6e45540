package dev.pfeiler.ecosystem.php.loading;

import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.Token;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Which file loads which, in a whole project. Source: the PHP manual, {@code include} and {@code include_path}. */
public final class Loading {
    private static final Pattern FILE_NAME = Pattern.compile("[\\w-]+\\.\\w+");

    /** A path as it is looked for on the include path. */
    private static final Pattern RELATIVE = Pattern.compile("(?!\\.{1,2}/)[\\w.-][\\w./-]*\\.\\w+");

    private static final int SHOWN = 3;

    private final ProjectTree tree;
    private final Map<String, PhpSource> sources;
    private final Expressions expressions;
    private final List<String> includePath = new ArrayList<>();
    private List<String> presumed = List.of();
    private final Map<String, List<Loaded>> bySource = new LinkedHashMap<>();

    public Loading(ProjectTree tree, Map<String, PhpSource> sources) {
        this.tree = tree;
        this.sources = sources;
        this.expressions = new Expressions(sources.values());
        sources.values().forEach(this::includePath);
        resolve();
        presumed = presumedFolders();
        if (!presumed.isEmpty()) resolve();
        // what nothing loads is started where it is, so that its own folder comes first
        Set<String> loaded = bySource.values().stream()
                .flatMap(List::stream)
                .flatMap(load -> load.files().stream())
                .collect(Collectors.toSet());
        bySource.replaceAll((path, loads) -> loaded.contains(path)
                ? loads
                : loads.stream().map(Loading::ofOwnFolder).toList());
    }

    private static Loaded ofOwnFolder(Loaded load) {
        if (load.dynamic() || load.files().size() < 2) return load;
        String own = Paths.parent(load.source().path());
        return Paths.normal(Paths.join(own, load.written()))
                .filter(load.files()::contains)
                .map(file -> new Loaded(load.source(), load.load(), Optional.of(file), Set.of(file), load.written()))
                .orElse(load);
    }

    public Expressions expressions() {
        return expressions;
    }

    /** The places of one source that load files, in their order. */
    public List<Loaded> of(PhpSource source) {
        return bySource.getOrDefault(source.path(), List.of());
    }

    /** Folders that the program adds to those in which loaded files are looked for. */
    private void includePath(PhpSource source) {
        if (!source.calls().containsKey("set_include_path") && !source.calls().containsKey("ini_set")) return;
        List<Token> tokens = source.tokens();
        for (int i = 0; i + 1 < tokens.size(); i++) {
            boolean ini = tokens.get(i).word("ini_set")
                    && i + 3 < tokens.size()
                    && tokens.get(i + 2).text().equals("include_path");
            if (!tokens.get(i).word("set_include_path") && !ini) continue;
            int close = source.brackets().closing(i + 1);
            int start = ini ? i + 4 : i + 2;
            for (int k = start; k <= close; k++) {
                if (k < close && !tokens.get(k).word("PATH_SEPARATOR")) continue;
                int behind = k > start && tokens.get(k - 1).is(".") ? k - 1 : k;
                if (tokens.get(start).is(".")) start++;
                if (start < behind) addFolder(expressions.of(source, start, behind));
                start = k + 1;
            }
        }
    }

    private void addFolder(PartlyKnown folder) {
        if (!folder.known()) return;
        Expressions.inside(folder.beginning())
                .or(() -> Paths.normal(folder.beginning()))
                .filter(path -> !includePath.contains(path))
                .ifPresent(includePath::add);
    }

    private void resolve() {
        for (PhpSource source : sources.values()) {
            bySource.put(
                    source.path(),
                    source.loads().stream().map(load -> resolve(source, load)).toList());
        }
    }

    /**
     * Folders that have to be on the include path of whoever uses the code, as files of them are loaded by paths that
     * lead nowhere else.
     */
    private List<String> presumedFolders() {
        Map<String, Set<String>> byFolder = new LinkedHashMap<>();
        bySource.values().stream()
                .flatMap(List::stream)
                .filter(load -> load.files().isEmpty()
                        && RELATIVE.matcher(load.written()).matches())
                .map(Loaded::written)
                .distinct()
                .forEach(written -> {
                    List<String> folders = sources.keySet().stream()
                            .filter(path -> path.endsWith("/" + written))
                            .map(path -> path.substring(0, path.length() - written.length() - 1))
                            .toList();
                    if (folders.size() == 1)
                        byFolder.computeIfAbsent(folders.get(0), f -> new LinkedHashSet<>())
                                .add(written);
                });
        // a name alone may be that of any file
        return byFolder.entrySet().stream()
                .filter(each -> each.getValue().size() > 1
                        || each.getValue().stream().anyMatch(written -> written.contains("/")))
                .map(Map.Entry::getKey)
                .toList();
    }

    /** Whether a statement finds its file only with an include path that whoever uses the code has to set. */
    public boolean needsIncludePath(Loaded load) {
        String own = Paths.parent(load.source().path());
        return load.file().isPresent()
                && RELATIVE.matcher(load.written()).matches()
                && includePath(load).isPresent()
                && !Paths.normal(Paths.join(own, load.written())).equals(load.file());
    }

    /** Whether a statement finds its file only with an include path that nothing in the project sets. */
    public boolean isPresumed(Loaded load) {
        return needsIncludePath(load)
                && includePath(load).filter(presumed::contains).isPresent();
    }

    /** The folder of the include path in which a statement finds its file. */
    public Optional<String> includePath(Loaded load) {
        return folders().stream()
                .filter(folder ->
                        Paths.normal(Paths.join(folder, load.written())).equals(load.file()))
                .findFirst();
    }

    /** Folders that are on the include path. */
    public List<String> folders() {
        return Stream.of(includePath, presumed).flatMap(List::stream).toList();
    }

    /** Whether statements find the same files once a folder comes first on the include path. */
    public boolean mayComeFirst(String folder) {
        return bySource.values().stream()
                .flatMap(List::stream)
                .filter(load -> RELATIVE.matcher(load.written()).matches())
                .allMatch(load -> Paths.normal(Paths.join(folder, load.written()))
                        .filter(tree::has)
                        .filter(file -> !load.file().equals(Optional.of(file)))
                        .isEmpty());
    }

    private Loaded resolve(PhpSource source, PhpSource.Load load) {
        List<PartlyKnown> paths = expressions.all(source, load.expression(), load.behind());
        Set<String> files = new LinkedHashSet<>();
        paths.forEach(
                path -> files.addAll(path.known() ? candidates(source, path.beginning()) : possible(source, path)));
        boolean known = paths.size() == 1 && paths.get(0).known();
        Optional<String> one = known && files.size() == 1 ? files.stream().findFirst() : Optional.empty();
        String written = paths.stream().map(Loading::shown).limit(SHOWN).collect(Collectors.joining(", "));
        return new Loaded(source, load, one, files, paths.size() > SHOWN ? written + ", …" : written);
    }

    /** A path as far as it is known. */
    private static String shown(PartlyKnown path) {
        String start = path.beginning();
        String ending = start.endsWith("/") ? "/" : "";
        String beginning =
                Expressions.inside(start).map(inside -> inside + ending).orElse(start);
        return (path.known() ? beginning : beginning + "…" + path.end()).replace(Expressions.ROOT, "");
    }

    private List<String> candidates(PhpSource source, String path) {
        Optional<String> inside = Expressions.inside(path);
        if (inside.isPresent()) return inside.filter(tree::has).stream().toList();
        if (path.startsWith("/") || path.contains("://")) return List.of();
        Set<String> found = new LinkedHashSet<>();
        List<String> folders = new ArrayList<>(List.of(Paths.parent(source.path()), ""));
        // a path that starts with a dot is not looked for on the include path
        if (!path.startsWith(".")) folders.addAll(0, includePath);
        for (String folder : folders) {
            Paths.normal(Paths.join(folder, path)).filter(tree::has).ifPresent(found::add);
        }
        if (found.isEmpty() && !path.startsWith("."))
            for (String folder : presumed)
                Paths.normal(Paths.join(folder, path)).filter(tree::has).ifPresent(found::add);
        return List.copyOf(found);
    }

    /** The files whose paths end like one of which nothing else is known: with a name, more than an extension. */
    private Set<String> ending(String end) {
        String name = Text.behindLast(end, "/");
        if (!FILE_NAME.matcher(name).matches()) return Set.of();
        String whole = Paths.withoutRoot(end);
        return sources.keySet().stream()
                .filter(p -> p.equals(whole) || p.endsWith("/" + whole) || !end.contains("/") && p.endsWith(end))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** The files whose paths begin and end like one that is known in part. */
    private Set<String> possible(PhpSource source, PartlyKnown path) {
        boolean fromRoot = path.beginning().startsWith(Expressions.ROOT);
        boolean relative = !path.beginning().isEmpty() && !path.beginning().startsWith("/");
        List<String> starts = !relative
                ? List.of()
                : fromRoot
                        ? List.of(Paths.withoutRoot(path.beginning().substring(Expressions.ROOT.length())))
                        : List.of(Paths.join(Paths.parent(source.path()), path.beginning()), path.beginning());
        if (!relative) return ending(path.end());
        return starts.stream()
                .flatMap(start ->
                        Paths.normal(start).map(p -> start.endsWith("/") && !p.isEmpty() ? p + "/" : p).stream())
                .filter(start -> !start.isEmpty())
                .flatMap(start -> sources.keySet().stream().filter(p -> p.startsWith(start) && p.endsWith(path.end())))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }
}
