package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Gives folders and files their roles: by what they hold and declare, by what the wiring says, last by their names. */
public final class FolderRoles {
    private static final Pattern TEST_FOLDER = Pattern.compile(".*(test|spec)s?");

    /** What editors and version control leave beside other files; build tools leave it out of archives. */
    private static final Pattern LEFTOVER = Pattern.compile(
            ".*~|#.*#|\\.#.*|%.*%|\\._.*|.*\\.(bak|orig|rej|swp|swo)|\\.(cvsignore|gitignore|gitattributes|gitmodules|hgignore"
                    + "|hgtags|bzrignore|DS_Store)|vssver2?\\.scc|Thumbs\\.db");

    private static final String NOT_COPIED = "no step of the old build copies it";

    private final ProjectTree tree;
    private final Collection<SourceFile> sources;
    private final Set<String> sourceStems;
    private final Languages languages;
    private final List<Wiring> wirings;
    private final SourceRoots roots;
    private final TestSigns tests;
    private final GroovyStubs stubs;
    private final Set<String> built = new HashSet<>();
    private final Map<String, Folder> folders = new TreeMap<>();
    /** Of folders that are resources because of copies and archives: where a file of them is seen from the classes. */
    private final Map<String, List<Function<String, Optional<String>>>> packed = new HashMap<>();

    private final TemplateSources templates;
    /** The copies in which text of sources is replaced; each source is read once. */
    private final Map<SourceFile, Optional<Wiring.Copy>> filtered = new HashMap<>();

    private final SeparateCompilations apart;
    private final WebArchives web;
    private final WiredResources resources;
    /** The files that the old builds are. */
    private final Set<String> wired;

    private final Map<String, Boolean> programArchives = new HashMap<>();

    private final TreeMap<String, Placement> placements = new TreeMap<>();

    private FolderRoles(ProjectTree tree, Languages languages, Collection<SourceFile> sources, List<Wiring> wirings) {
        this.tree = tree;
        this.languages = languages;
        this.sources = sources;
        this.sourceStems = sources.stream()
                .map(source -> Paths.withoutExtension(source.path()))
                .collect(Collectors.toSet());
        this.wirings = wirings;
        this.roots = new SourceRoots(languages, sources, wirings);
        this.tests = new TestSigns(sources, this::isCompiled);
        this.stubs = new GroovyStubs(sources);
        this.templates = new TemplateSources(wirings);
        this.resources = new WiredResources(wirings);
        this.apart = new SeparateCompilations(wirings, sources, templates);
        this.web = new WebArchives(tree, sources, wirings, templates);
        this.wired = wirings.stream()
                .filter(wiring -> wiring.kind() != Wiring.Kind.IDE_FILES)
                .flatMap(wiring -> wiring.files().stream())
                .filter(path -> !Paths.extension(path).equals("properties"))
                .collect(Collectors.toSet());
    }

    /**
     * The roles in a tree with these sources and wirings.
     *
     * @param settled roles that the user gave to folders
     */
    public static Layout of(
            ProjectTree tree,
            Languages languages,
            Collection<SourceFile> sources,
            List<Wiring> wirings,
            Map<String, Role> settled) {
        FolderRoles roles = new FolderRoles(tree, languages, sources, wirings);
        roles.sourceFolders();
        roles.webFolders();
        roles.applicationFolders();
        roles.outputFolders();
        roles.wiredResourceFolders();
        settled.forEach((path, role) ->
                roles.folders.put(path, new Folder(path, role, Certainty.CERTAIN, "your choice", List.of())));
        roles.place();
        Set<String> marked = sources.stream()
                .filter(source -> roles.tests.mark(source).isPresent())
                .map(SourceFile::path)
                .collect(Collectors.toSet());
        return new Layout(List.copyOf(roles.folders.values()), roles.placements, marked);
    }

    private boolean isCompiled(SourceFile source) {
        return roots.wired(roots.rootOf(source)).isPresent()
                || roots.compiledBy(templates.compiled(source.path())).isPresent();
    }

    private void sourceFolders() {
        roots.byRoot().forEach((root, inRoot) -> folders.put(root, sourceFolder(root, inRoot)));
    }

