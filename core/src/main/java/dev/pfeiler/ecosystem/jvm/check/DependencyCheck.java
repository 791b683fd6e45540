package dev.pfeiler.ecosystem.jvm.check;

import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.CONTAINER_API_PACKED;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.LEVEL_BELOW_LIBRARY;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.SCOPE_TOO_NARROW;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.SNAPSHOT_IN_RELEASE;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.TEST_DEPENDENCY_IN_PROGRAM;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.TRANSITIVE_USE;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.UNUSED_DEPENDENCY;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.VERSIONS_DIFFER;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.check.Cure;
import dev.pfeiler.ecosystem.jvm.check.ClassPaths.Available;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.library.ContainerApis;
import dev.pfeiler.ecosystem.jvm.library.NamedClasses;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.library.Usage.Way;
import dev.pfeiler.ecosystem.jvm.managed.DeclaredArtifact;
import dev.pfeiler.ecosystem.jvm.managed.DescriptorEdits;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.TreeFile;
import java.lang.module.ModuleFinder;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Holds what modules declare against what their sources use. */
final class DependencyCheck {
    /** Packages of the Java platform itself. */
    private static final Set<String> PLATFORM = ModuleFinder.ofSystem().findAll().stream()
            .flatMap(module -> module.descriptor().packages().stream())
            .collect(Collectors.toUnmodifiableSet());

    /** How a module uses an artifact, the strongest last. */
    private enum Use {
        NONE,
        TESTS,
        /** In a way that is not seen in its sources, or that may not be. */
        UNSEEN,
        PROGRAM
    }

    /** What modules do with one declaration. */
    private static final class Declared {
        private final ManagedModule module;
        private final DeclaredArtifact artifact;
        private Use use = Use.NONE;

        Declared(ManagedModule module, DeclaredArtifact artifact) {
            this.module = module;
            this.artifact = artifact;
        }
    }

    private final CheckedBuild build;
    private final ClassPaths classPaths;
    private final DescriptorEdits edits;
    /** The classes that settings at the top of the tree name, for all modules. */
    private final Map<String, Evidence> top;

    private final Map<String, Declared> declarations = new LinkedHashMap<>();

    DependencyCheck(CheckedBuild build, ClassPaths classPaths) {
        this.build = build;
        this.classPaths = classPaths;
        this.edits = build.build().edits();
        this.top = NamedClasses.in(
                build.tree(), settings(build.tree().files().stream().filter(file -> !file.path()
                        .contains("/"))));
    }

    void run() {
        build.modules().forEach(this::module);
        declarations.values().forEach(this::judge);
        versions();
    }

    private void module(CheckedModule module) {
        List<Available> available = classPaths.of(module.managed());
        Usage usage = usage(module, available);
        Set<Jar> reached = new HashSet<>(usage.reached(Way.MAIN).keySet());
        reached.addAll(usage.reached(Way.BY_NAME).keySet());
        for (DeclaredArtifact artifact : module.managed().declared()) {
            Declared declared = declarations.computeIfAbsent(
                    artifact.evidence().place() + " " + artifact.key(),
                    key -> new Declared(module.managed(), artifact));
            Use use = use(module, artifact, available, usage, reached);
            if (use.compareTo(declared.use) > 0) declared.use = use;
            available.stream()
                    .filter(one -> one.key().equals(artifact.key()))
                    .findFirst()
                    .ifPresent(one -> {
                        narrow(module, artifact, one, usage);
                        packed(module, artifact, one, available);
                    });
            snapshot(module, artifact);
        }
        available.stream().filter(one -> !one.isDeclared()).forEach(one -> transitive(module, one, available, usage));
        levels(module, available);
    }

    private Usage usage(CheckedModule module, List<Available> available) {
        List<Jar> jars = new ArrayList<>();
        // of two that have a class, the module's own is used
        jars.add(ClassPaths.classes(module.folder() + "/", module.main()));
        available.forEach(one -> one.jar().ifPresent(jars::add));
        Map<String, Evidence> named = new TreeMap<>(NamedClasses.in(
                build.tree(), settings(build.files(module.managed()).filter(file -> file.path()
                        .contains("/")))));
        top.forEach(named::putIfAbsent);
        return Usage.of(
                jars,
                module.main(),
                module.tests(),
                module.managed().folders().web().map(this::web).stream().toList(),
                named);
    }

    private static List<String> settings(Stream<TreeFile> files) {
        return files.filter(file -> !file.link() && JvmLanguage.of(file.path()).isEmpty())
                .map(TreeFile::path)
                .toList();
    }

    private WebFiles web(String folder) {
        return WebFiles.read(build.tree(), build.served(folder));
    }

