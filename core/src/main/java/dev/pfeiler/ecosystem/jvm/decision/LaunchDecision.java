package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.model.ServletFamily;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Decides how a module is started by the build tool: a server for web archives, the main class of a program. */
final class LaunchDecision {
    private final JvmReading reading;
    private final JvmProject project;
    private final SourceModule module;
    private final JvmTarget target;
    private final Deliberation deliberation;
    private final String key;

    LaunchDecision(
            JvmReading reading, JvmProject project, SourceModule module, JvmTarget target, Deliberation deliberation) {
        this.reading = reading;
        this.project = project;
        this.module = module;
        this.target = target;
        this.deliberation = deliberation;
        this.key = module.name().key("run");
    }

    /** A server for a web archive, of the generation of its Servlet API. */
    Optional<Launch> server(String contextPath) {
        Optional<Jar> api = reading.jars().stream()
                .filter(jar -> jar.holds("jakarta.servlet.Servlet") || jar.holds("javax.servlet.Servlet"))
                .findFirst();
        ServletFamily family = family(api);
        Launch launch =
                new Launch.Serve(family, contextPath, reading.toolchain().feature());
        String launcher = target.launcher(launch);
        List<Evidence> evidence = api.map(jar -> List.of(Evidence.of(jar.path(), family.packageName())))
                .orElse(List.of());
        String standing = deliberation.settle(
                Decision.of(
                        key,
                        title(),
                        launcher,
                        Certainty.LIKELY,
                        "serves programs that use " + family.packageName(),
                        evidence),
                Choosable.oneOf(launcher, Choosable.WITHOUT));
        return standing.equals(Choosable.WITHOUT) ? Optional.empty() : Optional.of(launch);
    }

    private ServletFamily family(Optional<Jar> api) {
        if (!reading.jakarta()) return ServletFamily.JAVAX;
        boolean five = api.map(jar -> reading.identities().get(jar))
                .map(identity -> identity.coordinates().version())
                .filter(version -> version.startsWith("5"))
                .isPresent();
        return five ? ServletFamily.JAKARTA_5 : ServletFamily.JAKARTA;
    }

    /** The main class: of the old manifest, else the one that is started, else the only one. */
    Optional<Launch> program() {
        Map<String, Evidence> own = new LinkedHashMap<>();
        for (SourceFile source : module.main()) {
            source.entryPoint()
                    .ifPresent(entry -> own.put(
                            entry.className(), new Evidence(source.path(), entry.line(), source.entryPointText())));
        }
        Map<String, Evidence> started = new LinkedHashMap<>();
        Stream.concat(
                        reading.wirings().stream().flatMap(wiring -> wiring.mainClasses().stream()),
                        reading.containers().mainClasses().stream())
                .filter(setting -> own.containsKey(setting.value()))
                .forEach(setting -> started.putIfAbsent(setting.value(), setting.evidence()));
        Optional<Wiring.Setting> stated = module.archive()
                .flatMap(archive -> Optional.ofNullable(archive.manifest().get(Manifest.MAIN_CLASS)))
                .or(() -> project.manifest(reading, module)
                        .flatMap(file -> Optional.ofNullable(file.attributes().get(Manifest.MAIN_CLASS))))
                .filter(setting -> ClassNames.isName(setting.value()));
        if (own.isEmpty() && stated.isEmpty()) return Optional.empty();
        String standing;
        if (stated.isPresent()) {
            standing = settle(
                    stated.get().value(), "named in the manifest", stated.get().evidence());
        } else if (started.size() == 1) {
            String name = started.keySet().iterator().next();
            standing = settle(name, "started by the old build", started.get(name));
        } else if (started.isEmpty() && own.size() == 1) {
            String name = own.keySet().iterator().next();
            standing = settle(name, "the only class with a main method", own.get(name));
        } else {
            List<String> offers = List.copyOf((started.isEmpty() ? own : started).keySet());
            Question question = new Question(key, "What is the main class?", Optional.of(Choosable.WITHOUT), offers);
            standing = deliberation.ask(question, title(), List.copyOf(own.values()), LaunchDecision::checked);
        }
        if (standing.equals(Choosable.WITHOUT)) return Optional.empty();
        return Optional.of(new Launch.MainClass(standing, framework(standing)));
    }

    /** The application framework that starts a class. */
    private Optional<Launch.Framework> framework(String mainClass) {
        boolean application = module.main().stream()
                .filter(source -> source.typeNames().contains(mainClass))
                .flatMap(source -> source.imports().stream())
                .anyMatch(imported -> imported.name().startsWith(Launch.Framework.GROUP + "."));
        if (!application) return Optional.empty();
        return reading.identities().entrySet().stream()
                .filter(entry -> entry.getKey().holds(Launch.Framework.APPLICATION))
                .map(Map.Entry::getValue)
                .filter(identity -> identity.sign().published())
                .map(JarIdentity::coordinates)
                .map(c -> new Launch.Framework(c.version()))
                .findFirst();
    }

    private String title() {
        return module.name().titled("Run");
    }

    private String settle(String name, String reason, Evidence evidence) {
        return deliberation.settle(
                Decision.of(key, title(), name, Certainty.LIKELY, reason, List.of(evidence)), LaunchDecision::checked);
    }

    private static Optional<String> checked(String text) {
        return Optional.of(text.strip()).filter(ClassNames::isName);
    }
}