    private Folder sourceFolder(String root, List<SourceFile> inRoot) {
        Optional<Wiring.Setting> generated = wirings.stream()
                .flatMap(wiring -> wiring.compilations().stream())
                .flatMap(call -> call.generatedSources().stream())
                .filter(folder -> Paths.within(folder.value(), root))
                .findFirst();
        if (generated.isPresent()) {
            List<Evidence> place = List.of(generated.get().evidence());
            return new Folder(root, Role.OUTPUT, Certainty.CERTAIN, "written by annotation processors", place);
        }
        List<Wiring.Copy> copies =
                inRoot.stream().flatMap(source -> filtered(source).stream()).toList();
        if (copies.size() == inRoot.size()) {
            List<Evidence> places =
                    copies.stream().map(Wiring.Copy::evidence).distinct().toList();
            return new Folder(
                    root, Role.TEMPLATE, Certainty.CERTAIN, "text in it is replaced before compiling", places);
        }
        Optional<Wiring.SourceFolder> wired = roots.wired(root).or(() -> inRoot.stream()
                .map(source -> templates.compiled(source.path()))
                .flatMap(path -> roots.compiledBy(path).stream())
                .findFirst());
        List<Evidence> evidence = new ArrayList<>();
        wired.ifPresent(folder -> evidence.add(folder.evidence()));
        List<Evidence> marks = inRoot.stream()
                .sorted(Comparator.comparing(SourceFile::path))
                .flatMap(source -> tests.mark(source).stream())
                .toList();
        if (wired.isPresent() && wired.get().test()) {
            return new Folder(root, Role.TEST, Certainty.CERTAIN, "marked as tests", evidence);
        }
        boolean named = isTestName(Paths.name(root));
        boolean all = marks.size() == inRoot.size();
        String share = marks.size() + " of " + inRoot.size() + " sources use a test framework";
        if (!marks.isEmpty() && apart.isUnpacked(inRoot)) {
            evidence.addAll(marks.subList(0, Math.min(3, marks.size())));
            String why = share + "; compiled apart, and its classes go into no archive";
            return new Folder(root, Role.TEST, Certainty.CERTAIN, why, evidence);
        }
        boolean looksOut = (named || !marks.isEmpty() && !all) && tests.onlyLookOut(inRoot);
        // where half of the sources are tests, the other half may be the program
        boolean below = Stream.of(root.split("/")).anyMatch(FolderRoles::isTestName);
        boolean product = !all && !below && !marks.isEmpty() && apart.isPacked(inRoot);
        boolean apartNamed = named || below && tests.unusedByOthers(inRoot);
        if (!marks.isEmpty() && (all || apartNamed || looksOut) && !product) {
            evidence.addAll(marks.subList(0, Math.min(3, marks.size())));
            String why = share + (roots.areWired() && wired.isEmpty() ? "; not compiled by the old build" : "");
            return new Folder(root, Role.TEST, all ? Certainty.CERTAIN : Certainty.LIKELY, why, evidence);
        }
        if (below && apart.isUnpacked(inRoot) && tests.unusedByOthers(inRoot)) {
            String why = "in a folder named like one of tests; its classes go into no archive";
            return new Folder(root, Role.TEST, Certainty.LIKELY, why, evidence);
        }
        boolean unwired = roots.areWired() && wired.isEmpty();
        if (named && looksOut && !unwired) {
            String why = "named like a test folder; uses the other sources and is not used by them";
            return new Folder(root, Role.TEST, Certainty.LIKELY, why, evidence);
        }
        boolean unused =
                unwired ? tests.unreached(inRoot) : below && apart.isOutside(inRoot) && tests.unusedByOthers(inRoot);
        if (unused) {
            String why = (unwired ? "compiled by no wiring" : "compiled by the IDE only, not by the build")
                    + ", and not used by compiled sources";
            return new Folder(root, Role.LEFT, Certainty.LIKELY, why, evidence);
        }
        inRoot.stream()
                .filter(source -> source.packageLine() > 0)
                .min(Comparator.comparing(SourceFile::path))
                .ifPresent(s -> evidence.add(new Evidence(s.path(), s.packageLine(), s.packageText())));
        boolean agree = inRoot.stream().allMatch(source -> SourceRoots.fits(source, root));
        String why = (agree ? "packages match folders" : "some packages do not match their folders")
                + (marks.isEmpty() ? "" : "; " + share + ", and tests are moved apart");
        Certainty certainty = wired.isPresent() || agree && !evidence.isEmpty() ? Certainty.CERTAIN : Certainty.LIKELY;
        return new Folder(root, Role.MAIN, certainty, why, evidence);
    }

