package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.layout.TemplateSources;
import dev.pfeiler.ecosystem.jvm.layout.WiredResources;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.model.PartialArchive;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.PackedSources;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.wiring.BuildTime;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Decides about jars that the old build makes of some of a module's classes, or of none, to start them, beside the module's
 * own archive.
 */
final class PartialArchives {
    private static final String YES = "yes";
    private static final String NO = "no";

    private final JvmReading reading;
    private final JvmProject project;
    private final SourceModule module;
    private final TemplateSources templates;
    private final Map<Wiring, Map<String, List<String>>> items = new IdentityHashMap<>();

    PartialArchives(JvmReading reading, JvmProject project, SourceModule module) {
        this.reading = reading;
        this.project = project;
        this.module = module;
        this.templates = new TemplateSources(reading.wirings());
    }

    /** What goes into the module's own jar, and the jars beside it. */
    record Decided(PathSelection own, List<PartialArchive> further) {}

    Decided decide(Deliberation deliberation) {
        // who wants one module wants one archive
        if (!ModuleChoice.mayBeSeveral(deliberation.choices())) return new Decided(PathSelection.ALL, List.of());
        PathSelection own = module.archive()
                .filter(archive -> archive.is("jar"))
                .flatMap(archive -> maker(archive).map(wiring -> selection(wiring, archive, in(wiring, archive))))
                .orElse(PathSelection.ALL);
        List<PartialArchive> further = new ArrayList<>();
        for (Wiring wiring : reading.wirings()) {
            if (!WiredResources.packsClasses(wiring)) continue;
            for (Wiring.Archive archive : wiring.archives()) {
                String name = Paths.stem(archive.path());
                boolean other = project.modules().stream()
                        .flatMap(one -> one.archive().stream())
                        .anyMatch(made -> made.path().equals(archive.path()));
                boolean known = further.stream().anyMatch(one -> one.name().equals(name))
                        || module.archive()
                                .filter(made -> Paths.name(made.path()).equals(Paths.name(archive.path())))
                                .isPresent();
                if (!archive.is("jar") || other || known) continue;
                Set<String> in = in(wiring, archive);
                // one of sources or documentation may share a licence with the module
                boolean classes = in.stream().anyMatch(path -> path.endsWith(".class"));
                boolean starter = starts(archive);
                if (!classes && !starter || !wanted(archive, deliberation)) continue;
                further.add(new PartialArchive(
                        name,
                        starter ? PathSelection.NONE : selection(wiring, archive, in),
                        files(archive),
                        manifest(archive)));
            }
        }
        return new Decided(own, further);
    }

    /** Whether all that an archive holds is a manifest that names a class of the module to start. */
    private boolean starts(Wiring.Archive archive) {
        Wiring.Setting main = archive.manifest().get(Manifest.MAIN_CLASS);
        return archive.contents().isEmpty()
                && main != null
                && module.main().stream().anyMatch(source -> source.typeNames()
                        .contains(main.value().strip()));
    }

    /** What goes in from elsewhere than the folder of classes: sources, licences, files whose place there another takes. */
    private List<Distribution.Files> files(Wiring.Archive archive) {
        Set<String> without = project.withCopies().map(Jar::path).collect(Collectors.toCollection(HashSet::new));
        project.layout()
                .files(Role.MAIN_RESOURCES)
                .filter(placement -> archive.entry(placement.path()).equals(Optional.of(placement.relative())))
                .forEach(placement -> without.add(placement.path()));
        PackedSources.of(module).ifPresent(sources -> sources.in().forEach((path, source) -> {
            if (archive.entry(source.path()).equals(Optional.of(Paths.join(sources.place(), path))))
                without.add(source.path());
        }));
        return new ArchivedFiles(reading, project, module).of(archive, without, false);
    }

