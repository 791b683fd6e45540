package dev.pfeiler.ecosystem.php.decision;

import dev.pfeiler.ecosystem.php.composer.ComposerFile.Autoload;
import dev.pfeiler.ecosystem.php.coverage.PhpCoverage;
import dev.pfeiler.ecosystem.php.layout.PhpNamespace;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Shows which classes the autoloader loads and how, and which are loaded as before and why. */
final class PhpCoverageSummary {
    private static final Pattern COUNT = Pattern.compile("\\d+ (?:files|places)");

    private static final String LOADS = "loads:";
    private static final String AS_BEFORE = "as before";
    private static final String GROUP = "Autoloading";
    /** Of what comes about alike, so much is shown one by one. */
    private static final int MOST = 6;

    private final PhpProject project;
    private final PhpCoverage coverage;
    private final Deliberation deliberation;

    PhpCoverageSummary(PhpProject project, PhpCoverage coverage, Deliberation deliberation) {
        this.project = project;
        this.coverage = coverage;
        this.deliberation = deliberation;
    }

    /** Files that the user wants to be loaded as before. */
    static Set<String> kept(Deliberation deliberation) {
        Set<String> kept = new LinkedHashSet<>();
        for (Choice choice : deliberation.choices().all()) {
            boolean file =
                    choice.key().startsWith(LOADS) && choice.value().strip().equals(AS_BEFORE);
            if (file) kept.add(choice.key().substring(LOADS.length()));
        }
        return kept;
    }

    /** How many classes the autoloader loads. */
    void headline() {
        PhpCoverage.Count count = coverage.count();
        if (count.all() == 0) return;
        String rest = count.others().entrySet().stream()
                .map(entry -> entry.getValue() + " " + entry.getKey())
                .collect(Collectors.joining(", "));
        int files = project.withClasses().size();
        String fact = "in " + files + (files == 1 ? " file" : " files")
                + (rest.isEmpty() ? "" : "; loaded as before: " + rest);
        String value = count.autoloaded() + " of " + count.all() + (count.all() == 1 ? " class" : " classes");
        show("classes", "Autoloaded", value, fact, List.of(), "");
    }

    /**
     * Refuses a conversion that would load nothing.
     *
     * @param packages whether copied libraries become packages
     */
    void refuseNothing(Autoload autoload, boolean packages) {
        List<PhpSource> own = project.own().stream().filter(project::hasClasses).toList();
        if (own.isEmpty()
                || packages
                || !autoload.isWithoutClasses()
                || !autoload.files().isEmpty()) return;
        String reasons = own.stream()
                .map(source ->
                        source.path() + " " + coverage.refused(source.path()).orElse("is loaded as before"))
                .limit(3)
                .collect(Collectors.joining("; "));
        throw Refusal.notPossible(
                "Composer's autoloader can load no class of the project: " + reasons + ".",
                "Change what stands in the way; pfeiler survey lists it.");
    }

    /**
     * What the autoloader gets, and what is loaded as before.
     *
     * @param naming what files declare from now on
     */
    void details(Autoload autoload, PhpNamespace naming) {
        autoload.namespaces()
                .forEach((prefix, folder) -> grouped(
                        Text.withoutEnd(prefix, "\\"),
                        "from " + (folder.isEmpty() ? "./" : folder),
                        "folders match the namespaces",
                        first(source ->
                                naming.declarations(source).get(0).name().startsWith(prefix))));
        autoload.underscores()
                .forEach((prefix, folder) -> grouped(
                        prefix,
                        "from " + (folder.isEmpty() ? "./" : folder),
                        "folders match the underscores in names",
                        first(source -> source.declarations().get(0).name().startsWith(prefix))));
        places(autoload.classes());
        for (String file : autoload.files())
            grouped(
                    file,
                    "at every start",
                    !coverage.everywhere(file)
                            ? "declares functions or constants that classes use"
                            : project.isLibrary()
                                    ? "declares functions or constants"
                                    : "declares functions or constants, and every entry point loads it",
                    first(source -> source.path().equals(file)));
        asBefore();
    }

    private void places(List<String> places) {
        String value = "by a class map";
        if (places.size() > MOST) {
            List<Evidence> all =
                    places.stream().map(place -> Evidence.of(place, "")).toList();
            grouped(places.size() + " places", value, "folders do not match the names of the classes", all);
            return;
        }
        for (String place : places)
            grouped(
                    place,
                    value,
                    "folders do not match the names of the classes",
                    first(source -> Paths.within(Paths.withoutSlash(place), source.path())));
    }

    private void asBefore() {
        Map<String, List<PhpSource>> byReason = new TreeMap<>();
        for (PhpSource source : project.own()) {
            String path = source.path();
            boolean inUse =
                    project.reached().contains(path) && !project.entries().contains(path);
            if (!inUse || coverage.retired().contains(path)) continue;
            Optional<String> why = coverage.refused(path);
            if (why.isEmpty()) continue;
            boolean chosen = deliberation.choices().of(LOADS + path).isPresent();
            if (chosen) grouped(path, AS_BEFORE, why.get(), first(source::equals));
            else
                byReason.computeIfAbsent(coverage.reason(path), r -> new ArrayList<>())
                        .add(source);
        }
        byReason.forEach((reason, files) -> {
            if (files.size() > MOST) {
                List<Evidence> places = files.stream()
                        .map(file -> Evidence.of(
                                file.path(), coverage.refused(file.path()).orElseThrow()))
                        .toList();
                grouped(files.size() + " files", AS_BEFORE, reason, places);
            } else
                files.forEach(file -> grouped(
                        file.path(), AS_BEFORE, coverage.refused(file.path()).orElseThrow(), first(file::equals)));
        });
    }

    /** The place where the first of some files declares something. */
    private List<Evidence> first(Predicate<PhpSource> wanted) {
        return project.own().stream()
                .filter(source -> !source.declarations().isEmpty() && wanted.test(source))
                .map(source -> source.declarations().get(0).at(source.path()))
                .limit(1)
                .toList();
    }

    private void grouped(String subject, String value, String why, List<Evidence> evidence) {
        // several groups may have the same number of files
        String key = COUNT.matcher(subject).matches() ? subject + ", " + why : subject;
        show(LOADS + key, subject, value, why, evidence, GROUP);
    }

    private void show(String key, String title, String value, String why, List<Evidence> evidence, String group) {
        deliberation.settle(
                Decision.of(key, title, value, Certainty.CERTAIN, why, evidence).in(group),
                text -> Optional.of(text.strip()).filter(value::equals));
    }
}