    private static boolean isTestName(String folder) {
        return TEST_FOLDER.matcher(folder.toLowerCase(Locale.ROOT)).matches();
    }

    /** The folders that the most trusted wiring of each project serves; one where no wiring says. */
    private void webFolders() {
        Map<String, List<Wiring.Setting>> wired = new LinkedHashMap<>();
        for (Wiring wiring : wirings) {
            List<Wiring.Setting> there = web.roots(wiring);
            if (web.holdsPagesOnly(wiring)) wired.putIfAbsent(wiring.folder(), List.of());
            else if (!there.isEmpty()) wired.putIfAbsent(wiring.folder(), there);
        }
        wired.values().stream()
                .flatMap(List::stream)
                .forEach(setting ->
                        web(setting.value(), Certainty.CERTAIN, "deployed as the web root", setting.evidence()));
        Map<String, List<String>> holding = tree.folders().stream()
                .filter(folder -> Paths.name(folder).equals("WEB-INF"))
                .map(Paths::parent)
                .collect(Collectors.groupingBy(
                        path -> Wiring.projectOf(wirings, path), TreeMap::new, Collectors.toList()));
        holding.keySet().removeAll(wired.keySet());
        holding.values().forEach(candidates -> {
            String root = candidates.stream()
                    .min(Comparator.comparing((String f) -> !tree.has(Paths.join(f, "WEB-INF/web.xml")))
                            .thenComparing(f -> -tree.under(f).count()))
                    .orElseThrow();
            web(root, Certainty.CERTAIN, "contains WEB-INF", Evidence.of(Paths.join(root, "WEB-INF"), ""));
        });
        boolean packs = wirings.stream()
                .anyMatch(wiring ->
                        !wiring.compilations().isEmpty() && !wiring.archives().isEmpty());
        // pages of a program whose build packs no web archive are examples, or are served by something else
        if (!wired.isEmpty() || !holding.isEmpty() || packs) return;
        tree.files().stream()
                .filter(file -> file.extension().equals("jsp"))
                .min(Comparator.comparingInt(file -> Paths.depth(file.path())))
                .ifPresent(page -> web(
                        Paths.parent(page.path()), Certainty.LIKELY, "contains pages", Evidence.of(page.path(), "")));
    }

    /** Files next to the descriptor of an EAR go into that. */
    private void applicationFolders() {
        for (TreeFile file : tree.files()) {
            boolean descriptor =
                    Paths.within("META-INF", file.path()) || file.path().contains("/META-INF/");
            if (!descriptor || !file.name().equals("application.xml") || file.link()) continue;
            String path = Paths.parent(Paths.parent(file.path()));
            String why = "contains the descriptor of an EAR";
            Evidence evidence = Evidence.of(file.path(), "");
            folders.putIfAbsent(path, new Folder(path, Role.APPLICATION, Certainty.CERTAIN, why, List.of(evidence)));
        }
    }

    private void web(String path, Certainty certainty, String why, Evidence evidence) {
        // a source folder at the same place keeps its sources; the rest of the folder is served
        folders.merge(
                path,
                new Folder(path, Role.WEB, certainty, why, List.of(evidence)),
                (source, web) -> source.role() == Role.MAIN && path.isEmpty() ? source : web);
    }

    private void outputFolders() {
        Map<String, Evidence> found = new LinkedHashMap<>();
        for (Wiring wiring : wirings) {
            for (Wiring.Setting output : wiring.outputs()) {
                if (tree.folders().contains(output.value())) found.putIfAbsent(output.value(), output.evidence());
            }
        }
        List<TreeFile> classes = tree.files().stream()
                .filter(file -> file.extension().equals("class"))
                .toList();
        if (!classes.isEmpty()) for (SourceFile source : sources) built.addAll(source.typeNames());
        for (TreeFile file : classes) {
            classRoot(file.path()).ifPresent(root -> found.putIfAbsent(root, Evidence.of(file.path(), "")));
        }
        found.forEach((path, evidence) -> folders.putIfAbsent(
                path, new Folder(path, Role.OUTPUT, Certainty.CERTAIN, "built from these sources", List.of(evidence))));
    }

