package dev.pfeiler.cli.distribution;

import dev.pfeiler.cli.Cli;
import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.Terminal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.StreamSupport;
import picocli.AutoComplete;
import picocli.CommandLine;
import picocli.CommandLine.Model.OptionSpec;
import picocli.codegen.docgen.manpage.ManPageGenerator;

/** Writes the completion scripts and the sources of the manual pages, from the declarations of commands and options. */
public final class ShellFiles {
    private ShellFiles() {}

    /** @param arguments the folder that the files go to */
    public static void main(String[] arguments) throws IOException {
        Path folder = Path.of(arguments[0]);
        CommandLine line =
                new Cli(new Context(Terminal.system(), Path.of(System.getProperty("pfeiler.home")))).commandLine();
        Path completion = Files.createDirectories(folder.resolve("completion"));
        // the same script serves zsh, by its emulation of bash's completion
        Files.writeString(completion.resolve("pfeiler.bash"), AutoComplete.bash("pfeiler", line));
        Files.writeString(completion.resolve("pfeiler.fish"), fish(line));
        int exit = ManPageGenerator.generateManPage(
                folder.resolve("manual").toFile(), null, new boolean[0], true, line.getCommandSpec());
        if (exit != 0) throw new IOException("the manual pages could not be written");
    }

    /** A completion script in fish's own notation. */
    static String fish(CommandLine line) {
        StringBuilder script = new StringBuilder("# completion of pfeiler for fish\ncomplete -c pfeiler -f\n");
        for (Map.Entry<String, CommandLine> command : line.getSubcommands().entrySet()) {
            CommandLine.Model.CommandSpec spec = command.getValue().getCommandSpec();
            script.append("complete -c pfeiler -n __fish_use_subcommand -a ")
                    .append(command.getKey())
                    .append(described(spec.usageMessage().description()))
                    .append('\n');
            String within = "complete -c pfeiler -n '__fish_seen_subcommand_from " + command.getKey() + "'";
            spec.positionalParameters().forEach(parameter -> {
                String values = values(parameter.completionCandidates());
                script.append(within)
                        .append(values.isEmpty() ? " -F" : " -a '" + values + "'")
                        .append('\n');
            });
            for (OptionSpec option : spec.options()) {
                script.append(within);
                for (String name : option.names())
                    script.append(name.startsWith("--") ? " -l " + name.substring(2) : " -s " + name.substring(1));
                if (option.arity().max() > 0) {
                    String values = values(option.completionCandidates());
                    script.append(values.isEmpty() ? " -r -F" : " -x -a '" + values + "'");
                }
                script.append(described(option.description())).append('\n');
            }
        }
        return script.toString();
    }

    private static String values(Iterable<String> candidates) {
        return candidates == null
                ? ""
                : String.join(
                        " ",
                        StreamSupport.stream(candidates.spliterator(), false).toList());
    }

    private static String described(String[] description) {
        if (description.length == 0) return "";
        String first = description[0].replaceAll("\\$\\{[^}]*}", "").replaceAll("[:(]? *\\.$", "");
        return " -d '" + first.replace("\\", "\\\\").replace("'", "\\'") + "'";
    }
}
