package dev.pfeiler.ecosystem.jvm.language;

import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Optional;

/** The languages whose sources are read. */
public record Languages(List<Language> all) {
    public Languages {
        all = List.copyOf(all);
    }

    /** The language of a file, by its extension. */
    public Optional<Language> of(String path) {
        String extension = Paths.extension(path);
        return all.stream()
                .filter(language -> language.extensions().contains(extension))
                .findFirst();
    }

    public boolean isSource(String path) {
        return of(path).isPresent();
    }

    /** Patterns that match the sources below a folder. */
    public List<String> patterns() {
        return all.stream()
                .flatMap(language -> language.extensions().stream().sorted())
                .map(extension -> "**/*." + extension)
                .toList();
    }
}
