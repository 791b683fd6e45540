package dev.pfeiler.ecosystem.php.loading;

import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.Token;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Which file loads which, in a whole project. Source: the PHP manual, {@code include} and {@code include_path}. */
public final class Loading {
    private final ProjectTree tree;
    private final Map<String, PhpSource> sources;
    private final Expressions expressions;
    private final List<String> includePath = new ArrayList<>();
    private final Map<String, List<Loaded>> bySource = new LinkedHashMap<>();

    public Loading(ProjectTree tree, Map<String, PhpSource> sources) {
        this.tree = tree;
        this.sources = sources;
        this.expressions = new Expressions(sources.values());
        sources.values().forEach(this::includePath);
        for (PhpSource source : sources.values()) {
            bySource.put(
                    source.path(),
                    source.loads().stream().map(load -> resolve(source, load)).toList());
        }
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
            int close = Expressions.closing(tokens, i + 1);
            int start = ini ? i + 4 : i + 2;
            for (int k = start; k <= close; k++) {
                boolean separates = tokens.get(k).word("PATH_SEPARATOR")
                        || tokens.get(k).is(".") && tokens.get(k - 1).is(")")
                        || k == close;
                if (!separates) continue;
                int behind = k > start && tokens.get(k - 1).is(".") ? k - 1 : k;
                PartlyKnown folder = expressions.of(source, start, behind);
                if (folder.known())
                    Expressions.inside(folder.beginning())
                            .or(() -> Paths.normal(folder.beginning()))
                            .ifPresent(includePath::add);
                start = tokens.get(Math.min(k + 1, close)).is(".") ? k + 2 : k + 1;
            }
        }
    }

    private Loaded resolve(PhpSource source, PhpSource.Load load) {
        PartlyKnown path = expressions.of(source, load.expression(), load.behind());
        String written = shown(path);
        if (path.known()) {
            List<String> found = candidates(source, path.beginning());
            Optional<String> one = found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
            return new Loaded(source, load, one, new LinkedHashSet<>(found), written);
        }
        return new Loaded(source, load, Optional.empty(), possible(source, path), written);
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
        return List.copyOf(found);
    }

    /** The files whose paths begin and end like one that is known in part. */
    private Set<String> possible(PhpSource source, PartlyKnown path) {
        boolean fromRoot = path.beginning().startsWith(Expressions.ROOT);
        boolean relative = !path.beginning().isEmpty() && !path.beginning().startsWith("/");
        List<String> starts = !relative
                ? List.of()
                : fromRoot
                        ? List.of(path.beginning()
                                .substring(Expressions.ROOT.length())
                                .replaceFirst("^/+", ""))
                        : List.of(Paths.join(Paths.parent(source.path()), path.beginning()), path.beginning());
        // a beginning of nothing may be any file at all, which says nothing
        return starts.stream()
                .flatMap(start ->
                        Paths.normal(start).map(p -> start.endsWith("/") && !p.isEmpty() ? p + "/" : p).stream())
                .filter(start -> !start.isEmpty())
                .flatMap(start -> sources.keySet().stream().filter(p -> p.startsWith(start) && p.endsWith(path.end())))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }
}
