package dev.pfeiler.artifact.repository;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Class paths by the rule that the highest version is taken, over repositories made by hand. */
class HighestVersionResolverTest {
    private final Map<Coordinates, List<Declaration>> descriptors = new HashMap<>();

    private static Coordinates at(String text) {
        return Coordinates.parse(text).orElseThrow();
    }

    private static Declaration need(String coordinates, String scope, String... excluded) {
        return new Declaration(at(coordinates), scope, Set.of(excluded));
    }

    private HighestVersionResolverTest has(String coordinates, Declaration... needs) {
        descriptors.put(at(coordinates), List.of(needs));
        return this;
    }

    private Resolution resolve(Map<String, Coordinates> pins, Declaration... declared) {
        return new HighestVersionResolver(
                        Comparator.naturalOrder(), pins, one -> Optional.ofNullable(descriptors.get(one)))
                .resolve(List.of(declared));
    }

    private static List<String> shown(Resolution resolution) {
        return resolution.artifacts().stream()
                .map(one -> one.coordinates() + " " + one.scope())
                .toList();
    }

    @Test
    void theHighestVersionIsTakenEvenAgainstADeclaredOne() {
        has("g:a:1", need("g:b:2", "compile"))
                .has("g:b:1")
                .has("g:b:2", need("g:c:1", "runtime"))
                .has("g:c:1");
        Resolution resolution = resolve(Map.of(), need("g:b:1", "compile"), need("g:a:1", "compile"));
        assertThat(shown(resolution)).containsExactly("g:b:2 compile", "g:a:1 compile", "g:c:1 runtime");
        assertThat(resolution.of("g:c").orElseThrow().via()).containsExactly(at("g:b:2"));
    }

    @Test
    void whatOnlyAnOvertakenVersionBringsIsNotThere() {
        has("g:a:1", need("g:b:1", "compile"))
                .has("g:b:1", need("g:old:1", "compile"))
                .has("g:b:3")
                .has("g:z:1", need("g:b:3", "compile"))
                .has("g:old:1");
        assertThat(shown(resolve(Map.of(), need("g:a:1", "compile"), need("g:z:1", "compile"))))
                .containsExactly("g:a:1 compile", "g:z:1 compile", "g:b:3 compile");
    }

    @Test
    void aDependencyIsLeftOutOnlyIfEachWayExcludesIt() {
        has("g:a:1", need("g:b:1", "compile", "g:c"))
                .has("g:x:1", need("g:b:1", "compile"))
                .has("g:b:1", need("g:c:1", "compile"))
                .has("g:c:1");
        assertThat(shown(resolve(Map.of(), need("g:a:1", "compile"))))
                .containsExactly("g:a:1 compile", "g:b:1 compile");
        Resolution both = resolve(Map.of(), need("g:a:1", "compile"), need("g:x:1", "compile"));
        assertThat(both.of("g:c").orElseThrow().via())
                .as("the way that lets it in")
                .startsWith(at("g:x:1"));
        assertThat(shown(resolve(Map.of(), need("g:a:1", "compile"), need("g:x:1", "compile", "*:c"))))
                .doesNotContain("g:c:1 compile");
    }

    @Test
    void pinsStandAgainstEveryRequest() {
        has("g:a:1", need("g:b:2", "compile")).has("g:b:1").has("g:b:2", need("g:c:1", "compile"));
        assertThat(shown(resolve(Map.of("g:b", at("g:b:1")), need("g:a:1", "compile"), need("g:b:2", "test"))))
                .containsExactly("g:a:1 compile", "g:b:1 compile");
    }

    @Test
    void theWidestScopeCountsAndUnknownDescriptorsAreListed() {
        has("g:a:1", need("g:b:1", "compile")).has("g:t:1", need("g:b:1", "compile"));
        Resolution resolution = resolve(Map.of(), need("g:t:1", "test"), need("g:a:1", "runtime"));
        assertThat(shown(resolution)).containsExactly("g:t:1 test", "g:a:1 runtime", "g:b:1 runtime");
        assertThat(resolution.unknown()).containsExactly(at("g:b:1"));
    }
}
