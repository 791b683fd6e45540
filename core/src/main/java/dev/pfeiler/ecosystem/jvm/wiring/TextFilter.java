package dev.pfeiler.ecosystem.jvm.wiring;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Date;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Replaces names between two marks by values; a name without a value stays.
 *
 * @param begin the mark before a name
 * @param end the mark behind it
 */
public record TextFilter(String begin, String end, Map<String, String> values) {
    public TextFilter {
        if (begin.isEmpty() || end.isEmpty()) throw new IllegalArgumentException("a filter without marks");
        values = Collections.unmodifiableMap(new TreeMap<>(values));
    }

    /** The same marks, with the time of the build in the values as it is then. */
    public TextFilter at(Date time) {
        Map<String, String> filled = new TreeMap<>(values);
        filled.replaceAll((name, value) -> BuildTime.at(time, value));
        return new TextFilter(begin, end, filled);
    }

    public String apply(String text) {
        StringBuilder replaced = new StringBuilder();
        int from = 0;
        for (Place place : places(text)) {
            replaced.append(text, from, place.start()).append(values.get(place.name()));
            from = place.start() + begin.length() + place.name().length() + end.length();
        }
        return replaced.append(text, from, text.length()).toString();
    }

    /** The names in a text that it replaces. */
    public List<String> names(String text) {
        TreeSet<String> names = new TreeSet<>();
        places(text).forEach(place -> names.add(place.name()));
        return List.copyOf(names);
    }

    private record Place(int start, String name) {}

    private List<Place> places(String text) {
        List<Place> places = new ArrayList<>();
        int at = text.indexOf(begin);
        while (at >= 0) {
            int close = text.indexOf(end, at + begin.length());
            if (close < 0) break;
            String name = text.substring(at + begin.length(), close);
            boolean known = values.containsKey(name);
            if (known) places.add(new Place(at, name));
            at = text.indexOf(begin, known ? close + end.length() : at + 1);
        }
        return places;
    }
}
