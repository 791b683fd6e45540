package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.jvm.dependency.DependencyPlanner;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.dependency.MissingDecisions;
import dev.pfeiler.ecosystem.jvm.dependency.ScopeFinder;
import dev.pfeiler.ecosystem.jvm.dependency.TestEngines;
import dev.pfeiler.ecosystem.jvm.deployment.DescriptorFixes;
import dev.pfeiler.ecosystem.jvm.deployment.RequiredDescriptors;
import dev.pfeiler.ecosystem.jvm.finding.ProjectFacts;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.OpenedFiles;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.model.Platform;
import dev.pfeiler.ecosystem.jvm.project.EnterpriseContents;
import dev.pfeiler.ecosystem.jvm.project.GrammarFiles;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.ModuleSplit;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.setting.ProjectIdentity;
import dev.pfeiler.ecosystem.jvm.setting.WiredDocumentation;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Decides how a build tool builds a JVM project. */
public final class BuildDecisions {
    private static final String FOLDER = "folder:";
    private static final String PACKAGING = "packaging";
    private static final String LAYOUT = "layout";
    private static final String OPENED = "opened-files";
    private static final String STAY = "stay";
    private static final String MOVE = "move";

    private final ProjectFacts facts;
    private final JvmReading reading;
    private final JvmProject project;
    private final JvmTarget target;
    private final Deliberation deliberation;
    private final List<Surroundings.Inner> inner;

    /** @param inner projects inside this one that other tools manage */
    public BuildDecisions(
            ProjectFacts facts, JvmTarget target, Deliberation deliberation, List<Surroundings.Inner> inner) {
        this.inner = inner;
        this.facts = facts;
        this.reading = facts.reading();
        this.project = facts.project();
        this.target = target;
        this.deliberation = deliberation;
    }

    /** The roles that choices give to folders. */
    public static Map<String, Role> settledRoles(Choices choices) {
        Map<String, Role> settled = new LinkedHashMap<>();
        for (Choice choice : choices.all()) {
            if (!choice.key().startsWith(FOLDER)) continue;
            String path = choice.key().substring(FOLDER.length());
            Role.parse(choice.value()).ifPresent(role -> settled.put(path.equals(".") ? "" : path, role));
        }
        return settled;
    }

    /** Whether choices move the files that code opens by their paths, as other files of their folders. */
    public static boolean movesOpenedFiles(Choices choices) {
        return choices.of(OPENED)
                .filter(choice -> choice.value().strip().equals(MOVE))
                .isPresent();
    }

