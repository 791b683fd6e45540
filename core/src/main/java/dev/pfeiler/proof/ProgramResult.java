package dev.pfeiler.proof;

import dev.pfeiler.process.ToolRun;
import java.io.IOException;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * How a program ended and what it printed.
 *
 * @param exit its exit code; {@link ToolRun#OUT_OF_TIME} where it was stopped
 */
public record ProgramResult(int exit, List<String> output) {
    public ProgramResult {
        output = List.copyOf(output);
    }

    public static ProgramResult of(ToolRun run) throws IOException {
        return new ProgramResult(run.exit(), run.output());
    }

    public boolean succeeded() {
        return exit == 0;
    }

    public boolean outOfTime() {
        return exit == ToolRun.OUT_OF_TIME;
    }

    /** The whole output. */
    public String text() {
        return String.join("\n", output);
    }

    /** The same with each line changed, for example without what names its folder. */
    ProgramResult with(UnaryOperator<String> line) {
        return new ProgramResult(exit, output.stream().map(line).toList());
    }
}
