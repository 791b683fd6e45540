package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Resolution;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** How a build tool resolves declared dependencies to one version of each artifact. */
public interface ClassPathRules {
    /**
     * The class path that declarations lead to.
     *
     * @param constraints versions stated for transitive dependencies, by group and artifact
     */
    Resolution resolve(Collection<Declaration> declared, Map<String, Coordinates> constraints);

    /** What an artifact brings if nothing else is declared. */
    default List<Coordinates> brought(Coordinates artifact) {
        Declaration alone = new Declaration(artifact, Scope.COMPILE.word(), Set.of());
        return resolve(List.of(alone), Map.of()).artifacts().stream()
                .filter(found -> !found.via().isEmpty())
                .map(Resolved::coordinates)
                .toList();
    }

    /** The versions that a bill of materials states, by group and artifact; none if no repository has it. */
    Map<String, Coordinates> managed(Coordinates bom);
}
