package dev.pfeiler.cli;

import dev.pfeiler.cli.command.AcceptCommand;
import dev.pfeiler.cli.command.AddCommand;
import dev.pfeiler.cli.command.CheckCommand;
import dev.pfeiler.cli.command.ConvertCommand;
import dev.pfeiler.cli.command.DemoCommand;
import dev.pfeiler.cli.command.FindCommand;
import dev.pfeiler.cli.command.NewCommand;
import dev.pfeiler.cli.command.OverviewCommand;
import dev.pfeiler.cli.command.ProposeCommand;
import dev.pfeiler.cli.command.ProveCommand;
import dev.pfeiler.cli.command.ReportCommand;
import dev.pfeiler.cli.command.SurveyCommand;
import dev.pfeiler.cli.command.UndoCommand;
import dev.pfeiler.cli.command.WhyCommand;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Text;
import java.io.PrintWriter;
import java.nio.file.InvalidPathException;
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

/** The command line: finds the command, runs it, and turns what goes wrong into a message and an exit code. */
public final class Cli {
    static final int USAGE = 2;
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
        COMMANDS.put("check", CheckCommand::new);
        COMMANDS.put("report", ReportCommand::new);
        COMMANDS.put("overview", OverviewCommand::new);
        COMMANDS.put("new", NewCommand::new);
        COMMANDS.put("demo", DemoCommand::new);
    }

    private final Context context;

    public Cli(Context context) {
        this.context = context;
    }

    /** Runs a command; its exit code. */
    public int run(String... arguments) {
        CommandLine line = commandLine(commands(arguments));
        line.setOut(new PrintWriter(context.terminal().output(), true));
        line.setErr(new PrintWriter(context.terminal().errors(), true));
        line.setUsageHelpWidth(context.terminal().columns());
        boolean color = context.terminal().out() && !context.terminal().plainColor();
        line.setColorScheme(CommandLine.Help.defaultColorScheme(color ? Ansi.ON : Ansi.OFF));
        Handlers handlers = new Handlers();
        line.setParameterExceptionHandler(handlers);
        line.setExecutionExceptionHandler(handlers);
        try {
            return line.execute(arguments);
        } catch (Throwable e) {
            // an error of the virtual machine: the stack or the memory is used up
            return failed(e, List.of(arguments));
        }
    }

    // no lambdas: the runtime cannot keep a lambda of picocli's old interfaces in its archive of classes
    private final class Handlers
            implements CommandLine.IParameterExceptionHandler, CommandLine.IExecutionExceptionHandler {
        @Override
        public int handleParseException(ParameterException e, String[] arguments) {
            return usageError(e);
        }

        @Override
        public int handleExecutionException(Exception e, CommandLine command, CommandLine.ParseResult result) {
            return failed(e, result.originalArgs());
        }
    }

    /** All commands with their options: what completion and manual pages are made from. */
    public CommandLine commandLine() {
        return commandLine(COMMANDS.keySet());
    }

    private CommandLine commandLine(Collection<String> commands) {
        CommandLine line = new CommandLine(new Root());
        commands.forEach(name -> line.addSubcommand(name, COMMANDS.get(name).apply(context)));
        line.getSubcommands().values().forEach(Cli::addHelp);
        return line;
    }

    /** The commands that a call may run; others are not loaded, so that the program starts faster. */
    private static Collection<String> commands(String... arguments) {
        boolean one = arguments.length > 0 && COMMANDS.containsKey(arguments[0]);
        return one ? List.of(arguments[0]) : COMMANDS.keySet();
    }

    private static void addHelp(CommandLine command) {
        command.getCommandSpec()
                .addOption(CommandLine.Model.OptionSpec.builder("-h", "--help")
                        .usageHelp(true)
                        .description("Show this help.")
                        .build());
        HelpSections.group(command);
    }

    private int usageError(ParameterException e) {
        List<String> suggestions = List.of();
        String what = e.getMessage();
        if (e instanceof UnmatchedArgumentException unmatched) {
            suggestions = unmatched.getSuggestions();
            boolean command = e.getCommandLine().getParent() == null;
            if (command) what = "Unknown command: " + unmatched.getUnmatched().get(0) + ".";
        }
        say(what);
        say(
                suggestions.isEmpty()
                        ? "See " + e.getCommandLine().getCommandSpec().qualifiedName() + " --help."
                        : "Did you mean " + String.join(" or ", suggestions) + "?");
        return USAGE;
    }

    private int failed(Throwable e, List<String> arguments) {
        boolean verbose = arguments.contains("-v") || arguments.contains("--verbose");
        if (verbose) e.printStackTrace(context.terminal().errors());
        if (e instanceof InvalidPathException path) {
            say("\"" + path.getInput() + "\" cannot be a path here: " + path.getReason() + ".");
            say("Use a locale with UTF-8, for example LC_ALL=C.UTF-8; the project is unchanged.");
            return REFUSED;
        }
        if (!(e instanceof Refusal refusal)) {
            say(
                    e instanceof OutOfMemoryError
                            ? "Not enough memory: " + (Runtime.getRuntime().maxMemory() >> 20) + " MB. "
                                    + state(arguments)
                            : "Internal error: " + e + ". " + state(arguments));
            if (e instanceof OutOfMemoryError) say("Allow more with JAVA_TOOL_OPTIONS=-Xmx4g.");
            else say(verbose ? "Please report this with the stack trace." : "Run it again with -v for a stack trace.");
            return INPUT_OUTPUT;
        }
        say(refusal.getMessage());
        say(refusal.next());
        return switch (refusal.reason()) {
            case USAGE -> USAGE;
            case NOT_POSSIBLE -> REFUSED;
            case INPUT_OUTPUT -> INPUT_OUTPUT;
        };
    }

    /** In what state a command leaves the project that ends where nobody foresaw it. */
    static String state(List<String> arguments) {
        String command = arguments.isEmpty() ? "" : arguments.get(0);
        return switch (command) {
            case "convert", "check" -> "If the project was changed, pfeiler undo restores it.";
            case "undo", "accept" -> "Run pfeiler " + command + " again to complete it.";
            case "add", "new" -> "Files that were written before are complete.";
            default -> "The project is unchanged.";
        };
    }

    private void say(String sentence) {
        context.terminal().errors().println("pfeiler: " + Text.plain(sentence));
    }

    @Command(
            name = "pfeiler",
            mixinStandardHelpOptions = true,
            versionProvider = Version.class,
            description =
                    "Converts projects with a hand-maintained build to ones that a build tool manages, and proves the result; creates fresh projects.",
            synopsisSubcommandLabel = "COMMAND",
            footerHeading = "%nExamples:%n",
            footer = {
                "  pfeiler propose harbour          # what would change, and why",
                "  pfeiler convert harbour          # carry it out",
                "  pfeiler prove harbour            # build it, and compare with the old build",
                "  pfeiler new harbour-wind         # a fresh project",
                "%npfeiler COMMAND --help describes a command."
            },
            exitCodeListHeading = "%nExit codes:%n",
            exitCodeList = {
                "0:success",
                "1:completed, but action is needed (e.g. the proof failed)",
                "2:usage error",
                "3:refused or not possible; nothing was changed",
                "4:I/O error; the project is unchanged or can be restored with pfeiler undo"
            })
    private static final class Root implements Runnable {
        @CommandLine.Spec
        private CommandLine.Model.CommandSpec spec;

        @Override
        public void run() {
            throw new ParameterException(spec.commandLine(), "Missing command.");
        }
    }
}
