package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.model.Product;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.setting.ContainerFiles;
import dev.pfeiler.ecosystem.jvm.setting.JavaElsewhere;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Agreement;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.apache.maven.artifact.versioning.ComparableVersion;
import org.slf4j.LoggerFactory;

/** Compares what the descriptors of a project state of the same thing, and the resulting value. */
public final class Agreements {
    private final JvmReading reading;
    private final JvmProject project;
    private final ContainerFiles containers;
    private final JvmBuild build;
    private final JvmTarget target;
    private final Set<String> leaving = new HashSet<>();
    private final List<Agreement> rows = new ArrayList<>();

    public Agreements(ProjectFacts facts, JvmBuild build, JvmTarget target, List<Step> steps) {
        this.reading = facts.reading();
        this.project = facts.project();
        this.containers = reading.containers();
        this.build = build;
        this.target = target;
        steps.stream()
                .filter(step -> step instanceof Step.Retire)
                .map(Step::path)
                .forEach(leaving::add);
    }

    /** One row for each thing that is stated more than once, or otherwise than it will be. */
    public List<Agreement> all() {
        row("Name", build.coordinates().artifact(), names());
        List<Wiring.Setting> versions = new ArrayList<>(wired(w -> w.version().stream()));
        for (String attribute : List.of("Implementation-Version", "Bundle-Version"))
            versions.addAll(manifests(attribute));
        row("Version", build.coordinates().version(), versions);
        level();
        List<Agreement.Statement> encodings = new ArrayList<>();
        for (Wiring wiring : reading.wirings()) {
            for (Wiring.Setting setting : wiring.settings("-encoding"))
                encodings.add(statement(
                        setting.value(), setting.evidence(), compiler(wiring).encoding()::equalsIgnoreCase));
        }
        add("Encoding", build.compiler().encoding(), encodings);
        for (BuildModule module : build.modules()) {
            if (!build.isSingle()) continue;
            module.launch().flatMap(Launch::mainClass).ifPresent(name -> row("Main class", name, mainClasses(name)));
            if (module.product() instanceof Product.WebArchive web) {
                List<Wiring.Setting> paths = new ArrayList<>(wired(w -> w.contextPath().stream()));
                paths.addAll(containers.contextPaths());
                paths.addAll(serverContexts());
                row("Context path", web.archive(), paths);
            }
        }
        servletApi();
        return rows;
    }

    /** What the project is called: what is further down in the tree has names of its own. */
    private List<Wiring.Setting> names() {
        return wired(wiring -> wiring.name().filter(name -> wiring.isAround(reading.wirings())).stream());
    }

    private List<Wiring.Setting> mainClasses(String standing) {
        List<Wiring.Setting> classes = new ArrayList<>(wired(w -> Stream.concat(
                // what else is started is another program
                w.mainClasses().stream()
                        .filter(started -> started.value().equals(standing) || !isKnown(started.value())),
                w.archives().stream()
                        .flatMap(a -> Optional.ofNullable(a.manifest().get(Manifest.MAIN_CLASS)).stream()))));
        classes.addAll(manifests(Manifest.MAIN_CLASS));
        classes.addAll(containers.mainClasses());
        return classes;
    }

    /** Whether the project or one of its libraries has a class. */
    private boolean isKnown(String className) {
        return reading.sourceFiles().stream()
                        .anyMatch(source -> source.typeNames().contains(className))
                || reading.jars().stream().anyMatch(jar -> jar.holds(className));
    }

    /** The paths in settings for a server that are with the web files. */
    private List<Wiring.Setting> serverContexts() {
        List<Wiring.Setting> paths = new ArrayList<>();
        project.layout()
                .files(Role.WEB)
                .filter(placement -> placement.relative().equals("META-INF/context.xml"))
                .forEach(placement -> {
                    try {
                        XmlElement root = XmlElement.read(reading.tree().bytes(placement.path()));
                        String path = Paths.withoutRoot(root.attribute("path"));
                        if (!path.isEmpty())
                            paths.add(
                                    new Wiring.Setting(path, new Evidence(placement.path(), root.line(), root.tag())));
                    } catch (IOException | XmlElement.Malformed e) {
                        LoggerFactory.getLogger(Agreements.class).debug("{}", placement.path(), e);
                    }
                });
        return paths;
    }

