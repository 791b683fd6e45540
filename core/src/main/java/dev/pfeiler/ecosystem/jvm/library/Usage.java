package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Names;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.evidence.Evidence;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** Which jars a project uses, from where, and which of them drag others in. */
public final class Usage {
    /** How a jar is used. */
    public enum Way {
        /** The sources of the program name its classes. */
        MAIN,
        /** The tests name its classes. */
        TEST,
        /** Web files, settings or string literals name its classes or tag libraries. */
        BY_NAME,
        /** It offers an implementation that a used jar, or the Java runtime, looks for. */
        BY_SERVICE,
        /** It offers an implementation that a jar looks for which only tests use. */
        BY_TEST_SERVICE
    }

    private final Map<Way, Map<Jar, TreeMap<String, Evidence>>> uses = new HashMap<>();
    private final Map<Jar, Set<Jar>> needs = new HashMap<>();

    private Usage() {}

    /**
     * Finds the uses.
     *
     * @param jars in class-path order: of two that hold a class, the first is used
     * @param named classes that settings name, with the first place of each
     */
    public static Usage of(
            List<Jar> jars,
            Collection<SourceFile> main,
            Collection<SourceFile> tests,
            Collection<WebFiles> webs,
            Map<String, Evidence> named) {
        Usage usage = new Usage();
        Names<Jar> names = new Names<>();
        for (Jar jar : jars) names.add(jar, jar.classes());
        usage.languages(Way.MAIN, jars, main);
        usage.languages(Way.TEST, jars, tests);
        for (SourceFile source : main) {
            usage.note(Way.MAIN, names.usedBy(source));
            usage.note(Way.BY_NAME, names.namedBy(source));
            usage.generated(Way.MAIN, names, source);
        }
        for (SourceFile source : tests) {
            usage.note(Way.TEST, names.usedBy(source));
            usage.note(Way.TEST, names.namedBy(source));
            usage.generated(Way.TEST, names, source);
        }
        for (WebFiles web : webs) usage.web(jars, names, web);
        named.forEach((name, evidence) -> {
            Jar owner = names.owner(name);
            if (owner != null) usage.note(Way.BY_NAME, Map.of(owner, evidence));
            if (name.contains(":"))
                jars.stream()
                        .filter(jar -> jar.tagLibraries().contains(name))
                        .findFirst()
                        .ifPresent(jar -> usage.note(Way.BY_NAME, Map.of(jar, evidence)));
        });
        for (Jar jar : jars) {
            Set<Jar> needed = new LinkedHashSet<>();
            for (String reference : jar.references()) {
                Jar owner = names.owner(reference);
                if (owner != null && owner != jar) needed.add(owner);
            }
            usage.needs.put(jar, needed);
        }
        usage.services(jars, names, main);
        return usage;
    }

    /** Sources in a language need its library, whether they name it or not. */
    private void languages(Way way, List<Jar> jars, Collection<SourceFile> sources) {
        for (JvmLanguage language : JvmLanguage.all()) {
            Optional<Jar> library = LanguageLibraries.of(language, jars);
            if (library.isEmpty()) continue;
            sources.stream()
                    .filter(source -> source.language() == language)
                    .forEach(source -> note(
                            way, Map.of(library.get(), Evidence.of(source.path(), "written in " + language.title()))));
        }
    }

    /** What the code uses that is generated for a source's annotations. */
    private void generated(Way way, Names<Jar> names, SourceFile source) {
        GeneratedUses.of(source).forEach((name, line) -> {
            Jar owner = names.owner(name);
            if (owner != null)
                note(way, Map.of(owner, new Evidence(source.path(), line, "generated code uses " + name)));
        });
    }

    /** Jars that are found by what they offer: logging back ends, drivers, parsers. */
    private void services(List<Jar> jars, Names<Jar> names, Collection<SourceFile> main) {
        Set<Jar> reached = new HashSet<>(reached(Way.MAIN).keySet());
        reached.addAll(reached(Way.BY_NAME).keySet());
        Set<Jar> byTests = reached(Way.TEST).keySet();
        boolean databases = main.stream()
                .flatMap(source -> source.imports().stream())
                .anyMatch(i -> i.name().startsWith("java.sql.") || i.name().startsWith("javax.sql."));
        for (Jar jar : jars) {
            for (String service : jar.services()) {
                Jar seeker = names.owner(service);
                boolean sought = seeker != null && seeker != jar && reached.contains(seeker)
                        || databases && service.equals("java.sql.Driver");
                Map<Jar, Evidence> offer = Map.of(jar, Evidence.of(jar.path() + "!/META-INF/services/" + service, ""));
                if (sought) note(Way.BY_SERVICE, offer);
                else if (seeker != null && seeker != jar && byTests.contains(seeker)) note(Way.BY_TEST_SERVICE, offer);
            }
        }
    }

    private void web(List<Jar> jars, Names<Jar> names, WebFiles web) {
        web.classes().forEach((name, evidence) -> {
            Jar owner = names.owner(name);
            if (owner != null) note(Way.BY_NAME, Map.of(owner, evidence));
        });
        for (Jar jar : jars) {
            Set<String> packages = jar.packages();
            web.packages().forEach((name, evidence) -> {
                if (packages.contains(name)) note(Way.BY_NAME, Map.of(jar, evidence));
            });
            web.tagLibraries().forEach((uri, evidence) -> {
                if (jar.tagLibraries().contains(uri)) note(Way.BY_NAME, Map.of(jar, evidence));
            });
        }
    }

    private void note(Way way, Map<Jar, Evidence> used) {
        used.forEach((jar, evidence) -> uses.computeIfAbsent(way, w -> new LinkedHashMap<>())
                .computeIfAbsent(jar, j -> new TreeMap<>())
                .putIfAbsent(evidence.file(), evidence));
    }

    /** The first place in each file that uses a jar so, by file. */
    public List<Evidence> evidence(Jar jar, Way way) {
        return uses.getOrDefault(way, Map.of()).getOrDefault(jar, new TreeMap<>()).values().stream()
                .sorted(Comparator.comparing(e -> e.line() == 0))
                .toList();
    }

    public boolean uses(Way way, Jar jar) {
        return uses.getOrDefault(way, Map.of()).containsKey(jar);
    }

    /** The jars whose classes the classes of a jar mention. */
    public Set<Jar> needs(Jar jar) {
        return needs.getOrDefault(jar, Set.of());
    }

    /** What is used in a way, with all that it drags in, and the jar that dragged each in; itself for those used. */
    public Map<Jar, Jar> reached(Way way) {
        Map<Jar, Jar> reached = new LinkedHashMap<>();
        Deque<Jar> open = new ArrayDeque<>();
        Set<Jar> start = new HashSet<>(uses.getOrDefault(way, Map.of()).keySet());
        start.stream().sorted(Comparator.comparing(Jar::path)).forEach(jar -> {
            reached.put(jar, jar);
            open.add(jar);
        });
        while (!open.isEmpty()) {
            Jar jar = open.poll();
            needs(jar).stream().sorted(Comparator.comparing(Jar::path)).forEach(needed -> {
                if (reached.putIfAbsent(needed, jar) == null) open.add(needed);
            });
        }
        return reached;
    }
}
