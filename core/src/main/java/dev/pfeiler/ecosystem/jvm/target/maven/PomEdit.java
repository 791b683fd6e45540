package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import eu.maveniverse.domtrip.Document;
import eu.maveniverse.domtrip.DomTripConfig;
import eu.maveniverse.domtrip.Element;
import eu.maveniverse.domtrip.maven.PomEditor;
import java.util.List;
import java.util.Optional;

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
        PomEditor editor =
                new PomEditor(Document.of(pom), DomTripConfig.defaults().withIndentString("  "));
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

    private static Scope scope(Element dependency) {
        return dependency
                .childElement("scope")
                .flatMap(scope -> Scope.parse(scope.textContentTrimmed()))
                .orElse(Scope.COMPILE);
    }
}
