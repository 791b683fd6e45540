package dev.pfeiler.cli;

import dev.pfeiler.cli.command.AcceptCommand;
import dev.pfeiler.cli.command.AddCommand;
import dev.pfeiler.cli.command.ConvertCommand;
import dev.pfeiler.cli.command.DemoCommand;
import dev.pfeiler.cli.command.FindCommand;
import dev.pfeiler.cli.command.ProposeCommand;
import dev.pfeiler.cli.command.ProveCommand;
import dev.pfeiler.cli.command.SurveyCommand;
import dev.pfeiler.cli.command.UndoCommand;
import dev.pfeiler.cli.command.WhyCommand;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Text;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Help.Ansi;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.UnmatchedArgumentException;

/** The command line: finds the command, runs it, and turns what goes wrong into words and an exit code. */
public final class Cli {
    static final int WRONG_WORDS = 2;
    static final int REFUSED = 3;
    static final int INPUT_OUTPUT = 4;

    private static final Map<String, Function<Context, Object>> COMMANDS = new LinkedHashMap<>();

    static {
        COMMANDS.put("survey", SurveyCommand::new);
        COMMANDS.put("propose", ProposeCommand::new);
        COMMANDS.put("convert", ConvertCommand::new);
        COMMANDS.put("prove", ProveCommand::new);
        COMMANDS.put("undo", UndoCommand::new);
        COMMANDS.put("accept", AcceptCommand::new);
        COMMANDS.put("why", WhyCommand::new);
        COMMANDS.put("find", FindCommand::new);
        COMMANDS.put("add", AddCommand::new);
        COMMANDS.put("demo", DemoCommand::new);
    }

    private final Context context;

    public Cli(Context context) {
        this.context = context;
    }

    /** Runs a call; its exit code. */
    public int run(String... words) {
        CommandLine line = new CommandLine(new Root());
        asked(words).forEach(name -> line.addSubcommand(name, COMMANDS.get(name).apply(context)));
        line.getSubcommands().values().forEach(Cli::addHelp);
        line.setOut(new java.io.PrintWriter(context.terminal().output(), true));
        line.setErr(new java.io.PrintWriter(context.terminal().errors(), true));
        line.setUsageHelpWidth(context.terminal().columns());
        boolean color = context.terminal().out() && !context.terminal().plainColor();
        line.setColorScheme(CommandLine.Help.defaultColorScheme(color ? Ansi.ON : Ansi.OFF));
        line.setParameterExceptionHandler((e, arguments) -> wrongWords(e));
        line.setExecutionExceptionHandler((e, command, result) -> failed(e, List.of(words)));
        return line.execute(words);
    }

    /** The commands that a call may come to; one that is not asked for need not be loaded, so that the program starts sooner. */
    private static Collection<String> asked(String... words) {
        boolean one = words.length > 0 && COMMANDS.containsKey(words[0]);
        return one ? List.of(words[0]) : COMMANDS.keySet();
    }

    private static void addHelp(CommandLine command) {
        command.getCommandSpec()
                .addOption(CommandLine.Model.OptionSpec.builder("-h", "--help")
                        .usageHelp(true)
                        .description("Show this help.")
                        .build());
    }

    private int wrongWords(ParameterException e) {
        List<String> suggestions = List.of();
        String what = e.getMessage();
        if (e instanceof UnmatchedArgumentException unmatched) {
            suggestions = unmatched.getSuggestions();
            boolean command = e.getCommandLine().getParent() == null;
            if (command)
                what = "There is no command \"" + unmatched.getUnmatched().get(0) + "\".";
        }
        say(what);
        say(
                suggestions.isEmpty()
                        ? "See " + e.getCommandLine().getCommandSpec().qualifiedName() + " --help."
                        : "Did you mean " + String.join(" or ", suggestions) + "?");
        return WRONG_WORDS;
    }

    private int failed(Exception e, List<String> words) {
        boolean verbose = words.contains("-v") || words.contains("--verbose");
        if (verbose) e.printStackTrace(context.terminal().errors());
        if (!(e instanceof Refusal refusal)) {
            say("Something went wrong that should not have: " + e);
            say(verbose ? "Nothing is known to do next." : "Run it again with -v to see where.");
            return INPUT_OUTPUT;
        }
        say(refusal.getMessage());
        say(refusal.next());
        return switch (refusal.reason()) {
            case WRONG_WORDS -> WRONG_WORDS;
            case NOT_POSSIBLE -> REFUSED;
            case INPUT_OUTPUT -> INPUT_OUTPUT;
        };
    }

    private void say(String sentence) {
        context.terminal().errors().println("pfeiler: " + Text.plain(sentence));
    }

    @Command(
            name = "pfeiler",
            mixinStandardHelpOptions = true,
            versionProvider = Version.class,
            description = "Turns a project kept by hand into one that a build tool manages, and proves it.",
            synopsisSubcommandLabel = "COMMAND",
            exitCodeListHeading = "%nExit codes:%n",
            exitCodeList = {
                "0:done",
                "1:done, and something was found to act on",
                "2:the words of the call are off",
                "3:refused or not possible; nothing was changed",
                "4:an input or output error; the tree is as it was, or pfeiler undo makes it so"
            })
    private static final class Root implements Runnable {
        @CommandLine.Spec
        private CommandLine.Model.CommandSpec spec;

        @Override
        public void run() {
            throw new ParameterException(spec.commandLine(), "A command is missing.");
        }
    }
}
