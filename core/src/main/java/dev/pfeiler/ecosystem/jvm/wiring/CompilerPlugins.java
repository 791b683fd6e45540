package dev.pfeiler.ecosystem.jvm.wiring;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The plug-ins of the Kotlin compiler in its arguments. Source: "All-open compiler plugin" and its neighbours in the
 * Kotlin documentation.
 *
 * @param options of each plug-in, as {@code name=value}; the plug-in is named as build tools name it
 * @param others the other arguments
 */
public record CompilerPlugins(Map<String, List<String>> options, List<String> others) {
    private static final Pattern JAR = Pattern.compile(
            "-Xplugin=(?:.*[/\\\\])?(?:kotlin-)?(allopen|noarg|serialization|sam-with-receiver)[^/\\\\]*\\.jar");
    private static final Pattern OPTION = Pattern.compile("plugin:org\\.jetbrains\\.kotlinx?\\.([\\w.-]+):(.+)");
    private static final Map<String, String> NAMES = Map.of(
            "allopen", "allopen",
            "noarg", "noarg",
            "serialization", "serialization",
            "sam-with-receiver", "sam-with-receiver",
            "samWithReceiver", "sam-with-receiver");

    public static CompilerPlugins of(List<String> arguments) {
        Map<String, List<String>> options = new LinkedHashMap<>();
        List<String> others = new ArrayList<>();
        for (int i = 0; i < arguments.size(); i++) {
            String argument = arguments.get(i);
            Matcher jar = JAR.matcher(argument);
            if (jar.matches()) {
                options.computeIfAbsent(NAMES.get(jar.group(1)), plugin -> new ArrayList<>());
                continue;
            }
            Matcher option = OPTION.matcher(i + 1 < arguments.size() ? arguments.get(i + 1) : "");
            if (argument.equals("-P") && option.matches() && NAMES.containsKey(option.group(1))) {
                options.computeIfAbsent(NAMES.get(option.group(1)), plugin -> new ArrayList<>())
                        .add(option.group(2));
                i++;
            } else others.add(argument);
        }
        return new CompilerPlugins(options, others);
    }
}
