package dev.pfeiler.proposal;

import java.util.List;
import java.util.Optional;

/**
 * A decision nothing in the tree can settle.
 *
 * @param fallback the value taken where no one answers; without one the conversion stops
 * @param offers values that would be accepted; empty if any text is
 */
public record Question(String key, String text, Optional<String> fallback, List<String> offers) {
    public Question {
        offers = List.copyOf(offers);
    }
}
