package dev.pfeiler.artifact.repository;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What one more declaration changes of a class path, in words.
 *
 * @param brings artifacts that come with it
 * @param changes artifacts that are there in another version by it
 */
public record ResolutionChange(List<String> brings, List<String> changes) {
    public ResolutionChange {
        brings = List.copyOf(brings);
        changes = List.copyOf(changes);
    }

    /** @param declared the artifact that the second class path has in addition */
    public static ResolutionChange of(Resolution was, Resolution is, Coordinates declared) {
        List<String> brings = new ArrayList<>();
        List<String> changes = new ArrayList<>();
        for (Resolved artifact : is.artifacts()) {
            Coordinates c = artifact.coordinates();
            if (c.equals(declared)) continue;
            Optional<Resolved> earlier = was.of(c.key());
            if (earlier.isEmpty()) brings.add(c.toString());
            else if (!earlier.get().coordinates().version().equals(c.version())) {
                changes.add(c.key() + " is now " + c.version() + ", was "
                        + earlier.get().coordinates().version());
            }
        }
        was.of(declared.key())
                .map(Resolved::coordinates)
                .filter(c -> !c.version().equals(declared.version()))
                .ifPresent(c ->
                        changes.add(c.key() + " is now " + declared.version() + ", was transitive as " + c.version()));
        return new ResolutionChange(brings, changes);
    }
}
