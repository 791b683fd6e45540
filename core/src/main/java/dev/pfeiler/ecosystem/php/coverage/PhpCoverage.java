package dev.pfeiler.ecosystem.php.coverage;

import dev.pfeiler.ecosystem.php.composer.CopiedLibrary;
import dev.pfeiler.ecosystem.php.composer.LibraryAutoload;
import dev.pfeiler.ecosystem.php.loading.Autoloader;
import dev.pfeiler.ecosystem.php.loading.Loaded;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.ecosystem.php.source.Token;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * What the build tool's autoloader can load instead of the program's own statements, without a difference: files that do
 * nothing but declare, of whose classes there is one each.
 */
public final class PhpCoverage {
    /** How many names of parents are looked back over. */
    private static final int MOST_PARENTS = 100;

    private static final Pattern CONDITIONAL = Pattern.compile("^declares .* conditionally");

    /** Names that mean the same at every time. */
    private static final Set<String> PLAIN = Set.of(
            "__dir__",
            "__file__",
            "dirname",
            "realpath",
            "directory_separator",
            "php_eol",
            "true",
            "false",
            "null",
            "array",
            "php_version",
            "php_os",
            "path_separator");

    private final PhpProject project;
    private final PhpStarts starts;
    private final PhpClassMap classMap;
    private final PhpSharedNames names;
    /** What is started and cannot be edited. */
    private final List<String> fixed;

    private final Set<String> covered = new TreeSet<>();
    private final Set<String> ofPackages = new HashSet<>();
    private final Map<String, String> refused = new HashMap<>();
    private final Set<String> retired = new TreeSet<>();
    private final Map<String, List<Loaded>> loadsOf = new HashMap<>();

    /**
     * @param packages copied libraries that become packages of their own
     * @param kept files that the user wants to be loaded as before
     */
    public PhpCoverage(PhpProject project, Set<CopiedLibrary> packages, Set<String> kept) {
        this.project = project;
        this.starts = new PhpStarts(project);
        this.classMap = new PhpClassMap(project, packages, kept);
        this.names = new PhpSharedNames(project);
        this.fixed = project.entries().stream()
                .filter(entry -> !project.editable(project.sources().get(entry)))
                .toList();
        for (PhpSource source : project.sources().values()) {
            for (Loaded load : project.loading().of(source)) {
                if (!project.ofAutoloader(load))
                    load.files().forEach(file -> loadsOf.computeIfAbsent(file, f -> new ArrayList<>())
                            .add(load));
            }
        }
        for (CopiedLibrary library : packages) {
            LibraryAutoload autoload = LibraryAutoload.of(project.tree(), library);
            project.sources().values().stream()
                    .filter(source -> library.holds(source.path()) && autoload.covers(source))
                    .map(PhpSource::path)
                    .forEach(ofPackages::add);
        }
        Set<String> reached = project.reached();
        for (PhpSource source : project.own()) {
            Optional<String> obstacle =
                    kept.contains(source.path()) ? Optional.of("by your choice") : obstacle(source, reached);
            if (obstacle.isEmpty()) covered.add(source.path());
            else if (!source.declarations().isEmpty()) refused.put(source.path(), obstacle.get());
        }
        narrow();
        retire();
    }

    /** The functions and constants that its files name. */
    public PhpSharedNames names() {
        return names;
    }

    /** Where the program starts, and what is reached from there. */
    public PhpStarts starts() {
        return starts;
    }

    private Optional<String> obstacle(PhpSource source, Set<String> reached) {
        String path = source.path();
        if (source.broken().isPresent()) return Optional.of("syntax error");
        if (source.declarations().isEmpty()) return Optional.of("declares nothing");
        if (project.entries().contains(path)) return Optional.of("is an entry point");
        if (!reached.contains(path)) return Optional.of("not loaded by any file");
        Optional<String> unmapped = classMap.refused(path);
        if (unmapped.isPresent()) return unmapped;
        if (source.prints()) return Optional.of("prints output when loaded");
        if (source.returns() > 0) return Optional.of("returns a value to the file that loads it");
        if (!source.effects().isEmpty())
            return Optional.of("has side effects: " + source.effects().get(0).text());
        for (Declaration declared : source.declarations()) {
            if (declared.conditional()) return Optional.of("declares " + declared.name() + " conditionally");
            if (!declared.kind().loadable()) continue;
            List<PhpSource> owners = project.owners(declared.name()).stream()
                    .filter(owner -> reached.contains(owner.path()))
                    .distinct()
                    .toList();
            if (owners.size() > 1) return Optional.of("also declared by another file: " + declared.name());
        }
        // a start that gets no autoloader would miss it
        if (fixed.stream().anyMatch(entry -> project.reached(entry).contains(path)))
            return Optional.of("loaded by a file that cannot be edited");
        if (!atEveryStart(source)) return Optional.empty();
        boolean needed = isNeeded(source);
        if (!needed && source.declarations().stream().anyMatch(d -> d.kind().loadable()))
            return Optional.of("declares functions or constants beside classes");
        if (!needed && !everywhere(path))
            return Optional.of("declares functions or constants, but not every entry point loads it");
        return constantOf(source)
                .map(name -> "the constant " + name + " depends on constants defined after the autoloader runs");
    }

