package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.proof.TestCounts;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads the summaries that test runners print. Sources: the output of node --test, Mocha, Jest and Vitest. */
final class TestSummary {
    private static final Pattern NODE = Pattern.compile("^\\s*(?:#|ℹ) (pass|fail|skipped)\\s+(\\d+)");
    private static final Pattern MOCHA = Pattern.compile("^\\s*(\\d+) (passing|failing|pending)\\b");
    private static final Pattern JEST = Pattern.compile("(\\d+) (passed|failed|skipped|todo)\\b");

    private TestSummary() {}

    /** @param exit the exit code of the runner */
    static TestCounts.Run of(int exit, List<String> output) {
        int[] counts = new int[3];
        boolean found = false;
        for (String line : output) {
            Matcher node = NODE.matcher(line);
            Matcher mocha = MOCHA.matcher(line);
            if (node.find()) found |= add(counts, node.group(1), node.group(2));
            else if (mocha.find()) found |= add(counts, mocha.group(2), mocha.group(1));
            else if (line.strip().startsWith("Tests")) {
                Matcher jest = JEST.matcher(line);
                while (jest.find()) found |= add(counts, jest.group(2), jest.group(1));
            }
        }
        return new TestCounts.Run(
                exit, found ? Optional.of(new TestCounts(counts[0], counts[1], counts[2])) : Optional.empty());
    }

    private static boolean add(int[] counts, String word, String number) {
        int kind = word.startsWith("pass") ? 0 : word.startsWith("fail") ? 1 : 2;
        counts[kind] += number.length() < 9 ? Integer.parseInt(number) : 0;
        return true;
    }
}
