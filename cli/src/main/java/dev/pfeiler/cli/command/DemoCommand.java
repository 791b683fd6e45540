package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Cli;
import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.options.Candidates;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Properties;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code pfeiler demo}. */
@Command(
        name = "demo",
        description = "Run the commands on made-up data.",
        footerHeading = "%nExamples:%n",
        footer = {"  pfeiler demo", "  pfeiler demo buoylog --only"})
public final class DemoCommand extends BaseCommand {
    /** The file that describes a demo project: its title, its place in the list, and a subject for pfeiler why or the commands to show. */
    @Parameters(
            arity = "0..1",
            paramLabel = "NAME",
            completionCandidates = Candidates.Demos.class,
            description = "The demo project (default: the first).")
    private String name;

    @Option(
            names = "--only",
            paramLabel = "DIR",
            description = "Only copy the demo project, to a new directory in this one.")
    private Path only;

    public DemoCommand(Context context) {
        super(context);
    }

    /**
     * A demo project with its description.
     *
     * @param way the commands that are shown, word by word
     */
    private record Demo(String name, Path source, String title, List<List<String>> way, int place) {}

    @Override
    public Integer call() throws IOException {
        List<Demo> demos = demos();
        String names = demos.stream().map(Demo::name).collect(Collectors.joining(", "));
        if (name == null && !demos.isEmpty()) {
            name = demos.get(0).name();
            notice("Demo projects: " + names + ". This is " + name + ".");
        }
        Demo demo = demos.stream()
                .filter(one -> one.name().equals(name))
                .findFirst()
                .orElseThrow(() -> demos.isEmpty()
                        ? missing()
                        : Refusal.usage("Unknown demo project: " + name + ".", "Choose one of: " + names + "."));
        if (only != null) {
            print("Copied to " + layOut(demo, only));
            return 0;
        }
        Path scratch = Files.createTempDirectory("pfeiler-demo");
        try {
            Path project = layOut(demo, scratch);
            int worst = 0;
            for (List<String> command : demo.way()) worst = Math.max(worst, step(command, project));
            return worst;
        } finally {
            Trees.delete(scratch);
        }
    }

    private Refusal missing() {
        return Refusal.notPossible(
                "No demo data in " + context().home().resolve("demo") + ".",
                "Run ./pfeiler in a checkout, which builds it.");
    }

    private List<Demo> demos() throws IOException {
        Path folder = context().home().resolve("demo");
        if (!Files.isDirectory(folder)) return List.of();
        List<Demo> demos = new ArrayList<>();
        try (Stream<Path> folders = Files.list(folder)) {
            for (Path source : (Iterable<Path>) folders::iterator) {
                if (!Files.exists(source.resolve(Candidates.Demos.DESCRIPTION))) continue;
                Properties description = new Properties();
                try (Reader reader = Files.newBufferedReader(source.resolve(Candidates.Demos.DESCRIPTION))) {
                    description.load(reader);
                }
                demos.add(new Demo(
                        source.getFileName().toString(),
                        source,
                        description.getProperty("title"),
                        way(description),
                        Integer.parseInt(description.getProperty("place"))));
            }
        }
        demos.sort(Comparator.comparingInt(Demo::place));
        return demos;
    }

    /** The commands that a description lists; else the way of a conversion. */
    private static List<List<String>> way(Properties description) {
        String commands = description.getProperty("commands");
        if (commands != null)
            return Arrays.stream(commands.split(","))
                    .map(line -> Text.words(line))
                    .toList();
        return List.of(
                List.of("survey"),
                List.of("propose"),
                List.of("convert"),
                List.of("prove"),
                List.of("why", description.getProperty("why")),
                List.of("undo"));
    }

    /** Copies the demo project, and what the build fetched for it. */
    private Path layOut(Demo demo, Path parent) throws IOException {
        Path fetched = context().home().resolve("demo/target").resolve(demo.name());
        // not every project needs something fetched, but the build lays all of it out or nothing
        if (!Files.isDirectory(fetched.getParent())) throw missing();
        Path project = parent.resolve(demo.name());
        if (Files.exists(project)) throw Refusal.notPossible(project + " already exists.", "Pass another directory.");
        Trees.overlay(demo.source(), Files.createDirectories(project));
        Files.delete(project.resolve(Candidates.Demos.DESCRIPTION));
        if (Files.isDirectory(fetched)) Trees.overlay(fetched, project);
        return project;
    }

    private int step(List<String> command, Path project) {
        List<String> rest = command.subList(1, command.size());
        screen().prompt("pfeiler " + command.get(0) + " " + name
                + (rest.isEmpty() ? "" : " " + String.join(" ", rest)));
        boolean color = output().color(
                        context().terminal().out() && !context().terminal().plainColor());
        List<String> arguments =
                new ArrayList<>(List.of(command.get(0), "--color=" + (color ? "always" : "never"), project.toString()));
        arguments.addAll(rest);
        return new Cli(context()).run(arguments.toArray(String[]::new));
    }
}
