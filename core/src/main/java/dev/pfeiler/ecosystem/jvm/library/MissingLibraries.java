package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.Catalogue;
import dev.pfeiler.artifact.repository.ClassIndex;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Names;
import dev.pfeiler.ecosystem.jvm.language.PlatformPackages;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/**
 * Libraries that are imported while no jar of the project has them, as where an IDE brought them: looked for in lists
 * beside the build, among the classes of the local repository, then in the catalogue.
 */
public final class MissingLibraries {
    private final Repositories repositories;
    private final Set<String> present = new HashSet<>();
    private final Catalogue.Era era;
    private final Map<String, Coordinates> families = new TreeMap<>();
    /** Paths of jars that wirings name, by the names of the artifacts that their files' names stand for. */
    private final Map<String, String> named = new TreeMap<>();
    /** What has been asked of repositories already. */
    private final Map<Coordinates, Optional<Coordinates>> inStatedVersion = new HashMap<>();

    private final Names<Object> known = new Names<>();
    private final Set<String> packages = new HashSet<>();
    private final Map<String, Boolean> answeredTypes = new ConcurrentHashMap<>();
    private final Map<String, Boolean> answeredPackages = new ConcurrentHashMap<>();
    private final Set<String> generated = new HashSet<>();
    /** The imports that nothing here answers, by name, with where they stand. */
    private final Map<String, Import> open = new TreeMap<>();

    private final Map<String, Missing> missing = new TreeMap<>();
    private final Map<String, Import> unanswered = new TreeMap<>();

    /** A name that is imported. */
    private record Import(String name, boolean whole, List<Evidence> evidence, boolean testsAlone) {}

    /**
     * A library that is missing.
     *
     * @param key names it for choices: the package prefix by which it was found
     * @param evidence the imports that ask for it
     * @param others artifacts that would answer them too
     * @param level the lowest Java level that runs it; 0 if that is not known
     * @param listed whether a list beside the build names it
     */
    public record Missing(
            String key,
            Coordinates coordinates,
            Scope scope,
            String found,
            List<Evidence> evidence,
            List<Decision.Alternative> others,
            List<String> companions,
            int level,
            boolean listed) {}

    /**
     * What the search starts from.
     *
     * @param all every source of the project; what it declares is not missing
     * @param identified the artifacts of the project's jars: of one family, one version is taken
     * @param absent jars that wirings name and that are not there, by their paths
     * @param listed what lists beside the build name
     * @param generated packages of sources that are generated
     */
    public record Project(
            Collection<SourceFile> main,
            Collection<SourceFile> tests,
            Collection<SourceFile> all,
            List<Jar> jars,
            Collection<Coordinates> identified,
            Catalogue.Era era,
            List<String> absent,
            List<LibraryLists.Listed> listed,
            Set<String> generated) {}

    public MissingLibraries(Project project, Repositories repositories) {
        this.repositories = repositories;
        this.era = project.era();
        generated.addAll(project.generated());
        project.absent().forEach(jar -> named.putIfAbsent(Wiring.Archive.baseName(jar), jar));
        project.listed().forEach(one -> named.putIfAbsent(Wiring.Archive.baseName(one.fileName()), one.fileName()));
        project.identified().forEach(c -> {
            families.putIfAbsent(c.group(), c);
            present.add(c.key());
        });
        for (Jar jar : project.jars()) {
            known.add(jar, jar.classes());
            packages.addAll(jar.packages());
        }
        for (SourceFile source : project.all()) {
            known.add(source, source.typeNames());
            packages.add(source.packageName());
        }
        look(project.main(), false);
        look(project.tests(), true);
        if (!open.isEmpty()) answer(classes(project.listed()));
    }

    /** The classes of what is listed, as far as a repository has it. */
    private Map<LibraryLists.Listed, Set<String>> classes(List<LibraryLists.Listed> listed) {
        Map<LibraryLists.Listed, Set<String>> classes = new LinkedHashMap<>();
        for (LibraryLists.Listed one : listed)
            repositories.jar(one.coordinates()).ifPresent(jar -> classes.put(one, ClassIndex.classesOf(jar)));
        return classes;
    }

    /** Whether a name is one of Scala's own package, which need not be written in full. */
    private boolean isInScala(SourceFile.Import declared) {
        String name = "scala." + declared.name();
        return known.owner(name) != null || packages.contains(declared.onDemand() ? name : Jar.packageOf(name));
    }

    /** Whether a name in Scala is imported from a value, and not from a package. */
    private static boolean isNested(Import one) {
        boolean scala = one.evidence().stream()
                .allMatch(place -> JvmLanguage.of(place.file()).equals(Optional.of(JvmLanguage.SCALA)));
        return scala && one.name().chars().filter(c -> c == '.').count() < 2;
    }

