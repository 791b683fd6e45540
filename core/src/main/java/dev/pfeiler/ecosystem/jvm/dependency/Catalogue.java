package dev.pfeiler.ecosystem.jvm.dependency;

import com.fasterxml.jackson.dataformat.yaml.YAMLMapper;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Much-used libraries by the packages they bring; shipped as data. What it says is never certain. */
public final class Catalogue {
    private final List<Entry> entries;

    private Catalogue(List<Entry> entries) {
        this.entries = entries;
    }

    /**
     * A library.
     *
     * @param prefix of its packages
     * @param coordinates in a version that fits most projects
     * @param scope in which the program needs it
     * @param servlet other coordinates, by the version of the Servlet API; null where that decides nothing
     */
    public record Entry(String prefix, String coordinates, String scope, Map<String, String> servlet) {
        /** The coordinates that fit a version of the Servlet API, which may be empty. */
        public Coordinates fitting(String servletVersion) {
            String written = servlet == null ? coordinates : servlet.getOrDefault(servletVersion, coordinates);
            return Coordinates.parse(written).orElseThrow();
        }
    }

    /** The catalogue that is shipped. */
    public static Catalogue shipped() {
        try (InputStream in = Catalogue.class.getResourceAsStream("catalogue.yaml")) {
            return new Catalogue(Arrays.asList(new YAMLMapper().readValue(in, Entry[].class)));
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The coordinates of the library of that artifact name, where just one has it. */
    Optional<Coordinates> artifact(String artifact) {
        List<Coordinates> named = entries.stream()
                .flatMap(entry -> Coordinates.parse(entry.coordinates()).stream())
                .filter(c -> c.artifact().equals(artifact))
                .distinct()
                .toList();
        return named.stream().map(Coordinates::group).distinct().count() == 1
                ? Optional.of(named.get(0))
                : Optional.empty();
    }

    /** The entry with the longest prefix that a name starts with. */
    public Optional<Entry> having(String name) {
        return entries.stream()
                .filter(entry -> name.startsWith(entry.prefix() + "."))
                .max(Comparator.comparingInt(entry -> entry.prefix().length()));
    }
}
