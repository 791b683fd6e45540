package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.deployment.DescriptorAudit;
import dev.pfeiler.ecosystem.jvm.deployment.RequiredDescriptors;
import dev.pfeiler.ecosystem.jvm.deployment.RuntimeNeeds;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.library.JarIdentity;
import dev.pfeiler.ecosystem.jvm.library.MissingLibraries;
import dev.pfeiler.ecosystem.jvm.library.Usage.Way;
import dev.pfeiler.ecosystem.jvm.project.Applications;
import dev.pfeiler.ecosystem.jvm.project.EnterpriseContents;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.setting.WiringConflicts;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import dev.pfeiler.tree.TreeFile;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Puts a reading of a JVM project into findings. */
public final class JvmFindings {
    private static final int USUAL_LEVEL = 8;

    private static final Map<String, String> LANGUAGES = Map.of(
            "java", "Java",
            "kt", "Kotlin",
            "groovy", "Groovy",
            "scala", "Scala",
            "jsp", "JSP",
            "properties", "properties",
            "xml", "XML");

    private final JvmReading reading;
    private final JvmProject project;
    /** Found once, as it looks through all imports. */
    private List<ProjectSettings.LevelSign> levelSigns;

    private final List<Finding> findings = new ArrayList<>();

    public JvmFindings(JvmReading reading, JvmProject project) {
        this.reading = reading;
        this.project = project;
    }

    public List<Finding> all() {
        languages();
        folders();
        libraries();
        settings();
        descriptors();
        tools();
        findings.addAll(reading.trouble());
        project.webs().values().forEach(web -> findings.addAll(web.trouble()));
        new DescriptorAudit(reading, project).wrongs().forEach(wrong -> findings.add(wrong.finding()));
        findings.addAll(new RuntimeNeeds(reading, project).findings());
        furtherArchives();
        encodingTrouble();
        findings.addAll(new RequiredDescriptors(reading, project).findings());
        findings.addAll(new WiringConflicts(reading.wirings()).findings());
        return findings;
    }

    private void add(Topic topic, String subject, String fact, Certainty certainty, List<Evidence> evidence) {
        findings.add(Finding.of(topic, subject, fact, certainty, evidence));
    }

    private void languages() {
        Map<String, List<TreeFile>> byLanguage = new TreeMap<>();
        for (TreeFile file : reading.tree().files()) {
            String language = LANGUAGES.get(file.extension());
            if (language != null)
                byLanguage.computeIfAbsent(language, l -> new ArrayList<>()).add(file);
        }
        byLanguage.entrySet().stream()
                .sorted(Comparator.comparing(entry -> -entry.getValue().size()))
                .forEach(entry -> add(
                        Topic.LANGUAGES,
                        entry.getKey(),
                        count(entry.getValue().size(), "file"),
                        Certainty.CERTAIN,
                        List.of(Evidence.of(entry.getValue().get(0).path(), ""))));
    }

    private void folders() {
        Set<String> jars = reading.jars().stream().map(Jar::path).collect(Collectors.toSet());
        Map<String, List<Placement>> byFolder = project.layout().placements().values().stream()
                .filter(placement -> !jars.contains(placement.path()))
                .collect(Collectors.groupingBy(placement -> placement.folder().path()));
        for (Folder folder : project.layout().folders()) {
            List<Placement> held = byFolder.getOrDefault(folder.path(), List.of());
            String roles = held.stream()
                    .collect(Collectors.groupingBy(Placement::role, TreeMap::new, Collectors.counting()))
                    .entrySet()
                    .stream()
                    .map(entry -> count(entry.getValue(), entry.getKey().noun()))
                    .collect(Collectors.joining(", "));
            String fact =
                    plural(folder.role().noun()) + "; " + folder.why() + (roles.isEmpty() ? "" : " (" + roles + ")");
            add(Topic.FOLDERS, folder.shown(), fact, folder.certainty(), folder.evidence());
        }
        Map<String, Long> jarFolders = reading.jars().stream()
                .collect(Collectors.groupingBy(
                        jar -> dev.pfeiler.tree.Paths.parent(jar.path()), TreeMap::new, Collectors.counting()));
        jarFolders.forEach((folder, count) -> add(
                Topic.FOLDERS,
                folder.isEmpty() ? "." : folder,
                "libraries (" + count(count, "jar") + ")",
                Certainty.CERTAIN,
                List.of()));
    }

