package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/**
 * Finds resources that code opens as files: a string literal in it names them, or a folder that holds them, by the path from
 * the top of the project, or from the folder that tests run in. From the top that is no name on a class path, as such a name
 * starts at the folder of the resource.
 */
public final class OpenedFiles {
    /** Without a choice in the repetition, as matching that takes a stack as deep as a literal is long. */
    private static final Pattern LITERAL =
            Pattern.compile("\"([^\"\\\\]*+(?:\\\\.[^\"\\\\]*+)*+)\"|'([^'\\\\]*+(?:\\\\.[^'\\\\]*+)*+)'");

    private static final Pattern PATH = Pattern.compile("[\\w.+@-]++(?:/[\\w.+@-]++)++");

    private final ProjectTree tree;
    private final Languages languages;
    private final Set<String> starts;
    private final Map<String, Placement> files = new HashMap<>();
    private final Map<String, Boolean> data = new ConcurrentHashMap<>();

    private OpenedFiles(ProjectTree tree, Languages languages, Layout layout, Set<String> folders) {
        this.tree = tree;
        this.starts = new TreeSet<>(folders);
        this.starts.add("");
        this.languages = languages;
        Stream.of(Role.MAIN_RESOURCES, Role.TEST_RESOURCES)
                .flatMap(layout::files)
                .filter(placement -> !placement.relative().equals(placement.path()) && !placement.staysInPlace())
                .forEach(placement -> files.put(placement.path(), placement));
    }

    /**
     * A layout in which such files stay where they are.
     *
     * @param sources that are compiled
     * @param folders that tests run in
     */
    public static Layout staying(
            Layout layout, ProjectTree tree, Languages languages, Collection<SourceFile> sources, Set<String> folders) {
        OpenedFiles opened = new OpenedFiles(tree, languages, layout, folders);
        if (opened.files.isEmpty()) return layout;
        Map<String, Placement> stay = new TreeMap<>();
        // the first place in the order of the paths is shown
        sources.parallelStream()
                .map(opened::in)
                .reduce(new TreeMap<>(), OpenedFiles::both)
                .forEach((path, place) -> opened.held(path)
                        .forEach(placement -> stay.putIfAbsent(placement.path(), placement.opened(place))));
        return stay.isEmpty() ? layout : layout.with(stay);
    }

    private static Map<String, Evidence> both(Map<String, Evidence> one, Map<String, Evidence> other) {
        Map<String, Evidence> all = new TreeMap<>(one);
        other.forEach((path, place) -> all.merge(path, place, (a, b) -> a.file().compareTo(b.file()) <= 0 ? a : b));
        return all;
    }

    /** The files and folders that literals of a source name, with the first place of each. */
    private Map<String, Evidence> in(SourceFile source) {
        Map<String, Evidence> found = new LinkedHashMap<>();
        try {
            List<String> lines = tree.text(source.path()).lines();
            for (int i = 0; i < lines.size(); i++) {
                // a path of Windows has its separator twice in a literal
                String line = lines.get(i).replace("\\\\", "/");
                if (line.indexOf('/') < 0) continue;
                Evidence place = new Evidence(source.path(), i + 1, lines.get(i).strip());
                named(line).forEach(path -> found.putIfAbsent(path, place));
            }
        } catch (IOException e) {
            LoggerFactory.getLogger(OpenedFiles.class).debug("{}", source.path(), e);
        }
        return found;
    }

    /** The files and folders that literals of a line name. */
    private Stream<String> named(String line) {
        return LITERAL.matcher(line)
                .results()
                .map(literal -> literal.group(1) == null ? literal.group(2) : literal.group(1))
                .flatMap(text -> PATH.matcher(text).results())
                .flatMap(path ->
                        starts.stream().flatMap(start -> Paths.normal(Paths.join(start, path.group())).stream()))
                .filter(this::isOfThem);
    }

    private boolean isOfThem(String path) {
        return files.containsKey(path) || data.computeIfAbsent(path, this::isOfData);
    }

    /** Whether it is a folder that holds some of the files and no source. */
    private boolean isOfData(String folder) {
        return tree.folders().contains(folder)
                && tree.under(folder).noneMatch(file -> languages.isSource(file.path()))
                && tree.under(folder).anyMatch(file -> files.containsKey(file.path()));
    }

    private Stream<Placement> held(String path) {
        Placement file = files.get(path);
        return file != null
                ? Stream.of(file)
                : tree.under(path).flatMap(inner -> Stream.ofNullable(files.get(inner.path())));
    }

    /** The places at which code opens the files of a layout that stay for that. */
    public static List<Evidence> places(Layout layout) {
        return layout.placements().values().stream()
                .flatMap(placement -> placement.opened().stream())
                .distinct()
                .toList();
    }
}
