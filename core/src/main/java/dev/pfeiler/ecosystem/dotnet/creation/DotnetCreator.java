package dev.pfeiler.ecosystem.dotnet.creation;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.dotnet.model.ProjectText;
import dev.pfeiler.ecosystem.dotnet.model.ProjectText.Element;
import dev.pfeiler.ecosystem.dotnet.model.SdkProject;
import dev.pfeiler.ecosystem.dotnet.project.Framework;
import dev.pfeiler.ecosystem.dotnet.solution.SolutionFile;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Proposal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/** Fresh projects in C#. */
public final class DotnetCreator implements Creator {
    @Override
    public List<Language> languages() {
        return List.of(new Language("csharp", "C#"));
    }

    @Override
    public PreferredTarget preferred(Environment environment) {
        return new PreferredTarget("dotnet", "the build tool for C#", List.of());
    }

    @Override
    public char separator() {
        return '@';
    }

    @Override
    public Session session(String target, Deliberation deliberation, Environment environment) {
        return new PlainSession(
                new Level("net10.0", "the framework with the longest support today"),
                blueprint -> Map.of("project", project(blueprint), "namespace", project(blueprint)),
                DotnetCreator::build,
                Creator.lacking(environment, "dotnet", "The .NET SDK").toList());
    }

    @Override
    public boolean isLevel(String language, String text) {
        return Framework.isValid(text);
    }

    /** Words with capitals, as names of projects and namespaces are written. */
    private static String project(Blueprint blueprint) {
        String name = blueprint.capitalized();
        boolean invalid = name.isEmpty() || Character.isDigit(name.charAt(0)) || name.equals("Knots");
        return invalid ? "App" + name : name;
    }

    private static Build build(Blueprint blueprint) {
        String project = project(blueprint);
        String main = "src/" + project + "/" + project + ".csproj";
        String tests = "tests/" + project + ".Tests/" + project + ".Tests.csproj";
        String solution = project + ".sln";
        SortedMap<String, String> descriptors = new TreeMap<>();
        descriptors.put(main, main(blueprint, main).text());
        descriptors.put(tests, tests(blueprint, tests, project).text());
        descriptors.put(solution, SolutionFile.of(solution, List.of(main, tests)));
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("build", "dotnet build"));
        commands.add(new Proposal.Command("test", "dotnet run --project tests/" + project + ".Tests"));
        if (blueprint.kind() != Kind.LIBRARY)
            commands.add(new Proposal.Command("run", "dotnet run --project src/" + project));
        return new Build(main, descriptors, commands, List.of("bin/", "obj/"));
    }

    private static SdkProject main(Blueprint blueprint, String path) {
        Map<String, String> properties = new LinkedHashMap<>();
        if (blueprint.kind() != Kind.LIBRARY) properties.put("OutputType", "Exe");
        properties.put("TargetFramework", blueprint.level());
        properties.put("Version", blueprint.version());
        List<Element> packages = new ArrayList<>();
        for (Serving serving : blueprint.serving())
            for (Need.Artifact artifact : serving.artifacts(blueprint.release())) {
                PackageNotation notation = PackageNotation.parse(artifact.notation(), '@');
                packages.add(ProjectText.element(
                        "PackageReference", "Include", notation.name(), "Version", notation.version()));
            }
        List<Element> resources = blueprint.kind() == Kind.SERVER
                ? List.of(ProjectText.element("EmbeddedResource", "Include", "page.html", "LogicalName", "page.html"))
                : List.of();
        return new SdkProject(
                path, SdkProject.SDK, properties, Map.of(), Map.of(), List.of(resources, packages), List.of());
    }

    private static SdkProject tests(Blueprint blueprint, String path, String project) {
        Map<String, String> properties = new LinkedHashMap<>();
        properties.put("OutputType", "Exe");
        properties.put("TargetFramework", blueprint.level());
        Element reference = ProjectText.element(
                "ProjectReference", "Include", "..\\..\\src\\" + project + "\\" + project + ".csproj");
        return new SdkProject(
                path, SdkProject.SDK, properties, Map.of(), Map.of(), List.of(List.of(reference)), List.of());
    }

    @Override
    public boolean isSource(String language, String path) {
        return path.endsWith(".cs") && path.startsWith("src/");
    }
}
