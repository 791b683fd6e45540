package dev.pfeiler.ecosystem.jvm.target.maven;

import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.DECLARED_TWICE;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.EXCLUSION_WITHOUT_EFFECT;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.FOLDER_MISSING;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.MODULE_MISSING;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.MODULE_NOT_LISTED;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.PLUGIN_WITHOUT_VERSION;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.PROPERTY_UNUSED;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.REPOSITORY_WITHOUT_ENCRYPTION;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.SIBLING_VERSION;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.VERSION_BESIDE_MANAGEMENT;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Resolution;
import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.Kind;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.maven.artifact.versioning.ComparableVersion;
import org.apache.maven.model.Dependency;
import org.apache.maven.model.DependencyManagement;
import org.apache.maven.model.Exclusion;
import org.apache.maven.model.InputLocation;
import org.apache.maven.model.Model;
import org.apache.maven.model.Plugin;
import org.apache.maven.model.Profile;
import org.apache.maven.model.Repository;
import org.apache.maven.model.Resource;

/** What is wrong in the POMs of a build by themselves. */
final class PomCheck {
    private static final String PLUGINS = "org.apache.maven.plugins";
    private static final Pattern RELEASE = Pattern.compile("\\d+(\\.\\d+)*");
    private static final Pattern VERSION_NAME = Pattern.compile("(?i).*version");
    private static final Pattern UNENCRYPTED = Pattern.compile("(?i)http://(?!localhost\\b|127\\.|\\[::1\\]).*");
    /** A file that may use a property, in bytes at most. */
    private static final long LARGEST = 1 << 20;

    private final ManagedPoms poms;
    private final Map<String, Coordinates> siblings;
    private final List<Discrepancy> found = new ArrayList<>();

    PomCheck(ManagedPoms poms) {
        this.poms = poms;
        this.siblings = poms.modules().stream()
                .map(ManagedModule::identity)
                .collect(Collectors.toMap(Coordinates::key, one -> one, (one, other) -> one));
    }

    List<Discrepancy> discrepancies() {
        poms.poms().forEach((folder, pom) -> {
            modules(folder, pom);
            repeated(folder, pom);
            managed(folder, pom);
            exclusions(folder, pom);
            plugins(folder, pom);
            folders(folder, pom);
            repositories(folder, pom);
        });
        properties();
        notListed();
        return found;
    }

    private void note(Kind kind, String folder, Evidence place, String subject, String message, Cure cure) {
        found.add(Discrepancy.of(kind, folder, place, subject, message, cure));
    }

    private void modules(String folder, PomBuild pom) {
        for (String listed : pom.raw().getModules()) {
            String inner = Paths.normal(Paths.join(folder, listed)).orElse(listed);
            boolean there =
                    poms.tree().has(inner) && !listed.isEmpty() || poms.tree().has(Paths.join(inner, PomBuild.NAME));
            if (there || poms.tree().isElsewhere(inner)) continue;
            InputLocation modules = pom.raw().getLocation("modules");
            InputLocation own = modules == null
                    ? null
                    : modules.getLocation(pom.raw().getModules().indexOf(listed));
            note(
                    MODULE_MISSING,
                    folder,
                    pom.place(own, "<module>" + listed + "</module>"),
                    listed,
                    "The module " + listed + " is listed, but there is no POM in that folder.",
                    Cure.certain("Remove it from the list.", poms.changes().unlisting(pom.descriptor(), listed)));
        }
    }

    /** POMs below the top whose parent is a POM of the build, and that nothing lists. */
    private void notListed() {
        for (TreeFile file : poms.tree().files()) {
            String folder = Paths.parent(file.path());
            boolean pom = file.name().equals(PomBuild.NAME) && !file.link() && !folder.isEmpty();
            if (!pom || poms.poms().containsKey(folder) || isInput(folder)) continue;
            PomBuild inner;
            try {
                inner = PomBuild.read(poms.tree(), file.path(), poms.repositories());
            } catch (dev.pfeiler.evidence.Refusal e) {
                continue;
            }
            if (inner.raw().getParent() == null) continue;
            String parent = inner.raw().getParent().getGroupId() + ":"
                    + inner.raw().getParent().getArtifactId();
            Optional<PomBuild> aggregator = poms.poms().values().stream()
                    .filter(one -> one.effective().getPackaging().equals("pom"))
                    .filter(one -> (one.effective().getGroupId() + ":"
                                    + one.effective().getArtifactId())
                            .equals(parent))
                    .findFirst();
            if (aggregator.isEmpty()) continue;
            String at = Paths.parent(aggregator.get().descriptor());
            if (!Paths.within(at, folder)) continue;
            String module = Paths.relative(at, folder);
            String descriptor = aggregator.get().descriptor();
            note(
                    MODULE_NOT_LISTED,
                    at,
                    aggregator.get().place(aggregator.get().raw().getLocation("modules"), "<modules>"),
                    folder,
                    "The POM in " + folder + " has " + parent + " as its parent, which does not list it as a module.",
                    Cure.certain(
                            "Add it to the list.", new Change.Edit(descriptor, text -> PomEdit.listing(text, module))));
        }
    }