    private void libraries() {
        for (Jar jar : project.libraries()) library(jar);
        MissingLibraries missing = project.missing(reading, project.main(), project.tests(), highestLevel());
        missing.all()
                .forEach(m -> add(
                        Topic.LIBRARIES,
                        m.key(),
                        "imported, and in no jar here; " + m.coordinates() + " has it, says " + m.found(),
                        Certainty.GUESS,
                        m.evidence()));
        findings.addAll(missing.unanswered());
        project.copies()
                .forEach((copy, first) -> add(
                        Topic.LIBRARIES,
                        copy.path(),
                        "the same bytes as " + first.path(),
                        Certainty.CERTAIN,
                        List.of()));
        for (Jar jar : project.products()) {
            add(Topic.LIBRARIES, jar.path(), "built earlier from these sources", Certainty.CERTAIN, List.of());
        }
        for (Jar jar : project.unlisted()) {
            add(Topic.LIBRARIES, jar.path(), "on no class path; left alone", Certainty.LIKELY, List.of());
        }
    }

    private void library(Jar jar) {
        if (jar.kind() == Jar.Kind.BROKEN) {
            findings.add(Finding.trouble(jar.path(), jar.trouble(), Evidence.of(jar.path(), jar.size() + " bytes")));
            return;
        }
        if (jar.kind() != Jar.Kind.LIBRARY) {
            String what = jar.kind() == Jar.Kind.SOURCES ? "sources" : "documentation";
            add(Topic.LIBRARIES, jar.path(), "holds " + what + ", no classes", Certainty.CERTAIN, List.of());
            return;
        }
        JarIdentity identity = reading.identities().get(jar);
        List<Evidence> evidence = new ArrayList<>(identity.evidence());
        project.usage().evidence(jar, Way.MAIN).stream().limit(2).forEach(evidence::add);
        project.usage().evidence(jar, Way.BY_NAME).stream().limit(1).forEach(evidence::add);
        project.usage().evidence(jar, Way.TEST).stream().limit(1).forEach(evidence::add);
        String named = identity.sign() == JarIdentity.Sign.NAME
                ? "no repository is known to have it"
                : identity.coordinates().shown() + " (" + identity.sign().words() + ")";
        add(
                Topic.LIBRARIES,
                jar.path(),
                named + "; " + uses(jar),
                identity.sign().certainty(),
                evidence);
    }

    private String uses(Jar jar) {
        List<String> uses = new ArrayList<>();
        int main = project.usage().evidence(jar, Way.MAIN).size();
        int named = project.usage().evidence(jar, Way.BY_NAME).size();
        int tests = project.usage().evidence(jar, Way.TEST).size();
        if (main > 0) uses.add("used by " + count(main, "source"));
        if (named > 0) uses.add("by name in " + count(named, "file"));
        if (tests > 0) uses.add("used by " + count(tests, "test"));
        if (!uses.isEmpty()) return String.join(", ", uses);
        for (Way way : Way.values()) {
            Jar by = project.usage().reached(way).get(jar);
            if (by != null) return by.equals(jar) ? "offers a service" : "needed by " + by.name();
        }
        return "no sign of use";
    }

    private void settings() {
        for (ProjectSettings.LevelSign sign : levelSigns()) {
            add(
                    Topic.SETTINGS,
                    "Java level",
                    sign.level() + "; " + sign.words(),
                    sign.certainty(),
                    List.of(sign.evidence()));
        }
        var encoding = ProjectSettings.encoding(reading.wirings(), reading.javaSources());
        add(
                Topic.SETTINGS,
                "Encoding",
                encoding.value() + "; " + encoding.reason(),
                encoding.certainty(),
                encoding.evidence());
        for (Wiring wiring : reading.wirings()) {
            wiring.name()
                    .ifPresent(name ->
                            add(Topic.SETTINGS, "Name", name.value(), Certainty.CERTAIN, List.of(name.evidence())));
            wiring.contextPath()
                    .ifPresent(path -> add(
                            Topic.SETTINGS,
                            "Context path",
                            "/" + path.value(),
                            Certainty.CERTAIN,
                            List.of(path.evidence())));
        }
        project.main().stream()
                .filter(source -> source.mainLine() > 0)
                .limit(5)
                .forEach(source -> add(
                        Topic.SETTINGS,
                        "Main class",
                        String.join(".", source.typeNames().stream().limit(1).toList()),
                        Certainty.LIKELY,
                        List.of(new Evidence(source.path(), source.mainLine(), "static void main"))));
    }