    /** The folder below which a class file is by its package, where one of the sources declares the class. */
    private Optional<String> classRoot(String path) {
        String name = Paths.stem(path);
        int nested = name.indexOf('$', 1);
        String top = nested < 0 ? name : name.substring(0, nested);
        String qualified = top;
        for (String folder = Paths.parent(path); ; folder = Paths.parent(folder)) {
            if (built.contains(qualified)) return Optional.of(folder);
            if (folder.isEmpty()) return Optional.empty();
            qualified = Paths.name(folder) + "." + qualified;
        }
    }

    private void wiredResourceFolders() {
        for (Wiring wiring : wirings) {
            // a compiler leaves what is no source; an IDE copies it
            if (wiring.kind() == Wiring.Kind.IDE_FILES) emptySourceFolders(wiring);
            for (Wiring.Copy copy : wiring.copies())
                WiredResources.besideClasses(wiring, copy)
                        .ifPresent(place -> addPacked(wiring, copy.content(), copy.evidence(), path -> copy.content()
                                .below(place)
                                .entry(path)));
            for (Wiring.Archive archive : wiring.archives()) {
                if (wiring.handsOn(archive)) continue;
                for (Wiring.Content content : archive.contents()) {
                    if (WiredResources.besideClasses(archive, content.prefix()).isEmpty()) continue;
                    addPacked(wiring, content, archive.evidence(), path -> archive.entry(path)
                            .flatMap(entry -> WiredResources.besideClasses(archive, entry)));
                }
            }
            for (Wiring.Library library : wiring.libraries()) {
                if (!tree.folders().contains(library.path())) continue;
                folders.putIfAbsent(
                        library.path(),
                        new Folder(
                                library.path(),
                                ofTests(wiring, library) ? Role.TEST_RESOURCES : Role.MAIN_RESOURCES,
                                Certainty.CERTAIN,
                                "a folder on the class path",
                                List.of(library.evidence())));
            }
        }
    }

    private void emptySourceFolders(Wiring wiring) {
        for (Wiring.SourceFolder source : wiring.sources()) {
            if (!source.root() || !tree.folders().contains(source.path())) continue;
            Role role = source.test() ? Role.TEST_RESOURCES : Role.MAIN_RESOURCES;
            String why = "a source folder without sources";
            folders.putIfAbsent(
                    source.path(), new Folder(source.path(), role, Certainty.CERTAIN, why, List.of(source.evidence())));
        }
    }

    /** Whether only tests see an entry of a class path, as it is stated or as that is all that is compiled with it. */
    private boolean ofTests(Wiring wiring, Wiring.Library library) {
        List<Wiring.Compilation> seeing = wiring.compilations().stream()
                .filter(call -> call.classPath().contains(library))
                .toList();
        return library.test()
                || !seeing.isEmpty()
                        && seeing.stream()
                                .flatMap(call -> call.sources().stream())
                                .map(source -> folders.get(source.path()))
                                .allMatch(folder -> folder != null && folder.role() == Role.TEST);
    }

    private void addPacked(
            Wiring wiring, Wiring.Content content, Evidence evidence, Function<String, Optional<String>> place) {
        if (addResources(new Wiring.Setting(content.path(), evidence), wiring))
            packed.computeIfAbsent(content.path(), path -> new ArrayList<>()).add(place);
    }

    /**
     * A folder that goes into an archive or beside the classes, and is neither built nor holds sources.
     *
     * @return whether it has its role by that
     */
    private boolean addResources(Wiring.Setting resource, Wiring wiring) {
        String path = resource.value();
        boolean holdsSources =
                roots.byRoot().keySet().stream().anyMatch(root -> Paths.within(path, root) || Paths.within(root, path));
        boolean built = wiring.outputs().stream()
                .anyMatch(output -> Paths.within(output.value(), path) || Paths.within(path, output.value()));
        boolean jars = tree.under(path).anyMatch(file -> file.extension().equals("jar"));
        if (path.isEmpty() || holdsSources || built || jars || !tree.folders().contains(path)) return false;
        Folder folder = new Folder(
                path,
                Role.MAIN_RESOURCES,
                Certainty.CERTAIN,
                "copied next to the classes",
                List.of(resource.evidence()));
        Folder there = folders.putIfAbsent(path, folder);
        return there == null || packed.containsKey(path);
    }

