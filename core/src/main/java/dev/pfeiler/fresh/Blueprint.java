package dev.pfeiler.fresh;

import dev.pfeiler.fresh.Need.Serving;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * What a fresh project is to be, all settled.
 *
 * @param language by its id
 * @param target the id of the build tool
 * @param group the name space of the project; may be unused
 * @param name of the project and its folder
 * @param level of the language
 * @param serving what serves the project's needs, in the order of the needs
 */
public record Blueprint(
        Kind kind,
        String language,
        String target,
        String group,
        String name,
        String version,
        String level,
        List<Serving> serving) {
    private static final Pattern BETWEEN_WORDS = Pattern.compile("[^A-Za-z0-9]+");
    private static final Pattern BEHIND_NUMBER = Pattern.compile("\\D.*");

    public Blueprint {
        serving = List.copyOf(serving);
    }

    public Optional<Serving> serving(String need) {
        return serving.stream().filter(one -> one.need().equals(need)).findFirst();
    }

    public boolean has(String need) {
        return serving(need).isPresent();
    }

    /** The ids of what serves the needs, by the need. */
    public Map<String, String> choices() {
        return serving.stream().collect(Collectors.toMap(Serving::need, Serving::id));
    }

    /** A value that what serves a need states for the project. */
    public Optional<String> value(String name) {
        return serving.stream()
                .map(one -> one.contribution().values().get(name))
                .filter(Objects::nonNull)
                .findFirst();
    }

    /** The words of the name, each with a capital, as classes and namespaces are called; empty if it has none. */
    public String capitalized() {
        return Arrays.stream(BETWEEN_WORDS.split(name))
                .filter(word -> !word.isEmpty())
                .map(word -> word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1))
                .collect(Collectors.joining());
    }

    /** The first number of the level. */
    public int release() {
        return release(level);
    }

    /** The first number of a level. */
    public static int release(String level) {
        String first = BEHIND_NUMBER.matcher(level).replaceFirst("");
        return first.isEmpty() ? 0 : Integer.parseInt(first);
    }
}
