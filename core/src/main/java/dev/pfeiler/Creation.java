package dev.pfeiler;

import dev.pfeiler.conversion.IgnoreFile;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.fresh.Needs;
import dev.pfeiler.fresh.Sources;
import dev.pfeiler.fresh.Templates;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Nearest;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Settles what a fresh project is to be, and writes it. */
final class Creation {
    static final String KIND = "kind";
    static final String LANGUAGE = "language";
    static final String LEVEL = "level";
    /** Start of the keys of decisions about needs. */
    static final String NEED = "need:";
    /** The value of a decision about a need for what serves it usually. */
    static final String USUAL = "yes";

    private static final String TESTING = "testing";
    /** A reserved name. Source: RFC 2606. */
    private static final String GROUP = "org.example";

    private final Ecosystems ecosystems;
    private final Environment environment;
    private final Needs needs;
    private final Sources sources;
    private Deliberation deliberation = new Deliberation(Choices.NONE);

    Creation(Ecosystems ecosystems, Environment environment) {
        this.ecosystems = ecosystems;
        this.environment = environment;
        Path own = ownFolder(environment);
        Path file = own.resolve("needs.yaml");
        this.needs = Files.isRegularFile(file) ? Needs.shipped().with(file) : Needs.shipped();
        this.sources = new Sources(new Templates(Optional.of(own.resolve("templates"))));
    }

    /** Where a user's own needs are. Source: the XDG base directory specification. */
    static Path ownFolder(Environment environment) {
        String folder = environment.variables().getOrDefault("XDG_CONFIG_HOME", "");
        Path base =
                folder.startsWith("/") ? Path.of(folder) : environment.home().resolve(".config");
        return base.resolve("pfeiler");
    }

    Sources sources() {
        return sources;
    }

    Needs needs() {
        return needs;
    }

    /** A language with the ecosystem that creates projects in it. */
    private record Offer(Creator.Language language, Ecosystem ecosystem, Creator creator) {}

    private List<Offer> offers() {
        return ecosystems.all().stream()
                .flatMap(ecosystem -> ecosystem.creator().stream().flatMap(creator -> creator.languages().stream()
                        .map(language -> new Offer(language, ecosystem, creator))))
                .toList();
    }

    /** @param latest whether newer releases are asked for */
    FreshProject plan(String folder, Choices choices, boolean latest) {
        deliberation = new Deliberation(choices);
        Kind kind = kind(choices);
        Offer offer = language(kind, choices);
        String target = target(offer, kind);
        String group = text(
                "group", "Group", GROUP, "reserved for examples; choose your own before you publish it", "[\\w.-]+");
        String name = text("name", "Name", name(folder), "name of the folder", "[A-Za-z][\\w.-]*");
        String version = text("version", "Version", "0.1.0", "a first version", "\\d[\\w.+-]*");
        List<Serving> serving = serving(offer, kind, target, choices);
        Creator.Level usual = offer.creator().level(offer.language().id(), target, deliberation, environment);
        String level = deliberation.settle(
                decision(LEVEL, "Level", usual.value(), usual.reason()), given -> Optional.of(given.strip())
                        .filter(text -> offer.creator().isLevel(offer.language().id(), text)));
        List<String> newer = new ArrayList<>();
        if (latest) serving = renewed(serving, offer.creator(), level, newer);
        Blueprint blueprint = new Blueprint(kind, offer.language().id(), target, group, name, version, level, serving);
        SortedMap<String, String> descriptors = offer.creator().descriptors(blueprint, deliberation, environment);
        List<Proposal.Command> commands = offer.creator().commands(blueprint, deliberation, environment);
        SortedMap<String, String> files = new TreeMap<>(descriptors);
        files.putAll(sources.of(blueprint, offer.creator().values(blueprint, deliberation, environment)));
        files.put(IgnoreFile.NAME, ignored(offer, blueprint));
        files.put("README.md", readMe(blueprint, commands));
        Deliberation.refuseUnknown(
                choices, deliberation.decisions().stream().map(Decision::key).toList());
        String descriptor = descriptors.keySet().stream()
                .filter(path -> !path.contains("/") && !path.startsWith("settings"))
                .findFirst()
                .orElseThrow();
        return new FreshProject(
                blueprint,
                deliberation.decisions(),
                files,
                descriptor,
                commands,
                newer,
                offer.creator().lacking(blueprint, environment),
                serving.stream()
                        .map(Serving::atRuntime)
                        .filter(text -> !text.isEmpty())
                        .toList());
    }

