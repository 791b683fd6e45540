package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.Interview;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.options.Candidates;
import dev.pfeiler.cli.options.ChoiceOptions;
import dev.pfeiler.cli.view.FreshView;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.script.ShellText;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code pfeiler new}. */
@Command(
        name = "new",
        description = "Create a fresh project that builds, passes its test and runs.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  pfeiler new harbour-wind --kind server --language kotlin --with database",
            "  pfeiler new --needs json"
        })
public final class NewCommand extends BaseCommand.Reporting {
    @Parameters(
            arity = "0..1",
            paramLabel = "DIR",
            description = "The directory to create; it may exist if it is empty.")
    private Path folder;

    @Option(
            names = "--kind",
            paramLabel = "KIND",
            completionCandidates = Candidates.Kinds.class,
            description = "The kind of project: ${COMPLETION-CANDIDATES}.")
    private String kind;

    @Option(
            names = "--language",
            paramLabel = "LANGUAGE",
            completionCandidates = Candidates.Languages.class,
            description = "The language: ${COMPLETION-CANDIDATES}.")
    private String language;

    @Option(names = "--level", paramLabel = "LEVEL", description = "The release of the language or of its platform.")
    private String level;

    @Option(
            names = "--with",
            paramLabel = "NEED[=CHOICE]",
            completionCandidates = Candidates.Needs.class,
            description = "A need of the program, and the provider for it; may be repeated.")
    private List<String> with = List.of();

    @Option(
            names = "--needs",
            arity = "0..1",
            fallbackValue = "",
            paramLabel = "WORD",
            description = "List needs and their providers; with a word, those that match it.")
    private String needs;

    @Option(
            names = "--latest",
            description = "Use the newest releases of libraries within the same major version, and list what changes.")
    private boolean latest;

    @Option(names = "--preview", description = "Show what would be written without writing it.")
    private boolean preview;

    @Mixin
    private ChoiceOptions choices;

    public NewCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        FreshView view = new FreshView(screen());
        if (needs != null) {
            List<Need> found = pfeiler().needs().all().stream()
                    .filter(need -> need.matches(needs))
                    .toList();
            if (json()) print(JsonDocuments.needs(found));
            else view.needs(found, needs);
            return 0;
        }
        if (folder == null) throw Refusal.usage("Missing directory.", "Pass the name of the directory to create.");
        boolean asks = context().terminal().interactive() && !json() && !preview;
        Interview interview = new Interview(context().terminal());
        Choices chosen = !asks
                ? given()
                : interview.create(given(), pfeiler().needs(), some -> pfeiler().plan(folder, some, false));
        FreshProject project = pfeiler().plan(folder, chosen, latest);
        if (json()) print(JsonDocuments.fresh(project, !preview));
        else if (asks || preview) view.plan(project);
        if (preview) return 0;
        if (asks && !interview.confirm("Write it?")) {
            print("Nothing was written. With these answers again: pfeiler new " + ShellText.quote(folder.toString())
                    + chosen.all().stream()
                            .map(choice -> " --choose " + ShellText.quote(choice.key() + "=" + choice.value()))
                            .collect(Collectors.joining()));
            return 0;
        }
        if (!asks) project.lacking().forEach(text -> notice("pfeiler: " + text));
        pfeiler().create(folder, project);
        if (!json()) view.written(project, folder.toString());
        return 0;
    }

    private Choices given() {
        List<Choice> given = new ArrayList<>();
        if (kind != null) given.add(Choice.option("kind", kind, "--kind " + kind));
        if (language != null) given.add(Choice.option("language", language, "--language " + language));
        if (level != null) given.add(Choice.option("level", level, "--level " + level));
        for (String need : with) {
            String[] parts = need.split("=", 2);
            given.add(Choice.option(Need.key(parts[0]), parts.length > 1 ? parts[1] : Need.USUAL, "--with " + need));
        }
        return new Choices(given).under(choices.choices());
    }
}
