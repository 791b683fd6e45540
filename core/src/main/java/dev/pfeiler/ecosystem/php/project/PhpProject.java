package dev.pfeiler.ecosystem.php.project;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.composer.CopiedLibrary;
import dev.pfeiler.ecosystem.php.loading.Autoloader;
import dev.pfeiler.ecosystem.php.loading.Loaded;
import dev.pfeiler.ecosystem.php.loading.Loading;
import dev.pfeiler.ecosystem.php.source.PhpReader;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.ecosystem.php.source.Token;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Progress;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.slf4j.LoggerFactory;

/** A PHP project as it is wired until now: its files, what loads which, and where it is started. */
public final class PhpProject {
    private static final Pattern SHEBANG = Pattern.compile("#!.*\\bphp\\d*\\b.*");

    public static final Set<String> EXTENSIONS = Set.of("php", "inc", "php5", "php7", "phtml");
    private static final Set<String> TEST_FOLDERS = Set.of("test", "tests", "checks", "spec", "unittests");
    private static final Set<String> WEB_FOLDERS =
            Set.of("public", "web", "www", "htdocs", "public_html", "webroot", "html", "wwwroot", "docroot", "site");
    /** Larger files are data that a program wrote; in bytes. */
    private static final long LARGEST = 4 << 20;

    private final ProjectTree tree;
    private final Map<String, PhpSource> sources = new TreeMap<>();
    private final Map<String, EditableText> editable = new ConcurrentHashMap<>();
    /** Files whose text does not come back to the same bytes. */
    private final List<CopiedLibrary> libraries;

    private final Loading loading;
    private final List<Autoloader> autoloaders;
    private final Map<String, List<PhpSource>> owners = new LinkedHashMap<>();
    private final Set<String> loaded = new LinkedHashSet<>();
    private final Set<String> dynamic = new LinkedHashSet<>();
    private final Set<String> entries = new TreeSet<>();
    private final Set<String> startable = new TreeSet<>();
    private final Map<String, Set<String>> reached = new LinkedHashMap<>();
    private final Set<String> reachedByAny = new TreeSet<>();
    private Optional<String> webRoot = Optional.empty();
    private List<String> pages = List.of();

    private PhpProject(ProjectTree tree) {
        this.tree = tree;
        Map<String, PhpSource> read = new ConcurrentSkipListMap<>();
        List<TreeFile> files = tree.files().stream().filter(this::isSource).toList();
        Progress.Pieces done = tree.progress().begin("reading sources", files.size());
        files.parallelStream().forEach(file -> {
            read(file, read);
            done.done();
        });
        sources.putAll(read);
        libraries = CopiedLibrary.in(tree, sources.values());
        loading = new Loading(tree, sources);
        autoloaders = Autoloader.in(sources.values(), loading);
        for (PhpSource source : sources.values()) {
            for (Declaration declared : source.declarations()) {
                if (declared.kind().loadable())
                    owners.computeIfAbsent(key(declared.name()), k -> new ArrayList<>())
                            .add(source);
            }
        }
        follow();
    }

    public static PhpProject of(ProjectTree tree) {
        return new PhpProject(tree);
    }

    /** Class names are compared without regard to letter case. */
    public static String key(String className) {
        return className.toLowerCase(Locale.ROOT);
    }

    /** Whether Composer put a file where it is: packages that were installed come with its own class loader. */
    private boolean isInstalled(String path) {
        return Paths.within(ComposerFile.VENDOR, path) && tree.has(ComposerFile.VENDOR + "/composer/ClassLoader.php");
    }

    private boolean isSource(TreeFile file) {
        if (file.link() || file.size() > LARGEST || isInstalled(file.path())) return false;
        if (EXTENSIONS.contains(file.extension())) return true;
        // a program for the command line often has no ending
        boolean bare = file.extension().isEmpty() && file.size() < 200_000 && file.size() > 0;
        return bare
                && SHEBANG.matcher(
                                tree.lines(file, 200_000).stream().findFirst().orElse(""))
                        .matches();
    }

    private void read(TreeFile file, Map<String, PhpSource> into) {
        try {
            byte[] bytes = tree.bytes(file.path());
            Text text = Text.decode(bytes);
            if (file.extension().equals("inc") && !text.content().contains("<?php")) return;
            into.put(file.path(), PhpReader.read(file.path(), text.content()));
            EditableText.of(file.path(), bytes).ifPresent(one -> editable.put(file.path(), one));
        } catch (IOException e) {
            LoggerFactory.getLogger(PhpProject.class).debug("{}", file.path(), e);
        }
    }

