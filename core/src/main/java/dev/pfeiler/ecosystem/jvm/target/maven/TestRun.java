package dev.pfeiler.ecosystem.jvm.target.maven;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a test run is told.
 *
 * @param properties system properties
 * @param environment variables
 * @param words further words for the virtual machine
 * @param folder the folder it works in; nothing for the usual one
 */
public record TestRun(
        Map<String, String> properties, Map<String, String> environment, List<String> words, Optional<String> folder) {
    /** Nothing besides what is usual. */
    public static final TestRun USUAL = new TestRun(Map.of(), Map.of(), List.of(), Optional.empty());
}
