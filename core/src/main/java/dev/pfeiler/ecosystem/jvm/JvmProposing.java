package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.dependency.Dependencies;
import dev.pfeiler.ecosystem.jvm.dependency.Dependency;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.maven.MavenProject;
import dev.pfeiler.ecosystem.jvm.maven.TestNames;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.setting.ProjectIdentity;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.Paths;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Makes the proposal for a JVM project: first the decisions, then the steps they lead to. */
final class JvmProposing {
    private static final String FOLDER = "folder:";
    private static final String PACKAGING = "packaging";

    private final JvmReading reading;
    private final String target;
    private final Deliberation deliberation;
    private final JvmProject project;

    JvmProposing(JvmReading reading, String target, Choices choices) {
        this.reading = reading;
        this.target = target;
        this.deliberation = new Deliberation(choices);
        this.project = JvmProject.of(reading, settledRoles(choices));
    }

    /** The roles that choices give to folders. */
    static Map<String, Role> settledRoles(Choices choices) {
        Map<String, Role> settled = new LinkedHashMap<>();
        for (Choice choice : choices.all()) {
            if (!choice.key().startsWith(FOLDER)) continue;
            String path = choice.key().substring(FOLDER.length());
            Role.parse(choice.value()).ifPresent(role -> settled.put(path.equals(".") ? "" : path, role));
        }
        return settled;
    }

    Proposal propose() {
        if (project.main().isEmpty() && project.tests().isEmpty()) {
            throw Refusal.notPossible(
                    "No folder of sources is left to build.", "Look at the folders with pfeiler survey.");
        }
        MavenProject maven = decide();
        JvmSteps steps = new JvmSteps(reading, project, maven);
        List<Finding> leftForYou = new ArrayList<>(steps.leftForYou());
        new JvmFindings(reading, project)
                .all().stream()
                        .filter(Finding::leftForYou)
                        .filter(f -> f.topic() != Finding.Topic.TOOLS)
                        .forEach(leftForYou::add);
        leftForYou.addAll(reading.tree().trouble());
        return new Proposal(
                "jvm",
                target,
                deliberation.decisions(),
                deliberation.questions(),
                steps.all(),
                leftForYou,
                List.of(new Proposal.Command("build", "mvn package"), new Proposal.Command("test", "mvn test")));
    }

    /** The project that the decisions describe. */
    MavenProject decide() {
        ProjectIdentity identity = new ProjectIdentity(reading.tree(), reading.wirings(), deliberation);
        String name = identity.name();
        String group = identity.group(project.main(), name);
        String version = identity.version();
        String packaging = packaging();
        String level = deliberation.settle(
                ProjectSettings.level(
                        new JvmFindings(reading, project).levelSigns(),
                        reading.toolchain().lowestLevel()),
                text -> ProjectSettings.parse(text).map(String::valueOf));
        String encoding = deliberation.settle(
                ProjectSettings.encoding(reading.wirings(), reading.javaSources()), JvmProposing::charset);
        folders();
        List<Dependency> dependencies = new Dependencies(
                        deliberation, reading.identities(), project.usage(), group, name, this::lacking)
                .decide(project.libraries());
        boolean war = packaging.equals("war");
        Optional<String> finalName = war ? Optional.of(archiveName(name)) : Optional.empty();
        return new MavenProject(
                new Coordinates(group, name, version),
                packaging,
                level,
                encoding,
                dependencies,
                finalName,
                unusualTests(),
                project.layout().files(Role.MAIN).anyMatch(p -> !p.path().endsWith(".java")),
                reading.javaSources().stream()
                        .anyMatch(s -> Paths.name(s.path()).equals("package-info.java")),
                project.web().descriptor().isPresent());
    }

    private List<String> unusualTests() {
        return project.layout()
                .files(Role.TEST)
                .filter(placement -> project.layout().marked().contains(placement.path()))
                .map(placement -> Paths.name(placement.path()))
                .filter(file -> !TestNames.usual(file))
                .map(file -> "**/" + file)
                .distinct()
                .sorted()
                .toList();
    }

    private static Optional<String> charset(String text) {
        try {
            return Charset.isSupported(text.strip()) ? Optional.of(text.strip()) : Optional.empty();
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    private String packaging() {
        Decision proposed = project.webFolder()
                .map(web -> Decision.of(
                        PACKAGING, "Packaging", "war", web.certainty(), "a folder is served", web.evidence()))
                .orElseGet(() ->
                        Decision.of(PACKAGING, "Packaging", "jar", Certainty.LIKELY, "nothing is served", List.of()));
        return deliberation.settle(
                proposed, text -> Optional.of(text.strip()).filter(p -> p.equals("jar") || p.equals("war")));
    }

    /** What the archive was called, which is also the path below which it is served. */
    private String archiveName(String name) {
        Optional<Wiring.Setting> stated = reading.wirings().stream()
                .flatMap(w -> w.contextPath().stream())
                .findFirst();
        Decision proposed = stated.filter(setting -> !setting.value().isEmpty())
                .map(setting -> Decision.of(
                        "archive",
                        "Archive name",
                        setting.value(),
                        Certainty.CERTAIN,
                        "the path below which it is served",
                        List.of(setting.evidence())))
                .orElseGet(() -> Decision.of(
                        "archive", "Archive name", name, Certainty.LIKELY, "the project's name", List.of()));
        return deliberation.settle(proposed, text -> Optional.of(text.strip()).filter(t -> t.matches("[\\w.-]+")));
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
    private boolean lacking(Jar jar) {
        return project.isWeb() && !project.deploys(jar);
    }

    /** The evidence that a file, moved or retired, was decided by. */
    static Evidence evidence(Folder folder) {
        return folder.evidence().isEmpty()
                ? Evidence.of(folder.shown(), folder.why())
                : folder.evidence().get(0);
    }
}