    private String highestLevel() {
        return levelSigns().stream().mapToInt(ProjectSettings.LevelSign::level).max().stream()
                .mapToObj(String::valueOf)
                .findFirst()
                .orElse("8");
    }

    public List<ProjectSettings.LevelSign> levelSigns() {
        if (levelSigns == null) levelSigns = findLevelSigns();
        return levelSigns;
    }

    private List<ProjectSettings.LevelSign> findLevelSigns() {
        List<ProjectSettings.LevelSign> signs = new ArrayList<>(ProjectSettings.levelSigns(
                reading.wirings(), reading.built(), reading.javaSources(), project.libraries(), reading.told()));
        int highest =
                signs.stream().mapToInt(ProjectSettings.LevelSign::level).max().orElse(USUAL_LEVEL);
        project
                .missing(reading, project.main(), project.tests(), String.valueOf(Math.max(highest, USUAL_LEVEL)))
                .all()
                .stream()
                .filter(missing -> missing.level() > highest)
                .forEach(missing -> signs.add(new ProjectSettings.LevelSign(
                        missing.level(),
                        Certainty.GUESS,
                        missing.coordinates().artifact() + ", which is imported, needs it",
                        missing.evidence().get(0))));
        return signs;
    }

    private void descriptors() {
        for (Wiring wiring : reading.wirings()) {
            add(
                    Topic.DESCRIPTORS,
                    wiring.kind().words(),
                    count(wiring.sources().size(), "source folder") + ", "
                            + count(wiring.libraries().size(), "class-path entry"),
                    Certainty.CERTAIN,
                    wiring.files().stream().map(file -> Evidence.of(file, "")).toList());
        }
        project.webs().values().stream()
                .flatMap(web -> web.descriptor().stream())
                .forEach(descriptor -> add(
                        Topic.DESCRIPTORS,
                        descriptor.path(),
                        "Servlet " + (descriptor.version().isEmpty() ? "version not stated" : descriptor.version())
                                + ", " + count(descriptor.classes().size(), "class") + " named",
                        descriptor.version().isEmpty() ? Certainty.GUESS : Certainty.CERTAIN,
                        List.of(descriptor.versionEvidence())));
        applications();
        for (SourceModule module : project.modules()) {
            project.manifest(reading, module).ifPresent(manifest -> {
                Wiring.Setting bundle = manifest.attributes().get("Bundle-SymbolicName");
                add(
                        Topic.DESCRIPTORS,
                        manifest.path(),
                        bundle == null
                                ? "manifest of the archive"
                                : "manifest of the plug-in " + bundle.value().replaceFirst(";.*", ""),
                        Certainty.CERTAIN,
                        List.of(bundle == null ? Evidence.of(manifest.path(), "") : bundle.evidence()));
            });
        }
    }

    private void applications() {
        List<Applications.Application> applications =
                new Applications(reading, project.layout(), project.libraries()).all();
        List<SourceModule> makers = project.modules().stream()
                .filter(module -> module.enterprise().isPresent())
                .toList();
        for (Applications.Application application : applications) {
            application
                    .descriptor()
                    .ifPresent(descriptor -> add(
                            Topic.DESCRIPTORS,
                            descriptor.path(),
                            "enterprise archive"
                                    + (descriptor.version().isEmpty() ? "" : " of version " + descriptor.version())
                                    + ", " + count(descriptor.modules().size(), "module") + " named",
                            Certainty.CERTAIN,
                            List.of(descriptor.versionEvidence())));
            makers.stream()
                    .filter(maker -> maker.paths().equals(application.paths()))
                    .forEach(this::namedModules);
            if (makers.isEmpty())
                findings.add(Finding.trouble(
                        application.name(),
                        "is an enterprise archive, and nothing shows which sources belong to which of its modules; it is"
                                + " not made by the build tool",
                        application.evidence()));
        }
    }

