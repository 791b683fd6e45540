package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** The manifest of an archive, within the block of its task. */
final class ManifestScript {
    private ManifestScript() {}

    static void write(Script script, JvmBuild build, BuildModule module, Dialect dialect) {
        Map<String, String> attributes = module.manifest().attributes();
        boolean namesLibraries = attributes.containsKey(Manifest.CLASS_PATH) && !build.packs(module);
        script.block("manifest", s -> {
            module.manifest().file().ifPresent(file -> s.line(dialect.call("from", dialect.string(file))));
            attributes.forEach((name, value) -> {
                if (name.equals(Manifest.CLASS_PATH) && namesLibraries) return;
                s.line(attribute(dialect, name, dialect.dated(value)));
            });
        });
        if (!namesLibraries) return;
        String folder = Manifest.libraryFolder(attributes)
                .filter(f -> !f.isEmpty())
                .map(f -> f + "/")
                .orElse("");
        String names = names(module.manifest().outside(), folder, dialect);
        // once the libraries are known
        script.block("doFirst", s -> s.line("manifest." + attribute(dialect, Manifest.CLASS_PATH, names)));
    }

    /** The expression for what a class path names. */
    private static String names(List<String> outside, String folder, Dialect dialect) {
        String others = outside.stream().map(dialect::string).collect(Collectors.joining(", "));
        if (dialect.kotlin()) {
            String name = "{ \"" + folder + "${it.name}\" }";
            String libraries = "configurations.runtimeClasspath.get()";
            return others.isEmpty()
                    ? libraries + ".joinToString(\" \") " + name
                    : "(listOf(" + others + ") + " + libraries + ".map " + name + ").joinToString(\" \")";
        }
        String libraries = "configurations.runtimeClasspath.collect { \"" + folder + "$it.name\" }";
        return (others.isEmpty() ? libraries : "([" + others + "] + " + libraries + ")") + ".join(' ')";
    }

    /** Attributes as they are. */
    static void attributes(Script script, Map<String, String> attributes, Dialect dialect) {
        if (attributes.isEmpty()) return;
        script.block(
                "manifest",
                s -> attributes.forEach((name, value) -> s.line(attribute(dialect, name, dialect.dated(value)))));
    }

    private static String attribute(Dialect dialect, String name, String value) {
        return dialect.kotlin()
                ? "attributes(" + dialect.string(name) + " to " + value + ")"
                : "attributes " + dialect.string(name) + ": " + value;
    }

    /** The arguments of the virtual machine that a program is started with. */
    static List<String> arguments(BuildModule module) {
        return Optional.ofNullable(module.manifest().attributes().get(Manifest.ADD_OPENS))
                .map(Manifest::openArguments)
                .orElse(List.of());
    }
}
