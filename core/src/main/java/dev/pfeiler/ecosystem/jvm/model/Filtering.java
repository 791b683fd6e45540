package dev.pfeiler.ecosystem.jvm.model;

import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Text that the build replaces in files.
 *
 * @param values by the names that they replace
 * @param delimiters the marks before and behind a name, with a star for the name; just one where both are the same
 * @param resources the files beside the classes, as seen from there, in which names are replaced
 * @param templates whether there are sources in which names are replaced before they are compiled
 */
public record Filtering(
        SortedMap<String, String> values, List<String> delimiters, List<String> resources, boolean templates) {
    /** Replaces nothing. */
    public static final Filtering NONE = new Filtering(new TreeMap<>(), List.of(), List.of(), false);

    public Filtering {
        values = Collections.unmodifiableSortedMap(new TreeMap<>(values));
        delimiters = List.copyOf(delimiters);
        resources = List.copyOf(resources);
    }

    /** The delimiter for a pair of marks. */
    public static String delimiter(String begin, String end) {
        return begin.equals(end) ? begin : begin + "*" + end;
    }
}
