package dev.pfeiler.cli.options;

import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import java.util.List;
import picocli.CommandLine.Option;

/** What a user chooses about a conversion. */
public final class ConversionOptions extends ChoiceOptions {
    @Option(
            names = "--keep-layout",
            description = "Leave all files in place, and configure the build tool accordingly.")
    private boolean keepLayout;

    @Override
    public Choices choices() {
        Choices choices = super.choices();
        return keepLayout
                ? choices.under(new Choices(List.of(Choice.option("layout", "keep", "--keep-layout"))))
                : choices;
    }
}
