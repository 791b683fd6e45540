package dev.pfeiler.ecosystem.go.creation;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;

/** Fresh projects in Go. */
public final class GoCreator implements Creator {
    private static final Pattern LEVEL = Pattern.compile("1\\.\\d+(\\.\\d+)?");
    private static final Pattern NO_PACKAGE_NAME = Pattern.compile("[^a-z0-9]+");

    @Override
    public List<Language> languages() {
        return List.of(new Language("go", "Go"));
    }

    @Override
    public PreferredTarget preferred(Environment environment) {
        return new PreferredTarget("go", "the build tool for Go", List.of());
    }

    @Override
    public char separator() {
        return '@';
    }

    @Override
    public Session session(String target, Deliberation deliberation, Environment environment) {
        return new PlainSession(
                new Level("1.19", "the oldest release that the generated code is tested with"),
                GoCreator::values,
                GoCreator::build,
                Creator.lacking(environment, "go", "Go").toList());
    }

    @Override
    public boolean isLevel(String language, String text) {
        return LEVEL.matcher(text).matches();
    }

    private static Map<String, Object> values(Blueprint blueprint) {
        boolean library = blueprint.kind() == Kind.LIBRARY;
        return Map.of("module", module(blueprint), "package", library ? packageName(blueprint) : "knots");
    }

    /** A path that starts with a host, as the go command looks modules up there. */
    private static String module(Blueprint blueprint) {
        List<String> parts = new ArrayList<>(Arrays.asList(blueprint.group().split("\\.")));
        Collections.reverse(parts);
        return String.join(".", parts) + "/" + blueprint.name();
    }

    private static String packageName(Blueprint blueprint) {
        String name = NO_PACKAGE_NAME
                .matcher(blueprint.name().toLowerCase(Locale.ROOT))
                .replaceAll("");
        boolean invalid = name.isEmpty() || Character.isDigit(name.charAt(0)) || name.equals("main");
        return invalid ? "lib" + name : name;
    }

    private static Build build(Blueprint blueprint) {
        Map<String, ModuleFile.Required> required = new TreeMap<>();
        for (Serving serving : blueprint.serving()) {
            for (Need.Artifact artifact : serving.artifacts(blueprint.release())) {
                PackageNotation notation = PackageNotation.parse(artifact.notation(), '@');
                required.put(notation.name(), new ModuleFile.Required(notation.version(), false));
            }
        }
        ModuleFile file = new ModuleFile(module(blueprint), blueprint.level(), required, Map.of());
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("build", "go build ./..."));
        commands.add(new Proposal.Command("test", "go test ./..."));
        boolean runs = blueprint.kind() != Kind.LIBRARY;
        if (runs) commands.add(new Proposal.Command("run", "go run ."));
        return new Build(
                ModuleFile.NAME,
                new TreeMap<>(Map.of(ModuleFile.NAME, file.text())),
                commands,
                // what go build without arguments writes
                runs ? List.of("/" + blueprint.name(), "/" + blueprint.name() + ".exe") : List.of("*.test"));
    }

    @Override
    public boolean isSource(String language, String path) {
        return path.endsWith(".go") && !path.endsWith("_test.go");
    }

    @Override
    public Kind kind(ProjectTree tree) {
        return tree.has("public/index.html") ? Kind.SERVER : tree.has("main.go") ? Kind.PROGRAM : Kind.LIBRARY;
    }

    @Override
    public Map<String, Object> values(ProjectTree tree, String language) {
        try {
            return Map.of(
                    "module",
                    ModuleFile.read(tree.text(ModuleFile.NAME).content()).path());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
