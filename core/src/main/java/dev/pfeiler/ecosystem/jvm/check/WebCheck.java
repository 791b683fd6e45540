package dev.pfeiler.ecosystem.jvm.check;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.ecosystem.jvm.check.ClassPaths.Available;
import dev.pfeiler.ecosystem.jvm.deployment.DescriptorAudit;
import dev.pfeiler.ecosystem.jvm.deployment.DescriptorChecks;
import dev.pfeiler.ecosystem.jvm.deployment.DescriptorError;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.managed.JvmKind;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.managed.ResourceFolder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Holds the deployment descriptors of a managed build against its classes, pages and libraries. */
final class WebCheck {
    private static final Set<String> SERVLET = Set.of("servlet-api", "javax.servlet-api", "jakarta.servlet-api");

    private final CheckedBuild build;
    private final ClassPaths classPaths;

    WebCheck(CheckedBuild build, ClassPaths classPaths) {
        this.build = build;
        this.classPaths = classPaths;
    }

    void run() {
        build.modules().forEach(this::module);
    }

    private void module(CheckedModule module) {
        ManagedModule managed = module.managed();
        SortedMap<String, String> served =
                managed.folders().web().map(build::served).orElseGet(TreeMap::new);
        List<String> paths = new ArrayList<>(served.values());
        for (ResourceFolder folder : managed.folders().resources())
            build.tree().under(folder.path()).map(TreeFile::path).forEach(paths::add);
        if (paths.stream().noneMatch(path -> path.endsWith(".xml") || path.endsWith(".tld"))) return;
        DescriptorChecks.of(
                        build.tree(),
                        paths,
                        served.isEmpty() ? List.of() : List.of(served),
                        known(module, classPaths.of(managed)))
                .forEach(error -> note(managed, error));
    }

    private DescriptorChecks.Project known(CheckedModule module, List<Available> available) {
        Set<String> packages = build.modules().stream()
                .flatMap(one -> one.main().stream())
                .map(SourceFile::packageName)
                .collect(Collectors.toSet());
        List<Jar> jars = available.stream().flatMap(one -> one.jar().stream()).toList();
        return new DescriptorChecks.Project(
                name -> has(jars, name),
                simple -> build.types().stream()
                        .filter(type -> type.endsWith("." + simple))
                        .toList(),
                packages,
                available.stream()
                        .filter(one -> SERVLET.contains(one.coordinates().artifact()))
                        .map(one -> one.coordinates().version())
                        .findFirst(),
                family(module),
                DescriptorAudit.annotated(module.main()));
    }

    private boolean has(List<Jar> jars, String name) {
        for (String outer = name.replace('$', '.'); !outer.isEmpty(); outer = Jar.packageOf(outer))
            if (build.types().contains(outer)) return true;
        return jars.stream().anyMatch(jar -> jar.holds(name));
    }

    private static Optional<Boolean> family(CheckedModule module) {
        Stream<String> imports = module.main().stream()
                .flatMap(source -> source.imports().stream())
                .map(SourceFile.Import::name);
        List<String> servlets = imports.filter(name -> name.matches("(javax|jakarta)\\.servlet\\..*"))
                .toList();
        return servlets.isEmpty()
                ? Optional.empty()
                : Optional.of(servlets.stream().anyMatch(name -> name.startsWith("jakarta.")));
    }

    private void note(ManagedModule module, DescriptorError error) {
        Finding finding = error.finding();
        JvmKind kind =
                switch (error.about()) {
                    case CLASS -> JvmKind.CLASS_MISSING;
                    case CONTENT -> JvmKind.DESCRIPTOR_WRONG;
                    case VERSION -> JvmKind.WEB_VERSION;
                    // what a server defines is not seen in the project
                    case SERVER -> null;
                };
        if (kind == null) return;
        Evidence place = finding.evidence().get(0);
        String subject = Text.withoutStart(finding.subject(), "version ");
        Cure cure = error.fix()
                .map(fix -> Cure.certain("Write " + fix.after() + ".", new Change.Edit(fix.path(), text -> fix.in(text)
                        .orElse(text))))
                .orElseGet(() -> Cure.choice("Correct the descriptor, or what it is about."));
        build.note(Discrepancy.of(kind, module.folder(), place, subject, sentence(finding), cure));
    }

    private static String sentence(Finding finding) {
        String text = finding.subject() + " " + finding.fact();
        return text.endsWith("?") ? text : text + ".";
    }
}
