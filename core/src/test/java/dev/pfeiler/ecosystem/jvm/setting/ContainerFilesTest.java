package dev.pfeiler.ecosystem.jvm.setting;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ContainerFilesTest {
    @TempDir
    Path folder;

    private ContainerFiles read(String... lines) throws IOException {
        new Sketch(folder).file("Dockerfile", lines);
        return ContainerFiles.read(ProjectTree.read(folder));
    }

    @Test
    void theMainClassIsFoundInBothFormsOfAnInstruction() throws IOException {
        ContainerFiles files = read(
                "FROM x",
                "CMD java -cp 'lib/a b.jar' -Xmx1g no.port.Shell --quiet",
                "ENTRYPOINT [\"java\", \"-cp\", \"/srv/[x]/*\", \\",
                "    \"no.port.Exec\", \"say \\\"hello\\\"\"]",
                "CMD [ -f /x ] && java -jar app.jar");
        assertThat(files.mainClasses())
                .extracting(
                        setting -> setting.value() + " " + setting.evidence().line())
                .containsExactly("no.port.Shell 2", "no.port.Exec 3");
    }

    @Test
    void contextPaths() throws IOException {
        ContainerFiles files = read(
                "COPY --chown=1:1 ./lib/a.jar code/ /srv/",
                "copy [\"dist/the board.war\", \"/opt/webapps/board.war\"]",
                "COPY --from=build /out/x.jar /srv/",
                "ADD dist/r.war /opt/webapps/ROOT.war");
        assertThat(files.contextPaths()).extracting(Wiring.Setting::value).containsExactly("board");
    }
}