    /** A constant whose value is made of what another file has to bring before. */
    private static Optional<String> constantOf(PhpSource source) {
        Set<String> own = new HashSet<>(PLAIN);
        source.declarations().forEach(d -> own.add(d.simple().toLowerCase(Locale.ROOT)));
        List<Token> tokens = source.tokens();
        for (int i = 0; i + 2 < tokens.size(); i++) {
            // what is within braces is worked out later
            if (tokens.get(i).is("{")) i = source.brackets().closing(i);
            boolean constant = tokens.get(i).word("define") || tokens.get(i).word("const");
            if (!constant) continue;
            int end = i;
            while (end < tokens.size() && !tokens.get(end).is(";")) end++;
            boolean foreign = tokens.subList(i + 1, end).stream()
                    .filter(t -> t.kind() == Token.Kind.NAME)
                    .anyMatch(t -> !own.contains(t.text().toLowerCase(Locale.ROOT)));
            if (foreign)
                return Optional.of(
                        tokens.get(tokens.get(i).word("const") ? i + 1 : i + 2).text());
        }
        return Optional.empty();
    }

    private static boolean atEveryStart(PhpSource source) {
        return source.declarations().stream().anyMatch(d -> !d.kind().loadable());
    }

    /** Whether classes find something of a file in any program only if it is loaded at every start, and it can be. */
    private boolean isNeeded(PhpSource source) {
        // one that is loaded under a condition may not be right elsewhere
        return loadsOf.getOrDefault(source.path(), List.of()).stream()
                        .allMatch(load -> load.load().alone() && load.load().once())
                && standsAlone(source)
                && declaresAlone(source)
                && names.isNeeded(source);
    }

    /** Whether a file can be loaded before anything else of the program. */
    private boolean standsAlone(PhpSource source) {
        List<Token> tokens = source.tokens();
        boolean guarded = source.calls().containsKey("defined")
                && tokens.stream().anyMatch(token -> token.word("exit") || token.word("die"));
        boolean loads = source.loads().stream().anyMatch(PhpSource.Load::top);
        return !guarded && !loads && source.uses().stream().allMatch(use -> !isParent(source, use) || isMapped(use));
    }

    /** Whether a name is that of what a class extends or implements. */
    private static boolean isParent(PhpSource source, PhpSource.Use use) {
        for (int i = use.token() - 1; i > Math.max(0, use.token() - MOST_PARENTS); i--) {
            Token token = source.tokens().get(i);
            if (token.word("extends") || token.word("implements")) return true;
            if (token.kind() != Token.Kind.NAME && !token.is(",")) return false;
        }
        return false;
    }

    /** Whether the autoloader loads a class, or the project has none of the name. */
    private boolean isMapped(PhpSource.Use use) {
        return project.owners(use.name()).stream().allMatch(owner -> classMap.contains(owner.path()));
    }

    /** Whether whatever starts loads a file. */
    public boolean everywhere(String path) {
        // no one knows what users of a library start, but they get what another file of it always loads
        if (project.isLibrary())
            return loadsOf.getOrDefault(path, List.of()).stream()
                            .anyMatch(load -> load.load().top()
                                    && load.load().once()
                                    && load.file().isPresent())
                    && declaresAlone(project.sources().get(path));
        return project.entries().stream()
                .filter(entry -> !project.isTest(entry))
                .allMatch(entry -> project.reached(entry).contains(path));
    }

    /** Whether no other file declares a function or constant of a file. */
    private boolean declaresAlone(PhpSource source) {
        Set<String> names = source.declarations().stream()
                .map(d -> d.kind() + " " + PhpProject.key(d.name()))
                .collect(Collectors.toSet());
        return project.sources().values().stream()
                .filter(other -> other != source)
                .flatMap(other -> other.declarations().stream())
                .noneMatch(d -> names.contains(d.kind() + " " + PhpProject.key(d.name())));
    }

    /** Takes out again what loads, or is loaded by, something that stays as it is; until nothing changes. */
    private void narrow() {
        boolean changed = true;
        while (changed) {
            changed = false;
            for (String path : List.copyOf(covered)) {
                Optional<String> obstacle = loadsMore(path).or(() -> loadedAgain(path));
                if (obstacle.isEmpty()) continue;
                covered.remove(path);
                refused.put(path, obstacle.get());
                changed = true;
            }
        }
    }

    private Optional<String> loadsMore(String path) {
        return project.loading().of(project.sources().get(path)).stream()
                .filter(load -> load.load().top() && !removable(load))
                .map(load -> "loads " + load.written() + ", which does more than declare classes")
                .findFirst();
    }

