package dev.pfeiler.ecosystem.go.decision;

import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.ecosystem.go.module.ModuleFile.Required;
import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.module.ModuleVersion;
import dev.pfeiler.ecosystem.go.project.GoProject;
import dev.pfeiler.ecosystem.go.project.OwnModule;
import dev.pfeiler.ecosystem.go.project.OwnModule.Stated;
import dev.pfeiler.ecosystem.go.registry.ModuleProxy;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Transliteration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Decides how a Go project becomes modules. */
public final class GoDecider {
    private static final String KEEP = "keep";
    private final GoProject project;
    private final Deliberation deliberation;
    private final ModuleProxy proxy;
    private final List<Finding> left = new ArrayList<>();

    public GoDecider(GoProject project, Deliberation deliberation, ModuleProxy proxy) {
        this.project = project;
        this.deliberation = deliberation;
        this.proxy = proxy;
    }

    /** Settles everything, in the order in which the user reads it. */
    public GoDecisions decide() {
        boolean keep = keepsLayout();
        List<GoDecisions.Module> modules = new ArrayList<>();
        boolean several = project.own().size() > 1;
        for (OwnModule own : project.own()) {
            String prefix = several ? "module:" + own.folder() + ":" : "";
            String path = path(own, several ? "path:" + own.folder() : "module");
            List<GoSource> sources = project.sourcesOf(own);
            String level = new GoLevel(project, deliberation).decide(sources, prefix);
            modules.add(module(own, path, level, sources, goal(own, path, keep, several)));
        }
        if (proxy.failures() > 0)
            left.add(Finding.trouble(
                    "module proxy", proxy.failures() + " look-ups failed; convert again to repeat them"));
        return new GoDecisions(modules, left);
    }

    private boolean keepsLayout() {
        if (project.workspace().isEmpty()) return true;
        return deliberation
                .settle(
                        Decision.of(
                                "layout",
                                "Layout",
                                "conventional",
                                Certainty.LIKELY,
                                "modules leave the workspace's src folder",
                                List.of()),
                        text -> Optional.of(text.strip()).filter(t -> t.equals("conventional") || t.equals(KEEP)))
                .equals(KEEP);
    }

    private String path(OwnModule own, String key) {
        if (own.path().isPresent()) {
            Stated stated = own.path().get();
            return deliberation.settle(
                    Decision.of(
                            key,
                            "Module path",
                            stated.path(),
                            stated.certain() ? Certainty.CERTAIN : Certainty.LIKELY,
                            stated.reason(),
                            List.of(stated.evidence())),
                    GoDecider::validPath);
        }
        String name = Transliteration.ascii(project.tree().name())
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9._~-]+", "-");
        Question question = new Question(
                key,
                "By which path is the module imported, for example host/owner/" + name + "?",
                Optional.of(ModulePath.isValid(name) ? name : "project"),
                List.of());
        return deliberation.ask(question, "Module path", List.of(), GoDecider::validPath);
    }

    private static Optional<String> validPath(String text) {
        return Optional.of(text.strip()).filter(ModulePath::isValid);
    }

    /** The folder that a module goes to. */
    private String goal(OwnModule own, String path, boolean keep, boolean several) {
        if (keep) return own.folder();
        String root = project.workspace().orElseThrow();
        String named = Paths.join(root, ModulePath.name(path));
        Set<String> staying = project.tree().files().stream()
                .map(file -> file.path())
                .filter(file -> !Paths.within(Paths.join(root, "src"), file))
                .collect(Collectors.toSet());
        boolean free = project.tree()
                .under(own.folder())
                .filter(file -> project.holds(own, Paths.parent(file.path())))
                .map(file -> Paths.join(root, Paths.relative(own.folder(), file.path())))
                .noneMatch(staying::contains);
        return several || !free ? named : root;
    }

    private GoDecisions.Module module(OwnModule own, String path, String level, List<GoSource> sources, String goal) {
        RequirementPlan plan = new RequirementPlan(project, own, deliberation, proxy, goal);
        plan.settle(path, level, sources);
        Map<String, Required> required = plan.required();
        Map<String, String> replaced = plan.replaced();
        for (OwnModule sibling : project.own()) siblings(own, sibling, sources, goal, required, replaced);
        left.addAll(plan.left());
        return new GoDecisions.Module(
                own, goal, new ModuleFile(path, level, required, replaced), plan.lock(), plan.renamed(), plan.kept());
    }

    /** Requires another own module that the sources import, in its folder. */
    private void siblings(
            OwnModule own,
            OwnModule sibling,
            List<GoSource> sources,
            String goal,
            Map<String, Required> required,
            Map<String, String> replaced) {
        if (sibling == own || sibling.path().isEmpty()) return;
        String path = sibling.path().get().path();
        boolean used = sources.stream()
                .flatMap(source -> source.imports().stream())
                .anyMatch(one -> ModulePath.holds(path, one.path()));
        if (!used) return;
        required.put(path, new Required(ModuleVersion.unpublished(path), false));
        String folder = goal(sibling, path, goal.equals(own.folder()), true);
        replaced.put(path, Paths.from(goal, folder));
    }
}
