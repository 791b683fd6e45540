package dev.pfeiler.ecosystem.php.decision;

import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.ProjectTexts;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.tree.LicenseText;
import dev.pfeiler.tree.Transliteration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;

/** Decides what the package is called, and what it says of itself. */
final class PhpIdentity {
    private static final Pattern HUMP = Pattern.compile("(?<=[a-z])(?=[A-Z])");
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^a-z0-9]+");
    private static final Pattern HYPHEN_ENDS = Pattern.compile("^-|-$");
    private static final Pattern IN_BIN = Pattern.compile("s?bin/[^/]+");

    private static final Pattern NAME = Pattern.compile("[a-z0-9]++([_.-][a-z0-9]++)*+");
    /** Folders that hold what others wrote. */
    private static final Pattern FOREIGN = Pattern.compile(
            "(?i)(?:.*/)?(?:libs?|libraries|library|vendors?|third[-_]?party|externals?|ext(?:ra)?libs?|contrib|bundled?|packages?)/.*");

    private final PhpProject project;
    private final Deliberation deliberation;
    /** Whether anything is declared outside of such folders; otherwise they hold the program itself. */
    private final boolean hasOtherFolders;

    PhpIdentity(PhpProject project, Deliberation deliberation) {
        this.project = project;
        this.deliberation = deliberation;
        this.hasOtherFolders = project.own().stream()
                .anyMatch(source -> !source.declarations().isEmpty()
                        && !FOREIGN.matcher(source.path()).matches());
    }

    ComposerFile.Identity decide() {
        String name = name();
        return new ComposerFile.Identity(
                name,
                ProjectTexts.description(project.tree(), deliberation),
                project.isLibrary(),
                license(),
                version(),
                programs());
    }

    private String name() {
        String own = deliberation.settle(
                Decision.of(
                        "name",
                        "Name",
                        plain(project.tree().name()),
                        Transliteration.loses(project.tree().name()) ? Certainty.GUESS : Certainty.LIKELY,
                        "name of the folder",
                        List.of()),
                PhpIdentity::packageName);
        Question question = new Question("group", "What is the project's vendor?", Optional.of(own), List.of());
        String vendor = namespace()
                .map(found -> deliberation.settle(
                        Decision.of(
                                "group",
                                "Vendor",
                                plain(found.getKey()),
                                Certainty.LIKELY,
                                "first part of the namespaces",
                                List.of(found.getValue())),
                        PhpIdentity::packageName))
                .orElseGet(() -> deliberation.ask(question, "Vendor", List.of(), PhpIdentity::packageName));
        return vendor + "/" + own;
    }

    /** The first part of the namespaces that most files have, with a place; libraries of others do not count. */
    private Optional<Map.Entry<String, Evidence>> namespace() {
        Map<String, Integer> counts = new TreeMap<>();
        Map<String, Evidence> places = new TreeMap<>();
        int files = 0;
        for (PhpSource source : project.own()) {
            if (source.declarations().isEmpty() || isForeign(source)) continue;
            files++;
            String namespace = source.declarations().get(0).namespace();
            if (namespace.isEmpty()) continue;
            String first = namespace.split("\\\\")[0];
            counts.merge(first, 1, Integer::sum);
            places.putIfAbsent(first, Evidence.of(source.path(), "namespace " + namespace));
        }
        int all = files;
        return counts.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .filter(most -> most.getValue() * 4 >= all)
                .map(most -> Map.entry(most.getKey(), places.get(most.getKey())));
    }

    private boolean isForeign(PhpSource source) {
        return project.library(source.path()).isPresent()
                || hasOtherFolders && FOREIGN.matcher(source.path()).matches();
    }

    /** A part of the name of a package, as Composer takes it. */
    private static Optional<String> packageName(String text) {
        return Optional.of(text.strip()).filter(NAME.asMatchPredicate());
    }

    private static String plain(String text) {
        String plain = HYPHEN_ENDS
                .matcher(NO_NAME_PARTS
                        .matcher(HUMP.matcher(Transliteration.ascii(text))
                                .replaceAll("-")
                                .toLowerCase(Locale.ROOT))
                        .replaceAll("-"))
                .replaceAll("");
        return plain.isEmpty() ? "project" : plain;
    }

    /** Only where the user wants one: version control says it for a project that no one else requires. */
    private String version() {
        if (deliberation.choices().of("version").isEmpty()) return "";
        return deliberation.settle(Decision.of("version", "Version", "", Certainty.LIKELY, "not stated", List.of()));
    }

    private String license() {
        Optional<Map.Entry<String, Evidence>> found =
                ProjectTexts.license(project.tree()).or(this::ofHeaders);
        if (found.isEmpty()) return "";
        boolean file = ProjectTexts.isLicense(found.get().getValue().file());
        return deliberation.settle(
                Decision.of(
                        "license",
                        "License",
                        found.get().getKey(),
                        Certainty.LIKELY,
                        file ? "text of the license" : "stated by the program's files",
                        List.of(found.get().getValue())),
                text -> Optional.of(text.strip()));
    }

    /** What the heads of most of the program's own files say that say anything. */
    private Optional<Map.Entry<String, Evidence>> ofHeaders() {
        Map<String, List<Evidence>> stated = new TreeMap<>();
        int files = 0;
        for (PhpSource source : project.own()) {
            if (isForeign(source)) continue;
            files++;
            LicenseText.ofHeader(source.text())
                    .ifPresent(license -> stated.computeIfAbsent(license, l -> new ArrayList<>())
                            .add(Evidence.of(source.path(), license)));
        }
        int all = files;
        return stated.entrySet().stream()
                .max(Map.Entry.comparingByValue((one, other) -> Integer.compare(one.size(), other.size())))
                // what a few files say may be the license of a library among them
                .filter(most -> most.getValue().size() * 2 >= all)
                .map(most -> Map.entry(most.getKey(), most.getValue().get(0)));
    }

    /** Commands that a library brings: programs with a line that says who runs them. */
    private List<String> programs() {
        return project.programs().stream()
                .filter(program -> PhpProject.hasShebang(project.sources().get(program)))
                .filter(program -> !project.isTest(program))
                .filter(program ->
                        !program.contains("/") || IN_BIN.matcher(program).matches())
                .toList();
    }
}
