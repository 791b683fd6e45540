package dev.pfeiler.cli.options;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Option;

/** What a user chooses on the command line. */
public class ChoiceOptions {
    @Option(
            names = "--to",
            paramLabel = "TARGET",
            completionCandidates = Candidates.Targets.class,
            description = "The build tool: ${COMPLETION-CANDIDATES}.")
    private String target;

    @Option(
            names = "--group",
            paramLabel = "GROUP",
            description = "The group, vendor or scope that the project belongs to.")
    private String group;

    @Option(names = "--name", paramLabel = "NAME", description = "The name of the project.")
    private String name;

    @Option(names = "--project-version", paramLabel = "VERSION", description = "The version of the project.")
    private String version;

    @Option(
            names = "--choose",
            paramLabel = "KEY=VALUE",
            description = "The value of a decision, by its key as in pfeiler.yaml; may be repeated.")
    private Map<String, String> chosen = new LinkedHashMap<>();

    /** All that was chosen. */
    public Choices choices() {
        List<Choice> choices = new ArrayList<>();
        chosen.forEach((key, value) -> choices.add(Choice.option(key, value, "--choose " + key + "=" + value)));
        if (target != null) choices.add(Choice.option(Pfeiler.TARGET, target, "--to " + target));
        if (group != null) choices.add(Choice.option("group", group, "--group " + group));
        if (name != null) choices.add(Choice.option("name", name, "--name " + name));
        if (version != null) choices.add(Choice.option("version", version, "--project-version " + version));
        return new Choices(choices);
    }
}
