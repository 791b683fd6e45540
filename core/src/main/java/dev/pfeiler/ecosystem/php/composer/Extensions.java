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
     * @param optional whether the program asks first if it is there
     */
    public record Used(Evidence evidence, boolean optional) {}

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
        Map<String, Evidence> called = new LinkedHashMap<>();
        Map<String, Evidence> used = new LinkedHashMap<>();
        Set<String> askedFor = new HashSet<>();
        for (PhpSource source : sources) {
            source.declarations().forEach(d -> own.add(d.name().toLowerCase(Locale.ROOT)));
            source.calls()
                    .forEach((name, line) ->
                            called.computeIfAbsent(name, n -> new Evidence(source.path(), line, n + "(…)")));
            source.uses()
                    .forEach(use -> used.computeIfAbsent(use.name(), n -> new Evidence(source.path(), use.line(), n)));
            boolean asks = source.calls().keySet().stream().anyMatch(QUESTIONS::contains);
            if (asks) source.classStrings().forEach(text -> askedFor.add(text.name()));
        }
        called.keySet().removeAll(own);
        used.keySet().removeIf(name -> own.contains(name.toLowerCase(Locale.ROOT)));
        SortedMap<String, Used> found = new TreeMap<>();
        for (Extension extension : ALL) {
            extension
                    .in(called, used)
                    .ifPresent(place -> found.put(extension.name(), new Used(place, extension.in(askedFor))));
        }
        return found;
    }
}
