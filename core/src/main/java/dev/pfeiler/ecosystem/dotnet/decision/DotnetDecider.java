package dev.pfeiler.ecosystem.dotnet.decision;

import dev.pfeiler.ecosystem.dotnet.decision.DotnetDecisions.Planned;
import dev.pfeiler.ecosystem.dotnet.evaluation.Evaluation;
import dev.pfeiler.ecosystem.dotnet.model.ProjectText;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Package;
import dev.pfeiler.ecosystem.dotnet.project.DotnetProject;
import dev.pfeiler.ecosystem.dotnet.project.Framework;
import dev.pfeiler.ecosystem.dotnet.source.CSharpSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** Decides how a tree of C# projects becomes projects for an SDK. */
public final class DotnetDecider {
    private static final String SHARED = "Directory.Build.props";
    /** What compilers of scripts are for, as far as nothing states it. */
    private static final String USUAL = "net48";

    /** Settings that describe a product, not one of its projects. */
    private static final List<String> SHAREABLE = List.of(
            "LangVersion",
            "Company",
            "Product",
            "Copyright",
            "Version",
            "AssemblyVersion",
            "FileVersion",
            "Deterministic",
            "NeutralLanguage",
            "GenerateAssemblyInfo",
            "NoWarn",
            "TreatWarningsAsErrors");

    /** By the package or the assembly of a test framework, the package by which dotnet test finds its tests. */
    private static final Map<String, String> ADAPTERS = new TreeMap<>(Map.of(
            "NUnit", "NUnit3TestAdapter",
            "nunit.framework", "NUnit3TestAdapter",
            "xunit", "xunit.runner.visualstudio",
            "MSTest.TestFramework", "MSTest.TestAdapter",
            "Microsoft.VisualStudio.QualityTools.UnitTestFramework", "MSTest.TestAdapter"));

    private static final String TEST_SDK = "Microsoft.NET.Test.Sdk";
    private static final String KEEP = "keep";
    private static final String PROPERTIES = "properties";

    private final DotnetProject project;
    private final Deliberation deliberation;
    private final List<Finding> left = new ArrayList<>();
    private final Map<String, String> shared = new TreeMap<>();

    public DotnetDecider(DotnetProject project, Deliberation deliberation) {
        this.project = project;
        this.deliberation = deliberation;
    }

    public DotnetDecisions decide() {
        List<Compilation> all = project.compilations();
        boolean several = all.size() > 1;
        Map<String, String> versions = packages(all);
        List<Planned> planned = new ArrayList<>();
        for (Compilation one : all) {
            String behind = several ? ":" + one.id() : "";
            String framework = framework(one, behind);
            GeneratedAttributes attributes = new GeneratedAttributes(project, one);
            boolean keep = attributes.stated() && keeps(attributes, one, behind);
            ProjectPlan plan =
                    new ProjectPlan(project, one, framework, attributes, keep, versions, description(one, behind));
            planned.add(new Planned(one, plan.plan(), keep ? Map.of() : attributes.removed()));
            left.addAll(plan.left());
            findings(one);
        }
        return new DotnetDecisions(sharing(planned), shared, left);
    }

    private String framework(Compilation one, String behind) {
        Optional<String> stated = one.identity().framework();
        Decision proposed = Decision.of(
                "framework" + behind,
                "Framework of " + one.identity().assembly(),
                stated.orElse(USUAL),
                stated.isPresent() ? Certainty.CERTAIN : Certainty.GUESS,
                stated.isPresent() ? "the one that it is built for" : "nothing states one",
                List.of(one.identity().place()));
        return deliberation.settle(proposed, text -> Optional.of(text.strip()).filter(Framework::isValid));
    }

    /** Properties that name the description of a project's package. */
    private Map<String, String> description(Compilation one, String behind) {
        Optional<PackageDescription> found = PackageDescription.of(project.tree(), one);
        if (found.isEmpty()) return Map.of();
        Decision proposed = Decision.of(
                "package-description" + behind,
                "Package of " + one.identity().assembly(),
                found.get().path(),
                Certainty.CERTAIN,
                "it describes the package, and packing takes it as before",
                List.of(Evidence.of(found.get().path(), "")));
        String standing = deliberation.settle(proposed, text -> Optional.of(text.strip())
                .filter(value -> value.equals(Choosable.WITHOUT)
                        || value.equals(found.get().path())));
        return standing.equals(Choosable.WITHOUT) ? Map.of() : found.get().properties();
    }

    private boolean keeps(GeneratedAttributes attributes, Compilation one, String behind) {
        boolean possible = attributes.obstacle().isEmpty();
        Decision proposed = Decision.of(
                        "assembly-info" + behind,
                        "Attributes of " + one.identity().assembly(),
                        possible ? PROPERTIES : KEEP,
                        Certainty.LIKELY,
                        possible
                                ? "the project file states them, and the sources no longer do"
                                : "they stay in the sources, which have " + attributes.obstacle(),
                        attributes.place().stream().toList())
                .following();
        return deliberation
                .settle(proposed, text -> Optional.of(text.strip())
                        .filter(value -> value.equals(KEEP) || value.equals(PROPERTIES) && possible))
                .equals(KEEP);
    }

