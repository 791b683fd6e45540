package dev.pfeiler.ecosystem.node.decision;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Deliberation;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where the compiler writes what it makes of sources that become TypeScript. */
class CompilerDecisionsTest {
    @TempDir
    Path folder;

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "exports.now = () => 2.4;                                     | dist/tide.js",
                "exports.file = __dirname + '/tide.txt';                      | tide.js",
                "exports.own = __filename;                                    | tide.js",
                "export const file = new URL('tide.txt', import.meta.url);    | tide.js",
                "exports.directory_name = process.cwd();                      | dist/tide.js"
            })
    void scriptsThatFindFilesByTheirOwnPlaceAreCompiledInPlace(String text, String output) throws IOException {
        NodeProject project =
                NodeProject.of(new Sketch(folder).file("tide.js", text).tree());
        CompilerConfig config = new CompilerDecisions(
                        project, new Deliberation(Choices.NONE), Surroundings.none(project.tree()))
                .forNew(false, Map.of("tide.js", "tide.ts"), Dependencies.NONE);
        assertThat(config.output("tide.ts", List.of("tide.ts"))).isEqualTo(output);
    }
}
