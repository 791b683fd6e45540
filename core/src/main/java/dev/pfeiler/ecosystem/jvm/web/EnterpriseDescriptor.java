package dev.pfeiler.ecosystem.jvm.web;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.XmlElement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * An {@code application.xml}. Source: the deployment descriptor chapters and schemas of the enterprise platform, 1.2 to 10.
 *
 * @param version of the platform it is written for; empty if it does not say
 * @param displayName the name it gives the program
 * @param libraryFolder the folder of the archive that holds libraries; empty if there is none
 * @param modules the archives it names, in its order
 */
public record EnterpriseDescriptor(
        String path,
        String version,
        Evidence versionEvidence,
        Optional<String> displayName,
        String libraryFolder,
        List<Module> modules) {
    private static final Pattern VERSION = Pattern.compile("\\d+(\\.\\d+)?");

    private static final Pattern DOCTYPE =
            Pattern.compile("<!DOCTYPE\\s+application\\s+[^>]*?J2EE Application (\\d\\.\\d)[^>]*>");
    /** The first version whose containers look for libraries in a folder of its own. */
    private static final int FIRST_WITH_LIBRARIES = 5;

    public EnterpriseDescriptor {
        modules = List.copyOf(modules);
    }

    /** What a module of an enterprise archive is to its container. */
    public enum Kind {
        WEB("web"),
        EJB("ejb"),
        CLIENT("java"),
        CONNECTOR("connector");

        private final String element;

        Kind(String element) {
            this.element = element;
        }

        /** The element that names a module of the kind. */
        public String element() {
            return element;
        }

        static Optional<Kind> of(String element) {
            return Arrays.stream(values())
                    .filter(kind -> kind.element.equals(element))
                    .findFirst();
        }
    }

    /**
     * An archive that is named.
     *
     * @param uri its place in the enterprise archive
     * @param contextRoot the path below which it is served, as it is; empty if it does not say
     */
    public record Module(Kind kind, String uri, String contextRoot, Evidence evidence) {}

    /** Reads a descriptor; empty if the document is of another kind. */
    public static Optional<EnterpriseDescriptor> read(String path, byte[] bytes) throws XmlElement.Malformed {
        XmlElement root = XmlElement.read(bytes);
        if (!root.name().equals("application")) return Optional.empty();
        String version = root.attribute("version");
        Evidence evidence = new Evidence(path, root.line(), root.tag());
        if (version.isEmpty()) {
            Matcher doctype = DOCTYPE.matcher(new String(bytes, java.nio.charset.StandardCharsets.ISO_8859_1));
            if (doctype.find()) version = doctype.group(1);
        }
        List<Module> modules = new ArrayList<>();
        root.children("module").forEach(module -> module.children().forEach(e -> {
            Optional<Kind> named = Kind.of(e.name());
            if (named.isEmpty()) return;
            Kind kind = named.get();
            String uri = kind == Kind.WEB ? text(e, "web-uri") : e.text();
            modules.add(new Module(
                    kind, uri, text(e, "context-root"), new Evidence(path, e.line(), "<" + e.name() + "> " + uri)));
        }));
        boolean withLibraries = version.isEmpty() || Double.parseDouble(digits(version)) >= FIRST_WITH_LIBRARIES;
        String folder = root.child("library-directory").map(XmlElement::text).orElse(withLibraries ? "lib" : "");
        return Optional.of(new EnterpriseDescriptor(
                path,
                version,
                evidence,
                root.child("display-name").map(XmlElement::text),
                Paths.withoutSlash(Paths.withoutRoot(folder)),
                modules));
    }

    private static String digits(String version) {
        return VERSION.matcher(version).matches() ? version : "0";
    }

    private static String text(XmlElement e, String child) {
        return e.child(child).map(XmlElement::text).orElse("");
    }
}
