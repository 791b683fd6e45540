package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.ecosystem.jvm.web.NamedInDescriptors;
import dev.pfeiler.ecosystem.jvm.web.WebDescriptor;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.slf4j.LoggerFactory;

/**
 * What is wrong in the deployment descriptors of a project. Each finding has its line and says the fix; what the project
 * does not show, such as what a server brings, is not called wrong.
 */
public final class DescriptorChecks {
    private static final Pattern WELCOME_PAGE = Pattern.compile("(index|default)\\.(html?|jspx?|xhtml)");

    private static final long LARGEST = 1 << 20;

    private final ProjectTree tree;
    private final Project project;
    private final List<DescriptorError> errors = new ArrayList<>();

    /**
     * What the checks know of a project.
     *
     * @param hasClass whether a source or a library has a class
     * @param alike qualified names of the project's classes, by a simple name
     * @param packages packages of the project's sources
     * @param api the version of the servlet interface on the class path, where it is known
     * @param jakarta whether it uses the later package names; empty if it uses neither
     * @param annotated a source that declares a servlet, filter or listener by annotation
     */
    public record Project(
            Predicate<String> hasClass,
            Function<String, List<String>> alike,
            Set<String> packages,
            Optional<String> api,
            Optional<Boolean> jakarta,
            Optional<Evidence> annotated) {}

    private DescriptorChecks(ProjectTree tree, Project project) {
        this.tree = tree;
        this.project = project;
    }

    /**
     * Checks all descriptors among some files.
     *
     * @param webs what is served: paths by the places from which they are
     */
    public static List<DescriptorError> of(
            ProjectTree tree,
            Collection<String> paths,
            Collection<? extends Map<String, String>> webs,
            Project project) {
        DescriptorChecks checks = new DescriptorChecks(tree, project);
        for (String path : paths) {
            String extension = Paths.extension(path);
            if (!extension.equals("xml") && !extension.equals("tld")) continue;
            boolean small = tree.file(path)
                    .filter(f -> f.size() <= LARGEST && !f.link())
                    .isPresent();
            if (small) checks.check(path, webs);
        }
        return checks.errors;
    }

    private void check(String path, Collection<? extends Map<String, String>> webs) {
        try {
            byte[] bytes = tree.bytes(path);
            XmlElement root = XmlElement.read(bytes);
            Set<String> seen = new HashSet<>();
            for (NamedInDescriptors.Named named : NamedInDescriptors.in(root)) {
                if (seen.add(named.className())) className(path, named);
            }
            for (Map<String, String> web : webs) {
                if (!path.equals(web.get(WebFiles.DESCRIPTOR))) continue;
                String version = WebDescriptor.of(path, bytes, root).version();
                errors.addAll(WebDescriptorCheck.of(path, root, version, around(web)));
            }
        } catch (IOException | XmlElement.Malformed e) {
            // reported by its reader for what it says
            LoggerFactory.getLogger(DescriptorChecks.class).debug("{}", path, e);
        }
    }

    private void className(String path, NamedInDescriptors.Named named) {
        String name = named.className().replace('$', '.');
        if (project.hasClass().test(named.className()) || name.startsWith("java.") || !name.contains(".")) return;
        String simple = name.substring(name.lastIndexOf('.') + 1);
        List<String> alike = project.alike().apply(simple);
        boolean own =
                project.packages().contains(Paths.parent(name.replace('.', '/')).replace('/', '.'));
        // what is neither like a class of the project nor in one of its packages may be the server's
        if (!own && alike.isEmpty()) return;
        String fix = alike.isEmpty()
                ? "correct the name or remove the element"
                : "did you mean " + String.join(" or ", alike) + "?";
        // the binary name of a nested class is not known from the names of types
        Optional<Fix> change = alike.size() == 1 && !named.className().contains("$")
                ? Optional.of(
                        new Fix(path, named.line(), named.in(), named.attribute(), named.className(), alike.get(0)))
                : Optional.empty();
        Finding finding = Finding.trouble(
                named.className(),
                "is referenced, but no source or library contains it; " + fix,
                new Evidence(path, named.line(), named.text()));
        errors.add(new DescriptorError(DescriptorError.About.CLASS, finding, change));
    }

    private WebDescriptorCheck.Around around(Map<String, String> web) {
        return new WebDescriptorCheck.Around(
                web::containsKey,
                web.keySet().stream()
                        .filter(name -> WELCOME_PAGE.matcher(name).matches())
                        .toList(),
                project.api(),
                project.jakarta(),
                project.annotated(),
                defined(web.getOrDefault("META-INF/context.xml", "")));
    }

    private Set<String> defined(String context) {
        if (!tree.has(context)) return Set.of();
        try {
            return XmlElement.read(tree.bytes(context))
                    .all()
                    .filter(e -> Set.of("Resource", "ResourceLink").contains(e.name()))
                    .map(e -> e.attribute("name"))
                    .collect(Collectors.toSet());
        } catch (IOException | XmlElement.Malformed e) {
            LoggerFactory.getLogger(DescriptorChecks.class).debug("{}", context, e);
            return Set.of();
        }
    }
}