    /** Whether a folder holds what tests or the build read, and no module. */
    private static boolean isInput(String folder) {
        return ("/" + folder + "/").matches(".*/(src|target|build|node_modules)/.*");
    }

    private static String key(Dependency dependency) {
        String classifier = dependency.getClassifier();
        return dependency.getGroupId() + ":" + dependency.getArtifactId()
                + (classifier == null || classifier.isEmpty() ? "" : ":" + classifier);
    }

    private void repeated(String folder, PomBuild pom) {
        Map<String, Dependency> seen = new HashMap<>();
        for (Dependency dependency : pom.raw().getDependencies()) {
            if (seen.put(dependency.getManagementKey(), dependency) == null) continue;
            String key = key(dependency);
            note(
                    DECLARED_TWICE,
                    folder,
                    pom.place(dependency.getLocation("artifactId"), key),
                    key,
                    key + " is declared twice; Maven takes the last declaration.",
                    Cure.certain(
                            "Remove the first declaration.", poms.changes().removingRepeated(pom.descriptor(), key)));
        }
    }

    /** Versions of dependencies against what is managed, and against the build's own modules. */
    private void managed(String folder, PomBuild pom) {
        Map<String, Dependency> inherited = new HashMap<>();
        DependencyManagement management = pom.effective().getDependencyManagement();
        if (management != null)
            management.getDependencies().forEach(one -> inherited.putIfAbsent(one.getManagementKey(), one));
        Set<String> counted = new TreeSet<>();
        for (Dependency dependency : pom.raw().getDependencies()) {
            String stated = dependency.getVersion();
            String key = key(dependency);
            if (!counted.add(dependency.getManagementKey())) continue;
            Optional<Dependency> effective = pom.effective().getDependencies().stream()
                    .filter(one -> one.getManagementKey().equals(keyOf(dependency, pom)))
                    .findFirst();
            if (effective.isEmpty()) continue;
            String name = effective.get().getGroupId() + ":" + effective.get().getArtifactId();
            Coordinates sibling = siblings.get(name);
            Dependency standard = inherited.get(effective.get().getManagementKey());
            Evidence place = pom.place(dependency.getLocation("artifactId"), key);
            if (sibling != null && !sibling.version().equals(effective.get().getVersion())) {
                sibling(folder, pom, name, sibling, effective.get().getVersion(), standard, stated, place);
            } else if (stated != null
                    && standard != null
                    && standard.getVersion() != null
                    && standard.getVersion().equals(effective.get().getVersion())
                    && isInherited(pom, standard)) {
                note(
                        VERSION_BESIDE_MANAGEMENT,
                        folder,
                        place,
                        name,
                        "The version " + standard.getVersion() + " of " + name + " is managed already.",
                        Cure.certain(
                                "Remove the version.",
                                poms.changes().version(pom.descriptor(), name, Optional.empty())));
            }
        }
    }

    /** Whether it is managed by a POM that it inherits from, and not by a bill of materials. */
    private static boolean isInherited(PomBuild pom, Dependency managed) {
        InputLocation location = managed.getLocation("version");
        if (location == null || location.getSource() == null) return false;
        String source = location.getSource().getModelId();
        return pom.ancestors().stream()
                .anyMatch(model -> model.getDependencyManagement() != null
                        && model.getLocation("") != null
                        && model.getLocation("").getSource() != null
                        && source.equals(model.getLocation("").getSource().getModelId()));
    }

    /** The management key of a dependency whose group may be a property. */
    private static String keyOf(Dependency raw, PomBuild pom) {
        String group = raw.getGroupId();
        return group != null && group.startsWith("${")
                ? raw.getManagementKey().replace(group, pom.effective().getGroupId())
                : raw.getManagementKey();
    }

    private void sibling(
            String folder,
            PomBuild pom,
            String name,
            Coordinates sibling,
            String version,
            Dependency standard,
            String stated,
            Evidence place) {
        boolean managed = standard != null && sibling.version().equals(standard.getVersion());
        boolean own = sibling.version().equals(pom.effective().getVersion());
        Optional<String> better =
                managed ? Optional.empty() : Optional.of(own ? "${project.version}" : sibling.version());
        note(
                SIBLING_VERSION,
                folder,
                place,
                name,
                name + " is a module of this build, at version " + sibling.version() + "; " + version + " is required.",
                stated == null
                        ? Cure.choice("Correct the version where it is managed.")
                        : Cure.certain(
                                "Take the version of the build.",
                                poms.changes().version(pom.descriptor(), name, better)));
    }

