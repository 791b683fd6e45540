package dev.pfeiler.ecosystem.php;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.composer.CopiedLibrary;
import dev.pfeiler.ecosystem.php.composer.Extensions;
import dev.pfeiler.ecosystem.php.loading.Autoloader;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.PartProposal;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** Makes the proposal for a PHP project: first the decisions, then the steps they lead to. */
final class PhpProposing {
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
    private PhpCoverage coverage;
    private PhpNamespace naming;
    private PhpLayout layout;
    private PhpLayout tests;
    private ComposerFile composer;

    PhpProposing(PhpProject project, Deliberation deliberation) {
        this.project = project;
        this.deliberation = deliberation;
    }

    PhpCoverage coverage() {
        return coverage;
    }

    PhpNamespace naming() {
        return naming;
    }

    ComposerFile composer() {
        return composer;
    }

    /** The new path of each file that moves. */
    Map<String, String> goals() {
        Map<String, String> goals = new LinkedHashMap<>(layout.goals());
        goals.putAll(tests.goals());
        return goals;
    }

    /**
     * The whole proposal.
     *
     * @param findings what was found in the project
     */
    PartProposal propose(List<Finding> findings) {
        decide();
        List<Step> steps = new ArrayList<>();
        steps.add(new Step.Write(ComposerFile.NAME, composer.text(), "the build descriptor"));
        steps.addAll(new PhpEdits(project, coverage, naming, goals(), composer.autoloader()).steps());
        return new PartProposal(
                deliberation.decisions(),
                deliberation.questions(),
                steps,
                leftForYou(findings),
                List.of(),
                commands(),
                List.of("/" + composer.vendorFolder() + "/"),
                Map.of());
    }

    private List<Finding> leftForYou(List<Finding> findings) {
        List<Finding> left = new ArrayList<>();
        findings.stream().filter(Finding::leftForYou).forEach(left::add);
        left.addAll(project.tree().trouble());
        for (Autoloader autoloader : project.autoloaders()) {
            boolean function = coverage.replaced(autoloader)
                    && !autoloader.function().isEmpty()
                    && !coverage.retired().contains(autoloader.source().path());
            if (function)
                left.add(Finding.trouble(
                        autoloader.function(), "was an autoloader and is no longer called", autoloader.evidence()));
            else if (autoloader.understood() && !coverage.replaced(autoloader))
                left.add(Finding.trouble(
                        autoloader.source().path(),
                        "has an autoloader that loads files with side effects; kept",
                        autoloader.evidence()));
        }
        naming.stay()
                .forEach((name, place) -> left.add(Finding.trouble(
                        name, "remains without a namespace, as this reference cannot be updated", place)));
        return left;
    }

