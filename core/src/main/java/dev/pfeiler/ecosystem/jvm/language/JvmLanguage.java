package dev.pfeiler.ecosystem.jvm.language;

import dev.pfeiler.tree.Paths;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** The languages that are read and compiled, with the extensions of their sources. */
public enum JvmLanguage {
    JAVA("Java", List.of("java")),
    KOTLIN("Kotlin", List.of("kt")),
    GROOVY("Groovy", List.of("groovy")),
    SCALA("Scala", List.of("scala"));

    private final String title;
    private final List<String> extensions;

    JvmLanguage(String title, List<String> extensions) {
        this.title = title;
        this.extensions = extensions;
    }

    /** The language of a file, by its extension. */
    public static Optional<JvmLanguage> of(String path) {
        String extension = Paths.extension(path);
        return Arrays.stream(values())
                .filter(language -> language.extensions.contains(extension))
                .findFirst();
    }

    /** Its name in choices, which is also that of the folder for its sources by convention. */
    public String id() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }

    /** Its name, for people. */
    public String title() {
        return title;
    }

    /** In lower case, without dot. */
    public List<String> extensions() {
        return extensions;
    }
}
