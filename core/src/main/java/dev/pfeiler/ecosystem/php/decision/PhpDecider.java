package dev.pfeiler.ecosystem.php.decision;

import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.composer.CopiedLibrary;
import dev.pfeiler.ecosystem.php.composer.Extensions;
import dev.pfeiler.ecosystem.php.coverage.PhpCoverage;
import dev.pfeiler.ecosystem.php.edit.LoadChanges;
import dev.pfeiler.ecosystem.php.edit.PhpEdits;
import dev.pfeiler.ecosystem.php.finding.PhpFindings;
import dev.pfeiler.ecosystem.php.layout.PhpLayout;
import dev.pfeiler.ecosystem.php.layout.PhpNamespace;
import dev.pfeiler.ecosystem.php.loading.Loaded;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.lang.module.ModuleDescriptor.Version;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;

/** Decides how a PHP project is managed with Composer. */
public final class PhpDecider {
    private static final Pattern BACKSLASH_ENDS = Pattern.compile("^\\\\+|\\\\+$");
    private static final Pattern QUALIFIED = Pattern.compile("[A-Za-z_]\\w*+(\\\\[A-Za-z_]\\w*+)*+");
    private static final Pattern LEVEL = Pattern.compile("[5-9]\\.\\d{1,2}");

    private static final String KEEP = "keep";
    private static final String NAMESPACE = "namespace";
    private static final String SUGGEST = "suggest";
    private static final String WITHOUT = "without";
    private static final String PACKAGE = "package";
    private static final Set<String> TEST_CASES = Set.of("PHPUnit\\Framework\\TestCase", "PHPUnit_Framework_TestCase");
    /** The first versions of the language for which a library of tests was made. */
    private static final Map<String, String> PHPUNIT =
            new TreeMap<>(Map.of("5.3", "^4.8", "5.6", "^5.7", "7.1", "^7.5", "7.3", "^9.6", "8.1", "^10.5"));

    private final PhpProject project;
    private final Deliberation deliberation;

    /** What follows from a project and the user's choices. */
    public static PhpDecisions decide(PhpProject project, Deliberation deliberation) {
        return new PhpDecider(project, deliberation).decide();
    }

    private PhpDecider(PhpProject project, Deliberation deliberation) {
        this.project = project;
        this.deliberation = deliberation;
    }

    /** Settles everything, in the order in which the user reads it. */
    private PhpDecisions decide() {
        Libraries libraries = libraries();
        PhpCoverage coverage = new PhpCoverage(project, libraries.packages(), PhpCoverageSummary.kept(deliberation));
        PhpCoverageSummary summary = new PhpCoverageSummary(project, coverage, deliberation);
        summary.headline();
        ComposerFile.Identity identity = new PhpIdentity(project, deliberation).decide();
        String level = level();
        Map<String, String> require = new LinkedHashMap<>();
        require.put("php", ">=" + level);
        Map<String, String> suggest = extensions(level, require);
        require.putAll(libraries.required());
        boolean keep = keepsLayout();
        Set<String> stuck = PhpEdits.stuck(project, coverage);
        PhpNamespace naming = naming(coverage, stuck);
        PhpLayout layout = PhpLayout.of(
                project,
                new PhpLayout.Files(
                        naming,
                        coverage.classFiles(false),
                        coverage.mappedFiles(false),
                        coverage.functionFiles(),
                        stuck),
                keep ? "" : "src");
        List<PhpSource> testClasses = testClasses(coverage);
        PhpLayout tests =
                PhpLayout.of(project, new PhpLayout.Files(naming, testClasses, List.of(), List.of(), stuck), "");
        summary.refuseNothing(layout.autoload(), !libraries.locals().isEmpty());
        summary.details(layout.autoload(), naming);
        Map<String, String> development = new LinkedHashMap<>();
        Optional<PhpSource> test = frameworkTest().filter(source -> !testClasses.isEmpty());
        test.ifPresent(source -> development.put("phpunit/phpunit", phpunit(level, source)));
        ComposerFile composer = new ComposerFile(
                identity,
                new ComposerFile.Requirements(require, development, suggest, libraries.locals(), includePath(coverage)),
                layout.autoload(),
                tests.autoload(),
                scripts(test),
                vendorFolder());
        Map<String, String> goals = new LinkedHashMap<>(layout.goals());
        goals.putAll(tests.goals());
        return new PhpDecisions(coverage, naming, goals, composer, test.map(PhpDecider::top));
    }

    private boolean keepsLayout() {
        Decision proposed = Decision.of(
                "layout",
                "Layout",
                "conventional",
                Certainty.LIKELY,
                "classes in src/, by namespace; everything else stays in place",
                List.of());
        return deliberation
                .settle(proposed, text -> Optional.of(text.strip())
                        .filter(t -> t.equals("conventional") || t.equals(KEEP)))
                .equals(KEEP);
    }

