package dev.pfeiler.ecosystem.php.creation;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Fresh projects in PHP. */
public final class PhpCreator implements Creator {
    /** Words that are no namespace. Source: the PHP manual, list of keywords. */
    private static final Set<String> RESERVED = Set.of(
            ("abstract and array as break callable case catch class clone const continue declare default do echo else"
                            + " elseif empty enddeclare endfor endforeach endif endswitch endwhile eval exit extends"
                            + " final finally fn for foreach function global goto if implements include instanceof"
                            + " insteadof interface isset list match namespace new or print private protected public"
                            + " readonly require return static switch throw trait try unset use var while xor yield")
                    .split(" "));

    @Override
    public List<Language> languages() {
        return List.of(new Language("php", "PHP"));
    }

    @Override
    public PreferredTarget preferred(Environment environment) {
        return new PreferredTarget("composer", "the build tool for PHP", List.of());
    }

    @Override
    public Level level(String language, String target, Deliberation deliberation, Environment environment) {
        return new Level("8.1", "the first release that has all that the sources use, and later ones have, too");
    }

    @Override
    public boolean isLevel(String language, String text) {
        return text.matches("(7\\.4|8\\.\\d)");
    }

    @Override
    public Map<String, Object> values(Blueprint blueprint, Deliberation deliberation, Environment environment) {
        return Map.of("namespace", namespace(blueprint));
    }

    private static String namespace(Blueprint blueprint) {
        String name = Arrays.stream(blueprint.name().split("[^A-Za-z0-9]+"))
                .filter(word -> !word.isEmpty())
                .map(word -> word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1))
                .collect(Collectors.joining());
        boolean invalid =
                name.isEmpty() || Character.isDigit(name.charAt(0)) || RESERVED.contains(name.toLowerCase(Locale.ROOT));
        return invalid ? "App" + name : name;
    }

    @Override
    public Build build(Blueprint blueprint, Deliberation deliberation, Environment environment) {
        // Composer lists the language first
        Map<String, String> require = new LinkedHashMap<>();
        Map<String, String> development = new TreeMap<>();
        require.put("php", ">=" + blueprint.level());
        for (Serving serving : blueprint.serving()) {
            for (Need.Artifact artifact : serving.artifacts(blueprint.release())) {
                String[] parts = artifact.notation().split(":");
                (artifact.scope().equals("test") ? development : require).put(parts[0], parts[1]);
            }
        }
        String name = blueprint.name().toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
        String vendor = blueprint.group().toLowerCase(Locale.ROOT).replaceFirst(".*\\.", "");
        String namespace = namespace(blueprint);
        ComposerFile file = new ComposerFile(
                new ComposerFile.Identity(
                        vendor + "/" + name,
                        "",
                        blueprint.kind() == Kind.LIBRARY,
                        "",
                        blueprint.version(),
                        blueprint.kind() == Kind.PROGRAM ? List.of("bin/" + blueprint.name()) : List.of()),
                new ComposerFile.Requirements(require, development, Map.of(), List.of()),
                autoload(namespace + "\\", "src/"),
                autoload(namespace + "\\Tests\\", "tests/"),
                Map.of("test", "phpunit tests"),
                ComposerFile.VENDOR);
        return new Build(
                ComposerFile.NAME,
                new TreeMap<>(Map.of(ComposerFile.NAME, file.text())),
                commands(blueprint),
                List.of("/" + ComposerFile.VENDOR + "/"));
    }

    private static ComposerFile.Autoload autoload(String prefix, String folder) {
        return new ComposerFile.Autoload(Map.of(prefix, folder), Map.of(), List.of(), List.of(), List.of());
    }

    private static List<Proposal.Command> commands(Blueprint blueprint) {
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("install the packages", "composer install"));
        commands.add(new Proposal.Command("test", "composer test"));
        if (blueprint.kind() == Kind.PROGRAM) commands.add(new Proposal.Command("run", "php bin/" + blueprint.name()));
        if (blueprint.kind() == Kind.SERVER)
            commands.add(new Proposal.Command("serve it locally", "php -S localhost:8080 -t public"));
        return commands;
    }

    /** Constraints admit newer releases already. */
    @Override
    public Optional<String> newer(String notation, Environment environment) {
        return Optional.empty();
    }

    @Override
    public boolean isSource(String language, String path) {
        return path.endsWith(".php") && !path.startsWith("tests/");
    }

    @Override
    public Kind kind(ProjectTree tree) {
        return tree.has("public/index.php") ? Kind.SERVER : Kind.PROGRAM;
    }

    /** The prefix of the classes in {@code src}. */
    @Override
    public Map<String, Object> values(ProjectTree tree, String language) {
        try {
            JsonNode prefixes = new ObjectMapper()
                    .readTree(tree.text(ComposerFile.NAME).content())
                    .path("autoload")
                    .path("psr-4");
            for (Map.Entry<String, JsonNode> each : prefixes.properties())
                if (each.getValue().asText().matches("src/?"))
                    return Map.of("namespace", each.getKey().replaceFirst("\\\\$", ""));
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read " + ComposerFile.NAME + ": " + e, "Correct it.", e);
        }
        throw Refusal.notPossible(
                ComposerFile.NAME + " maps no namespace to src.", "Declare the package with composer require.");
    }

    @Override
    public Declaration declaring(
            ProjectTree tree, Need.Artifact artifact, Optional<String> bom, Environment environment) {
        String[] parts = artifact.notation().split(":");
        String section = artifact.scope().equals("test") ? "require-dev" : "require";
        return Declaration.inJson(tree, ComposerFile.NAME, section, artifact, parts[0], parts[1]);
    }

    @Override
    public List<String> lacking(Blueprint blueprint, Environment environment) {
        List<String> lacking = new ArrayList<>();
        if (environment.program("php").isEmpty()) lacking.add("PHP is not on the PATH: install it.");
        if (environment.program("composer").isEmpty()) lacking.add("Composer is not on the PATH: install it.");
        return lacking;
    }
}
