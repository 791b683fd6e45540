package dev.pfeiler.ecosystem.php;

import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.composer.LicenseText;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/** Decides what the package is called, and what it says of itself. */
final class PhpIdentity {
    private static final Pattern NAME = Pattern.compile("[a-z0-9]([_.-]?[a-z0-9]+)*");
    /** Folders that hold what others wrote. */
    private static final Pattern FOREIGN = Pattern.compile(
            "(?i)(?:.*/)?(?:libs?|libraries|library|vendors?|third[-_]?party|externals?|ext(?:ra)?libs?|contrib|bundled?|packages?)/.*");

    private static final Pattern LICENSE_FILE = Pattern.compile("(?i)(?:licen[sc]e|copying)(?:\\.(?:txt|md))?");
    private static final Pattern READ_ME = Pattern.compile("(?i)readme(?:\\.(?:md|txt|markdown))?");
    private static final Pattern SENTENCE = Pattern.compile("[\\p{L}\\d].{18,158}?[.!](?=\\s|$)");

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
        return new ComposerFile.Identity(name, description(), project.isLibrary(), license(), version(), programs());
    }

    private String name() {
        String own = deliberation.settle(
                Decision.of(
                        "name",
                        "Name",
                        plain(project.tree().name()),
                        Certainty.LIKELY,
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

    /** The first sentence of the read-me file. */
    private String description() {
        for (TreeFile file : project.tree().files()) {
            if (!READ_ME.matcher(file.path()).matches() || file.link()) continue;
            String text = String.join("\n", project.tree().lines(file, 1 << 18));
            for (String sentence : sentences(text)) {
                String standing = deliberation.settle(Decision.of(
                        "description",
                        "Description",
                        sentence,
                        Certainty.LIKELY,
                        "first sentence of the read-me file",
                        List.of(Evidence.of(file.path(), sentence))));
                return standing.equals(Choosable.WITHOUT) ? "" : standing;
            }
        }
        return "";
    }

    /** What the first paragraphs of a text say of the program, the first of which may be its name and what it is. */
    private List<String> sentences(String text) {
        List<String> found = new ArrayList<>();
        String name = Pattern.quote(project.tree().name());
        List<String> paragraphs = Stream.of(text.split("\n\\s*\n"))
                .map(paragraph -> paragraph.strip().replaceAll("\\s*\n\\s*", " "))
                // badges, rules and addresses say nothing
                .filter(paragraph -> paragraph.matches("#*\\s*[\\p{L}\\d].*") && !paragraph.contains("://"))
                .limit(2)
                .toList();
        for (String paragraph : paragraphs) {
            Matcher titled = Pattern.compile("(?i)#*\\s*" + name + "\\s+(?:-+|–|—|:)\\s+(.{10,160})")
                    .matcher(paragraph);
            Matcher sentence = SENTENCE.matcher(paragraph);
            if (titled.matches()) found.add(titled.group(1));
            else if (sentence.lookingAt()) found.add(sentence.group().replaceFirst("\\.$", ""));
        }
        return found;
    }

    private String license() {
        Optional<Map.Entry<String, Evidence>> found = ofFile().or(this::ofHeaders);
        if (found.isEmpty()) return "";
        boolean file = LICENSE_FILE.matcher(found.get().getValue().file()).matches();
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

    private Optional<Map.Entry<String, Evidence>> ofFile() {
        for (TreeFile file : project.tree().files()) {
            if (!LICENSE_FILE.matcher(file.path()).matches() || file.link()) continue;
            try {
                Optional<String> known =
                        LicenseText.of(project.tree().text(file.path()).content());
                if (known.isPresent())
                    return Optional.of(Map.entry(known.get(), Evidence.of(file.path(), known.get())));
            } catch (IOException e) {
                LoggerFactory.getLogger(PhpIdentity.class).debug("{}", file.path(), e);
            }
        }
        return Optional.empty();
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
                .filter(program -> !program.contains("/") || program.matches("s?bin/[^/]+"))
                .toList();
    }
}
