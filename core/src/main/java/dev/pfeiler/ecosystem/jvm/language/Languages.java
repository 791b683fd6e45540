package dev.pfeiler.ecosystem.jvm.language;

import java.util.List;
import java.util.Optional;

/** The languages whose sources are read. */
public record Languages(List<Language> all) {
    public Languages {
        all = List.copyOf(all);
    }

    /** The reader for a file, by its extension. */
    public Optional<Language> of(String path) {
        return JvmLanguage.of(path).flatMap(wanted -> all.stream()
                .filter(language -> language.language() == wanted)
                .findFirst());
    }

    public boolean isSource(String path) {
        return of(path).isPresent();
    }

    /** Patterns that match the sources below a folder. */
    public List<String> patterns() {
        return all.stream()
                .flatMap(language -> language.language().extensions().stream())
                .map(extension -> "**/*." + extension)
                .toList();
    }
}
