package dev.pfeiler.ecosystem.node.check;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.JsonChange;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** Holds the files that the descriptor and the compiler's configuration name against those that there are. */
final class EntryCheck {
    private static final Pattern BUILD =
            Pattern.compile("build|compile|prepare|prepack|prepublish|prepublishOnly|dist|bundle");
    private static final Pattern TYPED = Pattern.compile("(?:\\.d)?\\.[cm]?[jt]sx?$");

    private final CheckedPackage checked;

    EntryCheck(CheckedPackage checked) {
        this.checked = checked;
    }

    void run() {
        boolean moved = compiler();
        if (!moved) checked.entries().forEach(this::entry);
        shipped();
    }

    /** Whether the results of the compiler are not where the descriptor looks for them. */
    private boolean compiler() {
        Optional<CompilerConfig> config = checked.compilerConfig();
        if (config.isEmpty()) return false;
        for (String pattern : config.get().include()) included(config.get(), pattern);
        String output = Paths.normal(config.get().text("outDir")).orElse("");
        if (output.isEmpty()) return false;
        Set<String> wanted = new TreeSet<>();
        checked.entries().values().forEach(entry -> Paths.normal(entry)
                .filter(path -> !checked.tree().has(path) && !Paths.within(output, path) && path.contains("/"))
                .filter(path -> isCompiled(path))
                .map(Paths::first)
                .ifPresent(wanted::add));
        if (wanted.size() != 1) return false;
        String folder = wanted.iterator().next();
        int line = line(config.get().path(), "\"outDir\"");
        checked.note(
                NodeKind.COMPILER_PATH_WRONG,
                new Evidence(config.get().path(), line, "outDir " + config.get().text("outDir")),
                "compilerOptions.outDir",
                "The compiler writes to " + output + "; " + CheckedPackage.FILE + " names what it makes in " + folder
                        + ".",
                Cure.certain(
                        "Write to " + folder + ".",
                        replacing(config.get().path(), "outDir", config.get().text("outDir"), folder)));
        return true;
    }

    /** Whether a source at the place that a path has below its first folder is compiled. */
    private boolean isCompiled(String path) {
        String stem = TYPED.matcher(Paths.join(checked.rootFolder(), Paths.relative(Paths.first(path), path)))
                .replaceFirst("");
        return Stream.of(".ts", ".tsx", ".mts", ".cts")
                .anyMatch(ending -> checked.tree().has(stem + ending));
    }

    private static Change replacing(String path, String key, String before, String after) {
        Pattern pattern = Pattern.compile("(\"" + key + "\"\\s*:\\s*\")" + Pattern.quote(before) + "\"");
        return new Change.Edit(
                path, text -> pattern.matcher(text).replaceFirst("$1" + Matcher.quoteReplacement(after) + "\""));
    }

    private int line(String path, String text) {
        List<String> lines = checked.tree()
                .file(path)
                .map(file -> checked.tree().lines(file, 1 << 20))
                .orElse(List.of());
        for (int i = 0; i < lines.size(); i++) if (lines.get(i).contains(text)) return i + 1;
        return 0;
    }

    private void included(CompilerConfig config, String pattern) {
        PathPattern paths = PathPattern.of(pattern);
        boolean any = checked.tree().files().stream()
                .map(TreeFile::path)
                .anyMatch(path -> paths.matches(path) || !pattern.contains("*") && Paths.within(pattern, path));
        if (any) return;
        List<String> sources = checked.project().scripts().values().stream()
                .filter(script -> script.typed() && !script.declarations())
                .map(Script::path)
                .toList();
        String root = Paths.normal(config.text("rootDir")).orElse("");
        if (root.isEmpty())
            root = sources.isEmpty()
                    ? ""
                    : Paths.common(sources.stream().map(Paths::parent).toList());
        int line = line(config.path(), "\"" + pattern + "\"");
        String first = Paths.first(pattern);
        boolean known = !root.isEmpty()
                && !root.contains("*")
                && !first.contains("*")
                && !first.equals(pattern)
                && checked.tree().folders().contains(root);
        String right = known ? Paths.join(root, pattern.substring(first.length() + 1)) : "";
        if (first.equals(pattern) && checked.tree().folders().contains(root)) {
            right = root;
            known = true;
        }
        checked.note(
                NodeKind.COMPILER_PATH_WRONG,
                new Evidence(config.path(), line, pattern),
                pattern,
                "The pattern " + pattern + " matches no file.",
                known
                        ? Cure.certain(
                                "Write " + right + ".",
                                Change.replacing(config.path(), line, "\"" + pattern + "\"", "\"" + right + "\""))
                        : Cure.choice("Name the folder of the sources."));
    }

