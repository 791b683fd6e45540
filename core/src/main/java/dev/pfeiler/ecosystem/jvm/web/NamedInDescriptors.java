package dev.pfeiler.ecosystem.jvm.web;

import dev.pfeiler.tree.XmlElement;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/** Which elements of deployment descriptors name classes. Sources: the schemas of the descriptors. */
public final class NamedInDescriptors {
    private static final Set<String> WEB = Set.of(
            "servlet-class",
            "filter-class",
            "listener-class",
            "tag-class",
            "exception-type",
            "tagclass",
            "teiclass",
            "tei-class",
            "function-class");
    private static final Map<String, Set<String>> BY_ROOT = Map.of(
            "web-app",
            WEB,
            "web-fragment",
            WEB,
            "taglib",
            WEB,
            "persistence",
            Set.of("class"),
            "faces-config",
            Set.of(
                    "managed-bean-class",
                    "converter-class",
                    "validator-class",
                    "component-class",
                    "renderer-class",
                    "phase-listener",
                    "action-listener",
                    "navigation-handler",
                    "view-handler",
                    "el-resolver",
                    "variable-resolver"),
            "ejb-jar",
            Set.of(
                    "ejb-class",
                    "home",
                    "remote",
                    "local-home",
                    "local",
                    "business-local",
                    "business-remote",
                    "interceptor-class"));

    private NamedInDescriptors() {}

    /**
     * A class that an element names.
     *
     * @param text the element as written in the file, in short
     * @param in the name of the element, or of the attribute
     */
    public record Named(String className, int line, String text, String in, boolean attribute) {}

    /** The classes that a descriptor names, in its order; none where it is none of the known descriptors. */
    public static List<Named> in(XmlElement root) {
        if (root.name().equals("beans")) return beans(root).toList();
        Set<String> elements = BY_ROOT.getOrDefault(root.name(), Set.of());
        return root.all()
                .filter(e -> elements.contains(e.name()) && !e.text().isEmpty())
                .map(e -> new Named(
                        e.text(), e.line(), "<" + e.name() + ">" + e.text() + "</" + e.name() + ">", e.name(), false))
                .toList();
    }

    /** Of the settings of dependency injection, and of a framework's bean definitions, which share a root's name. */
    private static Stream<Named> beans(XmlElement root) {
        return root.all().flatMap(e -> {
            if (e.name().equals("bean") && !e.attribute("class").isEmpty())
                return Stream.of(new Named(e.attribute("class"), e.line(), e.tag(), "class", true));
            boolean plain = e.name().equals("class") && !e.text().isEmpty();
            return plain
                    ? Stream.of(new Named(e.text(), e.line(), "<class>" + e.text() + "</class>", "class", false))
                    : Stream.empty();
        });
    }
}