    public JvmDecisions decide() {
        ProjectIdentity identity = new ProjectIdentity(reading.tree(), reading.wirings(), deliberation);
        String name = identity.name();
        Coordinates coordinates = new Coordinates(identity.group(project.main(), name), name, identity.version());
        Map<ModuleName, Packaging> packagings = new LinkedHashMap<>();
        for (SourceModule module : project.modules()) packagings.put(module.name(), packaging(module));
        CompilerDecisions compilers = new CompilerDecisions(reading, deliberation);
        CompilerSettings compiler = compilers.of(facts.levelSigns());
        Map<String, String> documentation = WiredDocumentation.decide(reading.wirings(), deliberation);
        boolean keep = keepLayout();
        if (!keep) openedFiles();
        folders();
        modules();
        List<GrammarFiles.Grammar> grammars = grammars(keep);
        DescriptorFixes fixes = DescriptorFixes.decide(reading.tree(), facts.descriptorErrors(), deliberation);
        List<RequiredDescriptors.Required> required =
                new RequiredDescriptors(reading, project).decide(deliberation, name, keep);
        LanguageDecisions languages =
                LanguageDecisions.decide(reading, project, compilers.proposed(facts.levelSigns()), deliberation);
        ModuleDecisions description =
                new ModuleDecisions(reading, project, target, deliberation, grammars, required, languages, keep);
        EmbeddingDecision embedding = new EmbeddingDecision(inner, reading);
        Optional<SourceModule> embeds =
                embedding.decide(deliberation) ? Optional.of(embeddingModule()) : Optional.empty();
        List<BuildModule> modules = new ArrayList<>();
        Map<ModuleName, List<JarOutcome>> jars = new LinkedHashMap<>();
        Map<ModuleName, Map<String, Resolved>> brings = new LinkedHashMap<>();
        Map<SourceModule, List<Jar>> ownJars = jarsByModule();
        for (SourceModule module : project.modules()) {
            Optional<CompilerSettings> own = compilers.of(module, compiler);
            List<JarOutcome> missing = new ArrayList<>(languages.libraries(module));
            Set<String> known = missing.stream()
                    .flatMap(outcome -> outcome.coordinates().stream())
                    .map(Coordinates::key)
                    .collect(Collectors.toSet());
            missing(module, own.orElse(compiler).level()).stream()
                    .filter(outcome -> outcome.coordinates()
                            .filter(c -> known.contains(c.key()))
                            .isEmpty())
                    .forEach(missing::add);
            TestEngines.Decided engines = engines(module, ownJars.get(module), missing);
            DependencyPlanner.Decided decided = dependencies(
                    module,
                    ownJars.get(module),
                    coordinates,
                    Stream.concat(missing.stream(), engines.added().stream()).toList(),
                    brings);
            brings.put(module.name(), decided.brings());
            jars.put(module.name(), decided.outcomes());
            modules.add(description.of(
                    module,
                    coordinates,
                    packagings.get(module.name()),
                    decided,
                    engines.runners(),
                    own,
                    embeds.filter(module::equals).map(embedding::of).orElse(List.of())));
        }
        List<Platform> platforms = new PlatformDecisions(target.rules(reading.repositories()), deliberation)
                .decide(modules, jars.values().stream().flatMap(List::stream).toList());
        JvmBuild build = new JvmBuild(coordinates, compiler, documentation, places(modules), platforms, modules);
        return new JvmDecisions(build, jars, grammars, fixes, required, keep);
    }

    /** The module that packs what inner builds write: one with a web root, else the last that is compiled. */
    private SourceModule embeddingModule() {
        List<SourceModule> compiled = project.modules().stream()
                .filter(module -> module.enterprise().isEmpty())
                .toList();
        return compiled.stream()
                .filter(module -> module.web().isPresent())
                .findFirst()
                .orElse(compiled.get(compiled.size() - 1));
    }

    /** The repositories that have what is declared and the public one has not. */
    private List<Repositories.Place> places(List<BuildModule> modules) {
        return modules.stream()
                .flatMap(module -> module.classPath().declared().stream())
                .filter(dependency -> !dependency.projectRepository())
                .map(Dependency::coordinates)
                .flatMap(c -> reading.repositories().place(c).stream())
                .distinct()
                .toList();
    }

    /** The jars that concern each module; one that is on no class path goes to the last that is compiled. */
    private Map<SourceModule, List<Jar>> jarsByModule() {
        Map<SourceModule, Set<Jar>> concerned = new LinkedHashMap<>();
        project.modules().forEach(module -> concerned.put(module, concerned(module)));
        Set<Jar> idle = new HashSet<>(project.libraries());
        concerned.values().forEach(idle::removeAll);
        SourceModule last = project.modules().stream()
                .filter(module -> module.enterprise().isEmpty())
                .reduce((one, next) -> next)
                .orElseThrow();
        // what none uses belongs to those whose class path has it
        Map<Jar, Set<SourceModule>> wired = new LinkedHashMap<>();
        for (SourceModule module : project.modules()) {
            Set<String> paths = module.compilations(reading.wirings())
                    .flatMap(call -> call.classPath().stream())
                    .map(Wiring.Library::path)
                    .collect(Collectors.toSet());
            for (Jar jar : idle)
                if (paths.contains(jar.path()))
                    wired.computeIfAbsent(jar, j -> new HashSet<>()).add(module);
        }
        Map<SourceModule, List<Jar>> jars = new LinkedHashMap<>();
        concerned.forEach((module, own) -> jars.put(
                module,
                project.libraries().stream()
                        .filter(jar -> project.modules().size() == 1
                                || own.contains(jar)
                                || idle.contains(jar)
                                        && wired.getOrDefault(jar, Set.of(last)).contains(module))
                        .toList()));
        return jars;
    }

