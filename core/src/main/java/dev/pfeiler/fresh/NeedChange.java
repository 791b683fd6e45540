package dev.pfeiler.fresh;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.fresh.Need.Serving;
import java.util.List;

/**
 * What a managed project gets for a need.
 *
 * @param steps edits of descriptors, and files that are written
 * @param declared artifacts with their scopes, for people
 */
public record NeedChange(Serving serving, List<Step> steps, List<String> declared) {
    public NeedChange {
        steps = List.copyOf(steps);
        declared = List.copyOf(declared);
    }
}
