package dev.pfeiler.ecosystem.php.coverage;

import dev.pfeiler.ecosystem.php.loading.Autoloader;
import dev.pfeiler.ecosystem.php.loading.Loaded;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;

/**
 * Where a program starts, and where the line that loads the autoloader has to be so that every start comes across it
 * before anything else is loaded.
 */
public final class PhpStarts {
    /** Functions that may ask for classes although no class is named. */
    private static final Set<String> ASKS = Set.of("session_start", "unserialize");

    private final PhpProject project;
    private final Map<String, Set<String>> loaders = new HashMap<>();
    private final Set<String> unsound = new HashSet<>();

    PhpStarts(PhpProject project) {
        this.project = project;
        for (PhpSource source : project.sources().values()) {
            for (String file : next(source)) {
                if (!file.equals(source.path()))
                    loaders.computeIfAbsent(file, f -> new TreeSet<>()).add(source.path());
            }
        }
        findUnsound();
    }

    /** The files that one may load, by its statements or by an autoloader that it registers. */
    private Set<String> next(PhpSource source) {
        Set<String> next = new LinkedHashSet<>();
        for (Loaded load : project.loading().of(source)) next.addAll(load.files());
        project.autoloaders().stream()
                .filter(autoloader -> autoloader.source() == source)
                .map(Autoloader::files)
                .forEach(next::addAll);
        return next;
    }

    private void findUnsound() {
        Deque<String> open = new ArrayDeque<>();
        for (PhpSource source : project.sources().values()) {
            String path = source.path();
            boolean started = project.startable().contains(path);
            boolean nobody = !started && !loaders.containsKey(path) && !source.declaresOnly();
            boolean stuck = started && firsts(path, load -> false).stream().noneMatch(this::editable);
            if (nobody || stuck) open.add(path);
        }
        while (!open.isEmpty()) {
            String path = open.pop();
            if (!unsound.add(path)) continue;
            PhpSource source = project.sources().get(path);
            if (source != null) open.addAll(next(source));
        }
    }

    private boolean editable(String path) {
        return project.editable(project.sources().get(path));
    }

    /**
     * Whether every way to a file begins at a start that can load the autoloader; only then may the file do without
     * loading what the autoloader loads.
     */
    public boolean isSound(String path) {
        return !unsound.contains(path);
    }

    /** The files that are connected with one by loading each other, itself included; starts connect nothing. */
    public Set<String> connected(String path) {
        Set<String> seen = new TreeSet<>();
        Deque<String> open = new ArrayDeque<>(List.of(path));
        while (!open.isEmpty()) {
            String one = open.pop();
            if (project.startable().contains(one) || !seen.add(one)) continue;
            open.addAll(loaders.getOrDefault(one, Set.of()));
            PhpSource source = project.sources().get(one);
            if (source != null) open.addAll(next(source));
        }
        return seen;
    }

    /**
     * The files that the line is put into: one that many starts load first, else the start itself.
     *
     * @param wanted whether the autoloader loads anything of a file
     * @param changed files from which a statement goes that loads another
     * @param goes whether a statement that loads a file goes
     */
    public Set<String> lines(Predicate<String> wanted, Set<String> changed, Predicate<Loaded> goes) {
        List<List<String>> open = new ArrayList<>();
        for (String start : project.startable()) {
            Set<String> reached = project.reachedFrom(List.of(start));
            boolean root = project.entries().contains(start);
            boolean needs = !Collections.disjoint(reached, changed)
                    || root && (reached.stream().anyMatch(wanted) || !changed.isEmpty() && unknown(reached));
            List<String> firsts = firsts(start, goes).stream()
                    .filter(file -> editable(file) && (file.equals(start) || !wanted.test(file)))
                    .toList();
            if (needs && !firsts.isEmpty()) open.add(firsts);
        }
        Set<String> lines = new TreeSet<>();
        while (!open.isEmpty()) {
            String best = mostShared(open);
            List<List<String>> others =
                    open.stream().filter(firsts -> !firsts.contains(best)).toList();
            // what one start alone loads is no better place than the start
            if (open.size() - others.size() < 2) {
                open.forEach(firsts -> lines.add(firsts.get(0)));
                break;
            }
            lines.add(best);
            open = new ArrayList<>(others);
        }
        return lines;
    }

    /** The file that most starts load first; of several the one that they load soonest. */
    private static String mostShared(List<List<String>> starts) {
        Map<String, Integer> counts = new TreeMap<>();
        Map<String, Integer> places = new TreeMap<>();
        for (List<String> firsts : starts) {
            for (String file : firsts) {
                counts.merge(file, 1, Integer::sum);
                places.merge(file, firsts.indexOf(file), Integer::sum);
            }
        }
        return counts.keySet().stream()
                .min(Comparator.comparingInt((String file) -> -counts.get(file)).thenComparingInt(places::get))
                .orElseThrow();
    }

    /** Whether one of some files loads another of which nothing is known. */
    private boolean unknown(Collection<String> paths) {
        return paths.stream()
                .map(project.sources()::get)
                .filter(source -> source != null)
                .flatMap(source -> project.loading().of(source).stream())
                .anyMatch(load -> load.dynamic() && load.files().isEmpty());
    }

    /** A start and what it loads before it uses any class: its first file, the first of that one, and so on. */
    private List<String> firsts(String start, Predicate<Loaded> goes) {
        List<String> firsts = new ArrayList<>();
        Optional<String> file = Optional.of(start);
        while (file.isPresent() && !firsts.contains(file.get())) {
            firsts.add(file.get());
            file = first(project.sources().get(file.get()), goes);
        }
        return firsts;
    }

    private Optional<String> first(PhpSource source, Predicate<Loaded> goes) {
        for (Loaded load : project.loading().of(source)) {
            if (!load.load().function().isEmpty() || project.ofAutoloader(load) || goes.test(load)) continue;
            int place = load.load().first();
            boolean uses = source.uses().stream()
                    .filter(use -> use.token() < place)
                    .anyMatch(use -> !project.owners(use.name()).isEmpty());
            if (uses || ASKS.stream().anyMatch(source.calls()::containsKey)) return Optional.empty();
            return load.load().top() && load.load().alone()
                    ? load.file().filter(project.sources()::containsKey)
                    : Optional.empty();
        }
        return Optional.empty();
    }
}
