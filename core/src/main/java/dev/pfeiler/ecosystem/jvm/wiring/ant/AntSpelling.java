package dev.pfeiler.ecosystem.jvm.wiring.ant;

import dev.pfeiler.tree.XmlElement;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Brings a build file to lower case where Ant does not tell letter case apart: the names of attributes, of elements and
 * of the attributes and elements that a macro defines.
 */
final class AntSpelling {
    private static final Set<String> DEFINITIONS = Set.of("macrodef", "presetdef");
    private static final Set<String> PARTS = Set.of("attribute", "element");
    private static final Pattern REFERENCE = Pattern.compile("@\\{[^}]*}");

    private AntSpelling() {}

    static XmlElement lowerCase(XmlElement element) {
        return lowerCase(element, false);
    }

    private static XmlElement lowerCase(XmlElement element, boolean part) {
        String name = lower(element.name());
        boolean defines = DEFINITIONS.contains(name);
        Map<String, String> attributes = new LinkedHashMap<>();
        element.attributes().forEach((key, value) -> {
            boolean named = lower(key).equals("name") && (defines || part);
            attributes.put(lower(key), named ? lower(value) : references(value));
        });
        List<XmlElement> children = element.children().stream()
                .map(child -> lowerCase(child, defines && PARTS.contains(lower(child.name()))))
                .toList();
        return new XmlElement(
                name, element.namespace(), attributes, children, references(element.text()), element.line());
    }

    private static String references(String text) {
        return REFERENCE.matcher(text).replaceAll(found -> Matcher.quoteReplacement(lower(found.group())));
    }

    private static String lower(String name) {
        return name.toLowerCase(Locale.ROOT);
    }
}
