package dev.pfeiler.fresh;

import dev.pfeiler.process.Environment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What fresh projects are made of: the needs that are known, and the sources, with those of the user. */
public record Catalogue(Needs needs, Sources sources) {
    /** @param ecosystems classes of theirs, beside which their kinds, needs and templates are */
    public static Catalogue of(List<Class<?>> ecosystems, Environment environment) {
        List<Class<?>> contributors = new ArrayList<>(ecosystems);
        contributors.add(Catalogue.class);
        Needs shipped = Needs.of(contributors);
        Path own = environment.configuration();
        Path file = own.resolve("needs.yaml");
        return new Catalogue(
                Files.isRegularFile(file) ? shipped.with(file) : shipped,
                new Sources(contributors, new Templates(contributors, Optional.of(own.resolve("templates")))));
    }
}
