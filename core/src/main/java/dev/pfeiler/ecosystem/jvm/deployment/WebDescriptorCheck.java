package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.ecosystem.jvm.deployment.DescriptorError.About;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.XmlElement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Looks for what is wrong in a {@code web.xml} by itself and against what is around it. Source: the deployment descriptor
 * chapters and schemas of the Servlet specifications, 2.2 to 6.1.
 */
final class WebDescriptorCheck {
    private static final Pattern QUERY = Pattern.compile("[?#].*");
    private static final Pattern VERSION = Pattern.compile("\\d+\\.\\d+.*");
    private static final Pattern FIRST_TWO_NUMBERS = Pattern.compile("^(\\d+\\.\\d+).*");

    /** The order of the elements that descriptors with a document type have to keep, up to 2.3. */
    private static final List<String> ORDER = List.of(
            "icon",
            "display-name",
            "description",
            "distributable",
            "context-param",
            "filter",
            "filter-mapping",
            "listener",
            "servlet",
            "servlet-mapping",
            "session-config",
            "mime-mapping",
            "welcome-file-list",
            "error-page",
            "taglib",
            "resource-env-ref",
            "resource-ref",
            "security-constraint",
            "login-config",
            "security-role",
            "env-entry",
            "ejb-ref",
            "ejb-local-ref");

    private static final String JAKARTA = "https://jakarta.ee/";
    private static final double LAST_ORDERED = 2.3;
    private static final double FIRST_ANNOTATED = 2.5;
    private static final double FIRST_JAKARTA = 5.0;

    /**
     * What is around a descriptor.
     *
     * @param file whether a file is in the web folder, by its path there
     * @param welcoming files at the top of the web folder with a name that welcomes visitors
     * @param api the version of the servlet interface on the class path, where it is known
     * @param jakarta whether the program uses the later package names; empty if it uses neither
     * @param annotated a source that declares a servlet, filter or listener by annotation
     * @param defined the resources that the program itself defines, by name
     */
    record Around(
            Predicate<String> file,
            List<String> welcoming,
            Optional<String> api,
            Optional<Boolean> jakarta,
            Optional<Evidence> annotated,
            Set<String> defined) {}

    private final String path;
    private final XmlElement root;
    private final String version;
    private final Around around;
    private final List<DescriptorError> errors = new ArrayList<>();

    private WebDescriptorCheck(String path, XmlElement root, String version, Around around) {
        this.path = path;
        this.root = root;
        this.version = version;
        this.around = around;
    }

    /**
     * All that is wrong, each with its fix.
     *
     * @param version of the interface that the descriptor is written for; empty if it does not say
     */
    static List<DescriptorError> of(String path, XmlElement root, String version, Around around) {
        if (!root.name().equals("web-app")) return List.of();
        WebDescriptorCheck check = new WebDescriptorCheck(path, root, version, around);
        check.mappings("servlet");
        check.mappings("filter");
        check.patterns();
        check.welcomeFiles();
        check.pages();
        check.resources();
        check.order();
        check.api();
        return check.errors;
    }

    private void wrong(String subject, String fact, XmlElement at) {
        wrong(About.CONTENT, subject, fact, at, Optional.empty());
    }

    private void wrong(About about, String subject, String fact, XmlElement at) {
        wrong(about, subject, fact, at, Optional.empty());
    }

    private void wrong(String subject, String fact, XmlElement at, Optional<Fix> fix) {
        wrong(About.CONTENT, subject, fact, at, fix);
    }

    private void wrong(About about, String subject, String fact, XmlElement at, Optional<Fix> fix) {
        errors.add(new DescriptorError(
                about, Finding.trouble(subject, fact, new Evidence(path, at.line(), at.tag())), fix));
    }

    /** Another text of an element. */
    private Fix fix(XmlElement element, String after) {
        return new Fix(path, element.line(), element.name(), false, element.text(), after);
    }

    private static String text(XmlElement element, String child) {
        return element.child(child).map(XmlElement::text).orElse("");
    }

    private void mappings(String kind) {
        String nameElement = kind + "-name";
        Map<String, XmlElement> declared = new HashMap<>();
        root.children(kind).forEach(e -> {
            String name = text(e, nameElement);
            if (declared.put(name, e) != null)
                wrong(name, "is declared twice as a " + kind + "; remove one of them", e);
        });
        Set<String> mapped = new HashSet<>();
        root.children(kind + "-mapping").forEach(e -> {
            String name = text(e, nameElement);
            mapped.add(name);
            boolean known = declared.containsKey(name) || around.annotated().isPresent();
            // the container brings these two
            if (!known && !Set.of("default", "jsp").contains(name))
                wrong(
                        name,
                        "is mapped, but no " + kind + " has that name; correct the name or remove the mapping",
                        e,
                        meant(kind, nameElement, declared.keySet())
                                .flatMap(other -> e.child(nameElement).map(wrong -> fix(wrong, other))));
        });
        if (!kind.equals("filter")) return;
        declared.forEach((name, e) -> {
            if (!mapped.contains(name)) wrong(name, "is a filter without a mapping; map it or remove it", e);
        });
    }

    /** The name that a mapping to nothing must mean: the only one that is declared and nothing is mapped to. */
    private Optional<String> meant(String kind, String nameElement, Set<String> declared) {
        Set<String> all =
                root.children(kind + "-mapping").map(e -> text(e, nameElement)).collect(Collectors.toSet());
        List<String> free =
                declared.stream().filter(name -> !all.contains(name)).toList();
        long astray = all.stream().filter(name -> !declared.contains(name)).count();
        return free.size() == 1 && astray == 1 ? Optional.of(free.get(0)) : Optional.empty();
    }