    private void place() {
        Map<String, SourceFile> byPath = sources.stream().collect(Collectors.toMap(SourceFile::path, source -> source));
        Set<SourceFile> known = sources.stream()
                .filter(s -> folders.get(roots.rootOf(s)).role() == Role.TEST)
                .collect(Collectors.toSet());
        List<SourceFile> program =
                sources.stream().filter(s -> !known.contains(s)).toList();
        Set<SourceFile> mixedIn = tests.among(program, known, resources::packs);
        Set<String> packagesAtTop = sources.stream()
                .filter(source -> roots.rootOf(source).isEmpty())
                .filter(source -> !roots.excluded(templates.compiled(source.path())))
                .map(source -> Paths.parent(source.path()))
                .collect(Collectors.toSet());
        for (TreeFile file : tree.files()) {
            SourceFile source = byPath.get(file.path());
            if (source != null) placeSource(source, mixedIn.contains(source));
            else placeOther(file, packagesAtTop);
        }
    }

    private Optional<Wiring.Copy> filtered(SourceFile source) {
        return filtered.computeIfAbsent(source, one -> templates.of(tree, one.path()));
    }

    private void placeSource(SourceFile source, boolean mixedIn) {
        Folder folder = folders.get(roots.rootOf(source));
        String compiled = templates.compiled(source.path());
        if (folder.role() == Role.LEFT || roots.excluded(compiled) || isPassedOver(source, compiled)) return;
        if (stubs.contains(source)) {
            add(source.path(), Role.OUTPUT, folder, "written by the Groovy compiler");
            return;
        }
        String why = mixedIn ? "a test in a source folder" : "";
        Role role = folder.role() == Role.WEB ? Role.MAIN : folder.role();
        if (mixedIn) role = Role.TEST;
        else if (role == Role.MAIN && filtered(source).isPresent()) role = Role.TEMPLATE;
        String name = Paths.name(compiled);
        String relative = name.equals(Paths.name(source.path()))
                ? Paths.relative(folder.path(), source.path())
                : Paths.join(source.packagePath(), name);
        placements.put(source.path(), new Placement(source.path(), role, relative, folder, why));
    }

    /** Whether builds compile its folder, but not in its language, and nothing that they compile uses it. */
    private boolean isPassedOver(SourceFile source, String compiled) {
        if (source.language() == JvmLanguage.JAVA) return false;
        List<Wiring> seeing = wirings.stream()
                .filter(wiring -> wiring.compilations().stream().anyMatch(call -> call.sees(compiled)))
                .toList();
        return !seeing.isEmpty()
                && seeing.stream()
                        .allMatch(wiring -> wiring.kind() != Wiring.Kind.IDE_FILES
                                && wiring.compilations().stream().noneMatch(call -> call.takes(compiled)))
                && tests.unusedByOthers(List.of(source));
    }

    /** The innermost folder with a role around a path, or null. */
    private Folder enclosing(String path) {
        for (String folder = path; ; folder = Paths.parent(folder)) {
            Folder found = folders.get(folder);
            if (found != null || folder.isEmpty()) return found;
        }
    }

    private void placeOther(TreeFile file, Set<String> packagesAtTop) {
        String path = file.path();
        if (LEFTOVER.matcher(file.name()).matches()) return;
        // what a project is built by is not a part of what it makes
        if (ScriptKind.ofPath(path).equals(Optional.of(ScriptKind.MAKE)) || wired.contains(path)) return;
        // a source that could not be read is not a resource either
        if (languages.isSource(path) && !file.link()) return;
        Folder folder = enclosing(Paths.parent(path));
        // of pages among sources, a web archive may take a few
        Folder around =
                folder != null && folder.role() == Role.WEB && !folder.path().isEmpty()
                        ? enclosing(Paths.parent(folder.path()))
                        : null;
        if (around != null && around.role() == Role.MAIN && !web.takes(path)) folder = around;
        // what is not compiled may be packed all the same
        if (folder == null || folder.role() == Role.LEFT || roots.excluded(path)) {
            packedApart(file);
            return;
        }
        if (file.extension().equals("class") && classRoot(path).isPresent()) {
            add(path, Role.OUTPUT, folder, "built from a source of this project");
            return;
        }
        boolean atTop = folder.path().isEmpty();
        switch (folder.role()) {
            case MAIN, TEMPLATE, TEST -> {
                // many files at the top of the tree are not resources
                if (atTop && (Paths.parent(path).isEmpty() || !packagesAtTop.contains(Paths.parent(path)))) {
                    packedApart(file);
                    return;
                }
                boolean withSources = SourceRoots.belongsToSources(path);
                if (withSources) add(path, folder.role(), folder, "");
                else if (folder.role() == Role.TEST || !resources.decide(path))
                    add(path, folder.role().resources(), folder, "");
                else besideSources(path, folder);
            }
            case WEB -> {
                if (!atTop || servedAtTop(path))
                    placements.put(path, new Placement(path, Role.WEB, web.place(path, folder.path()), folder, ""));
            }
            case APPLICATION -> {
                if (!atTop || path.startsWith("META-INF/")) add(path, Role.APPLICATION, folder, "");
            }
            default -> {
                List<Function<String, Optional<String>>> places = packed.get(folder.path());
                if (places == null) add(path, folder.role(), folder, "");
                else {
                    Folder of = folder;
                    places.stream()
                            .flatMap(place -> place.apply(path).stream())
                            .findFirst()
                            .ifPresent(place -> placements.put(path, new Placement(path, of.role(), place, of, "")));
                }
            }
        }
    }

