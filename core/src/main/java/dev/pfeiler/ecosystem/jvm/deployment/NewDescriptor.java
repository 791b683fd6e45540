package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.ecosystem.jvm.web.EnterpriseDescriptor;
import java.io.StringWriter;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.codehaus.plexus.util.xml.PrettyPrintXMLWriter;
import org.codehaus.plexus.util.xml.XMLWriter;

/**
 * Texts of deployment descriptors that say no more than they have to. Sources: the schemas and document types of the
 * Servlet specifications, 2.3 to 6.0, and of the enterprise platform, 5 to 10.
 */
public final class NewDescriptor {
    private static final Pattern FIRST_TWO_NUMBERS = Pattern.compile("^(\\d+\\.\\d+).*");

    private static final String EARLIER = "http://java.sun.com/xml/ns/j2ee";
    private static final String MIDDLE = "http://java.sun.com/xml/ns/javaee";
    private static final String LATER = "http://xmlns.jcp.org/xml/ns/javaee";
    private static final String LAST = "https://jakarta.ee/xml/ns/jakartaee";

    private static final Map<String, String> WEB =
            Map.of("2.4", EARLIER, "2.5", MIDDLE, "3.0", MIDDLE, "3.1", LATER, "4.0", LATER, "5.0", LAST, "6.0", LAST);
    private static final Map<String, String> APPLICATION =
            Map.of("5", MIDDLE, "6", MIDDLE, "7", LATER, "8", LATER, "9", LAST, "10", LAST);
    private static final String WEB_2_3 =
            "web-app PUBLIC \"-//Sun Microsystems, Inc.//DTD Web Application 2.3//EN\" \"http://java.sun.com/dtd/web-app_2_3.dtd\"";

    private NewDescriptor() {}

    /**
     * A servlet or filter to declare.
     *
     * @param kind {@code servlet} or {@code filter}
     * @param type the class
     */
    public record Mapped(String kind, String name, String type, String pattern) {}

    /** A web descriptor for the nearest version of the interface that has a schema. */
    public static String web(String api, String displayName, List<Mapped> mapped, List<String> welcome) {
        String version = nearest(api);
        StringWriter text = new StringWriter();
        XMLWriter xml = writer(text, version.equals("2.3") ? WEB_2_3 : null);
        xml.startElement("web-app");
        Optional.ofNullable(WEB.get(version)).ifPresent(namespace -> {
            xml.addAttribute("xmlns", namespace);
            xml.addAttribute("version", version);
        });
        element(xml, "display-name", displayName);
        // the order that the early document types ask for
        for (String kind : List.of("filter", "servlet")) {
            for (Mapped one : mapped) {
                if (!one.kind().equals(kind)) continue;
                xml.startElement(kind);
                element(xml, kind + "-name", one.name());
                element(xml, kind + "-class", one.type());
                if (kind.equals("servlet")) element(xml, "load-on-startup", "1");
                xml.endElement();
            }
            for (Mapped one : mapped) {
                if (!one.kind().equals(kind)) continue;
                xml.startElement(kind + "-mapping");
                element(xml, kind + "-name", one.name());
                element(xml, "url-pattern", one.pattern());
                xml.endElement();
            }
        }
        if (!welcome.isEmpty()) {
            xml.startElement("welcome-file-list");
            welcome.forEach(file -> element(xml, "welcome-file", file));
            xml.endElement();
        }
        xml.endElement();
        return text + "\n";
    }

    private static String nearest(String api) {
        if (api.startsWith("6")) return "6.0";
        String version = FIRST_TWO_NUMBERS.matcher(api).replaceFirst("$1");
        return WEB.containsKey(version) ? version : "2.3";
    }

    /** A descriptor of an enterprise archive. */
    public static String application(String version, String displayName, List<EnterpriseDescriptor.Module> modules) {
        StringWriter text = new StringWriter();
        XMLWriter xml = writer(text, null);
        xml.startElement("application");
        xml.addAttribute("xmlns", APPLICATION.getOrDefault(version, LATER));
        xml.addAttribute("version", version);
        element(xml, "display-name", displayName);
        for (EnterpriseDescriptor.Module module : modules) {
            xml.startElement("module");
            if (module.kind() == EnterpriseDescriptor.Kind.WEB) {
                xml.startElement("web");
                element(xml, "web-uri", module.uri());
                element(xml, "context-root", module.contextRoot());
                xml.endElement();
            } else element(xml, module.kind().element(), module.uri());
            xml.endElement();
        }
        xml.endElement();
        return text + "\n";
    }

    private static XMLWriter writer(StringWriter text, String documentType) {
        return new PrettyPrintXMLWriter(text, "  ", "UTF-8", documentType);
    }

    private static void element(XMLWriter xml, String name, String value) {
        xml.startElement(name);
        xml.writeText(value);
        xml.endElement();
    }
}
