package dev.pfeiler.cli.options;

import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import picocli.CommandLine.Option;

/** What a person settles on the command line. */
public final class ChoiceOptions {
    @Option(names = "--to", paramLabel = "TARGET", description = "The build tool the result is for.")
    private String target;

    @Option(names = "--group", paramLabel = "GROUP", description = "The group the project belongs to.")
    private String group;

    @Option(names = "--name", paramLabel = "NAME", description = "The project's name.")
    private String name;

    @Option(names = "--project-version", paramLabel = "VERSION", description = "The version the project is at.")
    private String version;

    @Option(names = "--keep-layout", description = "Leave every file where it is, and tell the build tool.")
    private boolean keepLayout;

    @Option(
            names = "--choose",
            paramLabel = "KEY=VALUE",
            description = "Settle any decision by its key, as pfeiler.yaml names it; may be repeated.")
    private Map<String, String> chosen = new LinkedHashMap<>();

    public Optional<String> target() {
        return Optional.ofNullable(target);
    }

    /** All that was settled. */
    public Choices choices() {
        List<Choice> choices = new ArrayList<>();
        chosen.forEach((key, value) -> choices.add(Choice.option(key, value, "--choose " + key + "=" + value)));
        if (group != null) choices.add(Choice.option("group", group, "--group " + group));
        if (name != null) choices.add(Choice.option("name", name, "--name " + name));
        if (version != null) choices.add(Choice.option("version", version, "--project-version " + version));
        if (keepLayout) choices.add(Choice.option("layout", "keep", "--keep-layout"));
        return new Choices(choices);
    }
}
