package dev.pfeiler.ecosystem.dotnet.addition;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** One more package or project in a project file. */
class AdditionTest {
    @TempDir
    Path temp;

    private Sketch sketch;
    private Pfeiler pfeiler;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(temp.resolve("gate")));
        for (String folder : List.of("quay.json/3.1.0", "quay.json/3.10.0", "quay.json/4.0.0-beta1", "quay.log/1.0.2"))
            Files.createDirectories(temp.resolve("restored").resolve(folder));
        Files.createDirectories(temp.resolve("gate/feed"));
        Files.writeString(temp.resolve("gate/feed/Quay.Text.0.9.1.nupkg"), "archive");
        sketch.file(
                        "nuget.config",
                        "<configuration><packageSources><add key='own' value='feed' />"
                                + "<add key='all' value='https://packages.example/index.json' /></packageSources></configuration>")
                .file("Gate.cs", "class Gate {}");
        pfeiler = new Pfeiler(new Environment(
                temp.resolve("home"),
                Map.of("NUGET_PACKAGES", temp.resolve("restored").toString()),
                Path.of(System.getProperty("java.home")),
                true));
    }

    private void project(String... items) throws IOException {
        sketch.file(
                "Gate.csproj",
                "<Project Sdk=\"Microsoft.NET.Sdk\">",
                "  <!-- kept -->",
                "  <PropertyGroup>",
                "    <TargetFramework>net8.0</TargetFramework>",
                "  </PropertyGroup>",
                String.join("\n", items),
                "</Project>");
    }

    private String added(String name) throws IOException {
        pfeiler.add(sketch.root(), name, Optional.empty());
        return Files.readString(sketch.root().resolve("Gate.csproj"));
    }

    @Test
    void packagesGoAmongTheOthers() throws IOException {
        project(
                "  <ItemGroup>",
                "    <PackageReference Include=\"Office.Tides\" Version=\"1.0.0\" />",
                "    <PackageReference Include=\"Quay.Zones\">",
                "      <Version>2.0.0</Version>",
                "    </PackageReference>",
                "  </ItemGroup>");
        assertThat(added("Quay.Json"))
                .contains(
                        """
                    <PackageReference Include="Office.Tides" Version="1.0.0" />
                    <PackageReference Include="Quay.Json" Version="3.10.0" />
                    <PackageReference Include="Quay.Zones">
                """);
        assertThat(added("Zulu@1.2.0"))
                .contains(
                        """
                      <Version>2.0.0</Version>
                    </PackageReference>
                    <PackageReference Include="Zulu" Version="1.2.0" />
                  </ItemGroup>
                """)
                .contains("<!-- kept -->");
        assertThatThrownBy(() -> added("quay.JSON"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("already declared");
        assertThatThrownBy(() -> added("Quay.Unknown"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("No folder of packages on this machine has Quay.Unknown");
    }

    @Test
    void projectsAndSharedVersions() throws IOException {
        project();
        sketch.file(
                        "Directory.Packages.props",
                        "<Project><PropertyGroup><ManagePackageVersionsCentrally>true</ManagePackageVersionsCentrally>"
                                + "</PropertyGroup></Project>")
                .file("../sill/Sill.csproj", "<Project Sdk='Microsoft.NET.Sdk' />");
        assertThat(added("../sill/Sill.csproj")).contains("<ProjectReference Include=\"..\\sill\\Sill.csproj\" />");
        assertThat(added("Quay.Text")).contains("<PackageReference Include=\"Quay.Text\" VersionOverride=\"0.9.1\" />");
        assertThatThrownBy(() -> added("../gone/Gone.csproj")).hasMessageContaining("There is no project file");
        assertThatThrownBy(() -> added("Gate.csproj")).hasMessageContaining("is the project itself");
    }

    @Test
    void packagesAreFound() throws IOException {
        project();
        List<Found> found = pfeiler.find(sketch.root(), "quay", false);
        assertThat(found).extracting(Found::artifact).containsExactly("quay.json", "quay.log", "Quay.Text");
        assertThat(found.get(0).versions()).containsExactly("3.10.0", "3.1.0");
        assertThat(pfeiler.find(sketch.root(), "quay.json", true).get(0).versions())
                .containsExactly("4.0.0-beta1", "3.10.0", "3.1.0");
    }
}