    private void exclusions(String folder, PomBuild pom) {
        for (Dependency dependency : pom.raw().getDependencies()) {
            if (dependency.getExclusions().isEmpty()) continue;
            Optional<Dependency> effective = pom.effective().getDependencies().stream()
                    .filter(one -> one.getManagementKey().equals(keyOf(dependency, pom)))
                    .filter(one -> one.getVersion() != null)
                    .findFirst();
            if (effective.isEmpty()) continue;
            Coordinates coordinates = new Coordinates(
                    effective.get().getGroupId(),
                    effective.get().getArtifactId(),
                    effective.get().getVersion());
            if (siblings.containsKey(coordinates.key())) continue;
            Resolution brought = poms.rules()
                    .resolve(List.of(new Declaration(coordinates, Scope.COMPILE.word(), Set.of())), Map.of());
            if (!brought.unknown().isEmpty()) continue;
            for (Exclusion exclusion : dependency.getExclusions()) {
                String excluded = exclusion.getGroupId() + ":" + exclusion.getArtifactId();
                if (excluded.contains("*") || excluded.contains("${")) continue;
                if (brings(
                        brought.artifacts().stream()
                                .map(one -> one.coordinates())
                                .toList(),
                        exclusion)) continue;
                note(
                        EXCLUSION_WITHOUT_EFFECT,
                        folder,
                        pom.place(exclusion.getLocation("artifactId"), excluded),
                        excluded,
                        coordinates + " does not bring " + excluded + ", which is excluded from it.",
                        Cure.certain(
                                "Remove the exclusion.",
                                poms.changes().removingExclusion(pom.descriptor(), coordinates.key(), excluded)));
            }
        }
    }

    private static boolean brings(Collection<Coordinates> brought, Exclusion exclusion) {
        return brought.stream()
                .anyMatch(one -> one.group().equals(exclusion.getGroupId())
                        && one.artifact().equals(exclusion.getArtifactId()));
    }

    private void plugins(String folder, PomBuild pom) {
        if (pom.raw().getBuild() == null) return;
        for (Plugin stated : pom.raw().getBuild().getPlugins()) {
            if (stated.getVersion() != null) continue;
            if (isStated(pom, stated)) continue;
            String artifact = stated.getArtifactId();
            note(
                    PLUGIN_WITHOUT_VERSION,
                    folder,
                    pom.place(stated.getLocation("artifactId"), artifact),
                    stated.getGroupId() + ":" + artifact,
                    "The plug-in " + artifact + " has no version, so that the build changes with Maven's.",
                    version(stated)
                            .map(version -> Cure.certain(
                                    "State version " + version + ".",
                                    poms.changes().pluginVersion(pom.descriptor(), artifact, version)))
                            .orElseGet(() -> Cure.choice("State a version.")));
        }
    }

    /** Whether the version of a plug-in is stated apart from it, whichever profiles are active. */
    private static boolean isStated(PomBuild pom, Plugin plugin) {
        Stream<Plugin> own = Stream.ofNullable(pom.raw().getBuild().getPluginManagement())
                .flatMap(management -> management.getPlugins().stream());
        Stream<Plugin> inherited = pom.ancestors().stream()
                .flatMap(model -> Stream.concat(
                        Stream.ofNullable(model.getBuild()),
                        model.getProfiles().stream().map(Profile::getBuild).filter(Objects::nonNull)))
                .flatMap(build -> Stream.concat(
                        build.getPlugins().stream(),
                        Stream.ofNullable(build.getPluginManagement())
                                .flatMap(management -> management.getPlugins().stream())));
        return Stream.concat(own, inherited)
                .anyMatch(one -> one.getKey().equals(plugin.getKey()) && one.getVersion() != null);
    }

    /** The version that Pfeiler writes, else the newest release that is known. */
    private Optional<String> version(Plugin plugin) {
        Optional<String> written =
                plugin.getGroupId().equals(PLUGINS) ? PomPlugins.known(plugin.getArtifactId()) : Optional.empty();
        return written.or(() -> poms.repositories().versions(plugin.getGroupId(), plugin.getArtifactId()).all().stream()
                .filter(version -> RELEASE.matcher(version).matches())
                .map(ComparableVersion::new)
                .max(ComparableVersion::compareTo)
                .map(ComparableVersion::toString));
    }