    private static Set<Jar> concerned(SourceModule module) {
        if (module.enterprise().isPresent())
            return module.enterprise().get().libraries().keySet();
        return Arrays.stream(Usage.Way.values())
                .flatMap(way -> module.usage().reached(way).keySet().stream())
                .collect(Collectors.toSet());
    }

    private List<JarOutcome> missing(SourceModule module, int level) {
        boolean byServer = module.web().isPresent() && module.showsWhatItDeploys(reading.jars());
        return MissingDecisions.decide(facts.missing(module, level).all(), deliberation, byServer);
    }

    /** What runs the module's tests, given the jars that concern it and what is declared beside them. */
    private TestEngines.Decided engines(SourceModule module, List<Jar> jars, List<JarOutcome> missing) {
        Set<String> marked = project.layout().marked();
        return TestEngines.decide(
                deliberation,
                module.name(),
                target.bringsTestEngines(),
                module.tests().stream()
                        .filter(test -> marked.contains(test.path()))
                        .toList(),
                Stream.concat(
                                jars.stream()
                                        .flatMap(jar -> Optional.ofNullable(
                                                reading.identities().get(jar))
                                                .stream())
                                        .map(JarIdentity::coordinates),
                                missing.stream().flatMap(outcome -> outcome.coordinates().stream()))
                        .toList());
    }

    /** The jars on the processor paths with which the module's sources are compiled. */
    private Map<Jar, Evidence> processors(SourceModule module) {
        Set<String> paths = module.compilations(reading.wirings())
                .flatMap(call -> call.processorPath().stream())
                .map(Wiring.Library::path)
                .collect(Collectors.toSet());
        Map<Jar, Evidence> found = new LinkedHashMap<>(project.jars().traits().processors());
        found.keySet().removeIf(jar -> !paths.contains(jar.path()));
        return found;
    }

    private DependencyPlanner.Decided dependencies(
            SourceModule module,
            List<Jar> jars,
            Coordinates coordinates,
            List<JarOutcome> missing,
            Map<ModuleName, Map<String, Resolved>> brings) {
        Map<String, Resolved> brought = new LinkedHashMap<>();
        module.needs().forEach(need -> brought.putAll(brings.get(need)));
        ScopeFinder scopes = new ScopeFinder(
                module.usage(),
                project.jars().traits(),
                jar -> notDeployed(module, jar),
                module.web().isEmpty() && project.holdsServer(),
                jars);
        return new DependencyPlanner(
                        deliberation,
                        reading.identities(),
                        target.rules(reading.repositories()),
                        coordinates,
                        module.name(),
                        reading::isOfBuildTool)
                .decide(jars, processors(module), scopes, missing, brought);
    }

    /** Whether a jar on the class path of a deployed program is not deployed with it. */
    private boolean notDeployed(SourceModule module, Jar jar) {
        // what another project of the folder brings is deployed with it
        if (module.web().isPresent())
            return module.showsWhatItDeploys(reading.jars())
                    && (module.archive().isPresent() || Paths.within(module.folder(), jar.path()))
                    && !project.deployed(module, jar);
        Optional<SourceModule> packing = project.packing(module);
        if (packing.isEmpty()) return false;
        EnterpriseContents contents = packing.get().enterprise().orElseThrow();
        boolean shows =
                packing.get().archive().isPresent() || !contents.libraries().isEmpty();
        return shows && !contents.libraries().containsKey(jar);
    }