    private void follow() {
        Set<String> byAutoloader = autoloaders.stream()
                .flatMap(autoloader -> autoloader.files().stream())
                .collect(Collectors.toSet());
        for (PhpSource source : sources.values()) {
            for (Loaded load : loading.of(source)) {
                load.file().ifPresent(loaded::add);
                // where only the end of a path is known, it may be that of many files
                boolean tells = !load.written().startsWith("…") || load.files().size() == 1;
                if (load.file().isEmpty() && !ofAutoloader(load) && tells) dynamic.addAll(load.files());
            }
        }
        for (PhpSource source : sources.values()) {
            String path = source.path();
            boolean nobody = !loaded.contains(path) && !dynamic.contains(path) && !byAutoloader.contains(path);
            boolean acts = source.effects().stream().anyMatch(effect -> does(source, effect))
                    || source.prints()
                    || hasShebang(source);
            // a front page that only hands on
            boolean handsOn = !source.loads().isEmpty()
                    && source.declarations().stream().noneMatch(d -> d.kind() != PhpSource.Kind.CONSTANT);
            boolean onlyReturns = source.returns() > 0 && source.effects().isEmpty() && !source.prints();
            if (onlyReturns || library(path).isPresent()) continue;
            if (nobody && (acts || handsOn)) entries.add(path);
            // a file that loads what it needs and acts can be started, even if others load it
            boolean loads = loading.of(source).stream()
                    .anyMatch(load -> load.load().top() && load.file().isPresent());
            if (entries.contains(path) || !byAutoloader.contains(path) && acts && loads) startable.add(path);
        }
        for (String entry : entries) {
            Set<String> its = reachedFrom(List.of(entry));
            reached.put(entry, its);
            reachedByAny.addAll(its);
        }
        if (isLibrary()) {
            reachedByAny.addAll(reachedFrom(own().stream()
                    .map(PhpSource::path)
                    .filter(path -> !isTest(path))
                    .toList()));
        }
        webRoot = findWebRoot();
        pages = findPages();
    }

    /** Whether a statement does something that can be seen: more than giving a plain value to a variable. */
    private boolean does(PhpSource source, PhpSource.Effect effect) {
        boolean registers = autoloaders.stream()
                .anyMatch(a -> a.source() == source
                        && a.registration().filter(effect::equals).isPresent());
        if (registers) return false;
        List<Token> tokens = source.tokens()
                .subList(effect.start(), Math.min(effect.end(), source.tokens().size()));
        if (tokens.isEmpty() || tokens.get(0).kind() != Token.Kind.VARIABLE) return true;
        for (int i = 1; i < tokens.size(); i++) {
            boolean call = tokens.get(i).is("(")
                    && tokens.get(i - 1).kind() == Token.Kind.NAME
                    && !tokens.get(i - 1).word("array");
            if (call || tokens.get(i).word("new") || tokens.get(i).is("->") && call) return true;
        }
        return false;
    }

    /** Whether a place that loads files does so for an autoloader. */
    public boolean ofAutoloader(Loaded load) {
        return autoloaders.stream().anyMatch(autoloader -> autoloader.loads().contains(load));
    }

    /** What some files may load, directly or not, themselves included. */
    public Set<String> reachedFrom(Collection<String> starts) {
        Set<String> seen = new LinkedHashSet<>();
        Deque<String> open = new ArrayDeque<>(starts);
        while (!open.isEmpty()) {
            String path = open.pop();
            if (!seen.add(path)) continue;
            PhpSource source = sources.get(path);
            if (source == null) continue;
            for (Loaded load : loading.of(source)) {
                load.file().ifPresent(open::push);
                load.files().forEach(open::push);
            }
            autoloaders.stream()
                    .filter(autoloader -> autoloader.source() == source)
                    .forEach(autoloader -> autoloader.files().forEach(open::push));
        }
        return seen;
    }

    public ProjectTree tree() {
        return tree;
    }

    /** By path. */
    public Map<String, PhpSource> sources() {
        return sources;
    }

    /** Those that are the project's to build: all but libraries with a descriptor of their own. */
    public List<PhpSource> own() {
        return sources.values().stream()
                .filter(source ->
                        library(source.path()).filter(CopiedLibrary::described).isEmpty())
                .toList();
    }

    /** Those that declare classes, without tests. */
    public List<PhpSource> withClasses() {
        return sources.values().stream().filter(this::hasClasses).toList();
    }

