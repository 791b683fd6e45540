package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.setting.ContainerFiles;
import dev.pfeiler.ecosystem.jvm.target.maven.BuildPlugin;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** How a module is started by the build tool: a server for web archives, the main class of a program. */
public final class LaunchDecision {
    public static final String MAIN_CLASS = "mainClass";
    public static final String APPLICATION = "org.springframework.boot.SpringApplication";
    private static final String WITHOUT = "without";
    private static final Pattern CLASS = Pattern.compile("[\\w$]+(\\.[\\w$]+)*");
    private static final Coordinates EXEC = new Coordinates("org.codehaus.mojo", "exec-maven-plugin", "3.5.0");
    /** The Java that the servers for the later package names need. */
    private static final int LATER_JAVA = 17;

    private final JvmReading reading;
    private final JvmProject project;
    private final SourceModule module;
    private final Deliberation deliberation;
    private final String key;

    LaunchDecision(JvmReading reading, JvmProject project, SourceModule module, Deliberation deliberation) {
        this.reading = reading;
        this.project = project;
        this.module = module;
        this.deliberation = deliberation;
        this.key = module.key("run");
    }

    /** The plug-in that serves a web archive below a path, in the family of its package names. */
    Optional<BuildPlugin> server(String archiveName) {
        Optional<Jar> api = reading.jars().stream()
                .filter(jar -> jar.holds("jakarta.servlet.Servlet") || jar.holds("javax.servlet.Servlet"))
                .findFirst();
        boolean jakarta = reading.jakarta();
        Coordinates plugin = plugin(jakarta, api);
        String said = plugin.artifact() + " " + plugin.version();
        List<Evidence> evidence = api.map(
                        jar -> List.of(Evidence.of(jar.path(), jakarta ? "jakarta.servlet" : "javax.servlet")))
                .orElse(List.of());
        String standing = deliberation.settle(
                Decision.of(
                        key,
                        "Run",
                        said,
                        Certainty.LIKELY,
                        "serves programs that use " + (jakarta ? "jakarta.servlet" : "javax.servlet"),
                        evidence),
                text -> Optional.of(text.strip()).filter(t -> t.equals(said) || t.equals(WITHOUT)));
        if (standing.equals(WITHOUT)) return Optional.empty();
        return Optional.of(
                new BuildPlugin(plugin, "run", Optional.empty(), Map.of("webApp/contextPath", "/" + archiveName)));
    }

    private Coordinates plugin(boolean jakarta, Optional<Jar> api) {
        if (!jakarta) return new Coordinates("org.eclipse.jetty", "jetty-maven-plugin", "9.4.57.v20241219");
        String version = api.map(jar -> reading.identities().get(jar))
                .map(identity -> identity.coordinates().version())
                .orElse("6");
        boolean five = version.startsWith("5");
        if (reading.toolchain().feature() < LATER_JAVA)
            return new Coordinates("org.eclipse.jetty", "jetty-maven-plugin", "11.0.24");
        String family = five ? "ee9" : "ee10";
        return new Coordinates("org.eclipse.jetty." + family, "jetty-" + family + "-maven-plugin", "12.0.15");
    }

    /** The plug-in that starts the main class: of the old manifest, else the one that is started, else the only one. */
    Optional<BuildPlugin> program() {
        Map<String, Evidence> own = new LinkedHashMap<>();
        module.main().stream().filter(source -> source.mainLine() > 0).forEach(source -> source.typeNames().stream()
                .findFirst()
                .ifPresent(name -> own.put(name, new Evidence(source.path(), source.mainLine(), "static void main"))));
        Map<String, Evidence> started = new LinkedHashMap<>();
        Stream.concat(
                        reading.wirings().stream().flatMap(wiring -> wiring.mainClasses().stream()),
                        ContainerFiles.of(reading.tree()).mainClasses().stream())
                .filter(setting -> own.containsKey(setting.value()))
                .forEach(setting -> started.putIfAbsent(setting.value(), setting.evidence()));
        Optional<Wiring.Setting> stated = module.archive()
                .flatMap(archive -> Optional.ofNullable(archive.manifest().get("Main-Class")))
                .or(() -> project.manifest(reading, module)
                        .flatMap(file -> Optional.ofNullable(file.attributes().get("Main-Class"))))
                .filter(setting -> CLASS.matcher(setting.value()).matches());
        if (own.isEmpty() && stated.isEmpty()) return Optional.empty();
        String standing;
        if (stated.isPresent()) {
            standing = settle(
                    stated.get().value(), "the manifest names it", stated.get().evidence());
        } else if (started.size() == 1) {
            String name = started.keySet().iterator().next();
            standing = settle(name, "the old build starts it", started.get(name));
        } else if (started.isEmpty() && own.size() == 1) {
            String name = own.keySet().iterator().next();
            standing = settle(name, "the only class that can be started", own.get(name));
        } else {
            List<String> offers = List.copyOf((started.isEmpty() ? own : started).keySet());
            Question question = new Question(key, "Which class starts the program?", Optional.of(WITHOUT), offers);
            standing = deliberation.ask(question, "Run", List.copyOf(own.values()), LaunchDecision::checked);
        }
        if (standing.equals(WITHOUT)) return Optional.empty();
        Coordinates framework = framework(standing).orElse(EXEC);
        String goal = framework.equals(EXEC) ? "java" : "run";
        return Optional.of(new BuildPlugin(framework, goal, Optional.empty(), Map.of(MAIN_CLASS, standing)));
    }

    /** The plug-in of a framework whose application class a class is. */
    private Optional<Coordinates> framework(String mainClass) {
        boolean application = module.main().stream()
                .filter(source -> source.typeNames().contains(mainClass))
                .flatMap(source -> source.imports().stream())
                .anyMatch(declared -> declared.name().startsWith("org.springframework.boot."));
        if (!application) return Optional.empty();
        return reading.identities().entrySet().stream()
                .filter(entry -> entry.getKey().holds(APPLICATION))
                .filter(entry -> entry.getValue().sign().published())
                .map(entry -> entry.getValue().coordinates())
                .map(c -> new Coordinates(c.group(), BuildPlugin.APPLICATION, c.version()))
                .findFirst();
    }

    private String settle(String name, String reason, Evidence evidence) {
        return deliberation.settle(
                Decision.of(key, "Run", name, Certainty.LIKELY, reason, List.of(evidence)), LaunchDecision::checked);
    }

    private static Optional<String> checked(String text) {
        return Optional.of(text.strip()).filter(t -> CLASS.matcher(t).matches());
    }
}
