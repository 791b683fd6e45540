package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.XmlElement;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.regex.Pattern;

/**
 * Reads how a build calls the documentation tool. Settings bear the names that the tool's options and the build tool's
 * plug-in share. Source: the manual of {@code javadoc}.
 */
public final class JavadocOptions {
    private static final Pattern HYPHENS = Pattern.compile("^-+");
    private static final Pattern ADDRESS = Pattern.compile("https?://[^\\s$]+");

    private static final Set<String> TEXTS =
            Set.of("windowtitle", "doctitle", "header", "footer", "bottom", "docencoding", "charset", "locale");
    private static final Set<String> FLAGS = Set.of("author", "version", "use", "linksource", "nodeprecated");
    private static final Set<String> ACCESS = Set.of("public", "protected", "package", "private");
    static final String LINKS = "links";

    private JavadocOptions() {}

    /**
     * Takes the settings of a task.
     *
     * @param value gives an attribute with its properties replaced
     */
    public static void task(
            XmlElement task,
            BiFunction<XmlElement, String, String> value,
            Evidence evidence,
            Map<String, Wiring.Setting> settings) {
        for (String written : task.attributes().keySet()) {
            String name = written.toLowerCase(Locale.ROOT);
            String set = value.apply(task, written);
            if (TEXTS.contains(name)) put(settings, name, set, evidence);
            else if (FLAGS.contains(name) && isTrue(set)) put(settings, name, "true", evidence);
            else if (ACCESS.contains(name) && isTrue(set)) put(settings, "show", name, evidence);
            else if (name.equals("access")) put(settings, "show", set, evidence);
            else if (name.equals("link")) link(settings, set, evidence);
        }
        for (XmlElement child : task.children()) {
            if (child.name().equals("link")) link(settings, value.apply(child, "href"), evidence);
            else if (TEXTS.contains(child.name())) put(settings, child.name(), child.text(), evidence);
        }
    }

    /** Takes the options of a call. */
    public static void call(List<String> arguments, Evidence evidence, Map<String, Wiring.Setting> settings) {
        for (int i = 0; i < arguments.size(); i++) {
            String name = HYPHENS.matcher(arguments.get(i)).replaceFirst("");
            if (!arguments.get(i).startsWith("-")) continue;
            boolean more = i + 1 < arguments.size();
            if (TEXTS.contains(name) && more) put(settings, name, arguments.get(++i), evidence);
            else if (FLAGS.contains(name)) put(settings, name, "true", evidence);
            else if (ACCESS.contains(name)) put(settings, "show", name, evidence);
            else if (name.equals("link") && more) link(settings, arguments.get(++i), evidence);
            else if (name.startsWith("Xdoclint:")) put(settings, "doclint", name.substring(9), evidence);
        }
    }

    private static boolean isTrue(String text) {
        return Set.of("true", "yes", "on").contains(text.toLowerCase(Locale.ROOT));
    }

    private static void put(Map<String, Wiring.Setting> settings, String name, String value, Evidence evidence) {
        if (!value.isBlank() && !value.contains("${")) settings.putIfAbsent(name, new Wiring.Setting(value, evidence));
    }

    private static void link(Map<String, Wiring.Setting> settings, String url, Evidence evidence) {
        if (!ADDRESS.matcher(url).matches()) return;
        settings.merge(
                LINKS,
                new Wiring.Setting(url, evidence),
                (one, other) -> List.of(one.value().split(" ")).contains(url)
                        ? one
                        : new Wiring.Setting(one.value() + " " + url, one.evidence()));
    }
}
