package dev.pfeiler.ecosystem.dotnet.model;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The text of a project file for an SDK, as a person writes it: two spaces, one group for each kind of thing. */
public final class ProjectText {
    private final StringBuilder text = new StringBuilder();

    /** An element with attributes alone. */
    public record Element(String kind, Map<String, String> attributes) {
        public Element {
            attributes = new LinkedHashMap<>(attributes);
        }
    }

    /** @param attributes of the project itself */
    public ProjectText(Map<String, String> attributes) {
        text.append("<Project").append(attributes(attributes)).append(">\n");
    }

    /**
     * Adds a group of properties; none if it is empty.
     *
     * @param condition empty for a group that always counts
     */
    public void properties(String condition, Map<String, String> properties) {
        if (properties.isEmpty()) return;
        text.append("\n  <PropertyGroup");
        if (!condition.isEmpty())
            text.append(" Condition=\"").append(escaped(condition)).append('"');
        text.append(">\n");
        properties.forEach((name, value) -> text.append("    <")
                .append(name)
                .append('>')
                .append(escaped(value))
                .append("</")
                .append(name)
                .append(">\n"));
        text.append("  </PropertyGroup>\n");
    }

    /** Adds a group of items; none if it is empty. */
    public void items(List<Element> items) {
        if (items.isEmpty()) return;
        text.append("\n  <ItemGroup>\n");
        for (Element item : items)
            text.append("    <")
                    .append(item.kind())
                    .append(attributes(item.attributes()))
                    .append(" />\n");
        text.append("  </ItemGroup>\n");
    }

    /** Adds a step of the project's own. */
    public void lines(List<String> lines) {
        if (lines.isEmpty()) return;
        text.append('\n');
        lines.forEach(line -> text.append("  ").append(line).append('\n'));
    }

    /** Attributes as they are written in a tag, each with a blank in front. */
    public static String attributes(Map<String, String> attributes) {
        StringBuilder written = new StringBuilder();
        attributes.forEach((name, value) -> written.append(' ')
                .append(name)
                .append("=\"")
                .append(escaped(value))
                .append('"'));
        return written.toString();
    }

    /** A text as it stands in an element or an attribute in double quotes. */
    public static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }

    /** A path as project files write it, with the signs escaped that mean something there. */
    public static String path(String path) {
        return path.replace("%", "%25")
                .replace(";", "%3B")
                .replace("$", "%24")
                .replace("@", "%40")
                .replace("'", "%27")
                .replace("(", "%28")
                .replace(")", "%29")
                .replace('/', '\\');
    }

    @Override
    public String toString() {
        return text + "\n</Project>\n";
    }

    /** An element with pairs of names and values; pairs without a value are left out. */
    public static Element element(String kind, String... pairs) {
        Map<String, String> attributes = new LinkedHashMap<>();
        List<String> all = new ArrayList<>(List.of(pairs));
        for (int i = 0; i < all.size(); i += 2)
            if (!all.get(i + 1).isEmpty()) attributes.put(all.get(i), all.get(i + 1));
        return new Element(kind, attributes);
    }
}