    /** Versions that a file states for all projects, where at least two agree; empty if none do. */
    private Map<String, String> packages(List<Compilation> all) {
        Map<String, Map<String, Integer>> used = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        Map<String, Evidence> places = new HashMap<>();
        for (Compilation one : all)
            for (Package each : one.references().packages().values()) {
                used.computeIfAbsent(each.id(), id -> new LinkedHashMap<>()).merge(each.version(), 1, Integer::sum);
                places.putIfAbsent(each.id(), each.evidence());
            }
        boolean agree = used.values().stream()
                .anyMatch(versions -> versions.values().stream().anyMatch(count -> count > 1));
        boolean managed = project.tree().has(Paths.join(project.top(), Evaluation.CENTRAL));
        if (!agree || managed || !project.managed().isEmpty()) return Map.of();
        Map<String, String> central = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        used.forEach((id, versions) -> central.put(
                id,
                versions.entrySet().stream()
                        .max(Map.Entry.<String, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                        .orElseThrow()
                        .getKey()));
        Decision proposed = Decision.of(
                "package-versions",
                "Versions of packages",
                "shared",
                Certainty.LIKELY,
                "several projects use the same packages",
                places.values().stream().limit(2).toList());
        String standing = deliberation.settle(proposed, text -> Optional.of(text.strip())
                .filter(value -> Set.of("shared", "own").contains(value)));
        if (standing.equals("own")) return Map.of();
        ProjectText text = new ProjectText(Map.of());
        text.properties("", Map.of("ManagePackageVersionsCentrally", "true"));
        text.items(central.entrySet().stream()
                .map(entry ->
                        ProjectText.element("PackageVersion", "Include", entry.getKey(), "Version", entry.getValue()))
                .toList());
        shared.put(Paths.join(project.top(), Evaluation.CENTRAL), text.toString());
        return central;
    }

    /**
     * The projects without what all of them state alike, which a file above them states; and with folders of their own for
     * what the build writes between, where several are in one folder.
     */
    private List<Planned> sharing(List<Planned> planned) {
        Map<String, String> alike = project.managed().isEmpty() && planned.size() > 1 ? alike(planned) : Map.of();
        Map<String, Integer> count = new TreeMap<>();
        planned.forEach(one -> count.merge(one.old().folder(), 1, Integer::sum));
        project.managed().forEach(path -> count.merge(Paths.parent(path), 1, Integer::sum));
        boolean together = count.values().stream().anyMatch(number -> number > 1);
        if (alike.isEmpty() && !together) return planned;
        String path = Paths.join(project.top(), SHARED);
        if (project.tree().has(path)) {
            if (together)
                left.add(Finding.trouble(
                        path, "has to give each project of a folder a BaseIntermediateOutputPath of its own"));
            return planned;
        }
        Map<String, String> properties = new LinkedHashMap<>(alike);
        if (together) {
            properties.put("BaseIntermediateOutputPath", "obj\\$(MSBuildProjectName)\\");
            properties.put("DefaultItemExcludes", "$(DefaultItemExcludes);obj\\**");
        }
        ProjectText text = new ProjectText(Map.of());
        text.properties("", properties);
        shared.put(path, text.toString());
        return planned.stream()
                .map(one -> new Planned(one.old(), one.project().without(alike.keySet()), one.removed()))
                .toList();
    }

    private static Map<String, String> alike(List<Planned> planned) {
        Map<String, String> alike = new LinkedHashMap<>();
        for (String name : SHAREABLE) {
            String value = planned.get(0).project().properties().getOrDefault(name, "");
            boolean all = planned.stream()
                    .allMatch(one -> value.equals(one.project().properties().get(name)));
            if (!value.isEmpty() && all) alike.put(name, value);
        }
        return alike;
    }

    /** What an owner should know of one project before it is converted. */
    private void findings(Compilation one) {
        Set<String> used = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
        used.addAll(one.references().packages().keySet());
        one.references().libraries().forEach(library -> used.add(library.name()));
        left.addAll(BindingRedirects.contradictions(project.tree(), one));
        if (!used.contains(TEST_SDK))
            ADAPTERS.forEach((framework, adapter) -> {
                if (used.contains(framework))
                    left.add(Finding.trouble(
                            one.id(),
                            "has tests for " + framework + "; dotnet test runs them once the packages " + TEST_SDK
                                    + " and " + adapter + " are added",
                            one.evidence()));
            });
        for (Compilation.Source source : one.files().sources()) {
            CSharpSource read = project.sources().get(source.path());
            if (read == null) left.add(Finding.trouble(source.path(), "cannot be read", one.evidence()));
        }
    }
}
