package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import java.nio.charset.Charset;
import java.util.List;
import java.util.Optional;

/** The encodings in which wirings compile sources. */
final class StatedEncodings {
    private final List<Stated> all;

    private record Stated(Wiring.Compilation compilation, Charset charset) {}

    StatedEncodings(List<Wiring> wirings) {
        all = wirings.stream()
                .flatMap(wiring -> wiring.compilations().stream())
                .flatMap(compilation -> charset(compilation).stream().map(charset -> new Stated(compilation, charset)))
                .toList();
    }

    /** The charset of the first compilation that compiles a source, else of the first one at all. */
    Optional<Charset> of(String path) {
        if (all.isEmpty()) return Optional.empty();
        return all.stream()
                .filter(stated -> stated.compilation().takes(path))
                .findFirst()
                .or(() -> Optional.of(all.get(0)))
                .map(Stated::charset);
    }

    private static Optional<Charset> charset(Wiring.Compilation compilation) {
        try {
            return Optional.ofNullable(compilation.settings().get("-encoding"))
                    .map(setting -> Charset.forName(setting.value().strip()));
        } catch (IllegalArgumentException e) {
            // no charset of that name
            return Optional.empty();
        }
    }
}
