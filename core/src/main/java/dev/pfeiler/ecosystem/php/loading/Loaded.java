package dev.pfeiler.ecosystem.php.loading;

import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Load;
import java.util.Optional;
import java.util.Set;

/**
 * One place that loads a file, and what it leads to.
 *
 * @param file the one file it loads, where that is certain
 * @param files those it may load: by a path that is known in part, or by a name that several have
 * @param written the path as far as it is known, for people
 */
public record Loaded(PhpSource source, Load load, Optional<String> file, Set<String> files, String written) {
    /** Whether what is loaded is only known when the program runs. */
    public boolean dynamic() {
        return file.isEmpty() && written.contains("…");
    }
}
