package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Progress;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.slf4j.LoggerFactory;

/**
 * Places in files that stay which name a file or folder that moves or leaves: scripts, Dockerfiles, settings,
 * read-me files, and string literals in sources. Names that are looked up on the class path are none: they do not start at
 * the top of the tree. Where the syntax says for certain that a name means the file, it is rewritten; else it is listed.
 */
public final class References {
    /** A path with a slash in it, as scripts, settings and texts write them. */
    private static final Pattern PATH = Pattern.compile("[\\w.+@*-]++(?:/[\\w.+@*-]*+)++");

    private static final Set<String> BINARY = Set.of(
            "class",
            "jar",
            "war",
            "ear",
            "zip",
            "gz",
            "png",
            "jpg",
            "jpeg",
            "gif",
            "ico",
            "pdf",
            "exe",
            "dll",
            "so",
            "ttf",
            "woff",
            "woff2",
            "keystore",
            "jks");
    /** A file larger than this names no files of the project by hand; in bytes. */
    private static final long LARGEST = 256 << 10;
    /** Larger heaps of texts that are no sources are data; in bytes. */
    private static final long MOST = 64 << 20;

    private static final int BLOCK = 4096;

    private final ProjectTree tree;
    private final Set<String> sources;
    private final List<PathArguments> arguments;
    private final Map<String, String> moved = new HashMap<>();
    /** Paths of what was built, with the paths under which it is built now. */
    private final Map<String, String> built;

    private final Set<String> retired = new HashSet<>();
    /** Folders that no file stays in, with the folder that its files move to, or empty if they part. */
    private final Map<String, Optional<String>> gone = new HashMap<>();

    private final Set<String> rewritten = new HashSet<>();
    private final List<Step> edits = new ArrayList<>();
    private final List<Finding> left = new ArrayList<>();

    private References(
            ProjectTree tree,
            List<Step> steps,
            Map<String, String> built,
            Set<String> sources,
            List<PathArguments> arguments) {
        this.tree = tree;
        this.built = built;
        this.sources = sources;
        this.arguments = arguments;
        for (Step step : steps) {
            if (step.leaves()) step.goal().ifPresentOrElse(to -> moved.put(step.path(), to), () -> retire(step.path()));
            if (!(step instanceof Step.Move)) rewritten.add(step.path());
        }
        folders();
    }

