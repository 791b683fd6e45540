package no.haldervik.shared;

import java.util.List;

/** Used by the tests of several projects. */
public class SampleBerths {
    public static List<String> expected() {
        return java.util.Arrays.asList("north", "south");
    }
}