    /** Finds the imports that nothing here answers; source by source in parallel, and noted in their order. */
    private void look(Collection<SourceFile> sources, boolean test) {
        sources.parallelStream()
                .map(source -> source.imports().stream()
                        .filter(declared -> !isAnsweredOnce(source, declared))
                        .map(declared ->
                                Map.entry(declared, new Evidence(source.path(), declared.line(), declared.text())))
                        .toList())
                .toList()
                .forEach(inSource -> inSource.forEach(one -> note(one.getKey(), one.getValue(), test)));
    }

    /** Looks each name up once, because most sources import the same ones; outside Java the answer depends on the language. */
    private boolean isAnsweredOnce(SourceFile source, SourceFile.Import declared) {
        if (source.language() != JvmLanguage.JAVA) return isAnswered(source, declared);
        Map<String, Boolean> answers = isWhole(declared) ? answeredPackages : answeredTypes;
        return answers.computeIfAbsent(declared.name(), name -> isAnswered(source, declared));
    }

    private boolean isAnswered(SourceFile source, SourceFile.Import declared) {
        boolean whole = isWhole(declared);
        return Platform.has(declared.name(), whole)
                || known.owner(declared.name()) != null
                || generated.contains(whole ? declared.name() : Jar.packageOf(declared.name()))
                || whole && packages.contains(declared.name())
                // other languages import names that are no classes, such as aliases of types
                || source.language() != JvmLanguage.JAVA && packages.contains(Jar.packageOf(declared.name()))
                || source.language() == JvmLanguage.SCALA && isInScala(declared);
    }

    private static boolean isWhole(SourceFile.Import declared) {
        return declared.onDemand() && !declared.isStatic();
    }

    private void note(SourceFile.Import declared, Evidence place, boolean test) {
        String name = declared.isStatic() && !declared.onDemand() ? Jar.packageOf(declared.name()) : declared.name();
        Import before = open.get(name);
        List<Evidence> evidence = before == null ? new ArrayList<>() : before.evidence();
        evidence.add(place);
        boolean inTestsAlone = test && (before == null || before.testsAlone());
        open.put(name, new Import(name, isWhole(declared), evidence, inTestsAlone));
    }

    /** What a Java runtime has built in. */
    private static final class Platform {
        static boolean has(String name, boolean whole) {
            if (name.startsWith("java.") || whole && PlatformPackages.contain(name)) return true;
            // a nested type has its outer types between its package and its name
            for (String prefix = Jar.packageOf(name); !prefix.isEmpty(); prefix = Jar.packageOf(prefix)) {
                if (PlatformPackages.contain(prefix)) return true;
                String last = prefix.substring(prefix.lastIndexOf('.') + 1);
                if (!Character.isUpperCase(last.charAt(0))) return false;
            }
            return false;
        }
    }

    private void answer(Map<LibraryLists.Listed, Set<String>> listed) {
        List<String> names = open.values().stream()
                .filter(one -> !one.whole())
                .map(Import::name)
                .toList();
        Map<String, List<Coordinates>> store = repositories.classes().holding(names);
        for (Import one : open.values()) {
            if (isNested(one)) continue;
            Optional<Catalogue.Entry> entry = Catalogue.shipped().having(one.name());
            List<Coordinates> holding = store.getOrDefault(one.name(), List.of());
            Optional<LibraryLists.Listed> stated = listed.entrySet().stream()
                    .filter(library -> has(library.getValue(), one))
                    .map(Map.Entry::getKey)
                    .findFirst();
            if (stated.isPresent()) fromList(one, stated.get(), entry);
            else if (entry.isPresent() && isPreferred(entry.get(), holding)) fromCatalogue(one, entry.get());
            else if (!holding.isEmpty()) fromStore(one, holding);
            else unanswered.put(one.name(), one);
        }
    }

    private static boolean has(Set<String> classes, Import one) {
        if (one.whole())
            return classes.stream().anyMatch(name -> Jar.packageOf(name).equals(one.name()));
        for (String name = one.name(); name.contains("."); name = Jar.packageOf(name))
            if (classes.contains(name)) return true;
        return false;
    }

    private void fromList(Import one, LibraryLists.Listed listed, Optional<Catalogue.Entry> entry) {
        Coordinates artifact = listed.coordinates();
        Optional<Scope> usual = entry.filter(known -> known.artifact().equals(artifact.key()))
                .flatMap(known -> Scope.parse(known.scope()));
        Scope scope = one.testsAlone() ? Scope.TEST : usual.orElse(Scope.COMPILE);
        String found = "listed in " + listed.evidence().place();
        add(artifact.key(), artifact, scope, found, one, List.of(), List.of(), 0, true);
    }

    /**
     * Whether the catalogue's artifact is taken: it is what publishes the API, while any implementation of it may be in
     * the local repository. An artifact of the same group there that has the very class is nearer than the catalogue's.
     */
    private static boolean isPreferred(Catalogue.Entry entry, List<Coordinates> holding) {
        boolean there = holding.stream().anyMatch(c -> (c.group() + ":" + c.artifact()).equals(entry.artifact()));
        String group = entry.artifact().substring(0, entry.artifact().indexOf(':'));
        return there || holding.stream().noneMatch(c -> c.group().equals(group));
    }

