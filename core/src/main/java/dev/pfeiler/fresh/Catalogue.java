package dev.pfeiler.fresh;

import dev.pfeiler.process.Environment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** What fresh projects are made of: the needs that are known, and the sources, with those of the user. */
public record Catalogue(Needs needs, Sources sources) {
    public static Catalogue of(Environment environment) {
        Path own = environment.configuration();
        Path file = own.resolve("needs.yaml");
        return new Catalogue(
                Files.isRegularFile(file) ? Needs.shipped().with(file) : Needs.shipped(),
                new Sources(new Templates(Optional.of(own.resolve("templates")))));
    }
}
