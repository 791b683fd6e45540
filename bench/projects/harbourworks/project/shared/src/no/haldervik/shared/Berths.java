package no.haldervik.shared;

import com.google.common.collect.ImmutableList;

public class Berths {
    public static ImmutableList<String> all() {
        return ImmutableList.of("north", "south");
    }
}