    private void folders(String folder, PomBuild pom) {
        if (pom.raw().getBuild() == null) return;
        for (String name : List.of("sourceDirectory", "testSourceDirectory")) {
            String stated = name.startsWith("test")
                    ? pom.raw().getBuild().getTestSourceDirectory()
                    : pom.raw().getBuild().getSourceDirectory();
            if (stated != null) folder(folder, pom, stated, pom.raw().getBuild().getLocation(name));
        }
        Stream.concat(pom.raw().getBuild().getResources().stream(), pom.raw().getBuild().getTestResources().stream())
                .filter(resource -> resource.getDirectory() != null)
                .forEach(resource -> folder(folder, pom, resource));
    }

    private void folder(String folder, PomBuild pom, Resource resource) {
        folder(folder, pom, resource.getDirectory(), resource.getLocation("directory"));
    }

    private void folder(String folder, PomBuild pom, String stated, InputLocation location) {
        String plain = stated.replace("${project.basedir}/", "").replace("${basedir}/", "");
        // what a property or the build itself makes is not there yet
        if (plain.contains("${") || plain.startsWith("target")) return;
        Optional<String> path = Paths.normal(Paths.join(folder, plain));
        if (path.isEmpty()
                || poms.tree().folders().contains(path.get())
                || path.get().equals(folder)
                // an empty folder is not kept by version control
                || plain.matches("src/(main|test)/(java|resources)")) return;
        note(
                FOLDER_MISSING,
                folder,
                pom.place(location, stated),
                path.get(),
                "The folder " + path.get() + " is named, but not there.",
                Cure.certain("Remove the entry.", poms.changes().removingFolder(pom.descriptor(), stated)));
    }

    private void repositories(String folder, PomBuild pom) {
        Stream.concat(pom.raw().getRepositories().stream(), pom.raw().getPluginRepositories().stream())
                .filter(one -> one.getUrl() != null
                        && UNENCRYPTED.matcher(one.getUrl()).matches())
                .forEach(one -> repository(folder, pom, one));
    }

    private void repository(String folder, PomBuild pom, Repository repository) {
        note(
                REPOSITORY_WITHOUT_ENCRYPTION,
                folder,
                pom.place(repository.getLocation("url"), repository.getUrl()),
                repository.getUrl(),
                "Libraries are fetched over http, which anyone on the way can change.",
                Cure.choice("Use the address with https if the server has one, or remove the repository."));
    }

    /** Properties for versions that no text of the tree, and no POM that is inherited from, refers to. */
    private void properties() {
        Map<String, Evidence> defined = new HashMap<>();
        Map<String, PomBuild> definedIn = new HashMap<>();
        poms.poms().values().forEach(pom -> pom.raw().getProperties().stringPropertyNames().stream()
                .filter(name -> VERSION_NAME.matcher(name).matches())
                .filter(name -> !name.startsWith("maven.compiler"))
                .forEach(name -> {
                    InputLocation properties = pom.raw().getLocation("properties");
                    InputLocation own = properties == null ? null : properties.getLocation(name);
                    defined.putIfAbsent(
                            name,
                            pom.place(
                                    own, name + " " + pom.raw().getProperties().getProperty(name)));
                    definedIn.putIfAbsent(name, pom);
                }));
        if (defined.isEmpty()) return;
        Set<String> unused = new TreeSet<>(defined.keySet());
        for (TreeFile file : poms.tree().files()) {
            boolean may = file.name().endsWith(".xml")
                    || file.path().contains("src/main/resources/")
                    || Set.of("properties", "yml", "yaml", "sh", "md", "txt").contains(file.extension());
            if (!may || file.link() || unused.isEmpty()) continue;
            for (String line : poms.tree().lines(file, LARGEST))
                unused.removeIf(name -> line.contains("${" + name + "}") || line.contains("@" + name + "@"));
        }
        for (String name : unused) {
            PomBuild pom = definedIn.get(name);
            if (isForAncestors(pom, name)) continue;
            note(
                    PROPERTY_UNUSED,
                    Paths.parent(pom.descriptor()),
                    defined.get(name),
                    name,
                    "Nothing refers to the property " + name + ".",
                    Cure.certain("Remove it.", poms.changes().removingProperty(pom.descriptor(), name)));
        }
    }

    /** Whether a property replaces one of a POM that is inherited from. */
    private static boolean isForAncestors(PomBuild pom, String name) {
        return pom.ancestors().stream()
                .map(Model::getProperties)
                .anyMatch(properties -> properties.containsKey(name)
                        || properties.values().stream()
                                .anyMatch(value -> value.toString().contains("${" + name + "}")));
    }
}
