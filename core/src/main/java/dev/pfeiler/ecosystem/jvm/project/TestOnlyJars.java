package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.library.Usage.Way;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/** Finds the jars that only tests see: by the class paths of the wiring, or by the name of their folder. */
final class TestOnlyJars {
    /** A folder of test libraries: {@code lib-test}, {@code testlibs}, {@code lib/test}. */
    private static final Pattern FOLDER =
            Pattern.compile("(?i)(?:.*[-_./])?tests?(?:[-_.]?libs?)?|(?:.*/)?libs?[-_.]?tests?");

    private final Layout layout;
    private final List<Wiring> wirings;

    TestOnlyJars(Layout layout, List<Wiring> wirings) {
        this.layout = layout;
        this.wirings = wirings;
    }

    /** The jars, each with the place that shows it. */
    Map<Jar, Evidence> of(Collection<Jar> jars, Usage usage) {
        Map<String, Evidence> wired = wired();
        Set<String> folders = folders(jars, usage);
        Map<Jar, Evidence> found = new HashMap<>();
        for (Jar jar : jars) {
            String folder = Paths.parent(jar.path());
            if (usage.uses(Way.MAIN, jar) || usage.uses(Way.BY_NAME, jar)) continue;
            if (wired.containsKey(jar.path())) found.put(jar, wired.get(jar.path()));
            else if (folders.contains(folder)) found.put(jar, Evidence.of(folder, "a folder of test libraries"));
        }
        return found;
    }

    /** The paths that are on class paths of tests and on no other. */
    private Map<String, Evidence> wired() {
        Map<String, Evidence> test = new HashMap<>();
        Set<String> main = new HashSet<>();
        for (Wiring wiring : wirings) {
            for (Wiring.Compilation compilation : wiring.compilations()) {
                boolean tests = compilesTestsOnly(compilation);
                for (Wiring.Library library : compilation.classPath()) {
                    if (tests || library.test()) test.putIfAbsent(library.path(), library.evidence());
                    else main.add(library.path());
                }
            }
        }
        test.keySet().removeAll(main);
        return test;
    }

    private boolean compilesTestsOnly(Wiring.Compilation compilation) {
        Set<Role> roles = new HashSet<>();
        layout.placements().values().stream()
                .filter(placement -> Set.of(Role.MAIN, Role.TEMPLATE, Role.TEST).contains(placement.role()))
                .filter(placement -> compilation.takes(placement.path()))
                .map(Placement::role)
                .forEach(roles::add);
        return roles.equals(Set.of(Role.TEST));
    }

    /** Folders that are named after tests, with a jar that tests use and none that anything else uses. */
    private static Set<String> folders(Collection<Jar> jars, Usage usage) {
        Set<String> tests = new HashSet<>();
        Set<String> others = new HashSet<>();
        for (Jar jar : jars) {
            String folder = Paths.parent(jar.path());
            if (!FOLDER.matcher(folder).matches()) continue;
            if (usage.uses(Way.MAIN, jar) || usage.uses(Way.BY_NAME, jar)) others.add(folder);
            else if (usage.uses(Way.TEST, jar)) tests.add(folder);
        }
        tests.removeAll(others);
        return tests;
    }
}
