package dev.pfeiler.ecosystem.php.finding;

import dev.pfeiler.ecosystem.php.composer.CopiedLibrary;
import dev.pfeiler.ecosystem.php.composer.Extensions;
import dev.pfeiler.ecosystem.php.coverage.PhpClassMap;
import dev.pfeiler.ecosystem.php.loading.Autoloader;
import dev.pfeiler.ecosystem.php.loading.Loaded;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpFeature;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** What is found in a PHP project. */
public final class PhpFindings {
    private static final int SHOWN = 3;
    private static final int MOST_PAGES = 6;
    /** Of files in one folder that are reported one by one. */
    private static final int MOST_FILES = 3;

    private final PhpProject project;
    private final List<Finding> findings = new ArrayList<>();

    public PhpFindings(PhpProject project) {
        this.project = project;
    }

    public List<Finding> all() {
        languages();
        entries();
        loading();
        libraries();
        settings();
        trouble();
        return findings;
    }

    private void add(Topic topic, String subject, String fact, Certainty certainty, Evidence... evidence) {
        findings.add(Finding.of(topic, subject, fact, certainty, List.of(evidence)));
    }

    private void languages() {
        long declared = project.own().stream()
                .flatMap(source -> source.declarations().stream())
                .filter(d -> d.kind().loadable())
                .count();
        String fact = Text.count(project.sources().size(), "file") + ", " + declared + " of the project's own classes";
        add(Topic.LANGUAGES, "PHP", fact, Certainty.CERTAIN);
    }

    private void entries() {
        project.webRoot()
                .ifPresent(root -> add(
                        Topic.FOLDERS,
                        root.isEmpty() ? "." : root,
                        "is the document root of a web server",
                        Certainty.LIKELY,
                        Evidence.of(
                                project.pages().isEmpty()
                                        ? root
                                        : project.pages().get(0),
                                "not loaded by any file")));
        List<String> pages = project.pages();
        if (pages.size() > MOST_PAGES)
            add(
                    Topic.FOLDERS,
                    pages.size() + " pages",
                    "are requested by URL",
                    Certainty.LIKELY,
                    pages.stream().map(this::start).toArray(Evidence[]::new));
        else pages.forEach(page -> add(Topic.FOLDERS, page, "is requested by URL", Certainty.LIKELY, start(page)));
        for (String program : project.programs()) {
            boolean test = project.isTest(program);
            String fact = test ? "is run as a test" : "is run from the command line";
            boolean sure = PhpProject.hasShebang(project.sources().get(program));
            add(Topic.FOLDERS, program, fact, sure ? Certainty.CERTAIN : Certainty.LIKELY, start(program));
        }
    }

    private Evidence start(String entry) {
        PhpSource source = project.sources().get(entry);
        if (PhpProject.hasShebang(source))
            return new Evidence(entry, 1, source.text().lines().findFirst().orElse(""));
        return source.effects().isEmpty()
                ? Evidence.of(entry, "prints a page")
                : new Evidence(
                        entry,
                        source.effects().get(0).line(),
                        source.effects().get(0).text());
    }

    private void loading() {
        long certain = 0;
        List<Evidence> dynamic = new ArrayList<>();
        Optional<Evidence> first = Optional.empty();
        for (PhpSource source : project.own()) {
            for (Loaded load : project.loading().of(source)) {
                if (project.ofAutoloader(load)) continue;
                if (load.file().isPresent()) certain++;
                else if (load.dynamic()) dynamic.add(source.evidence(load.load().first()));
                if (first.isEmpty())
                    first = Optional.of(source.evidence(load.load().first()));
            }
        }
        if (first.isPresent()) {
            String fact = "loads a fixed path (" + Text.count(certain, "place") + ")";
            add(Topic.TOOLS, "require", fact, Certainty.CERTAIN, first.get());
            if (!dynamic.isEmpty())
                add(
                        Topic.TOOLS,
                        "require",
                        "loads a path computed at run time (" + Text.count(dynamic.size(), "place") + ")",
                        Certainty.CERTAIN,
                        dynamic.toArray(Evidence[]::new));
        }
        for (Autoloader autoloader : project.autoloaders()) {
            String fact = "is an autoloader: " + autoloader.rule() + " ("
                    + Text.count(autoloader.files().size(), "file") + ")";
            Certainty certainty = autoloader.understood() ? Certainty.CERTAIN : Certainty.GUESS;
            add(Topic.TOOLS, autoloader.source().path(), fact, certainty, autoloader.evidence());
        }
    }

    private void libraries() {
        for (CopiedLibrary library : project.libraries()) {
            String version = library.version().isEmpty() ? "" : " " + library.version();
            add(
                    Topic.LIBRARIES,
                    library.folder(),
                    "is a bundled copy of " + library.name() + version,
                    library.described() ? Certainty.CERTAIN : Certainty.LIKELY,
                    library.evidence());
        }
        Extensions.usedBy(project.sources().values())
                .forEach((name, used) -> add(
                        Topic.LIBRARIES,
                        "ext-" + name,
                        "extension is used" + (used.optional().isPresent() ? " if available" : ""),
                        Certainty.CERTAIN,
                        used.evidence()));
    }

    private void settings() {
        newest(project)
                .ifPresent(found -> add(
                        Topic.SETTINGS,
                        "language level",
                        found.feature().level() + " or later, for "
                                + found.feature().text(),
                        Certainty.CERTAIN,
                        found.evidence()));
    }

    /** The piece of syntax that needs the highest level. */
    public record Newest(PhpFeature feature, Evidence evidence) {}

