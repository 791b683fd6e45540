package dev.pfeiler.creation;

import dev.pfeiler.Ecosystems;
import dev.pfeiler.Pfeiler;
import dev.pfeiler.conversion.IgnoreFile;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Catalogue;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Nearest;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.Transliteration;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Settles what a fresh project is to be. */
public final class Creation {
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^A-Za-z0-9_.-]+");
    private static final Pattern NO_NAME_ENDS = Pattern.compile("^[^A-Za-z0-9]+|[.-]+$");

    private static final Pattern VERSION = Pattern.compile("\\d[\\w.+-]*");
    private static final int LONGEST_NAME = 100;
    private static final Pattern NAME = Pattern.compile("[A-Za-z0-9][A-Za-z0-9_.-]{0," + (LONGEST_NAME - 1) + "}+");
    private static final String KIND = "kind";
    private static final String LANGUAGE = "language";
    private static final String LEVEL = "level";
    /** A reserved name. Source: RFC 2606. */
    private static final String GROUP = "org.example";

    private final Ecosystems ecosystems;
    private final Environment environment;
    private final Catalogue catalogue;
    private final Choices choices;
    private final Deliberation deliberation;

    public Creation(Ecosystems ecosystems, Environment environment, Catalogue catalogue, Choices choices) {
        this.ecosystems = ecosystems;
        this.environment = environment;
        this.catalogue = catalogue;
        this.choices = choices;
        this.deliberation = new Deliberation(choices);
    }

    /** A language with the ecosystem that creates projects in it. */
    private record Offer(Creator.Language language, Ecosystem ecosystem, Creator creator) {}

    private List<Offer> offers() {
        return ecosystems.all().stream()
                .flatMap(ecosystem -> ecosystem.creator().stream().flatMap(creator -> creator.languages().stream()
                        .map(language -> new Offer(language, ecosystem, creator))))
                .toList();
    }

    /**
     * The project that follows from the choices.
     *
     * @param folder that it would be in
     * @param latest whether newer releases are asked for
     */
    public FreshProject plan(Path folder, boolean latest) {
        String own = folder.toAbsolutePath().normalize().getFileName().toString();
        Kind kind = kind();
        Offer offer = language(kind);
        Creator creator = offer.creator();
        String target = target(offer, kind);
        Optional<Enclosing> around =
                Enclosing.of(folder, offer.ecosystem().target(target).orElseThrow(), environment);
        Optional<ManagedBuild.Identity> parent = around.map(Enclosing::build).map(ManagedBuild::identity);
        String group = text(
                "group",
                "Group",
                parent.map(ManagedBuild.Identity::group)
                        .filter(text -> !text.isEmpty())
                        .orElse(GROUP),
                parent.filter(one -> !one.group().isEmpty())
                        .map(one -> "that of the build around it")
                        .orElse("reserved for examples; choose your own before you publish it"),
                "[\\w.-]+");
        String name = settle(
                Decision.of(
                        "name",
                        "Name",
                        name(own),
                        Transliteration.loses(own) ? Certainty.GUESS : Certainty.LIKELY,
                        "name of the folder",
                        List.of()),
                text -> NAME.matcher(text).matches());
        Optional<String> siblings = parent.map(ManagedBuild.Identity::version)
                .filter(text -> VERSION.matcher(text).matches());
        String version = text(
                "version",
                "Version",
                siblings.orElse("0.1.0"),
                siblings.isPresent() ? "that of the build around it" : "a first version",
                VERSION.pattern());
        List<Serving> serving =
                new NeedDecisions(catalogue.needs(), deliberation, offer.language(), kind, target).decide();
        String language = offer.language().id();
        Creator.Session session = creator.session(target, deliberation, environment);
        Creator.Level usual = session.level(language);
        String level = settle(
                decision(LEVEL, "Level", usual.value(), usual.reason()),
                text -> creator.isLevel(language, text),
                creator.levels());
        for (Serving one : serving) {
            if (one.fit().currentTool() && session.isOutdated())
                throw Refusal.usage(
                        one.title() + " (" + one.choice() + ") does not work with the outdated " + target + " here.",
                        "Choose another build tool with --to, or another provider.");
            if (one.fit().leastLevel() > Blueprint.release(level))
                throw Refusal.usage(
                        one.title() + " (" + one.choice() + ") is for level "
                                + one.fit().leastLevel() + " and later, and this project has " + level + ".",
                        "Choose --level " + one.fit().leastLevel() + " or later, or another provider.");
        }
        List<String> newer = new ArrayList<>();
        if (latest) serving = renewed(serving, creator, level, newer);
        Blueprint blueprint = new Blueprint(kind, language, target, group, name, version, level, serving);
        Creator.Build build = session.build(blueprint);
        List<String> beforeStart = serving.stream()
                .map(Serving::atRuntime)
                .filter(text -> !text.isEmpty())
                .toList();
        SortedMap<String, String> files = new TreeMap<>(build.descriptors());
        files.putAll(catalogue.sources().of(blueprint, session.values(blueprint)));
        around.ifPresent(one -> files.computeIfPresent(
                build.descriptor(), (path, text) -> one.build().inheriting(text, one.module())));
        files.put(IgnoreFile.NAME, ignored(build, blueprint));
        files.put("README.md", readMe(name, build.commands(), beforeStart));
        Deliberation.refuseUnknown(
                choices, deliberation.decisions().stream().map(Decision::key).toList());
        return new FreshProject(
                blueprint,
                deliberation.decisions(),
                files,
                build.descriptor(),
                build.commands(),
                newer,
                session.lacking(blueprint),
                beforeStart,
                around.flatMap(Enclosing::listing));
    }

    private List<Serving> renewed(List<Serving> serving, Creator creator, String level, List<String> newer) {
        if (environment.offline())
            throw Refusal.usage("--latest asks the repositories, and --offline forbids it.", "Drop one of them.");
        int release = Blueprint.release(level);
        return serving.stream()
                .map(one -> one.renewed(
                        release,
                        notation -> creator.newer(notation, environment),
                        (old, now) -> newer.add(old + " is now " + now)))
                .toList();
    }

    private static Decision decision(String key, String title, String value, String reason) {
        return Decision.of(key, title, value, Certainty.LIKELY, reason, List.of());
    }

    private static String name(String folder) {
        String name = NO_NAME_ENDS
                .matcher(NO_NAME_PARTS.matcher(Transliteration.ascii(folder)).replaceAll("-"))
                .replaceAll("");
        return name.isEmpty() ? "project" : name.substring(0, Math.min(name.length(), LONGEST_NAME));
    }

    private String text(String key, String title, String value, String reason, String pattern) {
        return settle(decision(key, title, value, reason), text -> text.matches(pattern));
    }

    private String settle(Decision proposed, Predicate<String> valid) {
        return settle(proposed, valid, "");
    }

    /** @param range the values that there are, for people; empty if those are no range */
    private String settle(Decision proposed, Predicate<String> valid, String range) {
        return deliberation.settle(proposed, given -> {
            String text = given.strip();
            if (valid.test(text)) return Optional.of(text);
            throw Refusal.usage(
                    "\"" + text + "\" is not a valid " + proposed.title().toLowerCase(Locale.ROOT) + ".",
                    range.isEmpty() ? "Choose one like " + proposed.value() + "." : "Choose one from " + range + ".");
        });
    }

    private Kind kind() {
        Set<Kind> possible = choices.of(LANGUAGE)
                .map(choice -> catalogue.sources().kinds(choice.value().strip()))
                .filter(kinds -> !kinds.isEmpty())
                .orElse(Set.of(Kind.values()));
        Decision proposed = decision(KIND, "Kind", Kind.PROGRAM.id(), Kind.PROGRAM.purpose())
                .turningDown(Stream.of(Kind.values())
                        .filter(kind -> kind != Kind.PROGRAM && possible.contains(kind))
                        .map(kind -> new Decision.Alternative(kind.id(), kind.purpose()))
                        .toList());
        return Kind.of(settle(proposed, Stream.of(Kind.values()).map(Kind::id).toList(), "a kind of project"))
                .orElseThrow();
    }

    /** Settles one of a few values; a wrong one is named with those that there are. */
    private String settle(Decision proposed, List<String> values, String what) {
        return deliberation.settle(proposed, text -> {
            Optional<String> one = values.stream()
                    .filter(value -> value.equalsIgnoreCase(text.strip()))
                    .findFirst();
            if (one.isPresent()) return one;
            throw Refusal.usage(
                    "\"" + text.strip() + "\" is not " + what + "." + Nearest.hint(values.stream(), text.strip()),
                    "Choose one of: " + String.join(", ", values) + ".");
        });
    }

    private Offer language(Kind kind) {
        List<Offer> offers = offers();
        List<Offer> fitting = offers.stream()
                .filter(offer ->
                        catalogue.sources().kinds(offer.language().id()).contains(kind))
                .toList();
        Optional<String> target =
                choices.of(Pfeiler.TARGET).map(choice -> choice.value().strip());
        // a build tool that was chosen speaks for its languages
        List<Offer> targeted = fitting.stream()
                .filter(offer -> target.isEmpty()
                        || offer.ecosystem().target(target.get()).isPresent())
                .toList();
        Offer usual = targeted.stream()
                .filter(offer -> offer.language().usualFor().contains(kind))
                .findFirst()
                .or(() -> targeted.stream().findFirst())
                .or(() -> fitting.stream().findFirst())
                .orElseThrow();
        String standing = settle(
                decision(LANGUAGE, "Language", usual.language().id(), "the usual language for it")
                        .turningDown(fitting.stream()
                                .filter(offer -> offer != usual)
                                .map(offer -> new Decision.Alternative(
                                        offer.language().id(), ""))
                                .toList()),
                offers.stream().map(offer -> offer.language().id()).toList(),
                "a language that projects can be created in");
        Offer chosen = offers.stream()
                .filter(offer -> offer.language().id().equals(standing))
                .findFirst()
                .orElseThrow();
        if (!fitting.contains(chosen)) throw unfitting(kind, chosen, usual);
        return chosen;
    }

    private Refusal unfitting(Kind kind, Offer chosen, Offer nearest) {
        String kinds = catalogue.sources().kinds(chosen.language().id()).stream()
                .map(Kind::id)
                .collect(Collectors.joining(", "));
        return Refusal.usage(
                chosen.language().title() + " has no " + kind.id() + " template.",
                "Choose --language " + nearest.language().id() + ", or one of these kinds: " + kinds + ".");
    }

    private String target(Offer offer, Kind kind) {
        List<String> ids = offer.ecosystem().targets().stream().map(Target::id).toList();
        PreferredTarget preferred = offer.creator().preferred(environment);
        Decision proposed = Decision.of(
                        Pfeiler.TARGET,
                        "Build tool",
                        preferred.target(),
                        Certainty.LIKELY,
                        preferred.reason(),
                        preferred.evidence())
                .turningDown(offer.ecosystem().targets().stream()
                        .filter(one -> !one.id().equals(preferred.target()))
                        .map(one -> new Decision.Alternative(one.id(), ""))
                        .toList());
        return settle(
                proposed,
                ids,
                "a build tool for a " + kind.id() + " in " + offer.language().title());
    }

    private static String ignored(Creator.Build build, Blueprint blueprint) {
        Stream<String> patterns = Stream.concat(
                build.ignored().stream(),
                blueprint.serving().stream().flatMap(one -> one.contribution().ignored().stream()));
        return patterns.distinct().collect(Collectors.joining("\n", "", "\n"));
    }

    private static String readMe(String name, List<Proposal.Command> commands, List<String> beforeStart) {
        StringBuilder text = new StringBuilder("# " + name + "\n\n");
        int width = commands.stream()
                .mapToInt(command -> command.line().length())
                .max()
                .orElse(0);
        for (Proposal.Command command : commands)
            text.append("    ")
                    .append(command.line())
                    .append(" ".repeat(width - command.line().length()))
                    .append("   # ")
                    .append(command.purpose())
                    .append('\n');
        if (!beforeStart.isEmpty())
            text.append("\nIt needs ").append(String.join("; ", beforeStart)).append(".\n");
        return text.toString();
    }
}
