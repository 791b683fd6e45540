package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import eu.maveniverse.domtrip.Document;
import eu.maveniverse.domtrip.DomTripConfig;
import eu.maveniverse.domtrip.Element;
import eu.maveniverse.domtrip.maven.PomEditor;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.maven.model.Model;

/** Edits a POM and leaves everything else in it as it is. */
final class PomEdit {
    private static final String DEPENDENCIES = "dependencies";
    private static final String DEPENDENCY = "dependency";

    private PomEdit() {}

    /**
     * The POM with one more dependency, after the last one whose scope does not come after its own.
     *
     * @param version whether a version is stated; not if one is managed
     */
    static String declaring(String pom, Coordinates coordinates, Scope scope, boolean version) {
        PomEditor editor = editor(pom);
        Element section = editor.root()
                .childElement(DEPENDENCIES)
                .orElseGet(() -> editor.insertMavenElement(editor.root(), DEPENDENCIES));
        List<Element> declared = section.childElements(DEPENDENCY).toList();
        Optional<Element> before = declared.stream()
                .filter(one -> scope(one).compareTo(scope) <= 0)
                .reduce((one, next) -> next);
        Element dependency = before.isPresent()
                ? editor.insertElementAfter(before.get(), DEPENDENCY)
                : declared.isEmpty()
                        ? editor.addElement(section, DEPENDENCY)
                        : editor.insertElementBefore(declared.get(0), DEPENDENCY);
        editor.addElement(dependency, "groupId", coordinates.group());
        editor.addElement(dependency, "artifactId", coordinates.artifact());
        if (version) editor.addElement(dependency, "version", coordinates.version());
        if (!coordinates.classifier().isEmpty()) editor.addElement(dependency, "classifier", coordinates.classifier());
        if (scope != Scope.COMPILE) editor.addElement(dependency, "scope", scope.word());
        return editor.toXml();
    }

    /** The POM with one more module, after those that are there. */
    static String listing(String pom, String module) {
        PomEditor editor = editor(pom);
        Element modules = editor.root()
                .childElement("modules")
                .orElseGet(() -> editor.insertMavenElement(editor.root(), "modules"));
        editor.addElement(modules, "module", module);
        return editor.toXml();
    }

    /**
     * The POM of a module: what its parent states is not stated again.
     *
     * @param module its folder, from that of the parent
     * @param managed versions that the parent states, by group and artifact
     */
    static String inheriting(String pom, Model parent, String module, Map<String, String> managed) {
        PomEditor editor = editor(pom);
        Element root = editor.root();
        removeEqual(editor, root, "groupId", parent.getGroupId());
        removeEqual(editor, root, "version", parent.getVersion());
        root.childElement("properties").ifPresent(properties -> {
            for (Element property : properties.childElements().toList()) {
                String stated = parent.getProperties().getProperty(property.name(), "");
                if (stated.equals(property.textContentTrimmed())) editor.removeElement(property);
            }
            if (properties.childElements().findAny().isEmpty()) editor.removeElement(properties);
        });
        root.childElement(DEPENDENCIES)
                .ifPresent(section -> section.childElements(DEPENDENCY).forEach(one -> one.childElement("version")
                        .filter(version -> version.textContentTrimmed().equals(managed.get(name(one))))
                        .ifPresent(editor::removeElement)));
        PomElement inherited = new PomElement("parent")
                .add("groupId", parent.getGroupId())
                .add("artifactId", parent.getArtifactId())
                .add("version", parent.getVersion());
        int depth = module.split("/").length;
        if (depth > 1) inherited.add("relativePath", "../".repeat(depth) + PomWriter.POM);
        StringBuilder text = new StringBuilder();
        inherited.write(text, "  ");
        String own = editor.toXml();
        int place = own.indexOf('\n', own.indexOf("<modelVersion>")) + 1;
        return own.substring(0, place) + text + own.substring(place);
    }

    private static void removeEqual(PomEditor editor, Element root, String name, String inherited) {
        root.childElement(name)
                .filter(own -> own.textContentTrimmed().equals(inherited))
                .ifPresent(editor::removeElement);
    }

    static String name(Element dependency) {
        return text(dependency, "groupId") + ":" + text(dependency, "artifactId");
    }

    private static String text(Element parent, String name) {
        return parent.childElement(name).map(Element::textContentTrimmed).orElse("");
    }

    static PomEditor editor(String pom) {
        return new PomEditor(Document.of(pom), DomTripConfig.defaults().withIndentString("  "));
    }

    private static Scope scope(Element dependency) {
        return dependency
                .childElement("scope")
                .flatMap(scope -> Scope.parse(scope.textContentTrimmed()))
                .orElse(Scope.COMPILE);
    }
}