    private Use use(
            CheckedModule module, DeclaredArtifact artifact, List<Available> available, Usage usage, Set<Jar> reached) {
        Optional<Available> own = available.stream()
                .filter(one -> one.key().equals(artifact.key()))
                .findFirst();
        if (own.isEmpty() || own.get().jar().isEmpty() || module.main().isEmpty()) return Use.UNSEEN;
        // tests that are not there would use it
        if (artifact.scope() == Scope.TEST && module.tests().isEmpty()) return Use.UNSEEN;
        Jar jar = own.get().jar().get();
        Use direct = direct(jar, usage, reached);
        List<Jar> brought = available.stream()
                .filter(one -> !one.isDeclared() && one.via().get(0).equals(artifact.key()))
                .flatMap(one -> one.jar().stream())
                .toList();
        if (jar.classes().isEmpty()) {
            // an artifact that only lists others is used where one of them is
            Set<Use> uses = EnumSet.noneOf(Use.class);
            brought.forEach(one -> uses.add(direct(one, usage, reached)));
            if (uses.contains(Use.PROGRAM)) return Use.PROGRAM;
            return uses.contains(Use.TESTS) && !uses.contains(Use.UNSEEN) ? Use.TESTS : Use.UNSEEN;
        }
        if (direct == Use.PROGRAM || direct == Use.UNSEEN) return direct;
        // without it, what it brings would be gone as well
        if (brought.stream().anyMatch(one -> direct(one, usage, reached).compareTo(direct) > 0)) return Use.UNSEEN;
        boolean resources = own.get().sibling().stream()
                .flatMap(sibling -> sibling.managed().folders().resources().stream())
                .anyMatch(folder -> build.tree().under(folder.path()).findAny().isPresent());
        return resources ? Use.UNSEEN : direct;
    }

    private Use direct(Jar jar, Usage usage, Set<Jar> reached) {
        if (usage.uses(Way.MAIN, jar) || usage.uses(Way.BY_NAME, jar) || usage.uses(Way.BY_SERVICE, jar))
            return Use.PROGRAM;
        boolean platform = jar.packages().stream().anyMatch(PLATFORM::contains);
        if (platform || reached.contains(jar) || jar.offersProcessor() || isSought(jar)) return Use.UNSEEN;
        boolean tests = usage.uses(Way.TEST, jar)
                || usage.uses(Way.BY_TEST_SERVICE, jar)
                || usage.reached(Way.TEST).containsKey(jar);
        return tests ? Use.TESTS : Use.NONE;
    }

    /** Whether it offers what something that is not among the libraries may look for. */
    private static boolean isSought(Jar jar) {
        return jar.services().stream().anyMatch(service -> !jar.holds(service) && !service.equals("java.sql.Driver"));
    }

    private void judge(Declared declared) {
        DeclaredArtifact artifact = declared.artifact;
        String key = artifact.key();
        if (!build.tree().has(artifact.evidence().file())) return;
        if (artifact.scope() == Scope.COMPILE && declared.use == Use.TESTS)
            build.note(
                    TEST_DEPENDENCY_IN_PROGRAM,
                    declared.module,
                    artifact.evidence(),
                    key,
                    "Only tests use " + key + ", which is declared for the program.",
                    Cure.certain("Declare it for tests.", edits.scoping(declared.module, artifact, Scope.TEST)));
        boolean judged = artifact.scope() == Scope.COMPILE || artifact.scope() == Scope.TEST;
        if (judged && declared.use == Use.NONE)
            build.note(
                    UNUSED_DEPENDENCY,
                    declared.module,
                    artifact.evidence(),
                    key,
                    "Neither code, nor settings, nor another library use " + key + ".",
                    Cure.certain("Remove the declaration.", edits.removing(artifact)));
    }

    /** A library that code is compiled against, and that is not there then. */
    private void narrow(CheckedModule module, DeclaredArtifact artifact, Available available, Usage usage) {
        if (artifact.scope() != Scope.TEST && artifact.scope() != Scope.RUNTIME) return;
        Optional<Jar> jar = available.jar().filter(one -> usage.uses(Way.MAIN, one));
        if (jar.isEmpty() || jar.get().packages().stream().anyMatch(PLATFORM::contains)) return;
        Evidence use = usage.evidence(jar.get(), Way.MAIN).get(0);
        build.note(
                SCOPE_TOO_NARROW,
                module.managed(),
                artifact.evidence(),
                artifact.key(),
                use.place() + " is compiled against " + artifact.key() + ", which is declared for "
                        + (artifact.scope() == Scope.TEST ? "tests only." : "run time only."),
                Cure.certain("Declare it for the program.", edits.scoping(module.managed(), artifact, Scope.COMPILE)));
    }

    private void packed(CheckedModule module, DeclaredArtifact artifact, Available available, List<Available> all) {
        if (!module.managed().packaging().equals("war") || !artifact.scope().ships()) return;
        boolean api = available.jar().filter(ContainerApis::isOne).isPresent();
        boolean ownServer = all.stream().flatMap(one -> one.jar().stream()).anyMatch(ContainerApis::isServer);
        if (!api || ownServer) return;
        build.note(
                CONTAINER_API_PACKED,
                module.managed(),
                artifact.evidence(),
                artifact.key(),
                "The web archive contains " + artifact.key() + ", which the container provides.",
                Cure.certain("Declare it as provided.", edits.scoping(module.managed(), artifact, Scope.PROVIDED)));
    }

