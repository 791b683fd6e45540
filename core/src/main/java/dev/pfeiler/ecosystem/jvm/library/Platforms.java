package dev.pfeiler.ecosystem.jvm.library;

import com.fasterxml.jackson.dataformat.yaml.YAMLMapper;
import dev.pfeiler.artifact.repository.Coordinates;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.List;

/** The known bills of materials. */
public final class Platforms {
    /**
     * A bill of materials.
     *
     * @param bom group and artifact
     * @param groups of the artifacts whose versions it states, and of those below
     */
    public record Entry(String bom, List<String> groups) {
        public Entry {
            groups = List.copyOf(groups);
        }

        public boolean covers(Coordinates artifact) {
            return groups.stream()
                    .anyMatch(group ->
                            artifact.group().equals(group) || artifact.group().startsWith(group + "."));
        }

        public Coordinates in(String version) {
            String[] parts = bom.split(":");
            return new Coordinates(parts[0], parts[1], version);
        }
    }

    private static final class Holder {
        private static final List<Entry> SHIPPED = read();

        private static List<Entry> read() {
            try (InputStream in = Platforms.class.getResourceAsStream("platforms.yaml")) {
                return List.copyOf(Arrays.asList(new YAMLMapper().readValue(in, Entry[].class)));
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    private Platforms() {}

    public static List<Entry> shipped() {
        return Holder.SHIPPED;
    }
}
