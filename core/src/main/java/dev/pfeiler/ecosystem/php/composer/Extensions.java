package dev.pfeiler.ecosystem.php.composer;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.dataformat.yaml.YAMLMapper;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Evidence;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Which extensions of the language a program needs, by the functions and classes it uses. */
public final class Extensions {
    private record Extension(String name, List<String> functions, List<String> classes) {
        Optional<Evidence> in(PhpSource source) {
            Stream<Evidence> called = source.calls().entrySet().stream()
                    .filter(call -> functions.stream().anyMatch(f -> names(f, call.getKey())))
                    .map(call -> new Evidence(source.path(), call.getValue(), call.getKey() + "(…)"));
            Stream<Evidence> used = source.uses().stream()
                    .filter(use -> classes.contains(use.name()))
                    .map(use -> new Evidence(source.path(), use.line(), use.name()));
            return Stream.concat(called, used).findFirst();
        }

        boolean askedFor(PhpSource source) {
            return source.calls().keySet().stream().anyMatch(QUESTIONS::contains)
                    && source.classStrings().stream()
                            .map(PhpSource.Use::name)
                            .anyMatch(text -> text.equals(name)
                                    || classes.contains(text)
                                    || functions.stream().anyMatch(f -> names(f, text)));
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
        Map<String, Boolean> own = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        sources.forEach(source -> source.declarations().forEach(d -> own.put(d.name(), true)));
        SortedMap<String, Used> used = new TreeMap<>();
        for (Extension extension : ALL) {
            sources.stream()
                    .flatMap(source -> extension.in(source).stream())
                    .filter(evidence -> !own.containsKey(evidence.excerpt().replace("(…)", "")))
                    .findFirst()
                    .ifPresent(evidence -> used.put(
                            extension.name(),
                            new Used(evidence, sources.stream().anyMatch(extension::askedFor))));
        }
        return used;
    }
}