    /** What the descriptor of an enterprise archive names and nothing makes, and what would be served twice. */
    private void namedModules(SourceModule module) {
        EnterpriseContents enterprise = module.enterprise().orElseThrow();
        Set<String> there = module.paths().stream()
                .map(path -> project.layout().of(path).orElseThrow().relative())
                .collect(Collectors.toSet());
        there.addAll(enterprise.packs().values());
        there.addAll(enterprise.libraries().values());
        Map<String, String> roots = new TreeMap<>();
        enterprise.descriptor().ifPresent(descriptor -> descriptor.modules().forEach(named -> {
            if (!there.contains(named.uri()))
                findings.add(Finding.trouble(
                        named.uri(),
                        "is named as a module and does not go into the archive; correct the name or take it out",
                        named.evidence()));
            if (named.contextRoot().isEmpty()) return;
            String other = roots.putIfAbsent(named.contextRoot().replaceFirst("^/", ""), named.uri());
            if (other != null)
                findings.add(Finding.trouble(
                        named.contextRoot(),
                        "is the path of " + other + " as well as of " + named.uri() + "; give one another path",
                        named.evidence()));
        }));
    }

    /** Archives of the old build that one module does not make. */
    private void furtherArchives() {
        if (project.modules().size() > 1) return;
        for (Wiring wiring : reading.wirings()) {
            Set<String> outputs =
                    wiring.outputs().stream().map(Wiring.Setting::value).collect(Collectors.toSet());
            wiring.archives().stream()
                    .filter(archive -> archive.folders().stream().anyMatch(outputs::contains))
                    .skip(1)
                    .forEach(archive -> findings.add(Finding.trouble(
                            archive.path(),
                            "is made by the old build as well; the build tool makes one archive of all",
                            archive.evidence())));
        }
    }

    private void tools() {
        Toolchain toolchain = reading.toolchain();
        String java = toolchain.compiler() ? "a JDK" : "a runtime only, without a compiler";
        String release = toolchain.feature() > 0 ? " " + toolchain.feature() : "";
        Finding jdk = new Finding(
                Topic.TOOLS,
                "Java" + release,
                java,
                Certainty.CERTAIN,
                List.of(Evidence.of(toolchain.java().toString(), "")),
                !toolchain.compiler());
        findings.add(jdk);
        findings.add(toolchain
                .mvn()
                .map(mvn -> Finding.of(
                        Topic.TOOLS, "mvn", "is here", Certainty.CERTAIN, List.of(Evidence.of(mvn.toString(), ""))))
                .orElseGet(() -> new Finding(
                        Topic.TOOLS,
                        "mvn",
                        "is not on the search path; prove needs it",
                        Certainty.CERTAIN,
                        List.of(),
                        true)));
    }

    /** Sources whose bytes do not decode in the encoding that was declared. */
    private void encodingTrouble() {
        ProjectSettings.encodings(reading.wirings()).stream().findFirst().ifPresent(stated -> {
            if (!Charset.isSupported(stated.value())) {
                findings.add(Finding.trouble(stated.value(), "is no encoding that Java knows", stated.evidence()));
                return;
            }
            boolean unicode = stated.value().equalsIgnoreCase("UTF-8");
            List<SourceFile> broken = reading.javaSources().stream()
                    .filter(source -> unicode)
                    .filter(source -> source.encoding() != SourceFile.Encoding.ASCII
                            && source.encoding() != SourceFile.Encoding.UTF_8)
                    .toList();
            for (SourceFile source : broken) {
                findings.add(Finding.trouble(
                        source.path(),
                        "does not decode as " + stated.value() + ", it looks like "
                                + source.encoding().charset(),
                        stated.evidence()));
            }
        });
    }

    private static String count(long number, String noun) {
        return number == 1 ? "1 " + noun : number + " " + plural(noun);
    }

    private static String plural(String noun) {
        if (noun.endsWith("y")) return noun.substring(0, noun.length() - 1) + "ies";
        if (noun.startsWith("file ")) return "files" + noun.substring(4);
        return noun.endsWith("s") ? noun + "es" : noun + "s";
    }
}
