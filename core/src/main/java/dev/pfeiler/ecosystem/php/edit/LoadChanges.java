package dev.pfeiler.ecosystem.php.edit;

import dev.pfeiler.ecosystem.php.coverage.PhpCoverage;
import dev.pfeiler.ecosystem.php.coverage.PhpStarts;
import dev.pfeiler.ecosystem.php.loading.Autoloader;
import dev.pfeiler.ecosystem.php.loading.Loaded;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** Which statements that load files are removed, and which files get the line that loads the autoloader. */
public final class LoadChanges {
    private final PhpProject project;
    private final PhpCoverage coverage;
    private final PhpStarts starts;
    private final Map<String, Boolean> whole = new HashMap<>();
    private final Set<String> lines;

    public LoadChanges(PhpProject project, PhpCoverage coverage) {
        this.project = project;
        this.coverage = coverage;
        this.starts = coverage.starts();
        this.lines = starts.lines(
                path -> coverage.autoloads(path) || coverage.retired().contains(path), changed(), this::isRemoved);
    }

    /** The files from which a statement goes that loads another, or that registers an autoloader. */
    private Set<String> changed() {
        Set<String> changed = new TreeSet<>();
        for (PhpSource source : project.sources().values()) {
            if (project.loading().of(source).stream().anyMatch(this::isRemoved)) changed.add(source.path());
        }
        for (Autoloader autoloader : project.autoloaders()) {
            if (coverage.replaced(autoloader)) changed.add(autoloader.source().path());
        }
        return changed;
    }

    /** Whether a file gets the line that loads the autoloader. */
    boolean loadsAutoloader(PhpSource source) {
        return lines.contains(source.path());
    }

    /** Whether a statement that loads a file is removed. */
    public boolean isRemoved(Loaded load) {
        String path = load.source().path();
        return finds(load)
                && !project.ofAutoloader(load)
                && coverage.removable(load)
                && project.reached().contains(path)
                && starts.isSound(path)
                && isWhole(load.file().orElseThrow())
                && (project.startable().contains(path) || isWhole(path));
    }

    /** Whether all files that are connected with one are covered: whoever loads one of them has to get the others. */
    private boolean isWhole(String path) {
        if (!whole.containsKey(path)) {
            Set<String> connected = starts.connected(path);
            boolean covered = connected.stream()
                    .filter(file -> !project.isTest(file) && project.sources().containsKey(file))
                    .allMatch(
                            file -> (coverage.covers(file) || coverage.retired().contains(file)) && finds(file));
            connected.forEach(file -> whole.put(file, covered));
            whole.putIfAbsent(path, covered);
        }
        return whole.get(path);
    }

    private boolean finds(String path) {
        return project.loading().of(project.sources().get(path)).stream().allMatch(this::finds);
    }

    /** Whether a statement finds its file: where nothing sets the include path that it needs, a program does not. */
    private boolean finds(Loaded load) {
        return project.isLibrary() || !project.loading().isPresumed(load);
    }
}
