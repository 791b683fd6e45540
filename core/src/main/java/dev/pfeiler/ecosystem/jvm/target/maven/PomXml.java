package dev.pfeiler.ecosystem.jvm.target.maven;

import java.io.IOException;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import org.apache.maven.model.Model;
import org.apache.maven.model.io.xpp3.MavenXpp3Writer;

/** The text of a Maven model, the same for the same model. */
final class PomXml {
    /** The start tag as it is usually written. */
    private static final String PROJECT = "<project xmlns=\"http://maven.apache.org/POM/4.0.0\""
            + " xmlns:xsi=\"http://www.w3.org/2001/XMLSchema-instance\""
            + " xsi:schemaLocation=\"http://maven.apache.org/POM/4.0.0 https://maven.apache.org/xsd/maven-4.0.0.xsd\">";

    private static final List<String> SECTIONS =
            List.of("parent", "modules", "properties", "repositories", "dependencyManagement", "dependencies", "build");

    private PomXml() {}

    static String of(Model model) {
        StringWriter out = new StringWriter();
        try {
            new MavenXpp3Writer().write(out, model);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        String plain = out.toString().replace("\r\n", "\n");
        return plain.replaceFirst("<project [^>]*>", PROJECT).strip() + "\n";
    }

    /**
     * Sets the sections apart, and puts notes above the dependencies they are about.
     *
     * @param notes one for each dependency, managed ones first, in order; empty where a reader needs none
     */
    static String of(Model model, List<String> notes) {
        List<String> lines = new ArrayList<>();
        int at = -1;
        for (String line : of(model).lines().toList()) {
            String tag = line.strip();
            boolean top = line.startsWith("  <") && !line.startsWith("   ");
            if (top && SECTIONS.contains(tag.replaceAll("[<>]", ""))) lines.add("");
            if (tag.equals("<dependency>")
                    && ++at < notes.size()
                    && !notes.get(at).isEmpty()) {
                String indent = line.substring(0, line.indexOf('<'));
                lines.add(indent + "<!-- " + notes.get(at).replace("--", "- -") + " -->");
            }
            lines.add(line);
        }
        return String.join("\n", lines) + "\n";
    }

    /** Properties that keep the order in which they were set; the Maven writer asks for keys and entries. */
    static final class Ordered extends Properties {
        private static final long serialVersionUID = 1;
        private final LinkedHashMap<Object, Object> inOrder = new LinkedHashMap<>();

        @Override
        public synchronized Object put(Object key, Object value) {
            inOrder.put(key, value);
            return super.put(key, value);
        }

        @Override
        public Set<Object> keySet() {
            return inOrder.keySet();
        }

        @Override
        public Set<Map.Entry<Object, Object>> entrySet() {
            return inOrder.entrySet();
        }
    }
}
