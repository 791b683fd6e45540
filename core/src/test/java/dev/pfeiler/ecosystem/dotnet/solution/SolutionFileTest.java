package dev.pfeiler.ecosystem.dotnet.solution;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Solutions in both formats. */
class SolutionFileTest {
    private static List<String> paths(SolutionFile solution) {
        return solution.projects().stream().map(SolutionFile.Listed::path).toList();
    }

    @Test
    void projectsAreTakenOutAndAdded() {
        String text = SolutionFile.of("s/Port.sln", List.of("s/a/A.csproj", "b/B.csproj"));
        SolutionFile solution = new SolutionFile("s/Port.sln", text);
        assertThat(paths(solution)).containsExactly("s/a/A.csproj", "b/B.csproj");
        String changed = solution.changed(Set.of("s/a/A.csproj"), List.of("s/c/C.csproj"));
        assertThat(paths(new SolutionFile("s/Port.sln", changed))).containsExactly("b/B.csproj", "s/c/C.csproj");
        assertThat(changed).doesNotContain(solution.projects().get(0).guid());
        String guid = new SolutionFile("s/Port.sln", changed).projects().get(1).guid();
        assertThat(changed.lines().filter(line -> line.contains(guid + ".Release|Any CPU.")))
                .containsExactly(
                        "\t\t" + guid + ".Release|Any CPU.ActiveCfg = Release|Any CPU",
                        "\t\t" + guid + ".Release|Any CPU.Build.0 = Release|Any CPU");
        assertThat(changed.lines().filter(line -> line.equals("EndProject"))).hasSize(2);
        assertThat(solution.changed(Set.of(), List.of())).isEqualTo(text);
    }

    @Test
    void foldersAndSitesAreNoProjects() {
        String text =
                "Project(\"{2150E333-8FDC-42A3-9474-1A3956D46DE8}\") = \"Items\", \"Items\", \"{1}\"\nEndProject\n"
                        + "Project(\"{FAE04EC0-301F-11D3-BF4B-00C04F79EFBC}\") = \"A\", \"..\\A.csproj\", \"{2}\"\nEndProject\n"
                        + "Project(\"{E24C65DC-7377-472B-9ABA-BC803B73C61A}\") = \"web\", \"http://localhost/web\", \"{3}\"\nEndProject\n";
        assertThat(paths(new SolutionFile("s/Port.sln", text))).containsExactly("A.csproj");
    }

    @Test
    void theXmlFormat() {
        String text = "<Solution>\n  <Project Path=\"a/A.csproj\" />\n  <Folder Name=\"/t/\">\n"
                + "    <Project Path=\"t\\T.csproj\" />\n  </Folder>\n</Solution>\n";
        SolutionFile solution = new SolutionFile("Port.slnx", text);
        assertThat(paths(solution)).containsExactly("a/A.csproj", "t/T.csproj");
        assertThat(solution.changed(Set.of("t/T.csproj"), List.of("b/B.csproj")))
                .isEqualTo("<Solution>\n  <Project Path=\"a/A.csproj\" />\n  <Folder Name=\"/t/\">\n  </Folder>\n"
                        + "  <Project Path=\"b/B.csproj\" />\n</Solution>\n");
    }
}
