package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.check.Change;
import dev.pfeiler.ecosystem.jvm.managed.DeclaredArtifact;
import dev.pfeiler.ecosystem.jvm.managed.DescriptorEdits;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import eu.maveniverse.domtrip.Element;
import eu.maveniverse.domtrip.maven.PomEditor;
import java.util.List;
import java.util.Optional;
import java.util.function.BiPredicate;
import java.util.function.Predicate;

/** Changes of POMs; what they are not about stays as it is. */
record PomChanges() implements DescriptorEdits {
    private static final String VERSION = "version";

    /** Works on the root of a POM; whether it changed something. */
    private interface Work extends BiPredicate<PomEditor, Element> {}

    private static Change change(String path, Work work) {
        return new Change.Edit(path, pom -> {
            PomEditor editor = PomEdit.editor(pom);
            return work.test(editor, editor.root()) ? editor.toXml() : pom;
        });
    }

    @Override
    public Change declaring(ManagedModule module, Coordinates artifact, Scope scope) {
        boolean managed = module.managed().containsKey(artifact.key());
        return new Change.Edit(module.descriptor(), pom -> PomEdit.declaring(pom, artifact, scope, !managed));
    }

    @Override
    public Change removing(DeclaredArtifact artifact) {
        return change(artifact.evidence().file(), (editor, root) -> {
            Optional<Element> found = dependencies(root).stream()
                    .filter(one -> isOf(one, artifact.key()))
                    .findFirst();
            found.ifPresent(editor::removeElement);
            root.childElement("dependencies")
                    .filter(section -> section.childElements().findAny().isEmpty())
                    .ifPresent(editor::removeElement);
            return found.isPresent();
        });
    }

    @Override
    public Change scoping(ManagedModule module, DeclaredArtifact artifact, Scope scope) {
        Coordinates managed = module.managed().get(artifact.key());
        return change(artifact.evidence().file(), (editor, root) -> {
            Optional<Element> found = dependencies(root).stream()
                    .filter(one -> isOf(one, artifact.key()))
                    .findFirst();
            found.ifPresent(dependency -> {
                Optional<Element> stated = dependency.childElement("scope");
                // a managed scope is in force where none is stated
                if (scope == Scope.COMPILE && managed == null) stated.ifPresent(editor::removeElement);
                else if (stated.isPresent()) editor.setTextContent(stated.get(), scope.word());
                else insert(editor, dependency, "scope", scope.word());
            });
            return found.isPresent();
        });
    }

    /** A folder is no longer listed as a module. */
    Change unlisting(String descriptor, String module) {
        return change(descriptor, (editor, root) -> {
            List<Element> listed = root.descendants("module")
                    .filter(one -> one.textContentTrimmed().equals(module))
                    .toList();
            listed.forEach(editor::removeElement);
            return !listed.isEmpty();
        });
    }

    /** The first of two declarations is gone: the last one is in force. */
    Change removingRepeated(String path, String key) {
        return change(path, (editor, root) -> {
            List<Element> found =
                    dependencies(root).stream().filter(one -> isOf(one, key)).toList();
            if (found.size() < 2) return false;
            editor.removeElement(found.get(0));
            return true;
        });
    }

    /** A dependency states another version, or none. */
    Change version(String path, String key, Optional<String> version) {
        return change(path, (editor, root) -> {
            Optional<Element> stated = dependencies(root).stream()
                    .filter(one -> isOf(one, key))
                    .flatMap(one -> one.childElement(VERSION).stream())
                    .findFirst();
            stated.ifPresent(element -> {
                if (version.isPresent()) editor.setTextContent(element, version.get());
                else editor.removeElement(element);
            });
            return stated.isPresent();
        });
    }

    Change removingExclusion(String path, String key, String excluded) {
        return change(path, (editor, root) -> {
            for (Element dependency : dependencies(root)) {
                if (!isOf(dependency, key)) continue;
                Optional<Element> section = dependency.childElement("exclusions");
                List<Element> found = section.stream()
                        .flatMap(exclusions -> exclusions.childElements("exclusion"))
                        .filter(one -> PomEdit.name(one).equals(excluded))
                        .toList();
                if (found.isEmpty()) continue;
                boolean all = section.get().childElements().count() == found.size();
                if (all) editor.removeElement(section.get());
                else found.forEach(editor::removeElement);
                return true;
            }
            return false;
        });
    }