    public static Optional<Newest> newest(PhpProject project) {
        Newest newest = null;
        for (PhpSource source : project.sources().values()) {
            Optional<Map.Entry<PhpFeature, Integer>> its = source.newest();
            if (its.isEmpty() || newest != null && its.get().getKey().compareTo(newest.feature()) <= 0) continue;
            Evidence evidence = new Evidence(
                    source.path(), its.get().getValue(), its.get().getKey().text());
            newest = new Newest(its.get().getKey(), evidence);
        }
        return Optional.ofNullable(newest);
    }

    private void trouble() {
        Set<String> reached = project.reached();
        for (PhpSource source : project.sources().values()) {
            source.broken()
                    .ifPresent(e -> findings.add(
                            Finding.trouble(source.path(), "syntax error: " + e.excerpt() + "; left as it is", e)));
        }
        twice(reached);
        for (PhpSource source : project.own()) {
            conditional(source);
            names(source);
            unresolved(source);
        }
        PhpClassMap classMap = new PhpClassMap(project, Set.of(), Set.of());
        List<String> idle = project.own().stream()
                .filter(source -> !source.declarations().isEmpty() && !reached.contains(source.path()))
                .filter(source -> !classMap.contains(source.path()))
                .map(PhpSource::path)
                .filter(path -> !project.isTest(path))
                .toList();
        byFolder(idle, "not loaded by any file; left in place and not autoloaded");
        List<String> later = project.dynamic().stream()
                .filter(path -> project.sources().containsKey(path) && !classMap.contains(path))
                .filter(path -> project.sources().get(path).declarations().stream()
                        .anyMatch(d -> d.kind().loadable()))
                .toList();
        byFolder(later, "only loaded by a path computed at run time; left as it is");
        for (Autoloader autoloader : project.autoloaders()) {
            if (!autoloader.understood())
                findings.add(Finding.trouble(
                        autoloader.source().path(),
                        "has an autoloader whose rule was not recognized; kept",
                        autoloader.evidence()));
        }
    }

    /** Many files of one folder are reported together. */
    private void byFolder(List<String> paths, String fact) {
        Map<String, List<String>> folders = new TreeMap<>();
        paths.forEach(path -> folders.computeIfAbsent(Paths.parent(path), f -> new ArrayList<>())
                .add(path));
        folders.forEach((folder, files) -> {
            if (files.size() <= MOST_FILES) files.forEach(file -> findings.add(Finding.trouble(file, "is " + fact)));
            else
                findings.add(Finding.trouble(
                        files.size() + " files in " + (folder.isEmpty() ? "." : folder),
                        "each is " + fact,
                        files.stream().map(file -> Evidence.of(file, "")).toArray(Evidence[]::new)));
        });
    }

    private void twice(Set<String> reached) {
        Map<String, List<Evidence>> places = new TreeMap<>();
        project.owners().forEach((key, owners) -> {
            if (owners.size() < 2) return;
            for (PhpSource owner : new HashSet<>(owners)) {
                owner.declarations().stream()
                        .filter(d -> PhpProject.key(d.name()).equals(key))
                        .forEach(d -> places.computeIfAbsent(d.name(), n -> new ArrayList<>())
                                .add(new Evidence(owner.path(), d.line(), "declares it")));
            }
        });
        places.forEach((name, evidence) -> {
            if (evidence.size() < 2) return;
            evidence.sort(java.util.Comparator.comparing(Evidence::file));
            boolean both =
                    evidence.stream().filter(e -> reached.contains(e.file())).count() > 1;
            String fact = both
                    ? "is declared by several files in use; one named after it is autoloaded, others are loaded as before"
                    : "is declared by several files; the one in use is autoloaded";
            findings.add(Finding.trouble(name, fact, evidence.toArray(Evidence[]::new)));
        });
    }

    private void conditional(PhpSource source) {
        for (Declaration declared : source.declarations()) {
            if (declared.conditional() && declared.kind().loadable())
                findings.add(Finding.trouble(
                        declared.name(),
                        "is declared conditionally; its file is loaded as before",
                        new Evidence(source.path(), declared.line(), declared.simple())));
        }
    }

    /** Names that differ from their declaration in letter case. */
    private void names(PhpSource source) {
        source.uses().stream()
                .filter(use -> project.misspelt(use).isPresent())
                .limit(SHOWN)
                .forEach(use -> add(
                        Topic.TROUBLE,
                        use.name(),
                        "differs in letter case from " + project.misspelt(use).get()
                                + ", but autoloading is case-sensitive; corrected by the conversion",
                        Certainty.CERTAIN,
                        source.evidence(use.token())));
        source.classStrings().stream()
                .filter(use -> project.misspelt(use).isPresent())
                .filter(use -> use.name().contains("\\"))
                .limit(SHOWN)
                .forEach(use -> findings.add(Finding.trouble(
                        use.name(),
                        "in a string differs in letter case from "
                                + project.misspelt(use).get() + "; correct it",
                        source.evidence(use.token()))));
    }

    private void unresolved(PhpSource source) {
        for (Loaded load : project.loading().of(source)) {
            if (project.ofAutoloader(load) || load.file().isPresent()) continue;
            Evidence evidence = source.evidence(load.load().first());
            if (load.files().size() > 1 && !load.dynamic()) {
                findings.add(Finding.trouble(
                        load.written(), "may be one of " + String.join(", ", load.files()) + "; kept", evidence));
            } else if (!load.dynamic()) {
                findings.add(Finding.trouble(
                        load.written(), "is loaded but not in this project; the statement is kept", evidence));
            }
        }
    }
}
