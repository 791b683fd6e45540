package dev.pfeiler.ecosystem.php.edit;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.php.coverage.PhpCoverage;
import dev.pfeiler.ecosystem.php.layout.PhpNamespace;
import dev.pfeiler.ecosystem.php.layout.Replacement;
import dev.pfeiler.ecosystem.php.loading.Autoloader;
import dev.pfeiler.ecosystem.php.loading.Expressions;
import dev.pfeiler.ecosystem.php.loading.Loaded;
import dev.pfeiler.ecosystem.php.loading.PartlyKnown;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.Token;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** What changes within the files of a program: statements that load files, and the one that loads the autoloader. */
public final class PhpEdits {
    private final PhpProject project;
    private final PhpCoverage coverage;
    private final LoadChanges changes;
    private final PhpNamespace naming;
    private final Map<String, String> goals;
    private final String autoloader;

    /**
     * @param naming what classes are called from now on
     * @param goals the new path of each file that moves
     * @param autoloader the path of the autoloader that Composer writes
     */
    public PhpEdits(
            PhpProject project,
            PhpCoverage coverage,
            PhpNamespace naming,
            Map<String, String> goals,
            String autoloader) {
        this.naming = naming;
        this.project = project;
        this.coverage = coverage;
        this.changes = new LoadChanges(project, coverage);
        this.goals = goals;
        this.autoloader = autoloader;
    }

    /** Files that must not move, as something in them or about them would not follow. */
    public static Set<String> stuck(PhpProject project, PhpCoverage coverage) {
        Set<String> stuck = new HashSet<>();
        for (PhpSource source : project.sources().values()) {
            boolean foreign = project.library(source.path()).isPresent();
            if (foreign || rebased(project, source, "").isEmpty()) stuck.add(source.path());
            for (Loaded load : project.loading().of(source)) {
                if (project.ofAutoloader(load)) continue;
                boolean follows = load.file().isPresent() && project.editable(source);
                if (!follows) stuck.addAll(load.files());
                if (load.dynamic()) stuck.add(source.path());
            }
        }
        for (Autoloader autoloader : project.autoloaders()) {
            if (!coverage.replaced(autoloader)) stuck.addAll(autoloader.files());
        }
        return stuck;
    }

    /** The steps for all files that are edited or move. */
    public List<Step> steps() {
        List<Step> steps = new ArrayList<>();
        for (PhpSource source : project.sources().values()) {
            if (coverage.retired().contains(source.path())) {
                steps.add(new Step.Retire(source.path(), "replaced by the build tool's autoloader"));
                continue;
            }
            String goal = goals.getOrDefault(source.path(), source.path());
            List<Replacement> replacements = project.editable(source) ? replacements(source, goal) : List.of();
            String content = Replacement.in(source.text(), replacements);
            if (!content.equals(source.text())) {
                steps.add(edit(source, goal, content, replacements));
            } else if (!goal.equals(source.path())) {
                steps.add(new Step.Move(source.path(), goal, "the place that its namespace requires"));
            }
        }
        return steps;
    }

    private Step edit(PhpSource source, String goal, String content, List<Replacement> replacements) {
        List<Step.Change> changes = Replacement.ordered(replacements).stream()
                .filter(each -> !each.text().equals(source.text().substring(each.start(), each.end())))
                .map(each -> each.change(source.text()))
                .toList();
        return project.text(source).edit(goal, content, changes, reason(source, goal, replacements));
    }

    private String reason(PhpSource source, String goal, List<Replacement> replacements) {
        if (replacements.stream().anyMatch(each -> each.text().isEmpty())) return "replaces statements that load files";
        if (wantsAutoload(source)) return "loads the autoloader";
        if (replacements.stream().allMatch(each -> each.text().endsWith("_once")))
            return "loads files once that the autoloader may have loaded";
        return goal.equals(source.path()) ? "updates names and paths that changed" : "updates paths, as the file moves";
    }

