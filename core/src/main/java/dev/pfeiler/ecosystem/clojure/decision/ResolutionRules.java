package dev.pfeiler.ecosystem.clojure.decision;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Resolution;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.apache.maven.artifact.versioning.ComparableVersion;

/** How a build tool comes from declared libraries to a class path. */
public enum ResolutionRules {
    /** The version declared nearest to the project. Source: Leiningen's tutorial, and Maven's resolver, which it uses. */
    NEAREST {
        @Override
        Resolution resolve(List<Declaration> declared, Repositories repositories) {
            return repositories.resolve(declared, Map.of());
        }
    },
    /** What the project declares, else the highest version. Source: the reference of {@code deps.edn}. */
    HIGHEST {
        @Override
        Resolution resolve(List<Declaration> declared, Repositories repositories) {
            Map<String, Coordinates> pins = new LinkedHashMap<>();
            declared.forEach(one -> pins.put(one.coordinates().key(), one.coordinates()));
            return repositories.resolve(declared, pins, Comparator.comparing(ComparableVersion::new));
        }
    };

    abstract Resolution resolve(List<Declaration> declared, Repositories repositories);

    /** The class path of some dependencies, without what no repository has. */
    public Resolution of(Collection<Dependency> dependencies, Repositories repositories) {
        List<Declaration> declared = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (Dependency one : dependencies)
            if (one.local().isEmpty() && seen.add(one.coordinates().key()))
                declared.add(new Declaration(one.coordinates(), "compile", Set.copyOf(one.excluded())));
        return resolve(declared, repositories);
    }
}
