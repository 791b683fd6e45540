package dev.pfeiler.ecosystem.jvm.web;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.XmlElement;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A {@code web.xml}. Source: the deployment descriptor chapters of the Servlet specifications, 2.2 to 6.1.
 *
 * @param version of the Servlet API it is written for; empty if it does not say
 * @param displayName the name it gives the program
 * @param classes classes it names, with the place of each
 * @param parameters of the whole program, by name
 */
public record WebDescriptor(
        String path,
        String version,
        Evidence versionEvidence,
        Optional<String> displayName,
        Map<String, Evidence> classes,
        Map<String, Wiring.Setting> parameters) {
    private static final Pattern DOCTYPE =
            Pattern.compile("<!DOCTYPE\\s+web-app\\s+[^>]*?Web Application (\\d\\.\\d)[^>]*>");

    static WebDescriptor read(String path, byte[] bytes) throws XmlElement.Malformed {
        return of(path, bytes, XmlElement.read(bytes));
    }

    /** The same of a document that has been read. */
    public static WebDescriptor of(String path, byte[] bytes, XmlElement root) {
        Map<String, Evidence> classes = new TreeMap<>();
        NamedInDescriptors.in(root)
                .forEach(named ->
                        classes.putIfAbsent(named.className(), new Evidence(path, named.line(), named.text())));
        String version = root.attribute("version");
        Evidence evidence = new Evidence(path, root.line(), "<web-app version=\"" + version + "\">");
        if (version.isEmpty()) {
            String text = new String(bytes, StandardCharsets.ISO_8859_1);
            Matcher doctype = DOCTYPE.matcher(text);
            if (doctype.find()) {
                version = doctype.group(1);
                int line = Text.lineAt(text, doctype.start());
                evidence = new Evidence(path, line, doctype.group());
            }
        }
        Map<String, Wiring.Setting> parameters = new TreeMap<>();
        root.children("context-param").forEach(parameter -> {
            String value = parameter.child("param-value").map(XmlElement::text).orElse("");
            parameter
                    .child("param-name")
                    .ifPresent(name -> parameters.put(
                            name.text(),
                            new Wiring.Setting(value, new Evidence(path, name.line(), name.text() + " " + value))));
        });
        return new WebDescriptor(
                path, version, evidence, root.child("display-name").map(XmlElement::text), classes, parameters);
    }
}