    private List<GrammarFiles.Grammar> grammars(boolean keep) {
        List<GrammarFiles.Grammar> grammars = new ArrayList<>();
        for (GrammarFiles.Grammar grammar : new GrammarFiles(reading, target::generator).grammars()) {
            int count = grammar.generated().size();
            String plugin = target.generator(grammar.sources().generator()).plugin();
            String standing = deliberation.settle(
                    Decision.of(
                                    "generator:" + grammar.path(),
                                    "Sources from " + Paths.name(grammar.path()),
                                    plugin,
                                    Certainty.LIKELY,
                                    "the old build generates " + (count == 0 ? "sources" : Text.count(count, "source"))
                                            + " from it",
                                    List.of(grammar.evidence()))
                            .in("Generated sources"),
                    Choosable.oneOf(plugin, Choosable.KEEP));
            if (!standing.equals(Choosable.KEEP) && !keep) grammars.add(grammar);
        }
        return grammars;
    }

    private void modules() {
        if (project.modules().size() == 1 && ModuleChoice.mayBeSeveral(deliberation.choices())) return;
        String names =
                project.modules().stream().map(module -> module.name().text()).collect(Collectors.joining(" "));
        List<Evidence> evidence =
                project.modules().stream().map(SourceModule::evidence).toList();
        deliberation.settle(
                Decision.of(
                        ModuleChoice.KEY,
                        "Modules",
                        names.isEmpty() ? ModuleChoice.ONE : names,
                        Certainty.LIKELY,
                        ModuleSplit.why(project.modules()),
                        evidence),
                Choosable.oneOf(ModuleChoice.ONE, names));
    }

    private Packaging packaging(SourceModule module) {
        String key = module.name().key(PACKAGING);
        String title = module.name().titled("Packaging");
        Optional<EnterpriseContents> enterprise = module.enterprise();
        if (enterprise.isPresent()) {
            String packs = "packs "
                    + enterprise.get().packs().keySet().stream()
                            .map(ModuleName::text)
                            .collect(Collectors.joining(" "));
            String ear = Packaging.EAR.word();
            deliberation.settle(
                    Decision.of(key, title, ear, Certainty.CERTAIN, packs, List.of(module.evidence())),
                    Choosable.oneOf(ear));
            return Packaging.EAR;
        }
        String war = Packaging.WAR.word();
        String jar = Packaging.JAR.word();
        Decision proposed = module.web()
                .map(web -> Decision.of(key, title, war, web.certainty(), "has a web root", web.evidence()))
                .orElseGet(() -> Decision.of(key, title, jar, Certainty.LIKELY, "no web root", List.of()));
        return Packaging.parse(deliberation.settle(proposed, Choosable.oneOf(jar, war)))
                .orElseThrow();
    }

    private boolean keepLayout() {
        String conventional = "conventional";
        Decision proposed = Decision.of(
                LAYOUT, "Layout", conventional, Certainty.LIKELY, target.title() + "'s standard layout", List.of());
        return deliberation
                .settle(proposed, Choosable.oneOf(conventional, Choosable.KEEP))
                .equals(Choosable.KEEP);
    }

    private void openedFiles() {
        List<Evidence> places = OpenedFiles.places(project.layout());
        if (places.isEmpty() && !movesOpenedFiles(deliberation.choices())) return;
        Decision proposed = Decision.of(
                OPENED, "Files opened by path", STAY, Certainty.CERTAIN, "code opens them where they are", places);
        deliberation.settle(proposed, Choosable.oneOf(STAY, MOVE));
    }

    private void folders() {
        for (Folder folder : project.layout().folders()) {
            deliberation.settle(
                    Decision.of(
                                    FOLDER + folder.shown(),
                                    folder.shown(),
                                    folder.role().key(),
                                    folder.certainty(),
                                    folder.why(),
                                    folder.evidence())
                            .in("Folders"),
                    text -> Role.parse(text).map(Role::key));
        }
    }
}
