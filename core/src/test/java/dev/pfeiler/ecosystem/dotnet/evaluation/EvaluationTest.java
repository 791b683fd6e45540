package dev.pfeiler.ecosystem.dotnet.evaluation;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Project files, worked out property by property and item by item. */
class EvaluationTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() {
        sketch = new Sketch(folder);
    }

    private Evaluation evaluate(String path, String configuration) throws IOException, XmlElement.Malformed {
        ProjectTree tree = sketch.tree();
        return Evaluation.of(tree, new FileSet(tree), path, Map.of("Configuration", configuration));
    }

    private static List<String> paths(Evaluation evaluation, String kind) {
        return evaluation.items(kind).stream()
                .map(item -> item.path().orElse("not there: " + item.include()))
                .toList();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '#',
            quoteCharacter = '`',
            value = {
                "# true",
                "'$(A)' == 'x' # true",
                "'$(A)|$(B)' == 'X|y' # true",
                "'$(A)' != 'x' # false",
                "'$(A)' == 'z' or '$(B)' == 'y' # true",
                "'$(A)' == 'x' and ('$(B)' == 'z' or !Exists('gone')) # true",
                "'$(A)' == 'z' or '$(B)' == 'y' and '$(A)' == 'z' # false",
                "Exists('a.txt') # true",
                "$(N) >= 10 # true",
                "'$(N)' < 9.5 # false",
                "HasTrailingSlash('$(D)') # true",
                "$(Yes) # true",
                "!$(Yes) # false",
                "'$(A) == 'x' # not understood",
                "$(A) # not understood",
                "'$(A)' == # not understood"
            })
    void conditions(String text, String expected) {
        Properties properties = new Properties();
        Map.of("A", "x", "B", "y", "N", "12", "D", "a\\", "Yes", "true").forEach(properties::state);
        Optional<Boolean> holds =
                Condition.holds(text == null ? "" : text, properties::expand, path -> path.equals("a.txt"));
        assertThat(holds.map(String::valueOf).orElse("not understood")).isEqualTo(expected);
    }

    @Test
    void propertiesFollowEachOtherAndConfigurations() throws Exception {
        sketch.file(
                        "p/Port.csproj",
                        "<Project xmlns='http://schemas.microsoft.com/developer/msbuild/2003'>",
                        "<Import Project='..\\Common.props' Condition=\"Exists('..\\Common.props')\" />",
                        "<Import Project='..\\Gone.props' />",
                        "<PropertyGroup>",
                        "<Configuration Condition=\" '$(Configuration)' == '' \">Other</Configuration>",
                        "<A>$(FromCommon);b%3bc</A>",
                        "<DefineConstants>ONE</DefineConstants>",
                        "<Name>$(MSBuildProjectName) in $(MSBuildThisFileDirectory)</Name>",
                        "</PropertyGroup>",
                        "<PropertyGroup Condition=\" '$(Configuration)' == 'Release' \">",
                        "<DefineConstants>$(DefineConstants);TWO</DefineConstants>",
                        "</PropertyGroup>",
                        "<Choose><When Condition=\"'$(A)' == ''\"><PropertyGroup><C>when</C></PropertyGroup></When>",
                        "<Otherwise><PropertyGroup><C>otherwise</C></PropertyGroup></Otherwise></Choose>",
                        "<PropertyGroup><F>$([System.IO.Path]::Combine('a', 'b'))</F></PropertyGroup>",
                        "</Project>")
                .file(
                        "Common.props",
                        "<Project><PropertyGroup><FromCommon>common</FromCommon>"
                                + "<Where>$(MSBuildThisFileDirectory)</Where></PropertyGroup></Project>");
        Evaluation debug = evaluate("p/Port.csproj", "Debug");
        assertThat(debug.property("configuration")).isEqualTo("Debug");
        assertThat(debug.property("A")).isEqualTo("common;b;c");
        assertThat(debug.property("DefineConstants")).isEqualTo("ONE");
        assertThat(debug.property("Name")).isEqualTo("Port in /p/");
        assertThat(debug.property("Where")).isEqualTo("/./");
        assertThat(debug.property("C")).isEqualTo("otherwise");
        assertThat(debug.property("F")).isEmpty();
        assertThat(debug.imported()).containsExactly("Common.props");
        assertThat(debug.place("A").line()).isEqualTo(6);
        assertThat(debug.trouble())
                .extracting(finding -> finding.subject() + " " + finding.fact())
                .containsExactly("p/Port.csproj calls functions in its properties, which are taken as empty");
        assertThat(evaluate("p/Port.csproj", "Release").property("DefineConstants"))
                .isEqualTo("ONE;TWO");
    }

    @Test
    void itemsWithWildCardsLinksAndEscapes() throws Exception {
        for (String file : List.of("p/A.cs", "p/m/B.cs", "p/m/old/C.cs", "p/m/D.draft.cs", "c/u/E.cs", "p/x (1).cs"))
            sketch.file(file, "class X {}");
        sketch.file(
                "p/Port.csproj",
                "<Project><ItemGroup>",
                "<Compile Include='m\\**\\*.cs' Exclude='m\\old\\**;**\\*.draft.cs' />",
                "<Compile Include='a.CS;x%20%281%29.cs'><SubType>Code</SubType></Compile>",
                "<Compile Include='..\\c\\**\\*.cs'><Link>Common\\%(RecursiveDir)%(Filename)%(Extension)</Link></Compile>",
                "<Compile Include='Gone.cs' />",
                "<None Include='n.txt' Condition=\"'$(Configuration)' == 'Release'\" />",
                "</ItemGroup></Project>");
        Evaluation evaluation = evaluate("p/Port.csproj", "Debug");
        assertThat(paths(evaluation, "compile"))
                .containsExactly("p/m/B.cs", "p/A.cs", "p/x (1).cs", "c/u/E.cs", "not there: Gone.cs");
        assertThat(evaluation.items("Compile").get(1).metadata("subtype")).contains("Code");
        assertThat(evaluation.items("Compile").get(3).place("p")).isEqualTo("Common/u/E.cs");
        assertThat(evaluation.items("Compile").get(0).place("p")).isEqualTo("m/B.cs");
        assertThat(evaluation.items("None")).isEmpty();
    }

    @Test
    void anSdkTakesFilesByItselfAndSharedFilesCount() throws Exception {
        for (String file : List.of("p/A.cs", "p/m/B.cs", "p/bin/C.cs", "p/obj/D.cs", "p/.x/E.cs", "p/T/F.cs", "s/G.cs"))
            sketch.file(file, "class X {}");
        sketch.file("p/R.resx", "<root/>")
                .file("p/n.txt", "n")
                .file(
                        "Directory.Build.props",
                        "<Project><PropertyGroup><LangVersion>latest</LangVersion></PropertyGroup></Project>")
                .file(
                        "Directory.Packages.props",
                        "<Project><ItemGroup><PackageVersion Include='Quay' Version='1.2' /></ItemGroup></Project>")
                .file(
                        "p/Port.csproj",
                        "<Project Sdk='Microsoft.NET.Sdk'><PropertyGroup>",
                        "<DefineConstants>$(DefineConstants);X</DefineConstants>",
                        "<DefaultItemExcludes>$(DefaultItemExcludes);T\\**</DefaultItemExcludes></PropertyGroup>",
                        "<ItemGroup><Compile Remove='m\\**' /><Compile Include='..\\s\\*.cs' LinkBase='Shared' />",
                        "<None Update='n.txt' CopyToOutputDirectory='Always' /></ItemGroup></Project>");
        Evaluation evaluation = evaluate("p/Port.csproj", "Debug");
        assertThat(evaluation.sdk()).isEqualTo("Microsoft.NET.Sdk");
        assertThat(paths(evaluation, "Compile")).containsExactly("p/A.cs", "s/G.cs");
        assertThat(evaluation.items("Compile").get(1).place("p")).isEqualTo("Shared/G.cs");
        assertThat(paths(evaluation, "EmbeddedResource")).containsExactly("p/R.resx");
        assertThat(paths(evaluation, "None")).containsExactly("p/n.txt");
        assertThat(evaluation.items("None").get(0).metadata("CopyToOutputDirectory"))
                .contains("Always");
        assertThat(evaluation.items("PackageVersion").get(0).metadata("Version"))
                .contains("1.2");
        assertThat(evaluation.property("LangVersion")).isEqualTo("latest");
        assertThat(evaluation.property("DefineConstants")).isEqualTo("TRACE;X");
        sketch.file(
                "p/Port.csproj",
                "<Project Sdk='Microsoft.NET.Sdk'><PropertyGroup><EnableDefaultItems>false</EnableDefaultItems>"
                        + "</PropertyGroup></Project>");
        assertThat(evaluate("p/Port.csproj", "Debug").items("Compile")).isEmpty();
    }
}
