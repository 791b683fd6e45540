package dev.pfeiler.artifact.identity;

import com.fasterxml.jackson.core.json.JsonReadFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.pfeiler.artifact.repository.Coordinates;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Widely used libraries by the packages they bring; shipped as data. What it says is never certain. */
public final class Catalogue {
    private final List<Entry> entries;
    private final Map<String, Entry> byPackage = new HashMap<>();

    private Catalogue(List<Entry> entries) {
        this.entries = entries;
        for (Entry entry : entries) entry.packages().forEach(name -> byPackage.putIfAbsent(name, entry));
    }

    /**
     * What a project is written for, as far as it decides about versions.
     *
     * @param level the Java level
     * @param servlet the version of the Servlet API; empty if it does not say
     * @param jakarta whether it uses the enterprise packages under their newer name
     */
    public record Era(int level, String servlet, boolean jakarta) {}

    /**
     * A library.
     *
     * @param packages prefixes of the packages it brings
     * @param artifact group and artifact
     * @param versions by the lowest Java level that runs each
     * @param scope in which a program needs it; null for compile
     * @param servlet other coordinates, by the version of the Servlet API; null where that decides nothing
     * @param jakarta versions for projects that use the newer enterprise packages; null where that decides nothing
     * @param companions coordinates of what a program needs besides to run with it; null for none
     * @param former groups and artifacts that other releases of it have; null for none
     */
    public record Entry(
            List<String> packages,
            String artifact,
            Map<Integer, String> versions,
            String scope,
            Map<String, String> servlet,
            Map<Integer, String> jakarta,
            List<String> companions,
            List<String> former) {
        public Entry {
            packages = List.copyOf(packages);
            versions = new TreeMap<>(versions);
            scope = scope == null ? "compile" : scope;
            servlet = servlet == null ? Map.of() : servlet;
            jakarta = jakarta == null ? Map.of() : new TreeMap<>(jakarta);
            companions = companions == null ? List.of() : List.copyOf(companions);
            former = former == null ? List.of() : List.copyOf(former);
        }

        /** Groups and artifacts that a release of it can have, today's first; their versions say nothing. */
        List<Coordinates> names() {
            return Stream.concat(Stream.of(artifact), former.stream())
                    .map(name -> Coordinates.parse(name + ":0").orElseThrow())
                    .toList();
        }

        /** The coordinates in the version that fits a project best. */
        public Coordinates fitting(Era era) {
            String stated = servlet.get(era.servlet());
            if (stated != null) return Coordinates.parse(stated).orElseThrow();
            return with(newest(of(era), era.level()));
        }

        /** The lowest Java level that runs the version fitting an era; 0 if that is not known. */
        public int level(Era era) {
            String version = fitting(era).version();
            return of(era).entrySet().stream()
                    .filter(entry -> entry.getValue().equals(version))
                    .mapToInt(Map.Entry::getKey)
                    .findFirst()
                    .orElse(0);
        }

        private Map<Integer, String> of(Era era) {
            return era.jakarta() && !jakarta.isEmpty() ? jakarta : versions;
        }

        /** The coordinates in their newest version. */
        public Coordinates newest() {
            return with(newest(versions, Integer.MAX_VALUE));
        }

        private static String newest(Map<Integer, String> versions, int level) {
            String fitting = null;
            // those that no level runs are better than none
            for (Map.Entry<Integer, String> entry : new TreeMap<>(versions).entrySet()) {
                if (fitting == null || entry.getKey() <= level) fitting = entry.getValue();
            }
            return fitting;
        }

        private Coordinates with(String version) {
            return Coordinates.parse(artifact + ":" + version).orElseThrow();
        }

        /** Whether group, artifact or a package has the text in it, letter case aside. */
        public boolean matches(String part) {
            String wanted = part.toLowerCase(Locale.ROOT);
            return artifact.toLowerCase(Locale.ROOT).contains(wanted)
                    || packages.stream()
                            .anyMatch(name -> name.toLowerCase(Locale.ROOT).contains(wanted));
        }
    }

    private static final class Holder {
        private static final Catalogue SHIPPED = read();

        private static Catalogue read() {
            // JSON with comments: its parser starts faster than YAML's, and every survey needs the catalogue
            JsonMapper json = JsonMapper.builder()
                    .enable(JsonReadFeature.ALLOW_YAML_COMMENTS)
                    .build();
            try (InputStream in = Catalogue.class.getResourceAsStream("catalogue.json")) {
                return new Catalogue(Arrays.asList(json.readValue(in, Entry[].class)));
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    /** The catalogue that is shipped; read where it is first asked for. */
    public static Catalogue shipped() {
        return Holder.SHIPPED;
    }

    public List<Entry> entries() {
        return entries;
    }

    /** The groups of the libraries that have an artifact name, or had it. */
    List<String> groups(String artifact) {
        return entries.stream()
                .flatMap(entry -> entry.names().stream())
                .filter(name -> name.artifact().equals(artifact))
                .map(Coordinates::group)
                .distinct()
                .toList();
    }

    /** The entry with the longest package prefix that a class or package name starts with. */
    public Optional<Entry> having(String name) {
        for (String prefix = name; ; prefix = prefix.substring(0, prefix.lastIndexOf('.'))) {
            Entry entry = byPackage.get(prefix);
            if (entry != null) return Optional.of(entry);
            if (prefix.lastIndexOf('.') < 0) return Optional.empty();
        }
    }

    /** The entries that have a text in group, artifact or a package, by artifact. */
    public List<Entry> matching(String part) {
        return entries.stream()
                .filter(entry -> entry.matches(part))
                .sorted(Comparator.comparing(Entry::artifact))
                .toList();
    }
}