    private List<Replacement> replacements(PhpSource source, String goal) {
        List<Replacement> found = new ArrayList<>();
        for (Loaded load : project.loading().of(source)) {
            if (project.ofAutoloader(load)) continue;
            if (changes.isRemoved(load)) {
                found.add(without(source, load.load().first(), load.load().behind()));
                continue;
            }
            if (coverage.becomesOnce(load)) found.add(once(source, load));
            load.file().flatMap(file -> elsewhere(source, goal, load, file)).ifPresent(found::add);
        }
        project.autoloaders().stream()
                .filter(a -> a.source() == source && coverage.replaced(a))
                .flatMap(a -> a.registration().stream())
                .forEach(effect -> found.add(without(source, effect.start(), effect.end() - 1)));
        if (!goal.equals(source.path()))
            found.addAll(rebased(project, source, goal).orElse(List.of()));
        letterCase(source, found);
        List<Replacement> whole = wholeLines(source.text(), found);
        found.clear();
        found.addAll(whole);
        found.addAll(naming.edits(source));
        if (wantsAutoload(source)) found.add(autoload(source, goal));
        return found;
    }

    /** Takes a line out where nothing of it is left. */
    private static List<Replacement> wholeLines(String text, List<Replacement> replacements) {
        Map<Integer, List<Replacement>> byLine = new TreeMap<>();
        for (Replacement each : replacements) {
            int line = text.lastIndexOf('\n', each.start() - 1) + 1;
            byLine.computeIfAbsent(line, l -> new ArrayList<>()).add(each);
        }
        List<Replacement> merged = new ArrayList<>();
        byLine.forEach((line, its) -> {
            int lineEnd = text.indexOf('\n', line);
            int end = lineEnd < 0 ? text.length() : lineEnd + 1;
            boolean within =
                    its.size() > 1 && its.stream().allMatch(r -> r.text().isEmpty() && r.end() <= end);
            List<Replacement> shifted = its.stream()
                    .map(r -> new Replacement(r.start() - line, r.end() - line, r.text()))
                    .toList();
            boolean blank =
                    within && Replacement.in(text.substring(line, end), shifted).isBlank();
            if (blank) merged.add(new Replacement(line, end, ""));
            else merged.addAll(its);
        });
        return merged;
    }

    /** The word of a statement that loads a file at most once. */
    private static Replacement once(PhpSource source, Loaded load) {
        Token token = source.tokens().get(load.load().first());
        if (token.is("@")) token = source.tokens().get(load.load().first() + 1);
        return new Replacement(token.start(), token.end(), token.text() + "_once");
    }

    private boolean wantsAutoload(PhpSource source) {
        return changes.loadsAutoloader(source);
    }

    private Replacement autoload(PhpSource source, String goal) {
        String text = source.text();
        String end = text.contains("\r\n") ? "\r\n" : "\n";
        String statement = "require_once " + path(goal, autoloader) + ";";
        int start = source.codeStart();
        int line = text.lastIndexOf('\n', start - 1) + 1;
        String before = text.substring(line, start);
        if (before.isBlank()) return new Replacement(line, line, before + statement + end);
        return new Replacement(start, start, statement + " ");
    }

    private static String path(String from, String to) {
        return "__DIR__ . '/" + Paths.from(Paths.parent(from), to).replace("'", "\\'") + "'";
    }

