package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.wiring.BuildTime;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;

/** The time of the build in POMs. Maven has one format for it; a plug-in sets properties in further ones. */
final class PomTimes {
    private static final String OWN = "maven.build.timestamp";

    private final List<String> patterns;

    PomTimes(JvmBuild build) {
        Set<String> found = new LinkedHashSet<>();
        build.modules().forEach(module -> module.datedTexts().forEach(text -> found.addAll(BuildTime.patterns(text))));
        this.patterns = List.copyOf(found);
    }

    /** States the format. */
    void properties(PomElement properties) {
        if (!patterns.isEmpty()) properties.add(OWN + ".format", patterns.get(0));
    }

    /** A text with properties in place of the time. */
    String text(String text) {
        return BuildTime.replace(text, pattern -> "${" + property(pattern) + "}", UnaryOperator.identity());
    }

    private String property(String pattern) {
        int index = patterns.indexOf(pattern);
        return index == 0 ? OWN : "build.time." + (index + 1);
    }

    /** Whether a property of the POM can hold a text: what replaces names in files does not look up what it contains. */
    boolean isStated(String text) {
        return BuildTime.patterns(text).stream()
                .allMatch(pattern -> property(pattern).equals(OWN));
    }

    /** Sets the properties that a module needs and that no POM can state. */
    void further(PomElement executions, BuildModule module) {
        Map<String, String> formats = new LinkedHashMap<>();
        module.manifests().flatMap(manifest -> manifest.values().stream()).forEach(text -> BuildTime.patterns(text)
                .forEach(pattern -> formats.put(property(pattern), pattern)));
        formats.remove(OWN);
        module.filtering().values().forEach((name, text) -> {
            if (!isStated(text)) formats.put(name, BuildTime.replace(text, UnaryOperator.identity(), PomTimes::quoted));
        });
        formats.forEach((property, format) -> executions.add(new PomElement("execution")
                .add("id", property)
                .addList("goals", "goal", List.of("timestamp-property"))
                .add(new PomElement("configuration").add("name", property).add("pattern", format))));
    }

    /** A text as a part of a format. */
    private static String quoted(String text) {
        return text.isEmpty() ? "" : "'" + text.replace("'", "''") + "'";
    }
}
