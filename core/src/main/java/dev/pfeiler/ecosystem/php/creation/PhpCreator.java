package dev.pfeiler.ecosystem.php.creation;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.php.composer.ComposerBuild;
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
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Fresh projects in PHP. */
public final class PhpCreator implements Creator {
    private static final Pattern LEVEL = Pattern.compile("(7\\.4|8\\.\\d)");
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^a-z0-9]+");

    /** Words that are no namespace. Source: the PHP manual, list of keywords. */
    private static final Set<String> RESERVED = Set.of(
            ("abstract and array as break callable case catch class clone const continue declare default do echo else"
                            + " elseif empty enddeclare endfor endforeach endif endswitch endwhile eval exit extends"
                            + " final finally fn for foreach function global goto if implements include instanceof"
                            + " insteadof interface isset list match namespace new or print private protected public"
                            + " readonly require return static switch throw trait try unset use var while xor yield")
                    .split(" "));

    private static final String PREFIX = "psr-4:";
    private static final Set<String> SOURCES = Set.of("src", "src/");

    @Override
    public List<Language> languages() {
        return List.of(new Language("php", "PHP"));
    }

    @Override
    public PreferredTarget preferred(Environment environment) {
        return new PreferredTarget("composer", "the build tool for PHP", List.of());
    }

    @Override
    public char separator() {
        return ':';
    }

    @Override
    public Session session(String target, Deliberation deliberation, Environment environment) {
        return new PlainSession(
                new Level("8.1", "the oldest release that supports the generated code"),
                blueprint -> Map.of("namespace", namespace(blueprint)),
                PhpCreator::build,
                Stream.concat(
                                Creator.lacking(environment, "php", "PHP"),
                                Creator.lacking(environment, "composer", "Composer"))
                        .toList());
    }

    @Override
    public boolean isLevel(String language, String text) {
        return LEVEL.matcher(text).matches();
    }

    private static String namespace(Blueprint blueprint) {
        String name = blueprint.capitalized();
        boolean invalid =
                name.isEmpty() || Character.isDigit(name.charAt(0)) || RESERVED.contains(name.toLowerCase(Locale.ROOT));
        return invalid ? "App" + name : name;
    }

    private static Build build(Blueprint blueprint) {
        // Composer lists the language first
        Map<String, String> require = new LinkedHashMap<>();
        Map<String, String> development = new TreeMap<>();
        require.put("php", ">=" + blueprint.level());
        for (Serving serving : blueprint.serving()) {
            for (Need.Artifact artifact : serving.artifacts(blueprint.release())) {
                PackageNotation notation = PackageNotation.parse(artifact.notation(), ':');
                (artifact.scope().equals("test") ? development : require).put(notation.name(), notation.version());
            }
        }
        String name =
                NO_NAME_PARTS.matcher(blueprint.name().toLowerCase(Locale.ROOT)).replaceAll("-");
        String vendor = Text.behindLast(blueprint.group().toLowerCase(Locale.ROOT), ".");
        String namespace = namespace(blueprint);
        ComposerFile file = new ComposerFile(
                new ComposerFile.Identity(
                        vendor + "/" + name,
                        "",
                        blueprint.kind() == Kind.LIBRARY,
                        "",
                        blueprint.version(),
                        blueprint.kind() == Kind.PROGRAM ? List.of("bin/" + blueprint.name()) : List.of()),
                new ComposerFile.Requirements(require, development, Map.of(), List.of(), List.of()),
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
        Map<String, ManagedBuild.Stated> settings =
                ComposerBuild.read(tree).map(ManagedBuild::settings).orElse(Map.of());
        for (Map.Entry<String, ManagedBuild.Stated> each : settings.entrySet()) {
            boolean mapped = each.getKey().startsWith(PREFIX)
                    && SOURCES.contains(each.getValue().value());
            if (!mapped) continue;
            String namespace = each.getKey().substring(PREFIX.length());
            return Map.of(
                    "namespace", namespace.endsWith("\\") ? namespace.substring(0, namespace.length() - 1) : namespace);
        }
        throw Refusal.notPossible(
                ComposerFile.NAME + " maps no namespace to src.", "Declare the package with composer require.");
    }
}
