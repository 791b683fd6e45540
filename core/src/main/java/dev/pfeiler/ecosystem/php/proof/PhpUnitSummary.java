package dev.pfeiler.ecosystem.php.proof;

import dev.pfeiler.proof.TestCounts;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads the summary that PHPUnit prints at its end. */
final class PhpUnitSummary {
    private static final Pattern PASSED = Pattern.compile("^\\s*OK \\((\\d{1,8}) tests?, ");
    private static final Pattern COUNT = Pattern.compile("(Tests|Errors|Failures|Skipped|Incomplete): (\\d{1,8})");

    private PhpUnitSummary() {}

    /** @param exit the exit code of PHPUnit */
    static TestCounts.Run of(int exit, List<String> output) {
        for (String line : output) {
            Matcher passed = PASSED.matcher(line);
            if (passed.find())
                return new TestCounts.Run(exit, Optional.of(new TestCounts(Integer.parseInt(passed.group(1)), 0, 0)));
            if (!line.strip().startsWith("Tests: ")) continue;
            int run = 0;
            int failed = 0;
            int skipped = 0;
            Matcher count = COUNT.matcher(line);
            while (count.find()) {
                int number = Integer.parseInt(count.group(2));
                switch (count.group(1)) {
                    case "Tests" -> run = number;
                    case "Errors", "Failures" -> failed += number;
                    default -> skipped += number;
                }
            }
            return new TestCounts.Run(exit, Optional.of(new TestCounts(run - failed - skipped, failed, skipped)));
        }
        return new TestCounts.Run(exit, Optional.empty());
    }
}