    private boolean wanted(Wiring.Archive archive, Deliberation deliberation) {
        return deliberation
                .settle(
                        Decision.of(
                                        "archive:" + Paths.name(archive.path()),
                                        Paths.name(archive.path()),
                                        YES,
                                        Certainty.CERTAIN,
                                        "the old build makes it beside the archive of the classes",
                                        List.of(archive.evidence()))
                                .in("Further archives"),
                        Choosable.oneOf(YES, NO))
                .equals(YES);
    }

    private static Map<String, String> manifest(Wiring.Archive archive) {
        Map<String, String> manifest = new TreeMap<>();
        archive.manifest().forEach((name, setting) -> {
            if (!Manifest.isToolsOwn(name) && !BuildTime.isUnknown(setting.value()))
                manifest.put(name, setting.value());
        });
        return manifest;
    }

    /** The build that makes an archive. */
    private Optional<Wiring> maker(Wiring.Archive archive) {
        return reading.wirings().stream()
                .filter(wiring ->
                        WiredResources.packsClasses(wiring) && wiring.archives().contains(archive))
                .findFirst();
    }

    private Map<String, List<String>> items(Wiring wiring) {
        return items.computeIfAbsent(wiring, this::itemsOf);
    }

    /** What the module packs, by its path in the folder of classes, with the paths that an archive would take it from. */
    private Map<String, List<String>> itemsOf(Wiring wiring) {
        Map<String, List<String>> items = new TreeMap<>();
        for (SourceFile source : module.main())
            wiring.classFiles(source, templates.compiled(source.path())).forEach(file -> items.computeIfAbsent(
                            Paths.join(source.packagePath(), Paths.name(file)), n -> new ArrayList<>())
                    .add(file));
        PackedSources.of(module).ifPresent(sources -> sources.in().forEach((path, source) -> items.computeIfAbsent(
                        Paths.join(sources.place(), path), n -> new ArrayList<>())
                .add(source.path())));
        // scripts copy in many ways
        for (String path : WiredResources.namesResources(wiring) ? module.paths() : Set.<String>of()) {
            Placement placement = project.layout().of(path).orElseThrow();
            if (placement.role() == Role.MAIN_RESOURCES)
                items.computeIfAbsent(placement.relative(), n -> new ArrayList<>())
                        .add(path);
        }
        return items;
    }

    private Set<String> in(Wiring wiring, Wiring.Archive archive) {
        return items(wiring).entrySet().stream()
                .filter(item -> item.getValue().stream()
                        .anyMatch(path -> archive.entry(path).equals(Optional.of(item.getKey()))))
                .map(Map.Entry::getKey)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private PathSelection selection(Wiring wiring, Wiring.Archive archive, Set<String> in) {
        Set<String> out = new TreeSet<>(items(wiring).keySet());
        out.removeAll(in);
        // what no archive takes is not in the folder of classes either, as far as the wiring says
        if (out.isEmpty() || in.isEmpty()) return PathSelection.ALL;
        return stated(wiring, archive, in, out).orElseGet(() -> {
            List<String> includes = SelectionPatterns.of(in, out);
            List<String> excludes = SelectionPatterns.of(out, in);
            return includes.size() < excludes.size()
                    ? new PathSelection(includes, List.of())
                    : new PathSelection(List.of(), excludes);
        });
    }

    /** The patterns that the old build states, if they select the same. */
    private static Optional<PathSelection> stated(
            Wiring wiring, Wiring.Archive archive, Set<String> in, Set<String> out) {
        Set<String> outputs =
                wiring.outputs().stream().map(Wiring.Setting::value).collect(Collectors.toSet());
        return archive.contents().stream()
                .filter(content -> outputs.contains(content.path())
                        && content.prefix().isEmpty()
                        && content.through().isEmpty())
                .map(Wiring.Content::files)
                .filter(selection -> selection.isByPatterns()
                        && in.stream().allMatch(selection::takes)
                        && out.stream().noneMatch(selection::takes))
                .findFirst();
    }
}
