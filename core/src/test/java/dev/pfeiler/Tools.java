package dev.pfeiler;

import static org.assertj.core.api.Assertions.fail;
import static org.junit.jupiter.api.Assumptions.abort;

import dev.pfeiler.process.Environment;
import java.util.List;
import java.util.stream.Stream;

/**
 * The programs that a test runs. Where the system property {@code pfeiler.tools} is {@code required}, one that is missing
 * fails the test; else the test is left out.
 */
public final class Tools {
    private Tools() {}

    public static void require(String... programs) {
        Environment here = Environment.here();
        List<String> missing = Stream.of(programs)
                .filter(program -> here.program(program).isEmpty())
                .toList();
        require(missing.isEmpty(), String.join(", ", missing));
    }

    /** @param what is missing if it is not there */
    public static void require(boolean there, String what) {
        if (there) return;
        if ("required".equals(System.getProperty("pfeiler.tools"))) fail("required and not here: " + what);
        abort("not here: " + what);
    }
}
