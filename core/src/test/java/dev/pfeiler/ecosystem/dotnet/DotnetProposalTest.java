package dev.pfeiler.ecosystem.dotnet;

import static dev.pfeiler.Proposed.files;
import static dev.pfeiler.Proposed.left;
import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Golden;
import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is proposed for C# projects. */
class DotnetProposalTest {
    private static final String HEAD =
            "<Project ToolsVersion='4.0' xmlns='http://schemas.microsoft.com/developer/msbuild/2003'>";

    /** A dll of the demo data. */
    private static final Path TIDES = Path.of("../demo/pilotroster/lib/Haldervik.Tides.dll");

    @TempDir
    Path temp;

    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(temp.resolve("office")));
    }

    private Proposal propose(String... choices) {
        Pfeiler pfeiler = new Pfeiler(Sketch.alone(temp.resolve("home"), true));
        return pfeiler.propose(pfeiler.survey(sketch.root()), Sketch.chosen(choices));
    }

    /** A project with most of what project files state. */
    private void berths() throws IOException {
        sketch.file("src/Berth.cs", "namespace Office { public class Berth {} }")
                .file("src/Views/Plan.cs", "namespace Office.Plans { class Plan { } }")
                .file("src/Views/Plan.resx", "<root/>")
                .file("src/Draft.cs", "not finished")
                .file("src/old/A.cs", "not compiled")
                .file("src/old/B.cs", "not compiled")
                .file("shared/Clock.cs", "class Clock { void F() { System.Diagnostics.Trace.Write(1); } }")
                .file("src/key.snk", "key")
                .file(
                        "src/Office.Berths.nuspec",
                        "<package><metadata><id>$id$</id><version>$version$</version>",
                        "<authors>Port office</authors></metadata></package>")
                .file("src/texts/a.txt", "a")
                .file("src/tables/b.csv", "b")
                .file("lib/Quay.Maps.dll", "binary")
                .file("packages/Quay.Json.3.1.0/lib/net45/Quay.Json.dll", "binary")
                .file(
                        "src/packages.config",
                        "<packages><package id='Quay.Json' version='3.1.0' />"
                                + "<package id='Quay.Style' version='1.0.0' developmentDependency='true' /></packages>")
                .file(
                        "src/Properties/AssemblyInfo.cs",
                        "using System.Reflection;",
                        "",
                        "[assembly: AssemblyTitle(\"Berths of the office\")]",
                        "[assembly: AssemblyVersion(\"2.3.0.0\")]",
                        "[assembly: AssemblyFileVersion(\"2.3.0.0\")]",
                        "[assembly: AssemblyTrademark(\"\")]")
                .file(
                        "src/Berths.csproj",
                        HEAD,
                        "<PropertyGroup>",
                        "<Configuration Condition=\"'$(Configuration)' == ''\">Debug</Configuration>",
                        "<OutputType>Library</OutputType><RootNamespace>Office</RootNamespace>",
                        "<AssemblyName>Office.Berths</AssemblyName><TargetFrameworkVersion>v4.5</TargetFrameworkVersion>",
                        "<SignAssembly>true</SignAssembly><AssemblyOriginatorKeyFile>key.snk</AssemblyOriginatorKeyFile>",
                        "<PostBuildEvent>copy \"$(TargetPath)\" ..\\out</PostBuildEvent>",
                        "</PropertyGroup>",
                        "<PropertyGroup Condition=\"'$(Configuration)' == 'Debug'\">",
                        "<DefineConstants>DEBUG;TRACE;QUAY;SLOW</DefineConstants><NoWarn>1591,0618</NoWarn></PropertyGroup>",
                        "<PropertyGroup Condition=\"'$(Configuration)' == 'Release'\">",
                        "<DefineConstants>TRACE;QUAY</DefineConstants><NoWarn>1591,0618</NoWarn>",
                        "<AllowUnsafeBlocks>true</AllowUnsafeBlocks></PropertyGroup>",
                        "<ItemGroup><Reference Include='System' /><Reference Include='System.Web' />",
                        "<Reference Include='Quay.Json'><HintPath>..\\packages\\Quay.Json.3.1.0\\lib\\net45\\Quay.Json.dll</HintPath></Reference>",
                        "<Reference Include='Quay.Maps, Version=1.0.0.0'><HintPath>..\\lib\\Quay.Maps.dll</HintPath></Reference>",
                        "<Reference Include='Quay.Gone'><HintPath>..\\lib\\Quay.Gone.dll</HintPath></Reference>",
                        "</ItemGroup><ItemGroup>",
                        "<Compile Include='Berth.cs' /><Compile Include='views\\plan.cs' />",
                        "<Compile Include='Properties\\AssemblyInfo.cs' />",
                        "<Compile Include='..\\shared\\Clock.cs'><Link>Shared\\Clock.cs</Link></Compile>",
                        "<EmbeddedResource Include='Views\\Plan.resx'><DependentUpon>Plan.cs</DependentUpon></EmbeddedResource>",
                        "<EmbeddedResource Include='texts\\a.txt'><LogicalName>words</LogicalName></EmbeddedResource>",
                        "<Content Include='tables\\b.csv'><CopyToOutputDirectory>Always</CopyToOutputDirectory></Content>",
                        "</ItemGroup>",
                        "<Import Project='$(MSBuildToolsPath)\\Microsoft.CSharp.targets' />",
                        "<Target Name='AfterBuild'><Message Text='done' /></Target>",
                        "</Project>");
    }

    @Test
    void aProjectFileIsWrittenForAnSdk() throws IOException {
        berths();
        Proposal proposal = propose();
        Golden.check("dotnet/berths", files(proposal));
        assertThat(left(proposal))
                .contains(
                        "Quay.Gone: is compiled against and is not there: ..\\lib\\Quay.Gone.dll",
                        "src/Berths.csproj: has a step of its own, AfterBuild, which is carried over; check what it does");
    }

    @Test
    void attributesStayAndTheFrameworkIsAnotherByChoice() throws IOException {
        berths();
        Map<String, String> files = files(propose("assembly-info=keep", "framework=net8.0"));
        assertThat(files).doesNotContainKey("src/Properties/AssemblyInfo.cs");
        assertThat(files.get("src/Berths.csproj"))
                .contains(
                        "<TargetFramework>net8.0</TargetFramework>",
                        "<GenerateAssemblyInfo>false</GenerateAssemblyInfo>")
                .as("its class names it by today's rule, too")
                .contains("<EmbeddedResource Update=\"Views\\Plan.resx\" DependentUpon=\"Plan.cs\" />")
                .doesNotContain("System.Web");
    }

    @Test
    void projectsReferToEachOtherAndShareVersions() throws IOException {
        sketch.file(
                        "Office.slnx",
                        "<Solution>",
                        "  <Project Path=\"a/A.csproj\" />",
                        "  <Project Path=\"gone/G.csproj\" />",
                        "</Solution>")
                .file("a/A.cs", "class A {}")
                .file("a/T.cs", "class T {}")
                .file("a/packages.config", "<packages><package id='Quay.Log' version='1.0.2' /></packages>")
                .file("a/A.csproj", HEAD, "<ItemGroup><Compile Include='A.cs' /></ItemGroup></Project>")
                .file(
                        "a/packages.T.config",
                        "<packages><package id='Quay.Log' version='1.0.2' /><package id='Quay.Json' version='3.1.0' /></packages>")
                .file(
                        "a/T.csproj",
                        HEAD,
                        "<PropertyGroup><OutputType>Exe</OutputType></PropertyGroup>",
                        "<ItemGroup><Compile Include='T.cs' />",
                        "<Reference Include='A'><HintPath>bin\\Debug\\A.dll</HintPath></Reference></ItemGroup></Project>");
        Golden.check("dotnet/same-folder", files(propose()));
    }

    @Test
    void whatScriptsCompileGetsProjectFiles() throws IOException {
        sketch.file("lib/Tide.cs", "public class Tide {}")
                .file("lib/Moon.cs", "class Moon {}")
                .file("lib/Draft.cs", "not compiled")
                .file("lib/words.txt", "words")
                .file("app/Main.cs", "class Program { static void Main() {} }")
                .file("app/deep/Table.cs", "class Table {}")
                .file("sources.rsp", "# the library", "/r:System.Xml.dll", "lib/Tide.cs")
                .file(
                        "compile.sh",
                        "#!/bin/sh",
                        "OUT=out",
                        "CSC=${CSC:-mcs}",
                        "$CSC -t:library -out:$OUT/Tides.dll -d:UNIX -unsafe -res:lib/words.txt,Tides.words \\",
                        "    @sources.rsp lib/Moon.cs",
                        "$CSC -out:$OUT/table.exe -r:$OUT/Tides.dll -recurse:'app/*.cs'");
        Proposal proposal = propose();
        Golden.check("dotnet/script", files(proposal));
        assertThat(left(proposal))
                .containsExactly("compile.sh: still calls the compiler itself; dotnet build takes its place");
    }

    @Test
    void whatAnSdkDoesNotBuildStays() throws IOException {
        sketch.file("web/Page.cs", "class Page {}")
                .file(
                        "web/Web.csproj",
                        HEAD,
                        "<PropertyGroup><ProjectTypeGuids>{349c5851-65df-11da-9384-00065b846f21}</ProjectTypeGuids></PropertyGroup>",
                        "<ItemGroup><Compile Include='Page.cs' /></ItemGroup></Project>")
                .file("core/Core.cs", "class Core {}")
                .file("core/Core.csproj", HEAD, "<ItemGroup><Compile Include='Core.cs' /></ItemGroup></Project>")
                .file("core/packages.config", "<packages/>");
        Proposal proposal = propose();
        assertThat(files(proposal)).doesNotContainKey("web/Web.csproj").containsKey("core/Core.csproj");
        assertThat(left(proposal))
                .contains(
                        "web/Web.csproj: is a web application of the old framework, which SDKs do not build; it stays as it is");
    }

    /** Steps of the project's own are carried over with what they work on; what is data stays as it is. */
    @Test
    void stepsOfItsOwnAreCarriedOver() throws IOException {
        sketch.file("msbuild/Tables.targets", "<Project><Target Name='Tables'><Message Text='t' /></Target></Project>")
                .file("msbuild/Values.props", "<Project><PropertyGroup><V>VALUED</V></PropertyGroup></Project>")
                .file("core/Core.cs", "class Core { void F() { System.Diagnostics.Trace.Write(1); } }")
                .file("core/tides.table", "t")
                .file(
                        "core/Core.csproj",
                        HEAD,
                        "<Import Project='..\\msbuild\\Values.props' />",
                        "<PropertyGroup><Configuration Condition=\"'$(Configuration)' == ''\">Debug</Configuration>",
                        "<DefineConstants>$(V)</DefineConstants></PropertyGroup>",
                        "<PropertyGroup Condition=\"'$(Configuration)' == 'Debug'\">",
                        "<DefineConstants>DEBUG;TRACE;$(V)</DefineConstants></PropertyGroup>",
                        "<ItemGroup><Compile Include='Core.cs' /><Table Include='tides.table'><As>sea</As></Table></ItemGroup>",
                        "<Import Project='..\\msbuild\\Tables.targets' /></Project>")
                .file(
                        "Core.sln",
                        "Project(\"{FAE04EC0-301F-11D3-BF4B-00C04F79EFBC}\") = \"Core\", \"core\\Core.csproj\", \"{1}\"\nEndProject")
                .file(
                        "samples/Old.sln",
                        "Project(\"{FAE04EC0-301F-11D3-BF4B-00C04F79EFBC}\") = \"Gone\", \"Gone.csproj\", \"{2}\"\nEndProject")
                .file("samples/Old.csproj", HEAD, "<ItemGroup><Compile Include='Gone.cs' /></ItemGroup></Project>")
                .file(
                        ".hidden/Other.csproj",
                        HEAD,
                        "<ItemGroup><Compile Include='..\\core\\Core.cs' /></ItemGroup></Project>");
        Proposal proposal = propose();
        Golden.check("dotnet/steps", files(proposal));
        assertThat(left(proposal))
                .contains(
                        "samples/Old.csproj: lists sources none of which is there; it stays as it is",
                        "core/Core.csproj: has items of the kind Table, which are carried over",
                        "core/Core.csproj: imports msbuild/Tables.targets, whose steps it still runs; check what they do");
    }

    /** Where something names the output, it stays in its folder; calls of older build tools are those of the SDK. */
    @Test
    void whatNamesTheOutputStillFindsIt() throws IOException {
        sketch.file("gate/Gate.cs", "class Gate { static void Main() {} }")
                .file(
                        "gate/Gate.csproj",
                        HEAD,
                        "<PropertyGroup><OutputType>Exe</OutputType><OutputPath>bin\\Debug\\</OutputPath></PropertyGroup>",
                        "<ItemGroup><Compile Include='Gate.cs' /></ItemGroup></Project>")
                .file("sill/Sill.cs", "class Sill {}")
                .file("sill/Sill.csproj", HEAD, "<ItemGroup><Compile Include='Sill.cs' /></ItemGroup></Project>")
                .file(
                        "run.bat",
                        "@echo off",
                        "msbuild Office.sln /p:Configuration=Debug",
                        "gate\\bin\\Debug\\Gate.exe %1");
        Proposal proposal = propose();
        assertThat(files(proposal).get("gate/Gate.csproj"))
                .contains("<AppendTargetFrameworkToOutputPath>false</AppendTargetFrameworkToOutputPath>");
        assertThat(files(proposal).get("sill/Sill.csproj")).doesNotContain("OutputPath");
        assertThat(files(proposal).get("run.bat"))
                .isEqualTo("@echo off\ndotnet msbuild -restore Office.sln /p:Configuration=Debug\n"
                        + "gate\\bin\\Debug\\Gate.exe %1\n");
        assertThat(left(proposal)).isEmpty();
    }

    @Test
    void whatAllProjectsStateAlikeIsShared() throws IOException {
        for (String name : List.of("Gate", "Sill"))
            sketch.file(name + "/" + name + ".cs", "class " + name + " {}")
                    .file(
                            name + "/AssemblyInfo.cs",
                            "[assembly: AssemblyCompany(\"Port office\")]",
                            "[assembly: AssemblyTitle(\"" + name + " of the port\")]",
                            "[assembly: AssemblyVersion(\"" + (name.equals("Gate") ? "1.2.0.0" : "1.3.0.0") + "\")]",
                            "[assembly: Serializable]")
                    .file(
                            name + "/" + name + ".csproj",
                            HEAD,
                            "<PropertyGroup><TreatWarningsAsErrors>true</TreatWarningsAsErrors></PropertyGroup>",
                            "<ItemGroup><Compile Include='*.cs' /></ItemGroup></Project>");
        Map<String, String> files = files(propose());
        assertThat(files.get("Directory.Build.props"))
                .isEqualTo(
                        """
                <Project>

                  <PropertyGroup>
                    <Company>Port office</Company>
                    <TreatWarningsAsErrors>true</TreatWarningsAsErrors>
                  </PropertyGroup>

                </Project>
                """);
        assertThat(files.get("Gate/Gate.csproj"))
                .isEqualTo(
                        """
                <Project Sdk="Microsoft.NET.Sdk">

                  <PropertyGroup>
                    <TargetFramework>net40</TargetFramework>
                    <AssemblyTitle>Gate of the port</AssemblyTitle>
                    <Version>1.2.0</Version>
                  </PropertyGroup>

                </Project>
                """);
        assertThat(files.get("Sill/Sill.csproj"))
                .contains("<Version>1.3.0</Version>")
                .doesNotContain("Company");
    }

    /** Scripts go on to do what they did, with the SDK's commands; tests wait for what finds them. */
    @Test
    void scriptsCallTheSdk() throws IOException {
        sketch.file("a/A.cs", "class A {}")
                .file(
                        "a/A.csproj",
                        HEAD,
                        "<PropertyGroup><OutputType>Library</OutputType>"
                                + "<TargetFrameworkVersion>v4.6</TargetFrameworkVersion></PropertyGroup>",
                        "<ItemGroup><Compile Include='A.cs' /><Reference Include='nunit.framework'>"
                                + "<HintPath>..\\lib\\nunit.framework.dll</HintPath></Reference></ItemGroup></Project>")
                .file("lib/nunit.framework.dll", "binary")
                .file(
                        "build.sh",
                        "#!/bin/sh",
                        "cd a && mono ../tools/nuget.exe restore A.csproj",
                        "exec xbuild A.csproj /p:Configuration=Release",
                        "echo msbuild is done")
                .file("rebuild.bat", "@msbuild a\\A.csproj /t:Rebuild", "\"%TOOLS%\\MSBuild.exe\" a\\A.csproj")
                .file("Dockerfile", "FROM mono:6", "RUN xbuild a/A.csproj");
        Proposal proposal = propose();
        Map<String, String> files = files(proposal);
        assertThat(files.get("build.sh"))
                .isEqualTo(
                        """
                        #!/bin/sh
                        cd a && dotnet restore A.csproj
                        exec dotnet msbuild A.csproj /p:Configuration=Release
                        echo msbuild is done
                        """);
        assertThat(files.get("rebuild.bat"))
                .isEqualTo("@dotnet msbuild -restore a\\A.csproj /t:Rebuild\n\"%TOOLS%\\MSBuild.exe\" a\\A.csproj\n");
        assertThat(left(proposal))
                .contains(
                        "Dockerfile: calls a build tool of the time before SDKs; dotnet build takes its place",
                        "a/A.csproj: has tests for nunit.framework; dotnet test runs them once the packages"
                                + " Microsoft.NET.Test.Sdk and NUnit3TestAdapter are added");
    }

    @Test
    void redirectsThatContradictAssembliesAreSaid() throws IOException {
        sketch.file("a/Main.cs", "class Program { static void Main() {} }")
                .bytes("lib/Haldervik.Tides.dll", Files.readAllBytes(TIDES))
                .file(
                        "a/App.config",
                        "<configuration><runtime><assemblyBinding xmlns='urn:schemas-microsoft-com:asm.v1'>",
                        "<dependentAssembly><assemblyIdentity name='Haldervik.Tides' />",
                        "<bindingRedirect oldVersion='0.0.0.0-9.9.9.9' newVersion='9.9.9.9' /></dependentAssembly>",
                        "<dependentAssembly><assemblyIdentity name='Elsewhere' />",
                        "<bindingRedirect oldVersion='1.0.0.0' newVersion='2.0.0.0' /></dependentAssembly>",
                        "</assemblyBinding></runtime></configuration>")
                .file(
                        "a/A.csproj",
                        HEAD,
                        "<PropertyGroup><OutputType>Exe</OutputType>"
                                + "<TargetFrameworkVersion>v4.6</TargetFrameworkVersion></PropertyGroup>",
                        "<ItemGroup><Compile Include='Main.cs' /><Reference Include='Haldervik.Tides'>"
                                + "<HintPath>..\\lib\\Haldervik.Tides.dll</HintPath></Reference></ItemGroup></Project>");
        assertThat(left(propose()))
                .anyMatch(text -> text.matches("a/App.config: sends users of Haldervik.Tides to version 9.9.9.9, "
                        + "and the assembly is [\\d.]+"))
                .noneMatch(text -> text.contains("Elsewhere"));
    }
}
