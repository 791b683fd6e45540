package dev.pfeiler.ecosystem.node.proof;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.ecosystem.node.page.TestPage;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.ProgramResult;
import dev.pfeiler.proof.TestCounts;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Runs the tests of both sides. */
final class TestRow {
    private final NodeProofContext context;
    private final Npm npm;

    TestRow(NodeProofContext context, Npm npm) {
        this.context = context;
        this.npm = npm;
    }

    /**
     * Nothing if there are no tests.
     *
     * @param scripts of the new project's descriptor
     */
    Optional<Comparison> row(JsonNode scripts) throws IOException {
        if (!scripts.has("test")) return Optional.empty();
        Side before = context.before();
        Side after = context.after();
        context.request().stage().accept("running npm test");
        ToolRun run = npm.run(after.folder(), List.of("test"), after.log("tests"));
        TestCounts.Run now = TestSummary.of(run.exit(), run.output());
        String line = context.old().calls().stream()
                .filter(script -> script.purpose().equals("test") && script.replaceable())
                .findFirst()
                .map(CallScript::line)
                .orElse(scripts.path("test").asText());
        // the program that opens a page is no part of what is compared
        for (String word : ShellText.words(line)) {
            Path program = after.folder().resolve(word);
            if (word.endsWith(TestPage.PROGRAM) && !Files.exists(before.folder().resolve(word)))
                Trees.copy(program, before.folder().resolve(word));
        }
        ProgramResult old = before.shell(line, "tests");
        return Optional.of(
                TestSummary.of(old.exit(), old.output()).against(now, "packages that were missing are installed now"));
    }
}