    private List<Wiring.Setting> manifests(String attribute) {
        return project.modules().stream()
                .flatMap(module -> project.manifest(reading, module).stream())
                .flatMap(file -> Optional.ofNullable(file.attributes().get(attribute)).stream())
                .toList();
    }

    /** A descriptor may be written for an earlier interface than the one on the class path, not for a later one. */
    private void servletApi() {
        reading.servletApi().ifPresent(api -> {
            List<Agreement.Statement> statements = new ArrayList<>();
            project.webs().values().stream()
                    .flatMap(web -> web.descriptor().stream())
                    .filter(descriptor -> !descriptor.version().isEmpty())
                    .forEach(descriptor -> statements.add(statement(
                            descriptor.version(),
                            descriptor.versionEvidence(),
                            stated -> new ComparableVersion(stated).compareTo(new ComparableVersion(api)) <= 0)));
            add("Servlet API", api, statements);
        });
    }

    /** The findings for what will state something else after the conversion. */
    public static List<Finding> open(List<Agreement> rows) {
        List<Finding> open = new ArrayList<>();
        for (Agreement row : rows) {
            for (Agreement.Statement statement : row.statements()) {
                if (!statement.stillDiffers()) continue;
                open.add(Finding.trouble(
                        row.subject(),
                        "is " + statement.value() + " in "
                                + statement.evidence().file() + ", and " + row.standing()
                                + " in the build; make them agree",
                        statement.evidence()));
            }
        }
        return open;
    }

    private List<Wiring.Setting> wired(Function<Wiring, Stream<Wiring.Setting>> stated) {
        return reading.wirings().stream().flatMap(stated).distinct().toList();
    }

    private void row(String subject, String standing, List<Wiring.Setting> settings) {
        List<Agreement.Statement> statements = settings.stream()
                .map(setting -> statement(setting.value(), setting.evidence(), standing::equalsIgnoreCase))
                .toList();
        add(subject, standing, statements);
    }

    private Agreement.Statement statement(String value, Evidence evidence, Predicate<String> agrees) {
        return new Agreement.Statement(value, evidence, agrees.test(value), !leaving.contains(evidence.file()));
    }

    private void add(String subject, String standing, List<Agreement.Statement> statements) {
        // what one file says again and again is said once
        Map<String, Agreement.Statement> byPlace = new LinkedHashMap<>();
        statements.forEach(
                s -> byPlace.putIfAbsent(s.value() + " " + s.evidence().file(), s));
        boolean disagree = byPlace.values().stream().anyMatch(statement -> !statement.agrees());
        if (byPlace.size() > 1 || disagree) rows.add(new Agreement(subject, standing, List.copyOf(byPlace.values())));
    }

    /** The settings of the module that a wiring describes. */
    private CompilerSettings compiler(Wiring wiring) {
        return build.modules().stream()
                .filter(module -> module.folder().equals(wiring.folder()))
                .findFirst()
                .map(build::compiler)
                .orElse(build.compiler());
    }

    private void level() {
        int level = build.compiler().level();
        List<Agreement.Statement> statements = new ArrayList<>();
        for (Wiring wiring : reading.wirings()) {
            int own = compiler(wiring).level();
            for (Wiring.Setting setting : wiring.levels()) {
                statements.add(statement(setting.value(), setting.evidence(), value -> ProjectSettings.parse(value)
                        .filter(l -> l == own)
                        .isPresent()));
            }
        }
        for (ProjectSettings.LevelSign stated : reading.stated().documented()) {
            statements.add(
                    statement(String.valueOf(stated.level()), stated.evidence(), value -> stated.level() == level));
        }
        // what runs the classes may be later than they are, not earlier
        for (JavaElsewhere.Java java : JavaElsewhere.of(reading.tree())) {
            statements.add(statement("on " + java.feature(), java.evidence(), value -> java.feature() >= level));
        }
        add("Java level", String.valueOf(build.compiler().level()), statements);
    }
}
