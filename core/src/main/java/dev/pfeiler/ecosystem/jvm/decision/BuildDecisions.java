package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.dependency.DependencyPlanner;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.deployment.DescriptorFixes;
import dev.pfeiler.ecosystem.jvm.deployment.RequiredDescriptors;
import dev.pfeiler.ecosystem.jvm.finding.Agreements;
import dev.pfeiler.ecosystem.jvm.finding.JvmFindings;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.library.MissingLibraries;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.project.GrammarFiles;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.ModuleSplit;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.repository.Resolved;
import dev.pfeiler.ecosystem.jvm.setting.ProjectIdentity;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.setting.WiredDocumentation;
import dev.pfeiler.ecosystem.jvm.setting.WiredOptions;
import dev.pfeiler.ecosystem.jvm.step.JvmSteps;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenModule;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenProject;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Agreement;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.Paths;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Makes the proposal for a JVM project: first the decisions, then the steps they lead to. */
public final class BuildDecisions {
    private static final String FOLDER = "folder:";
    private static final String PACKAGING = "packaging";
    private static final String MODULES = "modules";
    private static final String ONE = "one";
    private static final String KEEP = "keep";
    private static final String LAYOUT = "layout";

    private final JvmReading reading;
    private final String target;
    private final Deliberation deliberation;
    private final JvmProject project;
    private final JvmFindings findings;
    /** Grammars whose sources the build tool is to write. */
    private final List<GrammarFiles.Grammar> grammars = new ArrayList<>();

    private String level = "";
    private String group = "";

    private DescriptorFixes mending = new DescriptorFixes(Map.of(), Set.of());

    /** Descriptors that are written, as they are needed and missing. */
    private List<RequiredDescriptors.Lacking> lacking = List.of();

    /** Whether files stay where they are. */
    private boolean keep;

    public BuildDecisions(JvmReading reading, String target, Choices choices) {
        this.reading = reading;
        this.target = target;
        this.deliberation = new Deliberation(choices);
        this.project = JvmProject.of(reading, settledRoles(choices), mayBeSeveral(choices));
        this.findings = new JvmFindings(reading, project);
    }

