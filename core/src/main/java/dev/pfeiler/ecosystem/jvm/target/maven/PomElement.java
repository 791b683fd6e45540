package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** An element of a POM: text or child elements, with an optional comment before it. */
final class PomElement {
    private static final String INDENT = "  ";

    private final String name;
    private final Map<String, String> attributes = new LinkedHashMap<>();
    private final List<PomElement> children = new ArrayList<>();
    private String text = "";
    private String comment = "";
    private boolean apart;

    PomElement(String name) {
        this.name = name;
    }

    static PomElement text(String name, String text) {
        PomElement element = new PomElement(name);
        element.text = text;
        return element;
    }

    /** An artifact in a version, which may be stated as a property. */
    static PomElement artifact(String name, Coordinates coordinates, String version) {
        PomElement artifact = new PomElement(name)
                .add("groupId", coordinates.group())
                .add("artifactId", coordinates.artifact())
                .add("version", version);
        return coordinates.classifier().isEmpty() ? artifact : artifact.add("classifier", coordinates.classifier());
    }

    /** An artifact whose version is stated elsewhere. */
    static PomElement unversioned(String name, Coordinates coordinates) {
        PomElement artifact =
                new PomElement(name).add("groupId", coordinates.group()).add("artifactId", coordinates.artifact());
        return coordinates.classifier().isEmpty() ? artifact : artifact.add("classifier", coordinates.classifier());
    }

    /** A plug-in with one goal that runs when the archive is packed. */
    static PomElement packaging(Coordinates plugin, String id, String goal, PomElement configuration) {
        return plugin(plugin).add(new PomElement("executions").add(execution(id, goal, configuration)));
    }

    /** An execution that packages something. */
    static PomElement execution(String id, String goal, PomElement configuration) {
        return new PomElement("execution")
                .add("id", id)
                .add("phase", "package")
                .addList("goals", "goal", List.of(goal))
                .add(configuration);
    }

    static PomElement plugin(Coordinates coordinates) {
        return artifact("plugin", coordinates, coordinates.version());
    }

    /** Adds a child that holds text. */
    PomElement add(String child, String content) {
        return add(text(child, content));
    }

    PomElement add(PomElement child) {
        children.add(child);
        return this;
    }

    /** Adds a child if it has children of its own. */
    PomElement addFilled(PomElement child) {
        return child.isEmpty() ? this : add(child);
    }

    /** Adds a list of elements, unless it would be empty. */
    PomElement addList(String list, String each, List<String> values) {
        PomElement element = new PomElement(list);
        values.forEach(value -> element.add(each, value));
        return addFilled(element);
    }

    PomElement attribute(String key, String value) {
        attributes.put(key, value);
        return this;
    }

    /** A remark for readers, written before the element. */
    PomElement comment(String remark) {
        this.comment = remark;
        return this;
    }

    /** Separates the element from what precedes it by an empty line. */
    PomElement apart() {
        this.apart = true;
        return this;
    }

    boolean isEmpty() {
        return children.isEmpty() && text.isEmpty();
    }

    void write(StringBuilder out, String indent) {
        if (apart) out.append('\n');
        // two hyphens would end the comment
        if (!comment.isEmpty())
            out.append(indent)
                    .append("<!-- ")
                    .append(comment.replace("--", "- -"))
                    .append(" -->\n");
        out.append(indent).append('<').append(name);
        attributes.forEach((key, value) -> out.append(' ')
                .append(key)
                .append("=\"")
                .append(escaped(value, true))
                .append('"'));
        if (children.isEmpty()) {
            if (text.isEmpty()) out.append(" />\n");
            else
                out.append('>')
                        .append(escaped(text, false))
                        .append("</")
                        .append(name)
                        .append(">\n");
            return;
        }
        out.append(">\n");
        children.forEach(child -> child.write(out, indent + INDENT));
        out.append(indent).append("</").append(name).append(">\n");
    }

    private static String escaped(String text, boolean attribute) {
        StringBuilder out = new StringBuilder();
        text.codePoints().filter(PomElement::allowed).forEach(c -> {
            switch (c) {
                case '&' -> out.append("&amp;");
                case '<' -> out.append("&lt;");
                case '"' -> out.append(attribute ? "&quot;" : "\"");
                default -> out.appendCodePoint(c);
            }
        });
        // this ends a CDATA section and is not allowed elsewhere
        return out.toString().replace("]]>", "]]&gt;");
    }

    /** Whether XML 1.0 can represent a character (section 2.2). */
    private static boolean allowed(int c) {
        return c == '\t' || c == '\n' || c >= 0x20 && c <= 0xD7FF || c >= 0xE000 && c <= 0xFFFD || c >= 0x10000;
    }
}