    private void entry(List<String> way, String written) {
        Optional<String> path = Paths.normal(written);
        if (path.isEmpty() || written.contains("*") || path.get().isEmpty()) return;
        if (checked.source(written).isPresent() || checked.tree().folders().contains(path.get())) return;
        if (isMadeElsewhere(path.get())) return;
        List<String> candidates = candidates(way, path.get());
        // as most entries are written
        long marked = checked.entries().values().stream()
                .filter(one -> one.startsWith("./"))
                .count();
        String prefix =
                written.startsWith("./") || marked * 2 >= checked.entries().size() ? "./" : "";
        checked.note(
                NodeKind.ENTRY_MISSING,
                checked.place(way.toArray(String[]::new)),
                written,
                String.join(".", way) + " names " + written + ", which is not there.",
                candidates.size() == 1
                        ? new Cure(
                                "Name " + prefix + candidates.get(0) + ".",
                                changes(way, shaped(written, prefix + candidates.get(0))))
                        : Cure.choice("Name a file that there is."));
    }

    /** The entry names another path; lock files repeat programs. */
    private List<Change> changes(List<String> way, String path) {
        List<Change> changes = new ArrayList<>();
        changes.add(JsonChange.set(CheckedPackage.FILE, path, way.toArray(String[]::new)));
        if (way.size() == 2 && way.get(0).equals("bin") && checked.lock().isPresent())
            changes.add(JsonChange.set(
                    checked.lock().get().path(), path.replaceFirst("^\\./", ""), "packages", "", "bin", way.get(1)));
        return changes;
    }

    /** A path written as another was: without an extension where that had none. */
    private static String shaped(String written, String path) {
        return Paths.extension(written).isEmpty() ? path.replaceFirst("\\.[cm]?js$", "") : path;
    }

    /** Whether something other than the compiler may write a path. */
    private boolean isMadeElsewhere(String path) {
        boolean folder = checked.tree().folders().contains(Paths.first(path)) && path.contains("/");
        boolean build = checked.descriptor().at("scripts").properties().stream()
                .anyMatch(entry -> BUILD.matcher(entry.getKey()).find()
                        && !entry.getValue().asText().matches("(?:\\s*tsc\\b[^&|;]*)+"));
        return build && !folder
                || path.endsWith(".d.ts") && checked.compilerConfig().isPresent() && build;
    }