    private List<Serving> renewed(List<Serving> serving, Creator creator, String level, List<String> newer) {
        if (environment.offline())
            throw Refusal.usage("--latest asks the repositories, and --offline forbids it.", "Drop one of them.");
        int release = new Blueprint(Kind.PROGRAM, "", "", "", "", "", level, List.of()).release();
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
        String name = folder.replaceAll("[^\\w.-]+", "-").replaceAll("^[^A-Za-z]+|[.-]+$", "");
        return name.isEmpty() ? "project" : name;
    }

    private String text(String key, String title, String value, String reason, String pattern) {
        return deliberation.settle(decision(key, title, value, reason), text -> Optional.of(text.strip())
                .filter(one -> one.matches(pattern)));
    }

    private Kind kind(Choices choices) {
        Set<Kind> possible = choices.of(LANGUAGE)
                .map(choice -> sources.kinds(choice.value().strip()))
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
            if (values.contains(text.strip())) return Optional.of(text.strip());
            String nearest = Nearest.of(values.stream(), text.strip())
                    .map(one -> " Did you mean " + one + "?")
                    .orElse("");
            throw Refusal.usage(
                    "\"" + text.strip() + "\" is not " + what + "." + nearest,
                    "Choose one of: " + String.join(", ", values) + ".");
        });
    }

    private Offer language(Kind kind, Choices choices) {
        List<Offer> offers = offers();
        List<Offer> fitting = offers.stream()
                .filter(offer -> sources.kinds(offer.language().id()).contains(kind))
                .toList();
        Optional<String> target =
                choices.of(Pfeiler.TARGET).map(choice -> choice.value().strip());
        // a build tool that was chosen speaks for its languages
        Offer usual = fitting.stream()
                .filter(offer -> target.isEmpty()
                        || offer.ecosystem().targets().stream()
                                .anyMatch(one -> one.id().equals(target.get())))
                .filter(offer -> kind != Kind.FRONTEND || offer.language().id().equals("typescript"))
                .findFirst()
                .or(() -> fitting.stream().findFirst())
                .orElseThrow();
        String standing = settle(
                decision(
                                LANGUAGE,
                                "Language",
                                usual.language().id(),
                                kind == Kind.FRONTEND ? "its compiler checks the scripts" : "the usual language for it")
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
        String kinds =
                sources.kinds(chosen.language().id()).stream().map(Kind::id).collect(Collectors.joining(", "));
        return Refusal.usage(
                "There is no " + kind.id() + " in " + chosen.language().title() + ".",
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

    /** What serves the needs: those that were chosen, and tests. */
    private List<Serving> serving(Offer offer, Kind kind, String target, Choices choices) {
        Map<String, Serving> serving = new TreeMap<>();
        List<String> wanted = choices.all().stream()
                .map(Choice::key)
                .filter(key -> key.startsWith(NEED))
                .map(key -> key.substring(NEED.length()))
                .toList();
        for (Need need : needs.all()) {
            List<Serving> fitting = need.fitting(offer.language().id(), kind, target);
            boolean testing = need.id().equals(TESTING);
            if (!wanted.contains(need.id()) && !(testing && !fitting.isEmpty())) continue;
            if (fitting.isEmpty()) throw unserved(need, offer, kind);
            settled(need, fitting, testing ? "; each project has a test" : "")
                    .ifPresent(one -> serving.put(need.id(), one));
        }
        for (String id : wanted) {
            if (needs.of(id).isPresent()) continue;
            List<String> ids = needs.all().stream().map(Need::id).toList();
            String nearest = Nearest.of(ids.stream(), id)
                    .map(one -> " Did you mean " + one + "?")
                    .orElse("");
            throw Refusal.usage("No need is called \"" + id + "\"." + nearest, "List them with pfeiler new --needs.");
        }
        for (Serving one : serving.values())
            for (String other : one.requires())
                if (!serving.containsKey(other))
                    throw Refusal.usage(
                            "The need " + one.need() + " requires " + other + ".", "Add --with " + other + ".");
        return List.copyOf(serving.values());
    }

    private Optional<Serving> settled(Need need, List<Serving> fitting, String reason) {
        Map<String, Serving> byId = new LinkedHashMap<>();
        fitting.forEach(one -> byId.putIfAbsent(one.id(), one));
        Serving usual = fitting.get(0);
        Function<String, Optional<String>> check = text -> {
            String value = text.strip();
            if (value.equals(USUAL)) return Optional.of(usual.id());
            if (byId.containsKey(value) || value.equals(Choosable.WITHOUT)) return Optional.of(value);
            throw Refusal.usage(
                    "\"" + value + "\" does not serve the need " + need.id() + " here.",
                    "Choose one of: " + String.join(", ", byId.keySet()) + ".");
        };
        String standing = deliberation.settle(
                decision(NEED + need.id(), "Need: " + need.id(), usual.id(), usual.title() + reason)
                        .in("Needs")
                        .turningDown(byId.values().stream()
                                .filter(one -> one != usual)
                                .map(one -> new Decision.Alternative(one.id(), one.title()))
                                .toList()),
                check);
        return Optional.ofNullable(byId.get(standing));
    }

    private Refusal unserved(Need need, Offer offer, Kind kind) {
        String there = need.serving().stream()
                .flatMap(one -> one.languages().stream())
                .distinct()
                .sorted()
                .collect(Collectors.joining(", "));
        return Refusal.usage(
                "Nothing serves the need " + need.id() + " in a " + kind.id() + " in "
                        + offer.language().title() + ".",
                "It is served in: " + there + "; pfeiler new --needs " + need.id() + " lists by what.");
    }

    private static String ignored(Offer offer, Blueprint blueprint) {
        Stream<String> patterns = Stream.concat(
                offer.creator().ignored(blueprint).stream(),
                blueprint.serving().stream().flatMap(one -> one.ignored().stream()));
        return patterns.distinct().collect(Collectors.joining("\n", "", "\n"));
    }

    private static String readMe(Blueprint blueprint, List<Proposal.Command> commands) {
        StringBuilder text = new StringBuilder("# " + blueprint.name() + "\n\n");
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
        List<String> before = blueprint.serving().stream()
                .map(Serving::atRuntime)
                .filter(one -> !one.isEmpty())
                .toList();
        if (!before.isEmpty())
            text.append("\nIt needs ").append(String.join("; ", before)).append(".\n");
        return text.toString();
    }

    /**
     * Writes a project into a folder that does not exist or holds nothing but version control and a licence.
     *
     * @throws Refusal if something else is there; nothing is overwritten
     */
    static void write(Path folder, FreshProject project) {
        check(folder);
        List<Path> written = new ArrayList<>();
        try {
            for (Map.Entry<String, String> file : project.files().entrySet()) {
                Path path = folder.resolve(file.getKey());
                Files.createDirectories(path.getParent());
                Files.writeString(path, file.getValue(), java.nio.file.StandardOpenOption.CREATE_NEW);
                written.add(path);
                if (file.getValue().startsWith("#!")) path.toFile().setExecutable(true, false);
            }
        } catch (IOException e) {
            throw Refusal.inputOutput(
                    "Cannot write into " + folder + ": " + e,
                    "Check its permissions; " + written.size() + " files were written.",
                    e);
        }
    }

    /** Refuses a folder that is not as good as empty. */
    static void check(Path folder) {
        if (!Files.exists(folder)) return;
        if (!Files.isDirectory(folder))
            throw Refusal.notPossible(folder + " is not a directory.", "Pass the name of a new one.");
        try (Stream<Path> files = Files.list(folder)) {
            Optional<String> other = files.map(file -> file.getFileName().toString())
                    .filter(name ->
                            !name.matches("\\.git|\\.hg|\\.svn|\\.gitattributes|(?i)(licen[cs]e|copying)(\\..*)?"))
                    .sorted()
                    .findFirst();
            if (other.isPresent())
                throw Refusal.notPossible(
                        folder + " is not empty: it contains " + other.get() + ".",
                        "Pass a new directory, or convert what is there with pfeiler convert.");
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read " + folder + ": " + e, "Check its permissions.", e);
        }
    }
}
