package dev.pfeiler.ecosystem.php.decision;

import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.coverage.PhpCoverage;
import dev.pfeiler.ecosystem.php.layout.PhpNamespace;
import java.util.Map;
import java.util.Optional;

/**
 * What was decided for a PHP project.
 *
 * @param coverage what the autoloader loads
 * @param naming what classes are called from now on
 * @param goals the new path of each file that moves
 * @param testFolder the folder of tests that PHPUnit runs
 */
public record PhpDecisions(
        PhpCoverage coverage,
        PhpNamespace naming,
        Map<String, String> goals,
        ComposerFile composer,
        Optional<String> testFolder) {
    public PhpDecisions {
        goals = Map.copyOf(goals);
    }
}
