package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Resolution;
import dev.pfeiler.ecosystem.jvm.dependency.ClassPathRules;
import java.util.Collection;
import java.util.Map;

/** Gradle's rule: of several versions, the highest is taken, whoever asks for it. */
record GradleRules(Repositories repositories) implements ClassPathRules {
    private static final GradleOrdering ORDERING = new GradleOrdering();

    @Override
    public Resolution resolve(Collection<Declaration> declared, Map<String, Coordinates> constraints) {
        return repositories.resolve(declared, constraints, ORDERING);
    }

    /** None: imported ones raise versions here, and so do not state them. */
    @Override
    public Map<String, Coordinates> managed(Coordinates bom) {
        return Map.of();
    }
}
