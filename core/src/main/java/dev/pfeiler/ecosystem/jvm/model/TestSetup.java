package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.tree.PathSelection;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * How the tests of a module are run.
 *
 * @param names patterns of test sources whose names do not show that they are tests
 * @param jvmArguments arguments for the virtual machine
 * @param isolated whether each test class runs in a virtual machine of its own
 * @param workingDirectory relative to the module; empty for the module's folder
 * @param runners what runs them, where that is known
 * @param classes patterns of the class files of the tests that are run; all for those that the tool finds
 */
public record TestSetup(
        List<String> names,
        Map<String, Value> properties,
        Map<String, Value> environment,
        List<String> jvmArguments,
        boolean isolated,
        Optional<String> workingDirectory,
        Set<TestRunner> runners,
        PathSelection classes) {
    /** Nothing out of the ordinary. */
    public static final TestSetup USUAL = new TestSetup(
            List.of(), Map.of(), Map.of(), List.of(), false, Optional.empty(), Set.of(), PathSelection.ALL);

    /** A value: some text, or a path relative to the module. */
    public record Value(String text, boolean path) {
        @Override
        public String toString() {
            return text;
        }
    }

    public TestSetup {
        names = List.copyOf(names);
        properties = sorted(properties);
        environment = sorted(environment);
        jvmArguments = List.copyOf(jvmArguments);
        runners = Collections.unmodifiableSet(new TreeSet<>(runners));
    }

    private static Map<String, Value> sorted(Map<String, Value> values) {
        SortedMap<String, Value> sorted = new TreeMap<>(values);
        return Collections.unmodifiableSortedMap(sorted);
    }

    public TestSetup naming(List<String> patterns) {
        return new TestSetup(
                patterns, properties, environment, jvmArguments, isolated, workingDirectory, runners, classes);
    }

    /** The same for some of the tests only. */
    public TestSetup of(PathSelection selection) {
        return new TestSetup(
                List.of(), properties, environment, jvmArguments, isolated, workingDirectory, runners, selection);
    }

    /** The same with further arguments for the virtual machine. */
    public TestSetup withArguments(List<String> further) {
        List<String> all = new ArrayList<>(jvmArguments);
        all.addAll(further);
        return new TestSetup(names, properties, environment, all, isolated, workingDirectory, runners, classes);
    }

    public TestSetup runBy(Set<TestRunner> known) {
        return new TestSetup(names, properties, environment, jvmArguments, isolated, workingDirectory, known, classes);
    }

    /** The settings as text, in the notation of a command line. */
    public String summary() {
        String settings = properties.entrySet().stream()
                .map(entry -> "-D" + entry.getKey() + "=" + entry.getValue())
                .collect(Collectors.joining(" "));
        String variables = environment.entrySet().stream()
                .map(entry -> entry.getKey() + "=" + entry.getValue())
                .collect(Collectors.joining(" "));
        return List.of(
                        settings,
                        variables,
                        String.join(" ", jvmArguments),
                        isolated ? "a JVM for each class" : "",
                        workingDirectory.map(folder -> "in " + folder).orElse(""))
                .stream()
                .filter(part -> !part.isEmpty())
                .collect(Collectors.joining(" "));
    }
}