    /**
     * Folders of statements that stay in a library and find their files only where whoever uses it sets an include path. A
     * program has its own.
     */
    private List<String> includePath(PhpCoverage coverage) {
        if (!project.isLibrary()) return List.of();
        LoadChanges changes = new LoadChanges(project, coverage);
        Map<String, Evidence> folders = new TreeMap<>();
        for (PhpSource source : project.own()) {
            if (project.isTest(source.path())) continue;
            for (Loaded load : project.loading().of(source)) {
                if (!project.loading().needsIncludePath(load) || changes.isRemoved(load)) continue;
                project.loading()
                        .includePath(load)
                        .filter(project.loading()::mayComeFirst)
                        .ifPresent(folder -> folders.putIfAbsent(
                                folder, source.evidence(load.load().first())));
            }
        }
        List<String> stated = new ArrayList<>();
        folders.forEach((folder, evidence) -> stated.add(deliberation.settle(
                Decision.of(
                        "include-path:" + folder,
                        "Include path",
                        folder.isEmpty() ? "./" : folder + "/",
                        Certainty.CERTAIN,
                        "files in it are loaded by paths that start there",
                        List.of(evidence)),
                text -> Optional.of(text.strip()).filter(t -> Paths.normal(t).isPresent()))));
        return stated;
    }

    /** Another folder for packages than the usual one, where that has files of the program. */
    private String vendorFolder() {
        Optional<String> own = project.tree().files().stream()
                .map(TreeFile::path)
                .filter(path -> Paths.within(ComposerFile.VENDOR, path))
                .findFirst();
        if (own.isEmpty()) return ComposerFile.VENDOR;
        return deliberation.settle(
                Decision.of(
                        "vendor-dir",
                        "Package folder",
                        "composer-packages",
                        Certainty.LIKELY,
                        ComposerFile.VENDOR + "/ has files of the program",
                        List.of(Evidence.of(own.get(), ""))),
                text -> Paths.normal(text.strip())
                        .filter(folder ->
                                !folder.isEmpty() && !project.tree().folders().contains(folder)));
    }

    /** A namespace for classes without one, where the user wants that. */
    private PhpNamespace naming(PhpCoverage coverage, Set<String> stuck) {
        List<PhpSource> without = coverage.classFiles(false).stream()
                .filter(source -> source.declarations().size() == 1
                        && source.declarations().get(0).namespace().isEmpty())
                .toList();
        if (without.isEmpty()) return PhpNamespace.none(project);
        String given = deliberation.settle(
                Decision.of(
                        NAMESPACE,
                        "Namespace of classes without one",
                        WITHOUT,
                        Certainty.LIKELY,
                        "names stay as they are; another value adds that namespace and updates all references",
                        List.of(without.get(0)
                                .declarations()
                                .get(0)
                                .at(without.get(0).path()))),
                text -> Optional.of(BACKSLASH_ENDS.matcher(text.strip()).replaceAll(""))
                        .filter(t -> t.equals(WITHOUT) || QUALIFIED.matcher(t).matches()));
        if (given.equals(WITHOUT)) return PhpNamespace.none(project);
        PhpNamespace.dynamic(project).ifPresent(place -> {
            throw Refusal.notPossible(
                    "A namespace cannot be added: " + place.place() + " names a class that is computed at run time.",
                    "Convert without --choose " + NAMESPACE + ".");
        });
        return PhpNamespace.of(project, given, without, stuck);
    }

    /** Classes of tests, whether or not something loads them: their framework finds them by their files. */
    private List<PhpSource> testClasses(PhpCoverage coverage) {
        Set<PhpSource> classes = new LinkedHashSet<>(coverage.classFiles(true));
        project.own().stream()
                .filter(source -> project.isTest(source.path()) && source.declaresOnly())
                .filter(source ->
                        source.declarations().stream().allMatch(d -> d.kind().loadable()))
                .filter(source -> source.declarations().stream()
                        .noneMatch(d -> project.owners(d.name()).size() > 1))
                .forEach(classes::add);
        return List.copyOf(classes);
    }

    private static String top(PhpSource test) {
        return Paths.first(test.path());
    }

    private Optional<PhpSource> frameworkTest() {
        return project.own().stream()
                .filter(source -> source.uses().stream().anyMatch(use -> TEST_CASES.contains(use.name())))
                .findFirst();
    }

