package dev.pfeiler.ecosystem.php;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.composer.ComposerFile.Autoload;
import dev.pfeiler.ecosystem.php.composer.CopiedLibrary;
import dev.pfeiler.ecosystem.php.composer.Extensions;
import dev.pfeiler.ecosystem.php.loading.Autoloader;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.PartProposal;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import org.slf4j.LoggerFactory;

/** Makes the proposal for a PHP project: first the decisions, then the steps they lead to. */
final class PhpProposing {
    private static final String KEEP = "keep";
    private static final String NAMESPACE = "namespace";
    private static final String LOADS = "loads:";
    private static final String AS_BEFORE = "as before";
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
        steps.addAll(new PhpEdits(project, coverage, naming, goals()).steps());
        return new PartProposal(
                deliberation.decisions(),
                deliberation.questions(),
                steps,
                leftForYou(findings),
                List.of(),
                commands(),
                List.of("/vendor/"),
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
                .forEach(program -> commands.add(new Proposal.Command("run it", "php " + program)));
        return commands;
    }

    /** Settles everything; what follows is known then. */
    void decide() {
        String name = name();
        String version = version();
        String level = level();
        Map<String, String> require = new LinkedHashMap<>();
        require.put("php", ">=" + level);
        extensions(level, require);
        List<ComposerFile.Local> locals = libraries(require);
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
                project, naming, coverage.classFiles(false), coverage.functionFiles(), keep ? "" : "src", stuck);
        tests = PhpLayout.of(project, naming, testClasses(), List.of(), "", stuck);
        loaded();
        Map<String, String> dev = new LinkedHashMap<>();
        phpunit(level).ifPresent(constraint -> dev.put("phpunit/phpunit", constraint));
        composer = new ComposerFile(
                name,
                project.isLibrary(),
                license(),
                version,
                require,
                dev,
                locals,
                layout.autoload(),
                tests.autoload(),
                scripts(dev));
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
                        .filter(t -> t.equals(WITHOUT) || t.matches("[A-Za-z_]\\w*(\\\\[A-Za-z_]\\w*)*")));
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
        return composer.requireDev().isEmpty()
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
        if (!dev.isEmpty()) frameworkTest().ifPresent(test -> runs.add("phpunit " + top(test)));
        project.programs().stream().filter(project::isTest).forEach(test -> runs.add("php " + test));
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

    private String name() {
        String folder = plain(project.tree().name());
        String own = deliberation.settle(
                Decision.of("name", "Name", folder, Certainty.LIKELY, "name of the folder", List.of()),
                PhpProposing::packageName);
        Optional<PhpSource> named = project.own().stream()
                .filter(source -> source.declarations().stream()
                        .anyMatch(d -> !d.namespace().isEmpty()))
                .findFirst();
        Question question = new Question("group", "What is the project's vendor?", Optional.of(own), List.of());
        String vendor = named.map(source -> {
                    String namespace = source.declarations().get(0).namespace();
                    return deliberation.settle(
                            Decision.of(
                                    "group",
                                    "Vendor",
                                    plain(namespace.split("\\\\")[0]),
                                    Certainty.LIKELY,
                                    "first part of the namespaces",
                                    List.of(Evidence.of(source.path(), "namespace " + namespace))),
                            PhpProposing::packageName);
                })
                .orElseGet(() -> deliberation.ask(question, "Vendor", List.of(), PhpProposing::packageName));
        return vendor + "/" + own;
    }

    /** A part of the name of a package, as Composer takes it. */
    private static Optional<String> packageName(String text) {
        return Optional.of(text.strip()).filter(t -> t.matches("[a-z0-9]([_.-]?[a-z0-9]+)*"));
    }

    private static String plain(String text) {
        String plain = text.replaceAll("(?<=[a-z])(?=[A-Z])", "-")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        return plain.isEmpty() ? "project" : plain;
    }

    /** Only where the user wants one: version control says it for a project that no one else requires. */
    private String version() {
        if (deliberation.choices().of("version").isEmpty()) return "";
        return deliberation.settle(Decision.of("version", "Version", "", Certainty.LIKELY, "not stated", List.of()));
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

    private void extensions(String level, Map<String, String> require) {
        Extensions.usedBy(project.sources().values()).forEach((name, used) -> {
            if (name.equals("json") && compare(level, "8.0") >= 0) return;
            String standing = deliberation.settle(
                    Decision.of(
                                    "extension:" + name,
                                    "ext-" + name,
                                    used.optional() ? WITHOUT : "*",
                                    used.optional() ? Certainty.LIKELY : Certainty.CERTAIN,
                                    used.optional() ? "used only if loaded" : "is used",
                                    List.of(used.evidence()))
                            .in("Extensions"),
                    text -> Optional.of(text.strip()));
            if (!standing.equals(WITHOUT)) require.put("ext-" + name, standing);
        });
    }

    private List<ComposerFile.Local> libraries(Map<String, String> require) {
        List<ComposerFile.Local> locals = new ArrayList<>();
        Set<CopiedLibrary> packages = new LinkedHashSet<>();
        for (CopiedLibrary library : project.libraries()) {
            boolean named = library.described() && library.name().contains("/");
            String reason = named
                    ? "has its own descriptor; required from its folder"
                    : "has no descriptor; autoloaded where it is";
            String standing = deliberation.settle(
                    Decision.of(
                                    "copy:" + library.folder(),
                                    library.name() + (library.version().isEmpty() ? "" : " " + library.version()),
                                    named ? PACKAGE : KEEP,
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
        coverage = new PhpCoverage(project, packages, kept());
        return locals;
    }

    /** Shows what the autoloader gets, and what is loaded as before and why. */
    private void loaded() {
        Autoload autoload = layout.autoload();
        autoload.namespaces()
                .forEach((prefix, folder) -> show(
                        prefix.replaceAll("\\\\$", ""),
                        "from " + (folder.isEmpty() ? "./" : folder),
                        "folders match the namespaces",
                        first(source ->
                                naming.declarations(source).get(0).name().startsWith(prefix))));
        for (String place : autoload.classes())
            show(
                    place,
                    "by a class map",
                    "folders do not match the namespaces",
                    first(source -> Paths.within(place.replaceAll("/$", ""), source.path())));
        for (String file : autoload.files())
            show(
                    file,
                    "at every start",
                    "declares functions or constants, and every entry point loads it",
                    first(source -> source.path().equals(file)));
        for (PhpSource source : project.own()) {
            String path = source.path();
            boolean inUse =
                    project.reached().contains(path) && !project.entries().contains(path);
            if (!inUse || coverage.retired().contains(path)) continue;
            coverage.refused(path)
                    .ifPresent(why -> show(
                            path, AS_BEFORE, why, first(other -> other.path().equals(path))));
        }
    }

    /** The place where the first of some files declares something. */
    private List<Evidence> first(Predicate<PhpSource> wanted) {
        return project.own().stream()
                .filter(source -> !source.declarations().isEmpty() && wanted.test(source))
                .map(source -> source.declarations().get(0).at(source.path()))
                .limit(1)
                .toList();
    }

    private void show(String subject, String value, String why, List<Evidence> evidence) {
        deliberation.settle(
                Decision.of(LOADS + subject, subject, value, Certainty.CERTAIN, why, evidence)
                        .in("Autoloading"),
                text -> Optional.of(text.strip()).filter(value::equals));
    }

    /** Files that the user wants to be loaded as before. */
    private Set<String> kept() {
        Set<String> kept = new LinkedHashSet<>();
        for (Choice choice : deliberation.choices().all()) {
            boolean file =
                    choice.key().startsWith(LOADS) && choice.value().strip().equals(AS_BEFORE);
            if (file) kept.add(choice.key().substring(LOADS.length()));
        }
        return kept;
    }

    private String license() {
        for (String name : List.of("LICENSE", "LICENSE.txt", "LICENSE.md", "COPYING", "LICENCE", "LICENCE.txt")) {
            if (!project.tree().has(name)) continue;
            try {
                String known = known(project.tree().text(name).content());
                if (known.isEmpty()) continue;
                return deliberation.settle(
                        Decision.of(
                                "license",
                                "License",
                                known,
                                Certainty.LIKELY,
                                "text of the license",
                                List.of(Evidence.of(name, known))),
                        text -> Optional.of(text.strip()));
            } catch (IOException e) {
                LoggerFactory.getLogger(PhpProposing.class).debug("{}", name, e);
            }
        }
        return "";
    }

    private static String known(String text) {
        String plain = text.replaceAll("\\s+", " ");
        if (plain.contains("Permission is hereby granted, free of charge")) return "MIT";
        if (plain.contains("Apache License") && plain.contains("Version 2.0")) return "Apache-2.0";
        if (plain.contains("GNU GENERAL PUBLIC LICENSE Version 3")) return "GPL-3.0-only";
        if (plain.contains("GNU GENERAL PUBLIC LICENSE Version 2")) return "GPL-2.0-only";
        if (plain.contains("Redistribution and use in source and binary forms"))
            return plain.contains("Neither the name") ? "BSD-3-Clause" : "BSD-2-Clause";
        return "";
    }
}
