package dev.pfeiler.ecosystem.node.library;

import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.source.DeclarationFiles;
import dev.pfeiler.ecosystem.node.source.Import;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.source.ScriptReader;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Whether a published package has what an import takes of it, as far as that can be told from its files: modules that
 * compute their exports are taken to have everything.
 */
public final class ExportCheck {
    private static final Pattern SCRIPT = Pattern.compile(".*\\.[cm]?[jt]s");
    private static final Pattern DECLARES_EXPORT =
            Pattern.compile("(?s).*(export\\s*=|declare\\s+module\\s|export\\s+as\\s+namespace).*");

    private static final Pattern ALL = Pattern.compile(
            "export\\s*\\*\\s*from\\s*[\"']([^\"']+)[\"']|__exportStar\\(require\\([\"']([^\"']+)[\"']\\)");
    private static final Pattern DEFINED = Pattern.compile("defineProperty\\(exports,\\s*[\"'](\\w+)[\"']");
    private static final int DEEPEST = 8;

    private final Manifest manifest;
    private final Map<String, byte[]> files;

    public ExportCheck(Manifest manifest, Map<String, byte[]> files) {
        this.manifest = manifest;
        this.files = files;
    }

    /** What a file exports; not complete where some of it is computed. */
    private static final class Exports {
        private final Set<String> names = new HashSet<>();
        private boolean complete = true;
    }

    /**
     * Whether an import finds all that it names.
     *
     * @param required whether it is loaded with {@code require}
     * @param typed whether the compiler checks it, so that its declarations decide
     */
    public boolean provides(Import statement, boolean required, boolean typed) {
        String within = PackageName.within(statement.specifier());
        Optional<String> entry = manifest.entry(within, Set.of("node", required ? "require" : "import"))
                .flatMap(this::file);
        if (entry.isEmpty() && statement.loads()) return false;
        Optional<String> types = typed ? declarations(within, entry) : Optional.empty();
        Optional<String> read = types.or(() -> statement.loads() ? entry : Optional.empty());
        if (read.isEmpty() || !SCRIPT.matcher(read.get()).matches()) return true;
        Exports exports = new Exports();
        collect(read.get(), exports, 0);
        if (!exports.complete) return true;
        return statement.names().stream()
                .filter(name -> !name.equals("*") && !name.equals("default"))
                .allMatch(exports.names::contains);
    }

    private Optional<String> declarations(String within, Optional<String> entry) {
        Optional<String> stated = manifest.entry(within, Set.of("types", "node", "import", "require"))
                .filter(path -> path.endsWith("ts"))
                .or(() -> within.equals(".")
                        ? Optional.of(manifest.text("types") + manifest.text("typings"))
                                .filter(text -> !text.isEmpty())
                        : Optional.empty());
        return stated.map(path -> Text.withoutStart(path, "./"))
                .or(() -> entry.map(DeclarationFiles::of))
                .flatMap(this::file)
                .filter(path -> path.endsWith("ts"));
    }

    private Optional<String> file(String path) {
        String plain = Paths.normal(path).orElse(path);
        for (String ending : List.of("", ".js", ".json", ".node", ".d.ts", "/index.js", "/index.d.ts"))
            if (files.containsKey(plain + ending)) return Optional.of(plain + ending);
        String types = DeclarationFiles.of(plain);
        return files.containsKey(types) ? Optional.of(types) : Optional.empty();
    }

    private void collect(String path, Exports exports, int depth) {
        if (depth > DEEPEST) {
            exports.complete = false;
            return;
        }
        String content = new String(files.get(path), StandardCharsets.UTF_8);
        Script script = ScriptReader.read(path, content);
        exports.names.addAll(script.modules().exported());
        Matcher defined = DEFINED.matcher(content);
        while (defined.find()) exports.names.add(defined.group(1));
        boolean declares = DeclarationFiles.is(path);
        boolean computed = !script.modules().ecma()
                        && (script.modules().exported().contains("default") || !declares && exports.names.isEmpty())
                || declares && DECLARES_EXPORT.matcher(content).matches();
        if (computed) exports.complete = false;
        Matcher all = ALL.matcher(content);
        while (all.find()) {
            String specifier = all.group(1) == null ? all.group(2) : all.group(1);
            // a declaration file names the file with the code
            Optional<String> next = specifier.startsWith(".")
                    ? Paths.normal(Paths.join(Paths.parent(path), specifier))
                            .map(one -> declares ? DeclarationFiles.of(one) : one)
                            .flatMap(this::file)
                    : Optional.empty();
            if (next.isPresent() && !next.get().equals(path)) collect(next.get(), exports, depth + 1);
            else exports.complete = false;
        }
    }
}