    /** The statement gone, with its line where nothing else is there. */
    private static Replacement without(PhpSource source, int first, int behind) {
        List<Token> tokens = source.tokens();
        String text = source.text();
        int last = behind;
        while (last < tokens.size()
                && !tokens.get(last).is(";")
                && tokens.get(last).kind() != Token.Kind.CLOSE) last++;
        boolean closed = last >= tokens.size() || tokens.get(last).kind() == Token.Kind.CLOSE;
        int start = tokens.get(first).start();
        int end = closed ? tokens.get(last - 1).end() : tokens.get(last).end();
        int line = text.lastIndexOf('\n', start - 1) + 1;
        int lineEnd = text.indexOf('\n', end);
        boolean whole = text.substring(line, start).isBlank()
                && text.substring(end, lineEnd < 0 ? text.length() : lineEnd).isBlank();
        if (whole && !closed) return new Replacement(line, lineEnd < 0 ? text.length() : lineEnd + 1, "");
        while (end < text.length() && text.charAt(end) == ' ') end++;
        return new Replacement(start, end, "");
    }

    private Optional<Replacement> elsewhere(PhpSource source, String goal, Loaded load, String file) {
        String to = goals.getOrDefault(file, file);
        if (to.equals(file) && goal.equals(source.path())) return Optional.empty();
        List<Token> tokens = source.tokens();
        int start = tokens.get(load.load().expression()).start();
        int end = tokens.get(load.load().behind() - 1).end();
        return Optional.of(new Replacement(start, end, path(goal, to)));
    }

    /**
     * Other text for paths that start from where the file is, besides those of files it loads; empty if one is not
     * understood, so that the file has to stay.
     */
    private static Optional<List<Replacement>> rebased(PhpProject project, PhpSource source, String goal) {
        List<Replacement> found = new ArrayList<>();
        List<Token> tokens = source.tokens();
        for (int i = 0; i < tokens.size(); i++) {
            boolean own = tokens.get(i).word("__DIR__") || tokens.get(i).word("__FILE__");
            if (!own || inLoad(project, source, i)) continue;
            int start = i;
            int end = i + 1;
            // the calls around it: dirname(dirname(__FILE__))
            while (start > 1
                    && tokens.get(start - 1).is("(")
                    && tokens.get(start - 2).word("dirname")) {
                while (end < tokens.size() && !tokens.get(end).is(")")) end++;
                end++;
                start -= 2;
            }
            boolean joined = end + 1 < tokens.size()
                    && tokens.get(end).is(".")
                    && tokens.get(end + 1).kind() == Token.Kind.STRING;
            if (!joined) return Optional.empty();
            end += 2;
            PartlyKnown path = project.loading().expressions().of(source, start, end);
            Optional<String> inside = path.known() ? Expressions.inside(path.beginning()) : Optional.empty();
            if (inside.isEmpty()) return Optional.empty();
            String ending = path.beginning().endsWith("/") ? "/" : "";
            String from = Paths.from(Paths.parent(goal), inside.get());
            found.add(new Replacement(
                    tokens.get(start).start(), tokens.get(end - 1).end(), "__DIR__ . '/" + from + ending + "'"));
        }
        return Optional.of(found);
    }

    private static boolean inLoad(PhpProject project, PhpSource source, int token) {
        return project.loading().of(source).stream()
                .anyMatch(load -> load.file().isPresent()
                        && token >= load.load().expression()
                        && token < load.load().behind());
    }

    /** Names that only differ in letter case from the class: loaded by name, their file would not be found. */
    private void letterCase(PhpSource source, List<Replacement> found) {
        for (PhpSource.Use use : source.uses()) {
            Token token = source.tokens().get(use.token());
            project.misspelt(use)
                    .flatMap(right -> respelt(token.text(), right))
                    .ifPresent(text -> found.add(new Replacement(token.start(), token.end(), text)));
        }
    }

    /** The written name with the letter case of the right one, as far as it is written out. */
    private static Optional<String> respelt(String written, String right) {
        String bare = Text.withoutStart(written, "\\");
        boolean tail = right.length() >= bare.length()
                && right.substring(right.length() - bare.length()).equalsIgnoreCase(bare);
        if (!tail) return Optional.empty();
        String text = right.substring(right.length() - bare.length());
        return text.equals(bare) ? Optional.empty() : Optional.of(written.startsWith("\\") ? "\\" + text : text);
    }
}
