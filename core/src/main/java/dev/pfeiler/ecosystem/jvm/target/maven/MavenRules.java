package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Resolution;
import dev.pfeiler.ecosystem.jvm.dependency.ClassPathRules;
import java.util.Collection;
import java.util.Map;

/** Maven's rule: of several versions, the one declared nearest to the project is taken. */
record MavenRules(Repositories repositories) implements ClassPathRules {
    @Override
    public Resolution resolve(Collection<Declaration> declared, Map<String, Coordinates> constraints) {
        return repositories.resolve(declared, constraints);
    }

    @Override
    public Map<String, Coordinates> managed(Coordinates bom) {
        return repositories.managed(bom);
    }
}