    /** A statement that stays and does not ask whether the file is loaded already would declare its classes twice. */
    private Optional<String> loadedAgain(String path) {
        return loadsOf.getOrDefault(path, List.of()).stream()
                .filter(load -> !load.load().once() && !removable(load) && !becomesOnce(load))
                .map(load -> load.source().path() + " loads it without _once")
                .findFirst();
    }

    private void retire() {
        for (Autoloader autoloader : project.autoloaders()) {
            PhpSource source = autoloader.source();
            boolean alone = source.effects().size()
                            == project.autoloaders().stream()
                                    .filter(a -> a.source() == source
                                            && a.registration().isPresent()
                                            && replaced(a))
                                    .count()
                    && source.returns() == 0
                    && !source.prints()
                    && project.loading().of(source).stream().allMatch(project::ofAutoloader)
                    && source.declarations().stream().allMatch(d -> isLoader(d, autoloader));
            boolean removable = loadsOf.getOrDefault(source.path(), List.of()).stream()
                    .allMatch(
                            load -> load.load().alone() && load.file().isPresent() && project.editable(load.source()));
            if (alone && removable && !project.entries().contains(source.path())) retired.add(source.path());
        }
    }

    private static boolean isLoader(Declaration declared, Autoloader autoloader) {
        return declared.kind() == PhpSource.Kind.FUNCTION && declared.simple().equalsIgnoreCase(autoloader.function());
    }

    /** Whether the build tool loads all that an autoloader of the program loads. */
    public boolean replaced(Autoloader autoloader) {
        // users of a library may start with its autoloader
        return autoloader.understood()
                && !project.isLibrary()
                && starts.isSound(autoloader.source().path())
                && autoloader.files().stream().allMatch(this::covers);
    }

    /** Whether a statement that stays is changed so that it does not load a file again that the autoloader has loaded. */
    public boolean becomesOnce(Loaded load) {
        return !load.load().once()
                && project.editable(load.source())
                && !project.ofAutoloader(load)
                && load.file()
                        .filter(classMap::contains)
                        .map(project.sources()::get)
                        .filter(source -> source.declarations().stream()
                                .anyMatch(d -> classMap.isAskedFor(
                                        d.name(), load.load().top())))
                        .isPresent();
    }

    /** Whether a statement that loads a file has nothing to do any more. */
    public boolean removable(Loaded load) {
        return load.load().alone()
                && project.editable(load.source())
                && load.file()
                        .filter(file -> covers(file) || retired.contains(file))
                        .isPresent();
    }

    /** Files that no one needs any more: those of autoloaders. */
    public Set<String> retired() {
        return retired;
    }

    /** Files of classes that no statement loads any more, of the program or of its tests. */
    public List<PhpSource> classFiles(boolean tests) {
        return covered.stream()
                .map(project.sources()::get)
                .filter(source -> !atEveryStart(source) && project.isTest(source.path()) == tests)
                .toList();
    }

    /** Files of classes that statements load as before, and the autoloader may load as well. */
    public List<PhpSource> mappedFiles(boolean tests) {
        Set<String> functions = Set.copyOf(functionFiles());
        return classMap.files().stream()
                .filter(path -> !covered.contains(path)
                        || atEveryStart(project.sources().get(path)))
                .filter(path -> !functions.contains(path))
                .map(project.sources()::get)
                .filter(source -> project.isTest(source.path()) == tests)
                .toList();
    }

    /** Files with functions and constants. */
    public List<String> functionFiles() {
        return covered.stream()
                .filter(path -> atEveryStart(project.sources().get(path)))
                .toList();
    }

    /** Why a file that declares something has to be loaded as before. */
    public Optional<String> refused(String path) {
        return classMap.contains(path)
                ? Optional.empty()
                : classMap.refused(path).or(() -> Optional.ofNullable(refused.get(path)));
    }

    /**
     * How many classes the program declares outside of its tests.
     *
     * @param others those that are loaded as before, by the reason
     */
    public record Count(int all, SortedMap<String, Integer> others) {
        public int autoloaded() {
            return all - others.values().stream().mapToInt(Integer::intValue).sum();
        }
    }

    public Count count() {
        int all = 0;
        SortedMap<String, Integer> others = new TreeMap<>();
        for (PhpSource source : project.withClasses()) {
            int classes = source.classes().size();
            all += classes;
            if (!autoloads(source.path())) others.merge(reason(source.path()), classes, Integer::sum);
        }
        return new Count(all, others);
    }

    /** Why a file is loaded as before, without what is special to it. */
    public String reason(String path) {
        return CONDITIONAL
                .matcher(Text.before(refused(path).orElse("is loaded as before"), ":"))
                .replaceFirst("declared conditionally");
    }

    /** Whether the autoloader loads the classes of a file. */
    public boolean autoloads(String path) {
        return covers(path) || classMap.contains(path);
    }

    public boolean covers(String path) {
        return covered.contains(path) || ofPackages.contains(path);
    }
}
