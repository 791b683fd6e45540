package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Cli;
import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.conversion.Trees;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code pfeiler demo}. */
@Command(name = "demo", description = "Go the whole way on made-up data: survey, propose, convert, prove, why, undo.")
public final class DemoCommand implements Callable<Integer> {
    /** The demo projects, and what pfeiler why is asked in each. */
    private static final Map<String, String> PROJECTS = new LinkedHashMap<>();

    static {
        PROJECTS.put("tidewatch", "commons-lang3");
        PROJECTS.put("buoylog", "level");
        PROJECTS.put("harbourlog", "packaging");
        PROJECTS.put("towlist", "spring-webmvc");
        PROJECTS.put("berthplan", "level");
    }

    private final Context context;

    @Parameters(arity = "0..1", paramLabel = "NAME", description = "The demo project; the first if not given.")
    private String name;

    @Option(
            names = "--only",
            paramLabel = "DIR",
            description = "Only lay the demo project out, in a new folder below this one.")
    private Path only;

    @Mixin
    private OutputOptions output;

    public DemoCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() throws IOException {
        if (name == null) {
            name = PROJECTS.keySet().iterator().next();
            context.terminal()
                    .errors()
                    .println("Demo projects: " + String.join(", ", PROJECTS.keySet()) + ". This is " + name + ".");
        }
        if (!PROJECTS.containsKey(name)) {
            throw Refusal.wrongWords(
                    "There is no demo project \"" + name + "\".",
                    "Choose one of: " + String.join(", ", PROJECTS.keySet()) + ".");
        }
        if (only != null) {
            Path project = layOut(only);
            context.terminal().output().println("Laid out: " + project);
            return 0;
        }
        Path scratch = Files.createTempDirectory("pfeiler-demo");
        try {
            Path project = layOut(scratch);
            int worst = 0;
            for (List<String> words : way()) worst = Math.max(worst, step(words, project));
            return worst;
        } finally {
            Trees.delete(scratch);
        }
    }

    private List<List<String>> way() {
        return List.of(
                List.of("survey"),
                List.of("propose"),
                List.of("convert"),
                List.of("prove"),
                List.of("why", PROJECTS.get(name)),
                List.of("undo"));
    }

    /** Copies the demo project, and what the build fetched for it. */
    private Path layOut(Path parent) throws IOException {
        Path source = context.home().resolve("demo").resolve(name);
        Path fetched = context.home().resolve("demo/target").resolve(name);
        // not every project needs something fetched, but the build lays all of it out or nothing
        if (!Files.isDirectory(source) || !Files.isDirectory(fetched.getParent())) {
            throw Refusal.notPossible(
                    "The demo data is not in " + context.home().resolve("demo") + ".",
                    "Start the program with ./pfeiler in a checkout, which builds it.");
        }
        Path project = parent.resolve(name);
        if (Files.exists(project)) {
            throw Refusal.notPossible(project + " is there already.", "Name another folder.");
        }
        Trees.overlay(source, Files.createDirectories(project));
        if (Files.isDirectory(fetched)) Trees.overlay(fetched, project);
        return project;
    }

    private int step(List<String> words, Path project) {
        String command = words.get(0);
        List<String> rest = words.subList(1, words.size());
        String typed = "pfeiler " + command + " " + name + (rest.isEmpty() ? "" : " " + String.join(" ", rest));
        context.screen(output).prompt(typed);
        String[] arguments = new String[rest.size() + 3];
        arguments[0] = command;
        arguments[1] = "--color="
                + (output.color(context.terminal().out() && !context.terminal().plainColor()) ? "always" : "never");
        arguments[2] = project.toString();
        for (int i = 0; i < rest.size(); i++) arguments[3 + i] = rest.get(i);
        return new Cli(context).run(arguments);
    }
}
