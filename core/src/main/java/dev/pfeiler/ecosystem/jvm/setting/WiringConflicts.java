package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Settings in which the wirings of one project do not agree. */
public final class WiringConflicts {
    private final List<Wiring> wirings;

    public WiringConflicts(List<Wiring> wirings) {
        this.wirings = wirings;
    }

    /** One finding for each such setting, with all places; the most trusted one comes first. */
    public List<Finding> findings() {
        List<Finding> findings = new ArrayList<>();
        add("Java level", w -> first(w.levels()), WiringConflicts::level, findings);
        add("Encoding", w -> first(w.settings("-encoding")), text -> text.toLowerCase(Locale.ROOT), findings);
        add("Version", Wiring::version, text -> text, findings);
        add("Web root", w -> first(w.webRoots()), text -> text, findings);
        scopes(findings);
        return findings;
    }

    /** Libraries that one set of IDE files gives to tests only, and another to the program. */
    private void scopes(List<Finding> findings) {
        Map<String, Wiring.Library> tests = new TreeMap<>();
        Map<String, Wiring.Library> program = new TreeMap<>();
        for (Wiring wiring : wirings) {
            if (wiring.kind() != Wiring.Kind.IDE_FILES) continue;
            Map<String, Wiring.Library> own = libraries(wiring, false);
            own.forEach(program::putIfAbsent);
            libraries(wiring, true).forEach((path, library) -> {
                if (!own.containsKey(path)) tests.putIfAbsent(path, library);
            });
        }
        tests.keySet().retainAll(program.keySet());
        if (tests.isEmpty()) return;
        Set<String> places = new TreeSet<>();
        List<Evidence> evidence = new ArrayList<>();
        tests.forEach((path, library) -> {
            Evidence one = library.evidence();
            Evidence other = program.get(path).evidence();
            places.add("tests in " + one.file() + ", program in " + other.file());
            evidence.addAll(List.of(one, other));
        });
        String first = Paths.name(tests.keySet().iterator().next());
        findings.add(Finding.trouble(
                "Scope of " + first + (tests.size() == 1 ? "" : " and " + (tests.size() - 1) + " more"),
                "conflicting values: " + String.join("; ", places) + "; decided by what uses it",
                evidence.toArray(Evidence[]::new)));
    }

    private static Map<String, Wiring.Library> libraries(Wiring wiring, boolean test) {
        Map<String, Wiring.Library> libraries = new TreeMap<>();
        wiring.compilations().stream()
                .flatMap(compilation -> compilation.classPath().stream())
                .filter(library -> library.test() == test)
                .forEach(library -> libraries.putIfAbsent(library.path(), library));
        return libraries;
    }

    private static Optional<Wiring.Setting> first(List<Wiring.Setting> settings) {
        return settings.stream().findFirst();
    }

    private static String level(String written) {
        return ProjectSettings.parse(written).map(String::valueOf).orElse(written);
    }

    private void add(
            String subject,
            Function<Wiring, Optional<Wiring.Setting>> setting,
            Function<String, String> normal,
            List<Finding> findings) {
        List<String> words = new ArrayList<>();
        List<String> values = new ArrayList<>();
        List<Evidence> evidence = new ArrayList<>();
        for (Wiring wiring : wirings) {
            Optional<Wiring.Setting> stated = setting.apply(wiring);
            if (stated.isEmpty()) continue;
            String value = normal.apply(stated.get().value());
            evidence.add(stated.get().evidence());
            if (values.contains(value)) continue;
            values.add(value);
            words.add(stated.get().value() + " in the " + wiring.kind().text());
        }
        if (values.size() < 2) return;
        String fact = "conflicting values: " + words.stream().collect(Collectors.joining(", ")) + "; using the first";
        findings.add(Finding.trouble(subject, fact, evidence.toArray(Evidence[]::new)));
    }
}
