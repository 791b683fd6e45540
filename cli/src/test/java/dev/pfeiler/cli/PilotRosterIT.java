package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A C# solution with old project files, proven by mcs. */
class PilotRosterIT {
    @TempDir
    Path folder;

    private final Program program = new Program();
    private Path project;

    @BeforeEach
    void layOut() {
        Tools.require("mcs", "mono");
        project = Program.demo("pilotroster", folder);
    }

    @Test
    void aSolutionIsConvertedProvenAndPutBack() throws IOException {
        Map<String, String> before = new Sketch(project).digest();
        Program.Run survey = program.run("survey", project);
        assertThat(survey.out())
                .containsPattern("src/Roster/Draft.cs\\s+is not compiled, and stays left out")
                .containsPattern("tests/Roster.Tests/Roster.Tests.csproj\\s+is in no solution; it will be listed");
        Program.Run convert = program.run("convert", project);
        assertThat(convert.exit()).as(convert.out() + convert.err()).isZero();
        assertThat(convert.out()).contains("PilotRoster.sln listed src/Swap/Swap.csproj, which is not there");
        assertThat(Files.readString(project.resolve("tests/Roster.Tests/Roster.Tests.csproj"))
                        .replace("\r", ""))
                .isEqualTo(
                        """
                        <Project Sdk="Microsoft.NET.Sdk">

                          <PropertyGroup>
                            <OutputType>Exe</OutputType>
                            <TargetFramework>net45</TargetFramework>
                            <AssemblyName>Haldervik.Roster.Tests</AssemblyName>
                            <RootNamespace>Haldervik.Roster.Tests</RootNamespace>
                          </PropertyGroup>

                          <ItemGroup>
                            <Reference Include="Haldervik.Tides" HintPath="..\\..\\lib\\Haldervik.Tides.dll" />
                          </ItemGroup>

                          <ItemGroup>
                            <ProjectReference Include="..\\..\\src\\Roster\\Roster.csproj" />
                          </ItemGroup>

                        </Project>
                        """);
        Program.Run prove = program.run("prove", "--json", "--run-with", "3", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.row("built by")).isEqualTo("same mcs / mcs, without an SDK");
        assertThat(prove.row("Haldervik.Roster: sources")).isEqualTo("same 3 / 3");
        assertThat(prove.row("Haldervik.Roster: assembly"))
                .isEqualTo("same Haldervik.Roster 1.4.0.0 / Haldervik.Roster 1.4.0.0");
        assertThat(prove.row("RosterPrinter: constants")).isEqualTo("same DEBUG LOUD TRACE / DEBUG LOUD TRACE");
        assertThat(prove.row("RosterPrinter: resources")).isEqualTo("same 1 / 1");
        assertThat(prove.row("RosterPrinter: copied files")).isEqualTo("same 1 / 1");
        assertThat(prove.row("run RosterPrinter 3")).isEqualTo("same exit 0 / exit 0");
        assertThat(program.run("undo", project).exit()).isZero();
        assertThat(new Sketch(project).digest()).isEqualTo(before);
    }

    /** With an SDK on the path, here one that only notes how it is called, the solution is built by it first. */
    @Test
    void anSdkBuildsTheSolution() throws IOException {
        assertThat(program.run("convert", project).exit()).isZero();
        Path calls = folder.resolve("calls.txt");
        Path dotnet = Files.createDirectories(folder.resolve("sdk")).resolve("dotnet");
        Program with = new Program().with("PATH", dotnet.getParent() + ":" + System.getenv("PATH"));
        Files.writeString(dotnet, "#!/bin/sh\necho \"$@\" >> " + calls + "\n");
        assertThat(dotnet.toFile().setExecutable(true)).isTrue();
        Program.Run prove = with.run("prove", "--json", project);
        assertThat(prove.row("built by")).isEqualTo("same mcs / dotnet build; compared by mcs");
        assertThat(Files.readString(calls)).isEqualTo("build PilotRoster.sln --nologo\n");
        Files.writeString(dotnet, "#!/bin/sh\necho 'error NETSDK1045'\nexit 1\n");
        Program.Run failed = with.run("prove", project);
        assertThat(failed.exit()).isNotZero();
        assertThat(failed.out()).contains("Not proven: dotnet build PilotRoster.sln failed with exit code 1.");
    }

    @Test
    void freshProjectsAreBuiltTestedAndStarted() {
        for (String kind : List.of("library", "program", "server")) {
            Path fresh = folder.resolve("gate-" + kind);
            Program.Run create = program.run("new", fresh, "--language", "csharp", "--kind", kind);
            assertThat(create.exit()).as(create.err()).isZero();
            Program.Run prove = program.run("prove", "--json", fresh);
            assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
            assertThat(prove.row("tests")).isEqualTo("same  / 2 passed");
            if (kind.equals("program")) assertThat(prove.row("start")).isEqualTo("same  / 10 kn = 5.14 m/s");
            if (kind.equals("server"))
                assertThat(prove.row("GET /knots?value=10")).isEqualTo("same  / 200  5.14 m/s");
        }
    }

    /** What is changed behind the conversion's back is no longer proven. */
    @Test
    void differencesAreSeen() throws IOException {
        assertThat(program.run("convert", project).exit()).isZero();
        Path printer = project.resolve("src/RosterPrinter/RosterPrinter.csproj");
        String text = Files.readString(printer);
        Files.writeString(
                printer,
                text.replace(";LOUD", "").replace("texts\\heading.txt\"", "texts\\heading.txt\" LogicalName=\"h\""));
        Path roster = project.resolve("src/Roster/Roster.csproj");
        Files.writeString(roster, Files.readString(roster).replace("1.4.0", "1.5.0"));
        Program.Run prove = program.run("prove", "--json", "--run-with", "3", project);
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.row("RosterPrinter: constants")).isEqualTo("different DEBUG LOUD TRACE / DEBUG TRACE");
        assertThat(prove.row("Haldervik.Roster: assembly")).startsWith("different");
        assertThat(prove.row("RosterPrinter: resources")).startsWith("different");
        assertThat(prove.row("run RosterPrinter 3")).startsWith("different");
        Files.writeString(roster, Files.readString(roster).replace("<Compile Remove=\"Draft.cs\" />", ""));
        Program.Run broken = program.run("prove", "--json", project);
        assertThat(broken.row("Haldervik.Roster: types")).isEqualTo("different compiles / does not");
    }
}
