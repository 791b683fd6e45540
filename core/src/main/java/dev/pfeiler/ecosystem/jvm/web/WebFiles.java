package dev.pfeiler.ecosystem.jvm.web;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the files of a web folder name.
 *
 * @param descriptor the {@code web.xml}, where there is one
 * @param classes names of classes, with the first place of each
 * @param packages packages that pages import whole, with the first place of each
 * @param tagLibraries tag libraries that pages ask for, with the first place of each
 * @param trouble what could not be read
 */
public record WebFiles(
        Optional<WebDescriptor> descriptor,
        Map<String, Evidence> classes,
        Map<String, Evidence> packages,
        Map<String, Evidence> tagLibraries,
        List<Finding> trouble) {
    private static final Pattern BETWEEN = Pattern.compile("[,;\\s]+");

    private static final Set<String> PAGES = Set.of("jsp", "jspf", "jspx", "tag", "tagx", "xhtml");
    private static final Pattern IMPORT =
            Pattern.compile("<(?:%@\\s*page|jsp:directive.page)\\b[^>]*?\\bimport\\s*=\\s*[\"']([^\"']+)[^>]*>?");
    private static final Pattern TAG_LIBRARY =
            Pattern.compile("(?:<%@\\s*taglib\\b[^>]*?\\buri|xmlns:\\w+)\\s*=\\s*[\"']([^\"']+)[^>]*>?");
    private static final Pattern BEAN =
            Pattern.compile("<jsp:useBean\\b[^>]*?\\b(?:class|type)\\s*=\\s*[\"']([^\"']+)[^>]*>?");

    public static final String DESCRIPTOR = "WEB-INF/web.xml";

    /**
     * Reads web files.
     *
     * @param files paths in the tree, by the places from which they are served
     */
    public static WebFiles read(ProjectTree tree, Map<String, String> files) {
        Map<String, Evidence> classes = new TreeMap<>();
        Map<String, Evidence> packages = new TreeMap<>();
        Map<String, Evidence> tagLibraries = new TreeMap<>();
        List<Finding> trouble = new ArrayList<>();
        Optional<WebDescriptor> descriptor = Optional.empty();
        for (Map.Entry<String, String> file : files.entrySet()) {
            String path = file.getValue();
            try {
                if (file.getKey().equals(DESCRIPTOR)) {
                    descriptor = Optional.of(WebDescriptor.read(path, tree.bytes(path)));
                    descriptor.get().classes().forEach(classes::putIfAbsent);
                } else if (PAGES.contains(dev.pfeiler.tree.Paths.extension(path))) {
                    page(
                            path,
                            new String(tree.bytes(path), StandardCharsets.ISO_8859_1),
                            classes,
                            packages,
                            tagLibraries);
                }
            } catch (XmlElement.Malformed e) {
                trouble.add(Finding.trouble(
                        path, "is not well-formed XML: " + e.getMessage(), new Evidence(path, e.line(), "")));
            } catch (IOException e) {
                trouble.add(Finding.trouble(path, "cannot be read"));
            }
        }
        return new WebFiles(descriptor, classes, packages, tagLibraries, trouble);
    }

    private static void page(
            String path,
            String text,
            Map<String, Evidence> classes,
            Map<String, Evidence> packages,
            Map<String, Evidence> tagLibraries) {
        Matcher imports = IMPORT.matcher(text);
        while (imports.find()) {
            for (String name : BETWEEN.split(imports.group(1))) {
                Evidence evidence = evidence(path, text, imports);
                if (name.endsWith(".*")) packages.putIfAbsent(name.substring(0, name.length() - 2), evidence);
                else classes.putIfAbsent(name, evidence);
            }
        }
        Matcher beans = BEAN.matcher(text);
        while (beans.find()) classes.putIfAbsent(beans.group(1), evidence(path, text, beans));
        Matcher tags = TAG_LIBRARY.matcher(text);
        while (tags.find()) tagLibraries.putIfAbsent(tags.group(1), evidence(path, text, tags));
    }

    private static Evidence evidence(String path, String text, Matcher at) {
        int line = Text.lineAt(text, at.start(1));
        return new Evidence(path, line, at.group());
    }

    /** The folders of a tree that are served: those whose WEB-INF holds a descriptor or libraries. */
    public static Set<String> roots(ProjectTree tree) {
        Set<String> roots = new TreeSet<>();
        for (TreeFile file : tree.files()) {
            Optional<String> descriptor = Paths.before(DESCRIPTOR, file.path());
            Optional<String> library = file.extension().equals("jar")
                    ? Paths.before("WEB-INF/lib", Paths.parent(file.path()))
                    : Optional.empty();
            descriptor.or(() -> library).ifPresent(roots::add);
        }
        return roots;
    }

    /** Whether a file is in the folder of libraries of a web program, given its web folder. */
    public static boolean isLibrary(String web, String path) {
        return Paths.parent(path).equals(Paths.join(web, "WEB-INF/lib"));
    }
}