    /**
     * Looks through the files of a tree that stay, and those that move.
     *
     * @param built paths of what the old build makes, with the paths under which it is built now
     * @param sources endings of files with code, in which only string literals name files
     * @param arguments finds paths in the commands of scripts
     */
    public static References of(
            ProjectTree tree,
            List<Step> steps,
            Map<String, String> built,
            Set<String> sources,
            List<PathArguments> arguments) {
        References references = new References(tree, steps, built, sources, arguments);
        if (references.moved.isEmpty() && references.retired.isEmpty() && built.isEmpty()) return references;
        long looked = 0;
        String first = "";
        List<TreeFile> searched = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            boolean text = file.size() <= LARGEST && !file.link() && !BINARY.contains(file.extension());
            boolean stays = !references.retired.contains(file.path()) && !references.rewritten.contains(file.path());
            if (!text || !stays || file.size() == 0) continue;
            // a file in a folder of many others takes the disk longer than its bytes do
            boolean source = sources.contains(file.extension());
            if (!source) looked += file.size() + BLOCK;
            if (source || looked <= MOST) searched.add(file);
            else if (first.isEmpty()) first = file.path();
        }
        Progress.Pieces done = tree.progress().begin("searching for names of files that move", searched.size());
        searched.parallelStream()
                .map(references::inFile)
                .peek(found -> done.done())
                .toList()
                .forEach(found -> {
                    references.edits.addAll(found.edits());
                    references.left.addAll(found.left());
                });
        if (!first.isEmpty()) {
            String fact = "and later files were not searched for names of files that move: there are too many";
            references.left.add(Finding.trouble(first, fact));
        }
        return references;
    }

    /** The steps that rewrite names whose meaning is certain; one for each file. */
    public List<Step> edits() {
        return List.copyOf(edits);
    }

    /** The other places, by file; one finding for each name in a file. */
    public List<Finding> left() {
        return List.copyOf(left);
    }

    private void folders() {
        Set<String> held = new HashSet<>();
        for (TreeFile file : tree.files()) {
            boolean leaves = moved.containsKey(file.path()) || retired.contains(file.path());
            for (String f = Paths.parent(file.path()); !f.isEmpty(); f = Paths.parent(f)) {
                if (!leaves) held.add(f);
                else gone.merge(f, goal(f, file.path()), (one, other) -> one.equals(other) ? one : Optional.empty());
            }
        }
        gone.keySet().removeAll(held);
    }

    /** Where a folder moves to, judged by one file in it. */
    private Optional<String> goal(String folder, String path) {
        String to = moved.get(path);
        String inner = "/" + Paths.relative(folder, path);
        if (to == null || !to.endsWith(inner)) return Optional.empty();
        return Optional.of(to.substring(0, to.length() - inner.length()));
    }

    /** A retired file that is built again at its place can go on being named. */
    private void retire(String path) {
        if (!path.equals(built.get(path))) retired.add(path);
    }

    private boolean movesIn(String folder) {
        return moved.keySet().stream().anyMatch(path -> Paths.within(folder, path));
    }

    /** What is in one file. */
    private record Found(List<Step> edits, Collection<Finding> left) {
        static final Found NOTHING = new Found(List.of(), List.of());
    }

    private Found inFile(TreeFile file) {
        try {
            byte[] bytes = tree.bytes(file.path());
            if (sources.contains(file.extension()) && !hasLiteral(bytes)) return Found.NOTHING;
            Text text = Text.decode(bytes);
            Optional<EditableText> editable =
                    moved.containsKey(file.path()) ? Optional.empty() : EditableText.of(file.path(), bytes);
            PathReferenceSyntax syntax = editable.isPresent()
                    ? PathReferenceSyntax.of(file.path(), text.content())
                    : PathReferenceSyntax.UNKNOWN;
            return inText(file, text, editable, syntax);
        } catch (IOException e) {
            LoggerFactory.getLogger(References.class).debug("{}", file.path(), e);
            return Found.NOTHING;
        }
    }

    /** Whether a line of a source may contain a literal with a path; checked before decoding, because most sources have none. */
    private static boolean hasLiteral(byte[] bytes) {
        boolean quote = false;
        boolean slash = false;
        for (byte b : bytes) {
            // in other encodings a character may have several bytes
            if (b <= 0) return true;
            if (b == '\n') quote = slash = false;
            else if (b == '"' || b == '\'') quote = true;
            else if (b == '/' && quote) slash = true;
            if (quote && slash) return true;
        }
        return false;
    }

    /** Whether a line may contain a path, judged cheaply: most lines of most files do not. */
    private static boolean mayName(String line, boolean source, PathReferenceSyntax syntax) {
        if (syntax.isScript()) return true;
        return line.indexOf('/') >= 0 && (!source || line.indexOf('"') >= 0 || line.indexOf('\'') >= 0);
    }

    /** A text that is looked through. */
    private record Place(TreeFile file, String text, PathReferenceSyntax syntax, boolean source) {
        Optional<String> base() {
            return syntax.base(file.path(), text);
        }
    }

    private Found inText(TreeFile file, Text text, Optional<EditableText> editable, PathReferenceSyntax syntax) {
        Place place = new Place(file, text.content(), syntax, sources.contains(file.extension()));
        Optional<String> base = place.base();
        Map<String, Finding> named = new LinkedHashMap<>();
        List<Step.Change> changes = new ArrayList<>();
        StringBuilder content = new StringBuilder();
        int number = 0;
        String all = text.content();
        int next;
        for (int start = 0; start < all.length(); start = next) {
            int end = all.indexOf('\n', start);
            next = end < 0 ? all.length() : end + 1;
            number++;
            String whole = all.substring(start, next);
            if (!mayName(whole, place.source(), syntax)) {
                content.append(whole);
                continue;
            }
            String line = whole.stripTrailing();
            String changed = inLine(place, base, number, line, named);
            if (!changed.equals(line)) changes.add(new Step.Change(number, line.strip(), changed.strip()));
            content.append(changed).append(whole.substring(line.length()));
        }
        List<Step> edits = changes.isEmpty()
                ? List.of()
                : List.of(editable.orElseThrow()
                        .edit(file.path(), content.toString(), changes, "updates references to moved files"));
        return new Found(edits, named.values());
    }

    /**
     * A line with the names in it that are certain rewritten.
     *
     * @param named takes the names that are not
     */
    private String inLine(Place place, Optional<String> base, int number, String line, Map<String, Finding> named) {
        StringBuilder changed = new StringBuilder();
        int copied = 0;
        for (Named name : names(line, place.source(), place.syntax())) {
            String written = line.substring(name.start(), name.end());
            Optional<PathReferenceSyntax.Start> start = name.certain()
                    ? PathReferenceSyntax.start(written, place.file().path(), place.text())
                    : Optional.empty();
            Optional<String> folder = !name.certain()
                    ? Optional.empty()
                    : start.map(PathReferenceSyntax.Start::folder).or(() -> base);
            int from =
                    name.start() + start.map(PathReferenceSyntax.Start::length).orElse(0);
            String path = line.substring(from, name.end()).replace('\\', '/');
            Optional<String> to = folder.flatMap(f -> instead(path, f, place.syntax()));
            if (to.isPresent()) {
                boolean windows = place.syntax() == PathReferenceSyntax.BATCH_SCRIPT;
                changed.append(line, copied, from).append(windows ? to.get().replace('/', '\\') : to.get());
                copied = name.end();
            } else {
                Evidence evidence = new Evidence(place.file().path(), number, line.strip());
                name(Paths.join(folder.orElse(""), path), evidence)
                        .ifPresent(finding -> named.putIfAbsent(finding.subject(), finding));
            }
        }
        return changed.append(line, copied, line.length()).toString();
    }

    /** A text within a line that may be a path. */
    private record Named(int start, int end, boolean certain) {}

    private List<Named> names(String line, boolean source, PathReferenceSyntax syntax) {
        List<Named> names = new ArrayList<>();
        if (syntax.isScript() && syntax.names(line, 0, line.length()))
            arguments.forEach(
                    found -> found.in(line).forEach(range -> names.add(new Named(range.start(), range.end(), true))));
        Matcher matcher = PATH.matcher(line);
        while (matcher.find()) {
            int start = matcher.start();
            int end = matcher.end();
            if (names.stream().anyMatch(other -> other.start() < end && start < other.end())) continue;
            char before = start > 0 ? line.charAt(start - 1) : ' ';
            if (source && before != '"' && before != '\'' || "/:$}".indexOf(before) >= 0) continue;
            names.add(new Named(start, end, syntax.names(line, start, end)));
        }
        names.sort(Comparator.comparingInt(Named::start));
        return names;
    }

    /**
     * What to write instead of a path, where the file or the whole folder that it names moves to one place.
     *
     * @param base the folder that the path starts from
     */
    private Optional<String> instead(String written, String base, PathReferenceSyntax syntax) {
        Optional<String> path = Paths.normal(Paths.join(base, written));
        if (path.isEmpty()) return Optional.empty();
        Optional<String> to = Optional.ofNullable(moved.get(path.get()))
                .or(() -> Optional.ofNullable(syntax.takesBuilt() ? built.get(path.get()) : null))
                .or(() -> gone.getOrDefault(path.get(), Optional.empty()));
        return to.map(goal -> Paths.from(base, goal) + (written.endsWith("/") ? "/" : ""));
    }

    private Optional<Finding> name(String written, Evidence evidence) {
        String path = Paths.normal(written).orElse("");
        if (moved.containsKey(path)) {
            return Optional.of(
                    Finding.trouble(path, "was moved to " + moved.get(path) + " and is still referenced", evidence));
        }
        if (built.containsKey(path) && !tree.has(path) && path.indexOf('/') > 0) {
            return Optional.of(
                    Finding.trouble(path, "is built as " + built.get(path) + " now and is still referenced", evidence));
        }
        if (retired.contains(path))
            return Optional.of(Finding.trouble(path, "was retired and is still referenced", evidence));
        // what is written with a wildcard, or names a folder
        String folder = path.indexOf('*') < 0 ? path : Paths.parent(path.substring(0, path.indexOf('*') + 1));
        if (!gone.containsKey(folder)) return Optional.empty();
        String where = gone.get(folder)
                .map(to -> "was moved to " + to)
                .orElse(movesIn(folder) ? "was split up" : "was retired");
        return Optional.of(Finding.trouble(folder, where + " and is still referenced", evidence));
    }
}