    private Map<String, String> scripts(Optional<PhpSource> frameworkTest) {
        List<String> runs = new ArrayList<>();
        frameworkTest.ifPresent(test -> runs.add("phpunit " + ShellText.quote(top(test))));
        project.programs().stream().filter(project::isTest).forEach(test -> runs.add("php " + ShellText.quote(test)));
        return runs.isEmpty() ? Map.of() : Map.of("test", String.join(" && ", runs));
    }

    /** The versions of PHPUnit for a language level. */
    private String phpunit(String level, PhpSource test) {
        boolean old = test.uses().stream().anyMatch(use -> use.name().equals("PHPUnit_Framework_TestCase"));
        String fitting = "^4.8";
        for (Map.Entry<String, String> each : PHPUNIT.entrySet()) {
            boolean later = compare(level, each.getKey()) >= 0 && !(old && compare(each.getKey(), "5.6") > 0);
            if (later) fitting = each.getValue();
        }
        return deliberation.settle(
                Decision.of(
                        "test-framework",
                        "phpunit/phpunit",
                        fitting,
                        Certainty.LIKELY,
                        "used by the tests; version chosen by the language level",
                        List.of(Evidence.of(test.path(), "a PHPUnit test"))),
                text -> Optional.of(text.strip()));
    }

    private static int compare(String level, String other) {
        return Version.parse(level).compareTo(Version.parse(other));
    }

    private String level() {
        Optional<PhpFindings.Newest> newest = PhpFindings.newest(project);
        Decision proposed = Decision.of(
                "level",
                "Language level",
                newest.map(found -> found.feature().level()).orElse("5.3"),
                newest.isPresent() ? Certainty.CERTAIN : Certainty.GUESS,
                newest.map(found -> "required by " + found.feature().text()).orElse("no syntax requires a later one"),
                newest.map(found -> List.of(found.evidence())).orElse(List.of()));
        return deliberation.settle(proposed, text -> Optional.of(text.strip())
                .filter(t -> LEVEL.matcher(t).matches()));
    }

    /** Takes the extensions that are required; those that are suggested, each with what it is for. */
    private Map<String, String> extensions(String level, Map<String, String> require) {
        Map<String, String> suggest = new TreeMap<>();
        Extensions.usedBy(project.sources().values()).forEach((name, used) -> {
            if (name.equals("json") && compare(level, "8.0") >= 0) return;
            String why = used.optional().orElse("is used");
            String standing = deliberation.settle(
                    Decision.of(
                                    "extension:" + name,
                                    "ext-" + name,
                                    used.optional().isPresent() ? SUGGEST : "*",
                                    used.optional().isPresent() ? Certainty.LIKELY : Certainty.CERTAIN,
                                    why,
                                    List.of(used.evidence()))
                            .in("Extensions"),
                    text -> Optional.of(text.strip()));
            if (standing.equals(SUGGEST)) suggest.put("ext-" + name, why);
            else if (!standing.equals(WITHOUT)) require.put("ext-" + name, standing);
        });
        return suggest;
    }

    /**
     * Copied libraries that become packages.
     *
     * @param required their versions by name
     */
    private record Libraries(
            Set<CopiedLibrary> packages, List<ComposerFile.Local> locals, Map<String, String> required) {}

    private Libraries libraries() {
        Map<String, String> required = new LinkedHashMap<>();
        List<ComposerFile.Local> locals = new ArrayList<>();
        Set<CopiedLibrary> packages = new LinkedHashSet<>();
        for (CopiedLibrary library : project.libraries()) {
            boolean named = library.described() && library.name().contains("/");
            List<String> lacking = library.requires().stream()
                    .filter(name -> project.libraries().stream()
                            .noneMatch(other -> other.name().equals(name)))
                    .toList();
            String reason = !named
                    ? "has no descriptor; autoloaded where it is"
                    : lacking.isEmpty()
                            ? "has its own descriptor; required from its folder"
                            : "requires " + String.join(", ", lacking) + ", not in the project; autoloaded where it is";
            String standing = deliberation.settle(
                    Decision.of(
                                    "copy:" + library.folder(),
                                    library.name() + (library.version().isEmpty() ? "" : " " + library.version()),
                                    named && lacking.isEmpty() ? PACKAGE : KEEP,
                                    library.described() ? Certainty.CERTAIN : Certainty.LIKELY,
                                    reason,
                                    List.of(library.evidence()))
                            .in("Bundled libraries"),
                    text -> Optional.of(text.strip()).filter(t -> t.equals(KEEP) || named && t.equals(PACKAGE)));
            if (!standing.equals(PACKAGE)) continue;
            packages.add(library);
            locals.add(new ComposerFile.Local(library.folder(), library.name(), library.version()));
            required.put(library.name(), library.version().isEmpty() ? "*@dev" : library.version());
        }
        return new Libraries(packages, locals, required);
    }
}