    private void patterns() {
        Map<String, String> owners = new HashMap<>();
        root.children("servlet-mapping")
                .forEach(mapping -> mapping.children("url-pattern").forEach(pattern -> {
                    String text = pattern.text();
                    String owner = owners.putIfAbsent(text, text(mapping, "servlet-name"));
                    if (owner != null && !owner.equals(text(mapping, "servlet-name")))
                        wrong(
                                text,
                                "is mapped to " + owner
                                        + " as well, so the application does not start; change one of the paths",
                                pattern);
                    boolean sound = text.isEmpty() || text.startsWith("/") || text.startsWith("*.");
                    if (!sound)
                        wrong(
                                text,
                                "is not a valid URL pattern; use /" + text,
                                pattern,
                                Optional.of(fix(pattern, "/" + text)));
                }));
    }

    private Stream<String> mapped() {
        return root.all().filter(e -> e.name().equals("url-pattern")).map(XmlElement::text);
    }

    private void welcomeFiles() {
        List<XmlElement> files = root.all()
                .filter(e -> e.name().equals("welcome-file") && !e.text().isEmpty())
                .toList();
        Set<String> mapped = mapped().map(Paths::withoutRoot).collect(Collectors.toSet());
        boolean any = files.stream()
                .map(e -> Paths.withoutRoot(e.text()))
                .anyMatch(name -> around.file().test(name)
                        || mapped.contains(name)
                        || around.annotated().isPresent());
        if (!files.isEmpty() && !any) {
            String names = files.stream().map(XmlElement::text).collect(Collectors.joining(", "));
            List<String> there = around.welcoming();
            wrong(
                    names,
                    "is a welcome file that does not exist; name an existing page",
                    files.get(0),
                    there.size() == 1 ? Optional.of(fix(files.get(0), there.get(0))) : Optional.empty());
        }
    }

    /** Pages and files within the program that the descriptor sends people to. */
    private void pages() {
        Set<String> mapped = mapped().collect(Collectors.toSet());
        root.all()
                .filter(e -> Set.of("location", "jsp-file", "form-login-page", "form-error-page", "taglib-location")
                        .contains(e.name()))
                .filter(e -> !e.text().isEmpty())
                .forEach(e -> {
                    String plain = QUERY.matcher(e.text()).replaceFirst("");
                    boolean served = mapped.stream().anyMatch(pattern -> serves(pattern, plain));
                    String inside = plain.startsWith("/") ? plain.substring(1) : "WEB-INF/" + plain;
                    boolean there = around.file().test(inside) || around.file().test(plain);
                    if (!there && !served && around.annotated().isEmpty())
                        wrong(e.text(), "is used as " + e.name() + ", but there is no such file; correct the name", e);
                });
    }

    private static boolean serves(String pattern, String path) {
        if (pattern.endsWith("/*")) return path.startsWith(pattern.substring(0, pattern.length() - 1));
        if (pattern.startsWith("*.")) return path.endsWith(pattern.substring(1)) && !pattern.equals("*.jsp");
        return pattern.equals(path);
    }

    private void resources() {
        root.children("resource-ref").forEach(e -> {
            String name = text(e, "res-ref-name");
            if (!name.isEmpty() && !around.defined().contains(name))
                wrong(
                        About.SERVER,
                        name,
                        "is a resource that the project does not define; define it in the"
                                + " server, or in META-INF/context.xml",
                        e);
        });
    }

    private void order() {
        if (number(version) == 0 || number(version) > LAST_ORDERED) return;
        int last = -1;
        String before = "";
        for (XmlElement e : root.children()) {
            int at = ORDER.indexOf(e.name());
            if (at < 0) continue;
            if (at < last) {
                wrong(
                        "<" + e.name() + ">",
                        "follows <" + before + ">, which a descriptor of version " + version
                                + " does not allow; move it before that",
                        e);
                return;
            }
            last = at;
            before = e.name();
        }
    }

    private void api() {
        boolean jakartaDescriptor = root.namespace().startsWith(JAKARTA) || number(version) >= FIRST_JAKARTA;
        if (around.jakarta().isPresent()
                && number(version) > 0
                && jakartaDescriptor != around.jakarta().get()) {
            wrong(
                    About.VERSION,
                    "version " + version,
                    around.jakarta().get()
                            ? "belongs to javax.servlet, but the program uses jakarta.servlet; use version 5.0 or"
                                    + " later with its namespace"
                            : "belongs to jakarta.servlet, but the program uses javax.servlet; use version 4.0"
                                    + " with its namespace",
                    root);
            return;
        }
        String api = around.api().orElse("");
        if (number(api) > 0 && number(version) > number(api))
            wrong(
                    About.VERSION,
                    "version " + version,
                    "is later than the servlet API on the class path, " + api + "; use that version",
                    root);
        around.annotated()
                .filter(source -> number(version) > 0 && number(version) < FIRST_ANNOTATED)
                .ifPresent(source -> {
                    Finding finding = Finding.trouble(
                            "version " + version,
                            "makes the container ignore annotations, but " + source.file()
                                    + " uses them; use version 3.0 or later",
                            new Evidence(path, root.line(), root.tag()),
                            source);
                    errors.add(new DescriptorError(About.VERSION, finding, Optional.empty()));
                });
    }

    /** A version as a number for comparing; 0 if it is none. */
    private static double number(String version) {
        return VERSION.matcher(version).matches()
                ? Double.parseDouble(FIRST_TWO_NUMBERS.matcher(version).replaceFirst("$1"))
                : 0;
    }
}