    /** Whether the person has not asked for a single module. */
    public static boolean mayBeSeveral(Choices choices) {
        return choices.of(MODULES)
                .filter(choice -> choice.value().strip().equals(ONE))
                .isEmpty();
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

    public Proposal propose() {
        if (project.main().isEmpty() && project.tests().isEmpty()) {
            throw Refusal.notPossible(
                    "No folder of sources is left to build.", "Look at the folders with pfeiler survey.");
        }
        MavenProject maven = decide();
        JvmSteps steps = new JvmSteps(reading, project, maven, grammars, mending, lacking, keep);
        List<Finding> leftForYou = new ArrayList<>(steps.leftForYou());
        findings.all().stream()
                .filter(Finding::leftForYou)
                .filter(f -> f.topic() != Finding.Topic.TOOLS)
                .filter(f -> !mending.settled().contains(f))
                .forEach(leftForYou::add);
        leftForYou.addAll(reading.tree().trouble());
        Agreements stated = new Agreements(reading, project, maven, steps.all());
        List<Agreement> agreements = stated.all();
        leftForYou.addAll(Agreements.open(agreements));
        leftForYou.addAll(stated.copiedElsewhere());
        return new Proposal(
                "jvm",
                target,
                deliberation.decisions(),
                deliberation.questions(),
                steps.all(),
                leftForYou,
                agreements,
                maven.commands());
    }

    /** The descriptors that are mended; known once it is decided. */
    public Set<String> mended() {
        return mending.edits().keySet();
    }

    /** The descriptors that are written; known once it is decided. */
    public List<RequiredDescriptors.Lacking> lacking() {
        return lacking;
    }

    /** The project that the decisions describe. */
    public MavenProject decide() {
        ProjectIdentity identity = new ProjectIdentity(reading.tree(), reading.wirings(), deliberation);
        String name = identity.name();
        group = identity.group(project.main(), name);
        String version = identity.version();
        Map<String, String> packagings = new LinkedHashMap<>();
        for (SourceModule module : project.modules()) packagings.put(module.name(), packaging(module));
        level = deliberation.settle(
                ProjectSettings.level(findings.levelSigns(), reading.toolchain().lowestLevel()),
                text -> ProjectSettings.parse(text).map(String::valueOf));
        String encoding = deliberation.settle(
                ProjectSettings.encoding(reading.wirings(), reading.javaSources()), BuildDecisions::charset);
        List<String> options = WiredOptions.of(reading.wirings())
                .map(proposed -> deliberation.settle(proposed, text -> Optional.of(text.strip())))
                .map(words -> List.of(words.split("\\s+")))
                .orElse(List.of());
        Map<String, String> documentation = WiredDocumentation.decide(reading.wirings(), deliberation);
        layout();
        folders();
        modules();
        generators();
        mending = DescriptorFixes.decide(reading, project, deliberation);
        lacking = new RequiredDescriptors(reading, project).decide(deliberation, name, keep);
        List<MavenModule> modules = mavenModules(group, name, packagings);
        return new MavenProject(
                new Coordinates(group, name, version),
                level,
                encoding,
                options,
                documentation,
                places(modules),
                modules);
    }

    /** The repositories that have what is declared, where it is not the public one. */
    private List<Repositories.Place> places(List<MavenModule> modules) {
        return modules.stream()
                .flatMap(module -> module.dependencies().stream())
                .filter(d -> d.isDeclared() && !d.inProject())
                .flatMap(d -> reading.repositories().place(d.declared().orElseThrow()).stream())
                .distinct()
                .toList();
    }

    private List<MavenModule> mavenModules(String group, String name, Map<String, String> packagings) {
        ModuleDecisions description =
                new ModuleDecisions(reading, project, deliberation, grammars, lacking, group, keep);
        List<MavenModule> modules = new ArrayList<>();
        Map<String, Map<String, Resolved>> brings = new LinkedHashMap<>();
        List<SourceModule> compiled = project.modules().stream()
                .filter(module -> module.enterprise().isEmpty())
                .toList();
        Set<Jar> idle = new HashSet<>(project.libraries());
        for (SourceModule module : project.modules()) idle.removeIf(jar -> concerns(module, jar));
        for (SourceModule module : project.modules()) {
            boolean last = module.equals(compiled.get(compiled.size() - 1));
            List<Jar> jars = project.libraries().stream()
                    .filter(jar -> project.modules().size() == 1 || concerns(module, jar) || last && idle.contains(jar))
                    .toList();
            List<JarOutcome> missing = missing(module).decide(deliberation, serverBrings(module));
            Map<String, Resolved> brought = new LinkedHashMap<>();
            module.needs().forEach(need -> brought.putAll(brings.get(need)));
            DependencyPlanner.Decided decided = new DependencyPlanner(
                            deliberation,
                            reading.identities(),
                            reading.repositories(),
                            module.usage(),
                            group,
                            name,
                            module.name(),
                            jar -> lacking(module, jar),
                            module.web().isEmpty() && project.holdsServer())
                    .decide(jars, missing, brought);
            brings.put(module.name(), decided.brings());
            modules.add(description.of(module, name, packagings.get(module.name()), decided));
        }
        return modules;
    }

    private void generators() {
        for (GrammarFiles.Grammar grammar : new GrammarFiles(reading).grammars()) {
            String plugin = grammar.plugin().plugin().artifact();
            String standing = deliberation.settle(
                    Decision.of(
                            "generator:" + grammar.path(),
                            "Sources from " + Paths.name(grammar.path()),
                            plugin,
                            Certainty.LIKELY,
                            "the old build writes "
                                    + (grammar.generated().size() == 1
                                            ? "1 source"
                                            : grammar.generated().size() + " sources")
                                    + " from it",
                            List.of(grammar.evidence())),
                    text -> Optional.of(text.strip()).filter(t -> t.equals(plugin) || t.equals(KEEP)));
            if (!standing.equals(KEEP) && !keep) grammars.add(grammar);
        }
    }

    private MissingLibraries missing(SourceModule module) {
        return project.missing(reading, module.main(), module.tests(), level);
    }

    /** Whether a web program has run without a library that it uses, as its server has it. */
    private boolean serverBrings(SourceModule module) {
        return module.web().isPresent() && module.showsWhatItDeploys(reading.jars());
    }

    private static boolean concerns(SourceModule module, Jar jar) {
        if (module.enterprise().isPresent())
            return module.enterprise().get().libraries().containsKey(jar);
        return Arrays.stream(Usage.Way.values())
                .anyMatch(way -> module.usage().reached(way).containsKey(jar));
    }

    private void modules() {
        if (project.modules().size() == 1 && mayBeSeveral(deliberation.choices())) return;
        String names = project.modules().stream().map(SourceModule::name).collect(Collectors.joining(" "));
        List<Evidence> evidence =
                project.modules().stream().map(SourceModule::evidence).toList();
        deliberation.settle(
                Decision.of(
                        MODULES,
                        "Modules",
                        names.isEmpty() ? ONE : names,
                        Certainty.LIKELY,
                        ModuleSplit.why(project.modules()),
                        evidence),
                text -> Optional.of(text.strip()).filter(t -> t.equals(ONE) || t.equals(names)));
    }

    private static Optional<String> charset(String text) {
        try {
            return Charset.isSupported(text.strip()) ? Optional.of(text.strip()) : Optional.empty();
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    private String packaging(SourceModule module) {
        String key = module.key(PACKAGING);
        String subject = "Packaging";
        if (module.enterprise().isPresent()) {
            deliberation.settle(
                    Decision.of(
                            key,
                            subject,
                            "ear",
                            Certainty.CERTAIN,
                            "packs "
                                    + String.join(
                                            " ",
                                            module.enterprise().get().packs().keySet()),
                            List.of(module.evidence())),
                    text -> Optional.of(text.strip()).filter(p -> p.equals("ear")));
            return "ear";
        }
        Decision proposed = module.web()
                .map(web -> Decision.of(key, subject, "war", web.certainty(), "a folder is served", web.evidence()))
                .orElseGet(() -> Decision.of(key, subject, "jar", Certainty.LIKELY, "nothing is served", List.of()));
        return deliberation.settle(
                proposed, text -> Optional.of(text.strip()).filter(p -> p.equals("jar") || p.equals("war")));
    }

    private void layout() {
        Decision proposed = Decision.of(
                LAYOUT, "Layout", "conventional", Certainty.LIKELY, "what Maven expects without being told", List.of());
        keep = deliberation
                .settle(proposed, text -> Optional.of(text.strip())
                        .filter(t -> t.equals("conventional") || t.equals(KEEP)))
                .equals(KEEP);
    }

    private void folders() {
        for (Folder folder : project.layout().folders()) {
            deliberation.settle(
                    Decision.of(
                            FOLDER + folder.shown(),
                            "Role of " + folder.shown(),
                            folder.role().key(),
                            folder.certainty(),
                            folder.why(),
                            folder.evidence()),
                    text -> Role.parse(text).map(Role::key));
        }
    }

    /** Whether a deployed program goes without a jar that is on its class path. */
    private boolean lacking(SourceModule module, Jar jar) {
        // what another project of the folder brings is deployed with it
        if (module.web().isPresent())
            return module.showsWhatItDeploys(reading.jars())
                    && (module.archive().isPresent() || Paths.within(module.folder(), jar.path()))
                    && !project.deployed(module, jar);
        return project.packing(module)
                .filter(m -> m.archive().isPresent()
                        || !m.enterprise().orElseThrow().libraries().isEmpty())
                .filter(m -> !m.enterprise().orElseThrow().libraries().containsKey(jar))
                .isPresent();
    }

    /** The evidence that a file, moved or retired, was decided by. */
    public static Evidence evidence(Folder folder) {
        return folder.evidence().isEmpty()
                ? Evidence.of(folder.shown(), folder.why())
                : folder.evidence().get(0);
    }
}
