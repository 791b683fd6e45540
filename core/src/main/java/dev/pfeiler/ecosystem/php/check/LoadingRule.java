package dev.pfeiler.ecosystem.php.check;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.ecosystem.JsonDescriptor;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A rule by which classes are loaded. Source: PSR-4; PSR-0; the Composer documentation, autoload.
 *
 * @param section {@code autoload} or {@code autoload-dev}
 * @param kind {@code psr-4}, {@code psr-0}, {@code classmap} or {@code files}
 * @param prefix of the names of classes; empty for rules without one
 * @param path the folder or file, within the tree
 * @param way to the path in the descriptor
 */
record LoadingRule(String section, String kind, String prefix, String path, List<String> way) {
    static List<LoadingRule> of(JsonDescriptor descriptor) {
        List<LoadingRule> rules = new ArrayList<>();
        for (String section : List.of("autoload", "autoload-dev")) {
            for (String kind : List.of("psr-4", "psr-0"))
                descriptor.at(section, kind).properties().forEach(entry -> {
                    JsonNode paths = entry.getValue();
                    if (paths.isTextual()) add(rules, section, kind, entry.getKey(), paths.asText(), List.of());
                    for (int i = 0; i < paths.size(); i++)
                        add(rules, section, kind, entry.getKey(), paths.get(i).asText(), List.of(String.valueOf(i)));
                });
            for (String kind : List.of("classmap", "files")) {
                JsonNode paths = descriptor.at(section, kind);
                for (int i = 0; i < paths.size(); i++) {
                    List<String> way = List.of(section, kind, String.valueOf(i));
                    Paths.normal(paths.get(i).asText())
                            .ifPresent(path -> rules.add(new LoadingRule(section, kind, "", path, way)));
                }
            }
        }
        return rules;
    }

    private static void add(
            List<LoadingRule> rules, String section, String kind, String prefix, String path, List<String> index) {
        List<String> way = new ArrayList<>(List.of(section, kind, prefix));
        way.addAll(index);
        Paths.normal(path).ifPresent(plain -> rules.add(new LoadingRule(section, kind, prefix, plain, way)));
    }

    boolean isStandard() {
        return kind.startsWith("psr");
    }

    /** The file from which it loads a class, if the class is one of its own. */
    Optional<String> file(String className) {
        if (!isStandard() || !className.startsWith(prefix)) return Optional.empty();
        if (kind.equals("psr-4"))
            return Optional.of(
                    Paths.join(path, className.substring(prefix.length()).replace('\\', '/') + ".php"));
        int last = className.lastIndexOf('\\');
        String namespace = last < 0 ? "" : className.substring(0, last + 1).replace('\\', '/');
        return Optional.of(
                Paths.join(path, namespace + className.substring(last + 1).replace('_', '/') + ".php"));
    }

    /** Whether it loads a class from a file. */
    boolean loads(String className, String file) {
        if (isStandard()) return file(className).filter(file::equals).isPresent();
        return Paths.within(path, file);
    }
}