    /** The files that may be meant: of the same name, or the only one of its kind near by that no other entry names. */
    private List<String> candidates(List<String> way, String path) {
        String name = TYPED.matcher(Paths.name(path)).replaceFirst("");
        List<String> files = checked.tree().files().stream()
                .map(TreeFile::path)
                .filter(file -> !file.startsWith("node_modules/") && !file.matches("(?:.*/)?(?:tests?|__tests__)/.*"))
                .toList();
        Set<String> named = new TreeSet<>();
        checked.entries().forEach((other, entry) -> {
            if (!other.equals(way)) Paths.normal(entry).ifPresent(named::add);
        });
        List<String> same = files.stream()
                .filter(file -> !named.contains(file) || !way.get(0).equals("main"))
                .filter(file -> TYPED.matcher(Paths.name(file)).replaceFirst("").equals(name))
                .filter(file ->
                        Paths.extension(path).isEmpty() || Paths.extension(file).equals(Paths.extension(path)))
                .filter(file -> !Paths.extension(file).matches("json|md|html|css"))
                .filter(file ->
                        way.get(0).equals("bin") || !Paths.extension(file).isEmpty())
                .toList();
        if (!same.isEmpty()) {
            // the one nearest to the top is the likeliest
            Optional<String> nearest = same.stream()
                    .min(Comparator.comparingInt((String file) -> Paths.depth(file))
                            .thenComparing(Comparator.naturalOrder()));
            long best = same.stream()
                    .filter(file -> Paths.depth(file) == Paths.depth(nearest.get()))
                    .count();
            return best == 1 ? List.of(nearest.get()) : same;
        }
        List<String> beside = files.stream()
                .filter(file -> Paths.parent(file).equals(Paths.parent(path)) && !named.contains(file))
                .filter(file ->
                        way.get(0).equals("bin") || Paths.extension(file).equals(Paths.extension(path)))
                .toList();
        if (beside.size() == 1) return beside;
        LevenshteinDistance distance = LevenshteinDistance.getDefaultInstance();
        return beside.stream().filter(file -> distance.apply(file, path) <= 2).toList();
    }

    /** What is listed to be shipped. */
    private void shipped() {
        var files = checked.descriptor().at("files");
        List<String> missing = new ArrayList<>();
        for (int i = 0; i < files.size(); i++) {
            String written = files.get(i).asText();
            Optional<String> path = Paths.normal(Paths.withoutSlash(Paths.withoutRoot(written)));
            boolean pattern = written.startsWith("!") || written.contains("*") || written.contains("{");
            if (pattern || path.isEmpty() || path.get().isEmpty() || isThere(path.get())) continue;
            missing.add(written);
            List<String> meant = unlisted();
            String[] way = {"files", String.valueOf(i)};
            checked.note(
                    NodeKind.ENTRY_MISSING,
                    checked.place("files"),
                    written,
                    "files lists " + written + ", which is not there.",
                    meant.size() == 1 && missing.size() == 1
                            ? Cure.certain(
                                    "List " + meant.get(0) + ".",
                                    JsonChange.set(CheckedPackage.FILE, meant.get(0), way))
                            : Cure.choice("List what there is, or remove the entry."));
        }
    }

    private boolean isThere(String path) {
        return checked.tree().has(path)
                || checked.tree().folders().contains(path)
                || checked.outputs().contains(path)
                || isCompiledFolder(path)
                || checked.source(path).isPresent()
                || isMadeElsewhere(path);
    }

    /** Whether the compiler makes a folder of one with sources. */
    private boolean isCompiledFolder(String path) {
        String output = checked.compilerConfig()
                .map(config -> config.text("outDir"))
                .flatMap(Paths::normal)
                .orElse("");
        return !output.isEmpty()
                && Paths.within(output, path)
                && checked.tree().folders().contains(Paths.join(checked.rootFolder(), Paths.relative(output, path)));
    }

    /** Folders that sources name, and that are not listed. */
    private List<String> unlisted() {
        Set<String> listed = new TreeSet<>();
        checked.descriptor().at("files").forEach(one -> listed.add(Paths.withoutSlash(one.asText())));
        Set<String> top = new TreeSet<>();
        checked.tree().folders().stream().map(Paths::first).forEach(top::add);
        Map<Boolean, List<String>> folders = top.stream()
                .filter(folder -> !listed.contains(folder) && !folder.startsWith(".") && !folder.equals("node_modules"))
                .filter(folder -> !folder.matches("(?i)tests?|__tests__|specs?|docs?|examples?"))
                .collect(java.util.stream.Collectors.partitioningBy(folder -> checked.product()
                        .anyMatch(script -> script.content()
                                        .matches("(?s).*[\"'`]/?(?:\\.{1,2}/)*" + Pattern.quote(folder) + "[/\"'`].*")
                                && !Paths.within(folder, script.path()))));
        return folders.get(true);
    }
}
