package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Declaration;
import dev.pfeiler.ecosystem.jvm.repository.Resolution;
import java.util.Collection;
import java.util.Map;

/** How a build tool resolves declared dependencies to one version of each artifact. */
public interface ClassPathRules {
    /**
     * The class path that declarations lead to.
     *
     * @param constraints versions stated for transitive dependencies, by group and artifact
     */
    Resolution resolve(Collection<Declaration> declared, Map<String, Coordinates> constraints);

    /** The versions that a bill of materials states, by group and artifact; none if no repository has it. */
    Map<String, Coordinates> managed(Coordinates bom);
}
