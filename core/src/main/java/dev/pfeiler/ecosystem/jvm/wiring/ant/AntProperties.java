package dev.pfeiler.ecosystem.jvm.wiring.ant;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The properties of a build file: the first setting of a name wins. Source: the build tool's manual on properties. */
public final class AntProperties {
    private static final Pattern REFERENCE = Pattern.compile("\\$\\{([^${}]+)\\}");
    private static final int DEEPEST = 20;
    /** In characters; values that hold each other many times over would grow without bound. */
    private static final int LONGEST = 1 << 16;

    private static final Set<String> OWN = Set.of("basedir", "ant.project.name", "ant.file");

    private final Map<String, Wiring.Setting> values = new LinkedHashMap<>();

    public void set(String name, String value, Evidence evidence) {
        values.putIfAbsent(name, new Wiring.Setting(value, evidence));
    }

    /** Takes over what another build file has set, but for what belongs to that file alone. */
    void inherit(AntProperties other) {
        other.values.forEach((name, setting) -> {
            if (!OWN.contains(name)) values.putIfAbsent(name, setting);
        });
    }

    /** Does something while some properties have other values; what it sets besides is forgotten. */
    void with(Map<String, Wiring.Setting> others, Runnable reading) {
        Map<String, Wiring.Setting> before = new LinkedHashMap<>(values);
        values.putAll(others);
        try {
            reading.run();
        } finally {
            values.clear();
            values.putAll(before);
        }
    }

    public Optional<Wiring.Setting> get(String name) {
        return Optional.ofNullable(values.get(name));
    }

    Map<String, Wiring.Setting> all() {
        return Collections.unmodifiableMap(values);
    }

    boolean isSet(String name) {
        return values.containsKey(name);
    }

    /** The text with its references replaced; one to a property that is not set stays as it is. */
    public String expand(String text) {
        String current = text;
        for (int depth = 0; depth < DEEPEST && current.length() < LONGEST && current.contains("${"); depth++) {
            Matcher matcher = REFERENCE.matcher(current);
            StringBuilder next = new StringBuilder();
            while (matcher.find() && next.length() < LONGEST) {
                String value = get(matcher.group(1)).map(Wiring.Setting::value).orElse(matcher.group());
                matcher.appendReplacement(next, Matcher.quoteReplacement(value));
            }
            matcher.appendTail(next);
            if (next.toString().equals(current)) break;
            current = next.toString();
        }
        return current.replace("$$", "$");
    }
}
