package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.Names;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.layout.TemplateSources;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Splits a project into modules: where the folder holds several projects, or where the old build compiled the sources in
 * several calls and made an archive of each result.
 */
public final class ModuleSplit {
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^\\w.-]+");

    /** The module of a project at the top of a tree that nothing names. */
    private static final String UNNAMED = "main";

    private final JvmReading reading;
    private final Layout layout;
    private final List<SourceFile> main;
    private final List<SourceFile> tests;
    private final List<Jar> libraries;
    private final Map<Folder, WebFiles> webs;

    private final TemplateSources templates;
    private final Applications archives;
    private final List<Applications.Application> known;
    private final List<Applications.Application> applications = new ArrayList<>();
    private final Map<String, Candidate> parts = new LinkedHashMap<>();
    private final Map<SourceFile, String> moduleOf = new HashMap<>();

    ModuleSplit(
            JvmReading reading,
            Layout layout,
            List<SourceFile> main,
            List<SourceFile> tests,
            List<Jar> libraries,
            Map<Folder, WebFiles> webs,
            Applications archives,
            List<Applications.Application> known) {
        this.reading = reading;
        this.layout = layout;
        this.main = main;
        this.tests = tests;
        this.libraries = libraries;
        this.webs = webs;
        this.templates = new TemplateSources(reading.wirings());
        this.archives = archives;
        this.known = known;
    }

    /**
     * The modules, one that others need before them; a single one where nothing asks for more.
     *
     * @param usage of the libraries by the whole project
     * @param split whether to look for several
     */
    List<SourceModule> of(Usage usage, boolean split) {
        List<Wiring> wirings = reading.wirings();
        if (split) applications.addAll(known);
        if (split && byProject(wirings)) return several();
        if (split && byJavaModule()) return several();
        for (Wiring wiring : wirings) {
            if (split && byArchive(wiring)) return several();
        }
        if (split && inOneArchive(wirings)) return several();
        Optional<Folder> web = webs.keySet().stream().findFirst();
        Optional<Wiring.Archive> archive = archive(wirings, web.isPresent());
        Set<String> all = layout.placements().keySet();
        Evidence evidence = Evidence.of(".", "");
        return List.of(new SourceModule(
                ModuleName.ONLY,
                "",
                main,
                tests,
                all,
                List.of(),
                usage,
                evidence,
                archive,
                web,
                Optional.empty(),
                Set.of()));
    }

    /** Why there are several. */
    public static String why(List<SourceModule> modules) {
        boolean declared = modules.stream().allMatch(module -> module.main().stream()
                .anyMatch(source -> source.module().isPresent()));
        if (declared) return "the sources declare a module for each";
        return modules.stream().allMatch(module -> module.archive().isPresent())
                ? "the old build makes an archive for each"
                : "the folder contains a project for each";
    }

    /** Whether every source of the program belongs to one of several projects. */
    private boolean byProject(List<Wiring> wirings) {
        Map<String, List<Wiring>> byFolder = new TreeMap<>();
        for (Wiring wiring : wirings) {
            byFolder.computeIfAbsent(wiring.folder(), f -> new ArrayList<>()).add(wiring);
        }
        if (byFolder.size() < 2) return false;
        clear();
        byFolder.forEach((folder, own) -> {
            List<SourceFile> sources = main.stream()
                    .filter(source -> compiles(own, templates.compiled(source.path())))
                    .toList();
            if (!sources.isEmpty()) add(project(folder, own, sources));
        });
        return settled();
    }

    private static boolean compiles(List<Wiring> wirings, String path) {
        return wirings.stream()
                .anyMatch(wiring -> wiring.compilations().stream().anyMatch(call -> call.takes(path)));
    }

    /** Whether every source of the program belongs to one of several modules of the module system. */
    private boolean byJavaModule() {
        clear();
        new JavaModules(layout, main, reading.wirings()).candidates().forEach(this::add);
        return settled();
    }

    private Candidate project(String folder, List<Wiring> wirings, List<SourceFile> sources) {
        Optional<Wiring.Setting> stated =
                wirings.stream().flatMap(w -> w.name().stream()).findFirst();
        String name = stated.map(setting ->
                        NO_NAME_PARTS.matcher(setting.value().strip()).replaceAll("-"))
                .filter(n -> !n.isEmpty())
                .or(() -> Optional.of(Paths.name(folder)).filter(n -> !n.isEmpty()))
                .or(() -> wirings.stream()
                        .flatMap(w -> w.archives().stream())
                        .map(made -> Wiring.Archive.baseName(made.path()))
                        .findFirst())
                .orElse(UNNAMED);
        Set<String> references = new LinkedHashSet<>();
        wirings.forEach(w -> w.projects().forEach(p -> references.add(p.value())));
        Optional<Wiring.Archive> archive =
                archive(wirings, webs.keySet().stream().anyMatch(web -> Paths.within(folder, web.path())));
        Evidence evidence = stated.map(Wiring.Setting::evidence)
                .orElse(Evidence.of(wirings.get(0).files().get(0), ""));
        return new Candidate(name, Optional.of(folder), sources, references, archive, evidence);
    }

    /**
     * The archive that is made of a project: a web archive where it serves something; of several jars, the one with most of
     * the classes.
     */
    private Optional<Wiring.Archive> archive(List<Wiring> wirings, boolean web) {
        Wiring.Archive best = null;
        long most = -1;
        for (Wiring wiring : wirings) {
            for (Wiring.Archive archive : wiring.archives()) {
                if (!archive.is(web ? "war" : "jar")) continue;
                long classes = web ? 0 : classes(wiring, archive);
                if (classes <= most) continue;
                best = archive;
                most = classes;
            }
            // another wiring says the same in other words
            if (best != null) break;
        }
        return Optional.ofNullable(best);
    }

    private long classes(Wiring wiring, Wiring.Archive archive) {
        return main.stream()
                .filter(source -> takesClasses(archive, wiring, source))
                .count();
    }

    /**
     * Whether every source of the program belongs to one archive of the wiring, and there are several. Archives that hold
     * some of the classes of another are made beside it.
     */
    private boolean byArchive(Wiring wiring) {
        clear();
        Map<Wiring.Archive, Set<SourceFile>> taken = new LinkedHashMap<>();
        for (Wiring.Archive archive : wiring.archives())
            taken.put(
                    archive,
                    main.stream()
                            .filter(source -> takesClasses(archive, wiring, source))
                            .collect(Collectors.toCollection(LinkedHashSet::new)));
        // of web archives without classes, one that brings the program
        List<Wiring.Archive> archives = wiring.archives().stream()
                .sorted(Comparator.comparing(archive -> taken.get(archive).isEmpty()
                        && taken.keySet().stream()
                                .noneMatch(other -> archive.entry(other.path()).isPresent())))
                .toList();
        for (Wiring.Archive archive : archives) {
            Set<SourceFile> own = taken.get(archive);
            String name = Wiring.Archive.baseName(archive.path());
            boolean made = own.isEmpty()
                    ? archive.is("war") && wars() < webs.size()
                    : taken.values().stream().noneMatch(other -> other.size() > own.size() && other.containsAll(own));
            if (archive.is("ear") || !made || parts.containsKey(name)) continue;
            add(new Candidate(
                    name, Optional.empty(), List.copyOf(own), Set.of(), Optional.of(archive), archive.evidence()));
        }
        return wars() == webs.size() && settled();
    }

    private long wars() {
        return parts.values().stream()
                .filter(part -> part.archive().filter(a -> a.is("war")).isPresent())
                .count();
    }

    /** Whether all sources go into the one archive that an enterprise archive packs. */
    private boolean inOneArchive(List<Wiring> wirings) {
        if (applications.size() != 1 || applications.get(0).stated() != 1 || webs.size() > 1) return false;
        clear();
        String uri =
                applications.get(0).descriptor().orElseThrow().modules().get(0).uri();
        Optional<Wiring.Archive> archive = archive(wirings, !webs.isEmpty());
        Evidence evidence = applications.get(0).evidence();
        add(new Candidate(Wiring.Archive.baseName(uri), Optional.empty(), main, Set.of(), archive, evidence));
        return settled();
    }

    private boolean takesClasses(Wiring.Archive archive, Wiring wiring, SourceFile source) {
        return wiring.packs(archive, source, templates.compiled(source.path()));
    }

    private void clear() {
        parts.clear();
        moduleOf.clear();
    }

    private void add(Candidate part) {
        // of two projects of one name, the later goes by its folder
        String name = parts.containsKey(part.name()) ? part.folder().replace('/', '-') : part.name();
        parts.put(
                name,
                new Candidate(name, part.home(), part.sources(), part.references(), part.archive(), part.evidence()));
        part.sources().forEach(source -> moduleOf.put(source, name));
    }

    /** Whether there are several parts, each source is in exactly one, and none needs another that needs it. */
    private boolean settled() {
        int sources = parts.values().stream().mapToInt(p -> p.sources().size()).sum();
        return parts.size() + applications.size() > 1
                && !parts.isEmpty()
                && moduleOf.size() == main.size()
                && sources == main.size()
                && ordered(usedParts()).size() == parts.size();
    }

    /** Which module declares a class. */
    private Names<String> names() {
        Names<String> names = new Names<>();
        parts.values().forEach(part -> part.sources().forEach(s -> names.add(part.name(), s.typeNames())));
        return names;
    }

    private Map<String, Set<String>> usedParts() {
        Names<String> names = names();
        Map<String, Set<String>> needs = new LinkedHashMap<>();
        parts.forEach((name, part) -> {
            Set<String> used = new LinkedHashSet<>();
            for (SourceFile source : part.sources()) used.addAll(names.owners(source));
            used.remove(name);
            needs.put(name, used);
        });
        return needs;
    }

    /** What is used, and what a wiring refers to besides, as long as nothing goes in a circle by that. */
    private Map<String, Set<String>> needs() {
        Map<String, Set<String>> needs = usedParts();
        parts.forEach((name, part) -> parts.values().stream()
                .filter(other -> !other.name().equals(name))
                .filter(other -> part.references().contains(other.name())
                        || other.home().filter(part.references()::contains).isPresent())
                .forEach(other -> {
                    boolean isNew = needs.get(name).add(other.name());
                    if (isNew && ordered(needs).size() < parts.size())
                        needs.get(name).remove(other.name());
                }));
        parts.forEach((name, part) -> parts.forEach((other, packed) -> {
            if (other.equals(name) || !packs(part, packed) || !needs.get(name).add(other)) return;
            if (ordered(needs).size() < parts.size()) needs.get(name).remove(other);
        }));
        return needs;
    }

    /** Whether the archive of one part holds that of another. */
    private static boolean packs(Candidate part, Candidate other) {
        return part.archive()
                .flatMap(archive -> other.archive().flatMap(packed -> archive.entry(packed.path())))
                .isPresent();
    }

    /** The modules, one that others need before them; those of a cycle are missing. */
    private static List<String> ordered(Map<String, Set<String>> needs) {
        List<String> ordered = new ArrayList<>();
        boolean more = true;
        while (more) {
            more = false;
            for (Map.Entry<String, Set<String>> entry : needs.entrySet()) {
                if (ordered.contains(entry.getKey()) || !ordered.containsAll(entry.getValue())) continue;
                ordered.add(entry.getKey());
                more = true;
            }
        }
        return ordered;
    }

    private List<SourceModule> several() {
        Map<String, Set<String>> needs = needs();
        List<String> ordered = ordered(needs);
        Map<String, List<SourceFile>> testsOf = new HashMap<>();
        Names<String> names = names();
        ModuleFiles files = new ModuleFiles(parts.values(), moduleOf, layout, applications);
        for (SourceFile test : tests)
            moduleOf.put(test, files.home(test.path()).orElseGet(() -> moduleOfTest(test, names, ordered)));
        withTestsThatNeedThem(needs);
        for (SourceFile test : tests)
            testsOf.computeIfAbsent(moduleOf.get(test), m -> new ArrayList<>()).add(test);
        Map<String, Set<String>> paths = files.of(ordered);
        List<SourceModule> modules = new ArrayList<>();
        for (String name : ordered) {
            Candidate part = parts.get(name);
            List<SourceFile> own = testsOf.getOrDefault(name, List.of());
            Optional<Folder> web = webs.keySet().stream()
                    .filter(folder -> layout.files(Role.WEB)
                            .anyMatch(file -> file.folder().equals(folder)
                                    && paths.get(name).contains(file.path())))
                    .findFirst();
            Collection<WebFiles> served = web.map(webs::get).stream().toList();
            modules.add(new SourceModule(
                    new ModuleName(name),
                    part.folder(),
                    part.sources(),
                    own,
                    paths.get(name),
                    ordered.stream()
                            .filter(needs.get(name)::contains)
                            .map(ModuleName::new)
                            .toList(),
                    Usage.of(
                            libraries,
                            part.sources(),
                            own,
                            served,
                            SettingsUsage.named(reading, layout, paths.get(name)::contains)),
                    part.evidence(),
                    part.archive(),
                    web,
                    Optional.empty(),
                    web.isPresent() ? brought(part, needs.get(name)) : Set.of()));
        }
        for (Applications.Application application : applications) {
            String name = parts.containsKey(application.name()) ? application.name() + "-ear" : application.name();
            Map<String, String> packed = packed(application, ordered);
            Usage usage = Usage.of(
                    libraries,
                    packed.keySet().stream()
                            .flatMap(part -> parts.get(part).sources().stream())
                            .toList(),
                    List.of(),
                    webs.values(),
                    SettingsUsage.named(reading, layout, path -> true));
            modules.add(archives.module(application, name, packed, usage));
        }
        return modules;
    }

    /** The parts that go into an enterprise archive, with their places. */
    private Map<String, String> packed(Applications.Application application, Collection<String> names) {
        Map<String, String> packed = new LinkedHashMap<>();
        for (String name : names) {
            Candidate part = parts.get(name);
            Set<String> known = new LinkedHashSet<>(List.of(name, Paths.name(part.folder())));
            part.archive().ifPresent(archive -> known.add(Wiring.Archive.baseName(archive.path())));
            application.place(part.archive(), known).ifPresent(place -> packed.put(name, place));
        }
        return packed;
    }

    /** What a web archive in an enterprise archive needs and finds beside it there. */
    private Set<ModuleName> brought(Candidate part, Set<String> needs) {
        Set<ModuleName> brought = new LinkedHashSet<>();
        for (Applications.Application application : applications) {
            Map<String, String> packed = packed(application, parts.keySet());
            if (!packed.containsKey(part.name())) continue;
            needs.stream()
                    .filter(need -> packed.containsKey(need) && !packs(part, parts.get(need)))
                    .map(ModuleName::new)
                    .forEach(brought::add);
        }
        return brought;
    }

    /** Moves tests that use tests of a module which needs their own module to that one: else the two would need each other. */
    private void withTestsThatNeedThem(Map<String, Set<String>> needs) {
        Names<SourceFile> declared = new Names<>();
        tests.forEach(test -> declared.add(test, test.typeNames()));
        boolean more = true;
        while (more) {
            more = false;
            for (SourceFile test : tests) {
                String own = moduleOf.get(test);
                Optional<String> later = declared.owners(test).stream()
                        .map(moduleOf::get)
                        .filter(other -> isNeeded(own, other, needs))
                        .findFirst();
                later.ifPresent(module -> moduleOf.put(test, module));
                more |= later.isPresent();
            }
        }
    }

    /** Whether a module needs another, by others too. */
    private static boolean isNeeded(String needed, String by, Map<String, Set<String>> needs) {
        Set<String> direct = needs.getOrDefault(by, Set.of());
        return direct.contains(needed) || direct.stream().anyMatch(next -> isNeeded(needed, next, needs));
    }

    /** A test belongs to the last module, in the order of need, whose classes it uses. */
    private static String moduleOfTest(SourceFile test, Names<String> names, List<String> ordered) {
        Set<String> used = names.owners(test);
        return ordered.stream()
                .filter(used::contains)
                .max(Comparator.comparingInt(ordered::indexOf))
                .orElse(ordered.get(ordered.size() - 1));
    }
}
