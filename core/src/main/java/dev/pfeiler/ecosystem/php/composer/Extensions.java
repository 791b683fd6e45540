package dev.pfeiler.ecosystem.php.composer;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.dataformat.yaml.YAMLMapper;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Evidence;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Which extensions of the language a program needs, by the functions and classes it uses. */
public final class Extensions {
    private record Extension(String name, List<String> functions, List<String> classes) {
        /** The first place of a name that it brings. */
        Optional<Evidence> in(Map<String, Evidence> called, Map<String, Evidence> used) {
            Stream<Evidence> byCall = functions.stream().flatMap(function -> called.entrySet().stream()
                    .filter(call -> names(function, call.getKey()))
                    .map(Map.Entry::getValue)
                    .limit(1));
            Stream<Evidence> byUse = classes.stream().map(used::get).filter(Objects::nonNull);
            return Stream.concat(byCall, byUse).findFirst();
        }

        boolean in(Set<String> askedFor) {
            return askedFor.stream()
                    .anyMatch(text -> text.equals(name)
                            || classes.contains(text)
                            || functions.stream().anyMatch(function -> names(function, text)));
        }

        private static boolean names(String function, String called) {
            return function.endsWith("_") ? called.startsWith(function) : called.equals(function);
        }
    }

    /**
     * An extension that is used.
     *
     * @param optional why the program may do without it; empty if it needs it
     */
    public record Used(Evidence evidence, Optional<String> optional) {}

    /** How one file names what extensions bring. */
    private record Naming(
            PhpSource source, Map<String, Evidence> called, Map<String, Evidence> used, Set<String> askedFor) {
        static Naming of(PhpSource source, Set<String> own) {
            Map<String, Evidence> called = new LinkedHashMap<>();
            source.calls().forEach((name, line) -> called.put(name, new Evidence(source.path(), line, name + "(…)")));
            called.keySet().removeAll(own);
            Map<String, Evidence> used = new LinkedHashMap<>();
            source.uses().stream()
                    .filter(use -> !own.contains(use.name().toLowerCase(Locale.ROOT)))
                    .forEach(use -> used.putIfAbsent(use.name(), new Evidence(source.path(), use.line(), use.name())));
            Set<String> askedFor = new HashSet<>();
            boolean asks = source.calls().keySet().stream().anyMatch(QUESTIONS::contains);
            if (asks) source.classStrings().forEach(text -> askedFor.add(text.name()));
            return new Naming(source, called, used, askedFor);
        }
    }

    /** A program with fewer classes has no options. */
    private static final int CLASSES = 5;

    private static final Set<String> QUESTIONS =
            Set.of("function_exists", "extension_loaded", "class_exists", "is_callable");

    private static final List<Extension> ALL = load();

    private Extensions() {}

    private static List<Extension> load() {
        try (InputStream in = Extensions.class.getResourceAsStream("extensions.yaml")) {
            return new YAMLMapper().readValue(in, new TypeReference<List<Extension>>() {});
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The names of the extensions, each with the first place that needs it; what the program declares itself is none. */
    public static SortedMap<String, Used> usedBy(Collection<PhpSource> sources) {
        Set<String> own = new HashSet<>();
        for (PhpSource source : sources)
            source.declarations().forEach(d -> own.add(d.name().toLowerCase(Locale.ROOT)));
        List<Naming> files =
                sources.stream().map(source -> Naming.of(source, own)).toList();
        SortedMap<String, Used> found = new TreeMap<>();
        for (Extension extension : ALL) {
            Map<Naming, Evidence> using = new LinkedHashMap<>();
            for (Naming file : files)
                extension.in(file.called(), file.used()).ifPresent(place -> using.put(file, place));
            if (using.isEmpty()) continue;
            List<Naming> unasked = using.keySet().stream()
                    .filter(file -> !extension.in(file.askedFor()))
                    .toList();
            Optional<String> optional = Optional.empty();
            if (unasked.isEmpty()) optional = Optional.of("used only if loaded");
            else if (unasked.size() == 1) optional = ofOneClass(unasked.get(0).source(), files);
            Naming first = unasked.isEmpty() ? using.keySet().iterator().next() : unasked.get(0);
            found.put(extension.name(), new Used(using.get(first), optional));
        }
        return found;
    }

    /** Whether a file has just one class, which nothing names, so that it is one of several to choose from. */
    private static Optional<String> ofOneClass(PhpSource source, Collection<Naming> files) {
        List<String> classes = source.declarations().stream()
                .filter(d -> d.kind().loadable())
                .map(PhpSource.Declaration::name)
                .toList();
        long all = files.stream()
                .filter(file -> file.source().declarations().stream()
                        .anyMatch(d -> d.kind().loadable()))
                .count();
        if (classes.size() != 1 || !source.declaresOnly() || all < CLASSES) return Optional.empty();
        boolean named = files.stream()
                .filter(file -> file.source() != source)
                .flatMap(file -> Stream.concat(file.source().uses().stream(), file.source().classStrings().stream()))
                .anyMatch(use -> use.name().equalsIgnoreCase(classes.get(0)));
        return named ? Optional.empty() : Optional.of("used by " + classes.get(0) + " alone, which nothing names");
    }
}