    private void snapshot(CheckedModule module, DeclaredArtifact artifact) {
        boolean changes = artifact.coordinates().version().endsWith("-SNAPSHOT");
        if (!changes || module.managed().isSnapshot() || classPaths.isSibling(artifact.key())) return;
        build.note(
                SNAPSHOT_IN_RELEASE,
                module.managed(),
                artifact.evidence(),
                artifact.key(),
                module.managed().identity().version() + " is a release, and depends on " + artifact.coordinates() + ".",
                Cure.choice("Depend on a released version."));
    }

    private void transitive(CheckedModule module, Available one, List<Available> all, Usage usage) {
        if (!module.managed().unread().isEmpty()) return;
        if (one.jar().isEmpty() || !usage.uses(Way.MAIN, one.jar().get())) return;
        Jar jar = one.jar().get();
        if (jar.packages().stream().anyMatch(PLATFORM::contains)) return;
        boolean compiled = one.scope() == Scope.COMPILE || one.scope() == Scope.PROVIDED;
        // an artifact that only lists others is meant to bring them
        Optional<Jar> first = all.stream()
                .filter(other -> other.key().equals(one.via().get(0)))
                .findFirst()
                .flatMap(Available::jar);
        if (!compiled || first.isEmpty() || first.get().classes().isEmpty()) return;
        List<Evidence> uses = usage.evidence(jar, Way.MAIN).stream()
                .filter(evidence -> !evidence.excerpt().startsWith("generated code"))
                .toList();
        if (uses.isEmpty()) return;
        build.note(
                TRANSITIVE_USE,
                module.managed(),
                Evidence.of(module.managed().descriptor(), one.key()),
                one.key(),
                uses.get(0).place() + " uses " + one.key() + ", which is there only because "
                        + one.via().get(0) + " depends on it.",
                Cure.certain(
                        "Declare " + one.coordinates() + ".",
                        edits.declaring(module.managed(), one.coordinates(), one.scope())));
    }

    /** Libraries that do not run at the level that a module promises. */
    private void levels(CheckedModule module, List<Available> available) {
        Optional<Integer> level = module.managed().levels().stream()
                .flatMap(setting -> ProjectSettings.parse(setting.value()).stream())
                .min(Integer::compare);
        if (level.isEmpty()) return;
        for (Available one : available) {
            if (!one.scope().ships() || one.jar().isEmpty() || one.sibling().isPresent()) continue;
            int needed = one.jar().get().level();
            if (needed <= level.get()) continue;
            String first = one.isDeclared() ? one.key() : one.via().get(0);
            // said of the module itself
            if (classPaths.isSibling(first)) continue;
            Evidence place = module.managed()
                    .declared(first)
                    .map(DeclaredArtifact::evidence)
                    .orElse(Evidence.of(module.managed().descriptor(), first));
            build.note(
                    LEVEL_BELOW_LIBRARY,
                    module.managed(),
                    place,
                    one.key(),
                    one.coordinates() + " requires Java " + needed + "; the level is " + level.get() + ".",
                    Cure.choice("Raise the level to " + needed + ", or take a version of the library for Java "
                            + level.get() + "."));
        }
    }

    /** Artifacts that modules declare in different versions. */
    private void versions() {
        Map<String, Map<String, List<Declared>>> byKey = new TreeMap<>();
        Collection<Declared> all = declarations.values();
        all.stream()
                .filter(one -> !one.artifact.coordinates().version().isEmpty())
                .filter(one -> !classPaths.isSibling(one.artifact.key()))
                .forEach(one -> byKey.computeIfAbsent(one.artifact.key(), key -> new TreeMap<>())
                        .computeIfAbsent(one.artifact.coordinates().version(), version -> new ArrayList<>())
                        .add(one));
        byKey.forEach((key, versions) -> {
            if (versions.size() < 2) return;
            // the one that fewest declare is the one that differs
            Declared odd = versions.values().stream()
                    .min(java.util.Comparator.comparingInt(List::size))
                    .orElseThrow()
                    .get(0);
            String where = versions.entrySet().stream()
                    .map(entry -> entry.getKey() + " in "
                            + entry.getValue().stream()
                                    .map(one -> one.artifact.evidence().place())
                                    .collect(Collectors.joining(", ")))
                    .collect(Collectors.joining("; "));
            build.note(
                    VERSIONS_DIFFER,
                    odd.module,
                    odd.artifact.evidence(),
                    key,
                    "Modules declare different versions of " + key + ": " + where + ".",
                    Cure.choice("Take one version in all modules."));
        });
    }
}