    Change removingProperty(String path, String name) {
        return change(path, (editor, root) -> {
            Optional<Element> section = root.childElement("properties");
            Optional<Element> found = section.flatMap(properties -> properties.childElement(name));
            found.ifPresent(editor::removeElement);
            section.filter(properties -> properties.childElements().findAny().isEmpty())
                    .ifPresent(editor::removeElement);
            return found.isPresent();
        });
    }

    Change property(String path, String name, String value) {
        return change(path, (editor, root) -> {
            Optional<Element> found =
                    root.childElement("properties").flatMap(properties -> properties.childElement(name));
            found.ifPresent(property -> editor.setTextContent(property, value));
            return found.isPresent();
        });
    }

    /** A plug-in that states no version states one. */
    Change pluginVersion(String path, String artifact, String version) {
        return change(path, (editor, root) -> {
            List<Element> found = root.descendants("plugin")
                    .filter(one -> one.childElement("artifactId")
                            .filter(id -> id.textContentTrimmed().equals(artifact))
                            .isPresent())
                    .filter(one -> one.childElement(VERSION).isEmpty())
                    .toList();
            found.stream().limit(1).forEach(one -> insert(editor, one, VERSION, version));
            return !found.isEmpty();
        });
    }

    /** A parameter of a plug-in has another value. */
    Change parameter(String path, String artifact, String name, String before, String value) {
        return change(path, (editor, root) -> {
            List<Element> found = root.descendants("plugin")
                    .filter(one -> one.childElement("artifactId")
                            .filter(id -> id.textContentTrimmed().equals(artifact))
                            .isPresent())
                    .flatMap(one -> one.descendants(name))
                    .filter(one -> one.textContentTrimmed().equals(before))
                    .toList();
            found.forEach(one -> editor.setTextContent(one, value));
            return !found.isEmpty();
        });
    }

    /** A folder of resources is no longer named. */
    Change removingFolder(String path, String folder) {
        return change(path, (editor, root) -> {
            Optional<Element> build = root.childElement("build");
            Predicate<Element> names = one -> one.childElement("directory")
                    .filter(directory -> directory.textContentTrimmed().equals(folder))
                    .isPresent();
            for (String section : List.of("resources", "testResources")) {
                Optional<Element> listed = build.flatMap(one -> one.childElement(section));
                List<Element> found = listed.stream()
                        .flatMap(Element::childElements)
                        .filter(names)
                        .toList();
                if (found.isEmpty()) continue;
                found.forEach(editor::removeElement);
                if (listed.get().childElements().findAny().isEmpty()) editor.removeElement(listed.get());
                return true;
            }
            for (String single : List.of("sourceDirectory", "testSourceDirectory")) {
                Optional<Element> found = build.flatMap(one -> one.childElement(single))
                        .filter(one -> one.textContentTrimmed().equals(folder));
                if (found.isEmpty()) continue;
                editor.removeElement(found.get());
                return true;
            }
            return false;
        });
    }

    private static void insert(PomEditor editor, Element parent, String name, String value) {
        // behind what names it, in the order of the reference
        Element before = parent.childElement(VERSION)
                .or(() -> parent.childElement("artifactId"))
                .orElseThrow();
        editor.setTextContent(editor.insertElementAfter(before, name), value);
    }

    private static List<Element> dependencies(Element root) {
        return root.childElement("dependencies").stream()
                .flatMap(section -> section.childElements("dependency"))
                .toList();
    }

    private static boolean isOf(Element dependency, String key) {
        String classifier = dependency
                .childElement("classifier")
                .map(one -> ":" + one.textContentTrimmed())
                .orElse("");
        String name = PomEdit.name(dependency) + classifier;
        // a group that is a property is mostly the project's own
        return name.startsWith("${") ? key.endsWith(name.substring(name.indexOf(':'))) : name.equals(key);
    }
}