    /**
     * A file beside sources is packed where a step of the old build says so; else it stays where it is, or goes with the
     * source that it is named after: editors look for the form of a window there.
     */
    private void besideSources(String path, Folder folder) {
        Optional<String> place = resources.place(path);
        if (place.isPresent()) placements.put(path, new Placement(path, Role.MAIN_RESOURCES, place.get(), folder, ""));
        else if (sourceStems.contains(Paths.withoutExtension(path))) add(path, folder.role(), folder, "");
        else add(path, Role.LEFT, folder, NOT_COPIED);
    }

    /** A file of no folder with a role goes into an archive where the old build lays it in. */
    private void packedApart(TreeFile file) {
        String path = file.path();
        boolean own = !file.extension().equals("properties")
                && wirings.stream().anyMatch(wiring -> wiring.files().contains(path));
        if (own || file.extension().equals("jar")) return;
        for (Wiring wiring : wirings) {
            for (Wiring.Archive archive : wiring.archives()) {
                Optional<String> entry =
                        archive.is("jar") && !packsProgram(wiring, archive) ? Optional.empty() : archive.entry(path);
                Optional<Folder> folder = archive.is("war")
                        ? web(wiring, archive)
                        : Optional.of(new Folder(
                                Paths.parent(path),
                                archive.is("ear") ? Role.APPLICATION : Role.MAIN_RESOURCES,
                                Certainty.CERTAIN,
                                "contained in " + Paths.name(archive.path()),
                                List.of(archive.evidence())));
                if (entry.isEmpty() || folder.isEmpty()) continue;
                String why = "goes into " + Paths.name(archive.path()) + " as " + entry.get();
                placements.put(path, new Placement(path, folder.get().role(), entry.get(), folder.get(), why));
                return;
            }
        }
    }

    /** Whether a jar packs what is compiled from sources of the program. */
    private boolean packsProgram(Wiring wiring, Wiring.Archive archive) {
        return programArchives.computeIfAbsent(archive.path(), path -> sources.stream()
                .filter(source -> folders.get(roots.rootOf(source)).role() != Role.TEST)
                .anyMatch(source -> wiring.packs(archive, source, templates.compiled(source.path()))));
    }

    /** The web folder that a web archive is made of, else the first that its wiring serves. */
    private Optional<Folder> web(Wiring wiring, Wiring.Archive archive) {
        return Stream.concat(
                        archive.folders().stream(), web.roots(wiring).stream().map(Wiring.Setting::value))
                .flatMap(path -> Optional.ofNullable(folders.get(path)).stream())
                .filter(folder -> folder.role() == Role.WEB)
                .findFirst();
    }

    /** Whether a file is served where the web root is the tree itself. */
    private static boolean servedAtTop(String path) {
        if (path.startsWith("WEB-INF/") || path.startsWith("META-INF/")) return true;
        return Set.of(
                        "jsp", "jspf", "jspx", "xhtml", "tagx", "woff", "woff2", "ttf", "eot", "webp", "html", "htm",
                        "css", "js", "png", "gif", "jpg", "jpeg", "ico", "svg", "tag")
                .contains(Paths.extension(path));
    }

    private void add(String path, Role role, Folder folder, String why) {
        placements.put(path, new Placement(path, role, Paths.relative(folder.path(), path), folder, why));
    }
}