    /** Whether a file declares classes and is no test. */
    public boolean hasClasses(PhpSource source) {
        return !source.classes().isEmpty() && !isTest(source.path());
    }

    /** In which the text of a file was read. */
    public EditableText text(PhpSource source) {
        return editable.get(source.path());
    }

    /** Whether a file may be edited: it is no other's, and its text comes back to the same bytes. */
    public boolean editable(PhpSource source) {
        return editable.containsKey(source.path()) && library(source.path()).isEmpty();
    }

    /** The right name of a class, where a name differs from it in letter case alone. */
    public Optional<String> misspelt(PhpSource.Use use) {
        List<PhpSource> own = owners(use.name());
        if (own.isEmpty()) return Optional.empty();
        List<String> names = own.stream()
                .flatMap(source -> source.declarations().stream())
                .map(Declaration::name)
                .filter(name -> name.equalsIgnoreCase(use.name()))
                .distinct()
                .toList();
        return names.size() == 1 && !names.get(0).equals(use.name()) ? Optional.of(names.get(0)) : Optional.empty();
    }

    public Loading loading() {
        return loading;
    }

    public List<Autoloader> autoloaders() {
        return autoloaders;
    }

    public List<CopiedLibrary> libraries() {
        return libraries;
    }

    /** The copied library that a file belongs to. */
    public Optional<CopiedLibrary> library(String path) {
        return libraries.stream().filter(library -> library.holds(path)).findFirst();
    }

    /** Whether nothing is started but tests: other programs load what they want of it. */
    public boolean isLibrary() {
        return entries.stream().allMatch(this::isTest);
    }

    /** Files that a user or a server starts. */
    public Set<String> entries() {
        return entries;
    }

    /** Files that can be started: the entries, and files that act when they are loaded and load what they need. */
    public Set<String> startable() {
        return startable;
    }

    /** What is loaded when an entry is started, itself included. */
    public Set<String> reached(String entry) {
        return reached.getOrDefault(entry, Set.of());
    }

    /** What any entry loads. */
    public Set<String> reached() {
        return reachedByAny;
    }

    /** Files that are only loaded by a path that is known when the program runs. */
    public Set<String> dynamic() {
        return dynamic;
    }

    /** The files that declare a class, without regard to letter case. */
    public List<PhpSource> owners(String className) {
        return owners.getOrDefault(key(className), List.of());
    }

    public Map<String, List<PhpSource>> owners() {
        return owners;
    }

    public static boolean hasShebang(PhpSource source) {
        return source.text().startsWith("#!");
    }

    /** Whether a file is in a folder for tests. */
    public boolean isTest(String path) {
        for (String folder = Paths.parent(path); !folder.isEmpty(); folder = Paths.parent(folder)) {
            if (TEST_FOLDERS.contains(Paths.name(folder).toLowerCase(Locale.ROOT))) return true;
        }
        return false;
    }

    /** The folder that a web server serves: the one of server rules or by its name, else that of an index page. */
    public Optional<String> webRoot() {
        return webRoot;
    }

    private Optional<String> findWebRoot() {
        Optional<String> named = tree.folders().stream()
                .filter(folder -> WEB_FOLDERS.contains(Paths.name(folder).toLowerCase(Locale.ROOT)))
                .filter(folder ->
                        entries.stream().anyMatch(entry -> Paths.parent(entry).equals(folder)))
                .findFirst();
        if (named.isPresent()) return named;
        return entries.stream()
                .filter(entry -> Paths.name(entry).equals("index.php"))
                .filter(entry -> !isTest(entry))
                .map(Paths::parent)
                .min(Comparator.comparingInt(String::length));
    }

    /** Entries below the web root that are asked for by an address. */
    public List<String> pages() {
        return pages;
    }

    private List<String> findPages() {
        Optional<String> root = webRoot;
        return entries.stream()
                .filter(entry -> root.filter(r -> Paths.within(r, entry)).isPresent())
                .filter(entry -> !hasShebang(sources.get(entry)) && !isTest(entry) && !entry.endsWith(".inc"))
                .filter(entry -> !root.get().isEmpty() || !usesArguments(sources.get(entry)))
                .toList();
    }

    /** Entries that are started with a command. */
    public List<String> programs() {
        return entries.stream().filter(entry -> !pages.contains(entry)).toList();
    }

    private static boolean usesArguments(PhpSource source) {
        return source.tokens().stream().anyMatch(t -> t.text().equals("$argv") || t.word("STDIN"));
    }
}
