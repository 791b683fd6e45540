package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.artifact.archive.JarCache;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.jvm.decision.BuildDecisions;
import dev.pfeiler.ecosystem.jvm.decision.JvmDecisions;
import dev.pfeiler.ecosystem.jvm.decision.LostArchive;
import dev.pfeiler.ecosystem.jvm.decision.ModuleChoice;
import dev.pfeiler.ecosystem.jvm.dependency.ClassPathCheck;
import dev.pfeiler.ecosystem.jvm.finding.Agreements;
import dev.pfeiler.ecosystem.jvm.finding.JvmFindings;
import dev.pfeiler.ecosystem.jvm.finding.ProjectFacts;
import dev.pfeiler.ecosystem.jvm.finding.ToolMentions;
import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.language.groovy.GroovyLanguage;
import dev.pfeiler.ecosystem.jvm.language.java.JavaLanguage;
import dev.pfeiler.ecosystem.jvm.language.kotlin.KotlinLanguage;
import dev.pfeiler.ecosystem.jvm.language.scala.ScalaLanguage;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.project.ProjectReader;
import dev.pfeiler.ecosystem.jvm.proof.JvmProof;
import dev.pfeiler.ecosystem.jvm.proof.ProofContext;
import dev.pfeiler.ecosystem.jvm.reading.JvmReader;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.step.BuiltPaths;
import dev.pfeiler.ecosystem.jvm.step.JarUses;
import dev.pfeiler.ecosystem.jvm.step.JvmSteps;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.target.gradle.GradleTarget;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenTarget;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proposal.Agreement;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.PartProposal;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** One JVM project, all the way: read, report, decide, write the steps, prove. */
final class JvmPart implements Reading {
    static final List<JvmTarget> TARGETS = List.of(new MavenTarget(), new GradleTarget());
    static final Languages LANGUAGES =
            new Languages(List.of(new JavaLanguage(), new KotlinLanguage(), new GroovyLanguage(), new ScalaLanguage()));

    private final JvmReading reading;
    private final Environment environment;
    /** What was worked out, by the choices that it depends on. */
    private final Map<View, ProjectFacts> facts = new LinkedHashMap<>();

    private final Map<View, List<Finding>> findings = new LinkedHashMap<>();

    private JvmPart(JvmReading reading, Environment environment) {
        this.reading = reading;
        this.environment = environment;
    }

    static JvmPart of(ProjectTree tree, Environment environment) {
        JvmReading.Tools tools =
                new JvmReading.Tools(LANGUAGES, Toolchain.of(environment), Repositories.of(environment));
        JvmReader reader = new JvmReader(new JarCache(environment.kept("jars")), environment.kept("sources"), tools);
        return new JvmPart(reader.read(tree), environment);
    }

    /**
     * The choices that change how a project is understood: roles of folders, whether it may be several modules, and whether
     * files that code opens by their paths move.
     */
    private record View(Map<String, Role> roles, boolean split, boolean moveOpened) {
        static final View USUAL = new View(Map.of(), true, false);

        static View of(Choices choices) {
            return new View(
                    BuildDecisions.settledRoles(choices),
                    ModuleChoice.mayBeSeveral(choices),
                    BuildDecisions.movesOpenedFiles(choices));
        }
    }

    private ProjectFacts facts(View view) {
        return facts.computeIfAbsent(
                view,
                v -> ProjectFacts.of(reading, new ProjectReader(reading).read(v.roles(), v.split(), v.moveOpened())));
    }

    private List<Finding> findings(View view) {
        return findings.computeIfAbsent(view, v -> JvmFindings.of(facts(v), TARGETS, environment));
    }

    @Override
    public List<Finding> findings() {
        return findings(View.USUAL);
    }

    @Override
    public Optional<PreferredTarget> preferred() {
        return ToolMentions.preferred(reading.tree(), TARGETS, environment);
    }

    @Override
    public PartProposal propose(String target, Deliberation deliberation, Surroundings around) {
        View view = View.of(deliberation.choices());
        ProjectFacts known = facts(view);
        if (known.project().main().isEmpty()
                && known.project().tests().isEmpty()
                && known.project().webs().isEmpty()) {
            throw Refusal.notPossible("No source folder is left to build.", "See the folders with pfeiler survey.");
        }
        JvmTarget tool = target(target).settled(deliberation, reading.tree(), environment);
        JvmDecisions decisions = new BuildDecisions(known, tool, deliberation, around.inner()).decide();
        JvmSteps steps = JvmSteps.of(known, decisions, tool);
        List<Finding> leftForYou = new ArrayList<>(steps.leftForYou());
        findings(view).stream()
                .filter(Finding::leftForYou)
                .filter(finding -> finding.topic() != Finding.Topic.TOOLS)
                .filter(finding -> !decisions.fixes().settled().contains(finding))
                .forEach(leftForYou::add);
        leftForYou.addAll(reading.tree().trouble());
        ClassPathCheck classPaths = ClassPathCheck.of(
                known.project().modules(),
                decisions.jars(),
                known.missing().unanswered().size());
        leftForYou.addAll(classPaths.findings());
        LostArchive.of(reading, known.project(), decisions.build()).forEach(lost -> leftForYou.add(lost.finding()));
        Agreements stated = new Agreements(known, decisions.build(), tool, steps.all());
        List<Agreement> agreements = stated.all();
        leftForYou.addAll(Agreements.open(agreements));
        return new PartProposal(
                deliberation.decisions(),
                deliberation.questions(),
                steps.all(),
                leftForYou,
                agreements,
                classPaths.sentences(),
                tool.commands(decisions.build()),
                steps.ignored(),
                BuiltPaths.of(reading, known.project(), decisions, tool),
                JarUses.of(decisions.jars()));
    }

    /** Proves the conversion of this project, the old one, by what was decided then. */
    PartVerdict prove(String target, ProofRequest request) throws IOException {
        ProjectFacts known = facts(View.of(request.decisions()));
        Deliberation settled = new Deliberation(request.decisions());
        JvmTarget tool = target(target).settled(settled, reading.tree(), environment);
        JvmDecisions decisions = new BuildDecisions(known, tool, settled, List.of()).decide();
        return new JvmProof(new ProofContext(request, reading, known.project(), decisions, tool, environment)).run();
    }

    private JvmTarget target(String id) {
        return TARGETS.stream()
                .filter(target -> target.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Refusal.notPossible(
                        "Unknown build tool: " + id + ".", "Use the version of Pfeiler that made the conversion."));
    }
}
