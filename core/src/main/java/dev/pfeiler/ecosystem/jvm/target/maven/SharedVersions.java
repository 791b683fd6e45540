package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** Versions that several artifacts of one group share: each is stated once, as a property. */
final class SharedVersions {
    /** By name, the version. */
    private final Map<String, String> properties = new TreeMap<>();

    private final Map<String, String> references = new TreeMap<>();

    SharedVersions(JvmBuild build) {
        Map<String, TreeSet<String>> families = new TreeMap<>();
        build.dependencies()
                .filter(dependency -> !dependency.projectRepository())
                .map(Dependency::coordinates)
                .filter(c -> !build.isManaged(c))
                .forEach(c -> families.computeIfAbsent(family(c), f -> new TreeSet<>())
                        .add(c.artifact()));
        // a library that is its own annotation processor is named twice
        Set<Coordinates> processors = new HashSet<>();
        build.modules().forEach(module -> module.classPath().declared().stream()
                .map(Dependency::coordinates)
                .filter(c -> module.classPath().processors().stream()
                        .anyMatch(processor -> processor.coordinates().equals(c)))
                .forEach(processors::add));
        families.forEach((family, artifacts) -> {
            boolean twice = processors.stream().anyMatch(c -> family(c).equals(family));
            if (artifacts.size() < 2 && !twice) return;
            String[] parts = family.split(":");
            String name = name(parts[0], List.copyOf(artifacts)) + ".version";
            // of two versions in one family, one is stated by name
            if (properties.putIfAbsent(name, parts[1]) == null) references.put(family, "${" + name + "}");
        });
    }

    private static String family(Coordinates c) {
        return c.group() + ":" + c.version();
    }

    /** What the artifacts' names start with in common, else the end of their group's name. */
    private static String name(String group, List<String> artifacts) {
        List<String> common = new ArrayList<>(Arrays.asList(artifacts.get(0).split("-")));
        for (String artifact : artifacts) {
            List<String> parts = Arrays.asList(artifact.split("-"));
            int same = 0;
            while (same < Math.min(common.size(), parts.size())
                    && common.get(same).equals(parts.get(same))) same++;
            common = common.subList(0, same);
        }
        return common.isEmpty() ? group.substring(group.lastIndexOf('.') + 1) : String.join("-", common);
    }

    Map<String, String> properties() {
        return properties;
    }

    /** How the version of an artifact is stated: by property, or itself. */
    String reference(Coordinates c) {
        return references.getOrDefault(family(c), c.version());
    }
}