    private List<Proposal.Command> commands() {
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("install the dependencies and write the autoloader", "composer install"));
        if (composer.scripts().containsKey("test"))
            commands.add(new Proposal.Command("run the tests", "composer test"));
        if (!project.pages().isEmpty()) {
            String root = project.webRoot().filter(r -> !r.isEmpty()).orElse(".");
            commands.add(new Proposal.Command("serve it locally", "php -S localhost:8080 -t " + root));
        }
        project.programs().stream()
                .filter(program -> !project.isTest(program))
                .limit(2)
                .forEach(program -> commands.add(new Proposal.Command("run it", "php " + ShellText.quote(program))));
        return commands;
    }

    /** Settles everything; what follows is known then. */
    void decide() {
        Map<String, String> packages = new LinkedHashMap<>();
        List<ComposerFile.Local> locals = libraries(packages);
        PhpCoverageSummary summary = new PhpCoverageSummary(project, coverage, deliberation);
        summary.headline();
        ComposerFile.Identity identity = new PhpIdentity(project, deliberation).decide();
        String level = level();
        Map<String, String> require = new LinkedHashMap<>();
        require.put("php", ">=" + level);
        Map<String, String> suggest = extensions(level, require);
        require.putAll(packages);
        boolean keep = deliberation
                .settle(
                        Decision.of(
                                "layout",
                                "Layout",
                                "conventional",
                                Certainty.LIKELY,
                                "classes in src/, by namespace; everything else stays in place",
                                List.of()),
                        text -> Optional.of(text.strip()).filter(t -> t.equals("conventional") || t.equals(KEEP)))
                .equals(KEEP);
        Set<String> stuck = PhpEdits.stuck(project, coverage);
        naming(stuck);
        layout = PhpLayout.of(
                project,
                new PhpLayout.Files(
                        naming,
                        coverage.classFiles(false),
                        coverage.mappedFiles(false),
                        coverage.functionFiles(),
                        stuck),
                keep ? "" : "src");
        tests = PhpLayout.of(project, new PhpLayout.Files(naming, testClasses(), List.of(), List.of(), stuck), "");
        summary.refuseNothing(layout.autoload(), !locals.isEmpty());
        summary.details(layout.autoload(), naming);
        Map<String, String> dev = new LinkedHashMap<>();
        phpunit(level).ifPresent(constraint -> dev.put("phpunit/phpunit", constraint));
        composer = new ComposerFile(
                identity,
                new ComposerFile.Requirements(require, dev, suggest, locals),
                layout.autoload(),
                tests.autoload(),
                scripts(dev),
                vendorFolder());
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
    private void naming(Set<String> stuck) {
        List<PhpSource> without = coverage.classFiles(false).stream()
                .filter(source -> source.declarations().size() == 1
                        && source.declarations().get(0).namespace().isEmpty())
                .toList();
        naming = PhpNamespace.none(project);
        if (without.isEmpty()) return;
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
                text -> Optional.of(text.strip().replaceAll("^\\\\+|\\\\+$", ""))
                        .filter(t -> t.equals(WITHOUT) || t.matches("[A-Za-z_]\\w*+(\\\\[A-Za-z_]\\w*+)*+")));
        if (given.equals(WITHOUT)) return;
        PhpNamespace.dynamic(project).ifPresent(place -> {
            throw Refusal.notPossible(
                    "A namespace cannot be added: " + place.place() + " names a class that is computed at run time.",
                    "Convert without --choose " + NAMESPACE + ".");
        });
        naming = PhpNamespace.of(project, given, without, stuck);
    }

    /** Classes of tests, whether or not something loads them: their framework finds them by their files. */
    private List<PhpSource> testClasses() {
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

    /** The folder of tests that a framework runs. */
    Optional<String> testFolder() {
        return composer.requirements().requireDev().isEmpty()
                ? Optional.empty()
                : frameworkTest().map(PhpProposing::top);
    }

    private static String top(PhpSource test) {
        return test.path().replaceFirst("/.*", "");
    }

    private Optional<PhpSource> frameworkTest() {
        return project.own().stream()
                .filter(source -> source.uses().stream().anyMatch(use -> TEST_CASES.contains(use.name())))
                .findFirst();
    }

    private Map<String, String> scripts(Map<String, String> dev) {
        List<String> runs = new ArrayList<>();
        if (!dev.isEmpty()) frameworkTest().ifPresent(test -> runs.add("phpunit " + ShellText.quote(top(test))));
        project.programs().stream().filter(project::isTest).forEach(test -> runs.add("php " + ShellText.quote(test)));
        return runs.isEmpty() ? Map.of() : Map.of("test", String.join(" && ", runs));
    }

    private Optional<String> phpunit(String level) {
        Optional<PhpSource> test = frameworkTest();
        if (test.isEmpty() || testClasses().isEmpty()) return Optional.empty();
        boolean old = test.get().uses().stream().anyMatch(use -> use.name().equals("PHPUnit_Framework_TestCase"));
        String fitting = "^4.8";
        for (Map.Entry<String, String> each : PHPUNIT.entrySet()) {
            boolean later = compare(level, each.getKey()) >= 0 && !(old && compare(each.getKey(), "5.6") > 0);
            if (later) fitting = each.getValue();
        }
        Evidence evidence = Evidence.of(test.get().path(), "a PHPUnit test");
        return Optional.of(deliberation.settle(
                Decision.of(
                        "test-framework",
                        "phpunit/phpunit",
                        fitting,
                        Certainty.LIKELY,
                        "used by the tests; version chosen by the language level",
                        List.of(evidence)),
                text -> Optional.of(text.strip())));
    }

    private static int compare(String one, String other) {
        return Double.compare(Double.parseDouble(one), Double.parseDouble(other));
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
        return deliberation.settle(
                proposed, text -> Optional.of(text.strip()).filter(t -> t.matches("[5-9]\\.\\d{1,2}")));
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

    private List<ComposerFile.Local> libraries(Map<String, String> require) {
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
            require.put(library.name(), library.version().isEmpty() ? "*@dev" : library.version());
        }
        coverage = new PhpCoverage(project, packages, PhpCoverageSummary.kept(deliberation));
        return locals;
    }
}
