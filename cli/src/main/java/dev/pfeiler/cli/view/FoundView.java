package dev.pfeiler.cli.view;

import dev.pfeiler.ecosystem.Found;
import java.util.List;
import java.util.stream.Collectors;

/** Shows the libraries that a search found. */
public final class FoundView {
    private static final int VERSIONS = 8;
    private static final int LIBRARIES = 8;

    private final Screen screen;
    private final boolean verbose;

    public FoundView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    public void show(String name, List<Found> found) {
        screen.title("Libraries for " + name);
        if (found.isEmpty()) {
            screen.blank();
            screen.text(2, "No match in this directory, the local repository or the catalogue.");
            return;
        }
        int most = verbose ? found.size() : LIBRARIES;
        for (Found library : found.subList(0, Math.min(most, found.size()))) show(library);
        if (found.size() > most) {
            screen.blank();
            screen.text(2, screen.more(found.size() - most) + "; -v shows all", screen.palette()::quiet);
        }
        String first = found.get(0).artifact();
        screen.blank();
        screen.text(2, "pfeiler add " + first + "   declares the first one", screen.palette()::quiet);
    }

    private void show(Found library) {
        screen.heading(library.artifact());
        int most = verbose ? library.versions().size() : VERSIONS;
        String versions = library.versions().stream().limit(most).collect(Collectors.joining(", "));
        if (library.versions().size() > most)
            versions += ", " + screen.more(library.versions().size() - most);
        if (!versions.isEmpty()) screen.text(4, versions);
        if (!library.matches().isEmpty()) {
            screen.text(4, "contains " + String.join(", ", library.matches()), screen.palette()::quiet);
        }
        boolean usual = library.scope().isEmpty() || library.scope().equals("compile");
        String scope = usual ? "" : "; usual scope " + library.scope();
        screen.text(4, "from " + String.join(", ", library.places()) + scope, screen.palette()::quiet);
    }
}
