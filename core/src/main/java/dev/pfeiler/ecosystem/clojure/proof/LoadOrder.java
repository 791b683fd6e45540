package dev.pfeiler.ecosystem.clojure.proof;

import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** An order in which sources can be loaded: each after those that it requires. */
final class LoadOrder {
    private final Map<String, ClojureSource> byName = new LinkedHashMap<>();
    private final Set<String> ordered = new LinkedHashSet<>();
    private final Set<String> seen = new LinkedHashSet<>();

    private LoadOrder(Collection<ClojureSource> sources) {
        sources.forEach(source -> byName.put(source.name(), source));
        sources.forEach(this::visit);
    }

    static List<String> of(Collection<ClojureSource> sources) {
        return List.copyOf(new LoadOrder(sources).ordered);
    }

    private void visit(ClojureSource source) {
        if (!seen.add(source.path())) return;
        source.required().keySet().stream()
                .sorted()
                .filter(byName::containsKey)
                .forEach(name -> visit(byName.get(name)));
        ordered.add(source.path());
    }
}
