package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
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
 * Places in files that stay which name a file or folder that moves or leaves: scripts, container files, settings,
 * read-me files, and string literals in sources. Names that are looked up on the class path are none: they do not start at
 * the top of the tree.
 */
public final class References {
    /** A path with a slash in it, as scripts, settings and texts write them. */
    private static final Pattern PATH = Pattern.compile("[\\w.+@*-]+(?:/[\\w.+@*-]*)+");

    private static final Set<String> SOURCES = Set.of("java", "kt", "groovy", "scala");
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

    private final ProjectTree tree;
    private final Map<String, String> moved = new HashMap<>();
    private final Set<String> retired = new HashSet<>();
    /** Folders that no file stays in, with the folder that its files move to, or nothing where they part. */
    private final Map<String, Optional<String>> gone = new HashMap<>();

    private final Set<String> rewritten = new HashSet<>();

    private References(ProjectTree tree, List<Step> steps) {
        this.tree = tree;
        for (Step step : steps) {
            if (step instanceof Step.Move move) moved.put(move.path(), move.to());
            else if (step instanceof Step.Retire) retired.add(step.path());
            else rewritten.add(step.path());
        }
        folders();
    }

    /** The places, by file; one finding for each name in a file. */
    public static List<Finding> left(ProjectTree tree, List<Step> steps) {
        References references = new References(tree, steps);
        if (references.moved.isEmpty() && references.retired.isEmpty()) return List.of();
        List<Finding> findings = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            boolean text = file.size() <= LARGEST && !file.link() && !BINARY.contains(file.extension());
            if (!text || references.retired.contains(file.path()) || references.rewritten.contains(file.path()))
                continue;
            references.inFile(file, findings);
        }
        return findings;
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

    private boolean movesIn(String folder) {
        return moved.keySet().stream().anyMatch(path -> Paths.within(folder, path));
    }

    private void inFile(TreeFile file, List<Finding> findings) {
        List<String> lines;
        try {
            lines = tree.text(file.path()).lines();
        } catch (IOException e) {
            LoggerFactory.getLogger(References.class).debug("{}", file.path(), e);
            return;
        }
        boolean source = SOURCES.contains(file.extension());
        Map<String, Finding> named = new LinkedHashMap<>();
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i);
            if (line.indexOf('/') < 0) continue;
            Matcher matcher = PATH.matcher(line);
            while (matcher.find()) {
                boolean quoted = matcher.start() > 0 && line.charAt(matcher.start() - 1) == '"';
                boolean deeper = matcher.start() > 0 && "/:$}".indexOf(line.charAt(matcher.start() - 1)) >= 0;
                if (source && !quoted || deeper) continue;
                Evidence evidence = new Evidence(file.path(), i + 1, line.strip());
                name(matcher.group(), evidence).ifPresent(finding -> named.putIfAbsent(finding.subject(), finding));
            }
        }
        findings.addAll(named.values());
    }

    private Optional<Finding> name(String written, Evidence evidence) {
        String path = Paths.normal(written).orElse("");
        if (moved.containsKey(path)) {
            return Optional.of(
                    Finding.trouble(path, "lies at " + moved.get(path) + " now, and is named elsewhere", evidence));
        }
        if (retired.contains(path))
            return Optional.of(Finding.trouble(path, "has left the tree, and is named elsewhere", evidence));
        // what is written with a wildcard, or names a folder
        String folder = path.indexOf('*') < 0 ? path : Paths.parent(path.substring(0, path.indexOf('*') + 1));
        if (!gone.containsKey(folder)) return Optional.empty();
        String where = gone.get(folder)
                .map(to -> "lies at " + to + " now")
                .orElse(movesIn(folder) ? "has gone to several places" : "has left the tree");
        return Optional.of(Finding.trouble(folder, where + ", and is named elsewhere", evidence));
    }
}