    private void fromCatalogue(Import one, Catalogue.Entry entry) {
        Coordinates fitting = entry.fitting(era);
        Optional<Coordinates> stated = inStatedVersion(fitting);
        Scope scope = one.testsAlone() ? Scope.TEST : Scope.parse(entry.scope()).orElseThrow();
        add(
                entry.packages().get(0),
                stated.orElse(inFamily(fitting)),
                scope,
                stated.map(this::asNamed).orElse("the catalogue of widely used libraries"),
                one,
                List.of(),
                entry.companions(),
                entry.level(era),
                false);
    }

    private void fromStore(Import one, List<Coordinates> holding) {
        Optional<Coordinates> stated = stated(holding);
        Coordinates best = stated.or(() -> answering(holding)).orElse(holding.get(0));
        List<Decision.Alternative> others = holding.stream()
                .filter(c -> !c.key().equals(best.key()))
                .map(c -> new Decision.Alternative(c.toString(), "also contains the class"))
                .distinct()
                .limit(3)
                .toList();
        Scope scope = one.testsAlone() ? Scope.TEST : Scope.COMPILE;
        String found = stated.map(this::asNamed).orElse("found in the local repository");
        add(best.key(), inFamily(best), scope, found, one, others, List.of(), 0, false);
    }

    private String asNamed(Coordinates artifact) {
        return "the build names " + Paths.name(named.get(artifact.artifact()));
    }

    /** Of artifacts with a class, one that a wiring names the jar of; in that version, where a repository has it. */
    private Optional<Coordinates> stated(List<Coordinates> holding) {
        return holding.stream()
                .flatMap(artifact -> inStatedVersion(artifact).stream())
                .findFirst()
                .or(() -> holding.stream()
                        .filter(artifact -> named.containsKey(artifact.artifact()))
                        .findFirst());
    }

    /** An artifact in the version of the jar that a wiring names; empty if it names none, or no repository has it. */
    private Optional<Coordinates> inStatedVersion(Coordinates artifact) {
        String path = named.get(artifact.artifact());
        if (path == null || Paths.stem(path).equals(artifact.artifact())) return Optional.empty();
        String version = Paths.stem(path).substring(artifact.artifact().length() + 1);
        return inStatedVersion.computeIfAbsent(artifact.withVersion(version), stated -> Optional.of(stated)
                .filter(one -> repositories.descriptor(one).isPresent()));
    }

    /** Of artifacts with a class, one that answers another import already. */
    private Optional<Coordinates> answering(List<Coordinates> holding) {
        Set<String> taken =
                missing.values().stream().map(one -> one.coordinates().key()).collect(Collectors.toSet());
        return holding.stream()
                .filter(artifact -> taken.contains(artifact.key()))
                .findFirst();
    }

    /** Of a family of artifacts, all are of one version: the one that a jar here has. */
    private Coordinates inFamily(Coordinates fitting) {
        Coordinates relative = families.get(fitting.group());
        if (relative == null || !sameHouse(relative.artifact(), fitting.artifact())) return fitting;
        return fitting.withVersion(relative.version());
    }

    private static boolean sameHouse(String one, String other) {
        return Text.before(one, "-").equals(Text.before(other, "-"));
    }

    private void add(
            String key,
            Coordinates coordinates,
            Scope scope,
            String found,
            Import one,
            List<Decision.Alternative> others,
            List<String> companions,
            int level,
            boolean listed) {
        // one artifact is asked for once, whichever of its packages is imported
        String known = missing.values().stream()
                .filter(m -> m.coordinates().key().equals(coordinates.key()))
                .map(Missing::key)
                .findFirst()
                .orElse(key);
        Missing before = missing.get(known);
        List<Evidence> evidence = new ArrayList<>(before == null ? List.of() : before.evidence());
        evidence.addAll(one.evidence());
        Scope both = before == null || before.scope() == Scope.TEST ? scope : before.scope();
        Coordinates standing = before == null ? coordinates : before.coordinates();
        missing.put(known, new Missing(known, standing, both, found, evidence, others, companions, level, listed));
    }

    public Collection<Missing> all() {
        return missing.values().stream()
                // compilers of other languages know names that are no classes of their library
                .filter(one -> !present.contains(one.coordinates().key()))
                .toList();
    }

    /** Imports that neither the project, nor the local repository, nor the catalogue answers; by package. */
    public List<Finding> unanswered() {
        Map<String, List<Evidence>> byPackage = new LinkedHashMap<>();
        unanswered.values().forEach(one -> byPackage
                .computeIfAbsent(one.whole() ? one.name() : Jar.packageOf(one.name()), p -> new ArrayList<>())
                .addAll(one.evidence()));
        List<Finding> findings = new ArrayList<>();
        byPackage.forEach((name, evidence) -> findings.add(Finding.trouble(
                name, "is imported, and no jar of the project or the local repository contains it", evidence.get(0))));
        return findings;
    }
}
