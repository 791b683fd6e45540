package dev.pfeiler.ecosystem.jvm.dependency;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ecosystem.jvm.library.Usage.Way;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A table of a class path goes in; what is declared, and the class paths that follow, come out. */
class DependencyPlannerTest {
    private final ClassPathTable table = new ClassPathTable();

    @Test
    void whatSourcesUseIsDeclaredAndWhatItBringsIsNot() {
        table.jar("g:http:1", "http.Client uses io.Stream")
                .jar("g:io:1", "io.Stream")
                .pom("g:http:1", "g:io:1")
                .main("import http.Client; class A {}");
        assertThat(table.declared()).containsExactly("http:1 compile");
        assertThat(table.compilerSees()).containsExactly("http:1", "io:1");
    }

    @Test
    void whatComesInAnotherVersionIsPinnedAndWhatWasNotThereIsExcluded() {
        table.jar("g:http:1", "http.Client uses io.Stream")
                .jar("g:io:1", "io.Stream")
                .pom("g:http:1", "g:io:2", "g:extra:1")
                .pom("g:io:2")
                .pom("g:extra:1")
                .main("import http.Client; class A {}");
        assertThat(table.declared()).containsExactly("http:1 compile without g:extra", "io:1 pinned");
        assertThat(table.programHas()).containsExactly("http:1", "io:1");
    }

    @Test
    void whatTheOldBuildToolAddsToClassPathsIsNotExcluded() {
        table.jar("g:tasks:1", "tasks.Task")
                .pom("g:tasks:1", "g:launcher:1")
                .pom("g:launcher:1")
                .implied("g:launcher:1")
                .main("import tasks.Task; class A {}");
        assertThat(table.declared()).containsExactly("tasks:1 compile");
    }

    @Test
    void whatTheOldBuildToolAddsIsExcludedWhereNothingUsesTheTool() {
        table.jar("g:tasks:1", "tasks.Task")
                .pom("g:tasks:1", "g:launcher:1")
                .pom("g:launcher:1")
                .implied("g:launcher:1")
                .main("class A {}");
        assertThat(table.declared()).containsExactly("tasks:1 runtime without g:launcher");
    }

    @Test
    void anAggregatingArtifactStandsForWhatItBringsInTheWidestScopeOfThat() {
        table.jar("g:starter:1")
                .jar("g:server:1", "server.Server uses json.Json")
                .jar("g:json:1", "json.Json")
                .pom("g:starter:1", "g:server:1", "g:json:1")
                .pom("g:server:1", "g:json:1")
                .main("import server.Server; class A {}");
        assertThat(table.declared()).containsExactly("starter:1 compile");
        assertThat(table.compilerSees()).containsExactly("json:1", "server:1", "starter:1");
    }

    @Test
    void anUmbrellaOfTestLibrariesIsForTests() {
        table.jar("g:umbrella:5")
                .jar("g:api:5", "api.Test")
                .jar("g:engine:5", "engine.Engine uses api.Test")
                .pom("g:umbrella:5", "g:api:5", "g:engine:5 runtime")
                .pom("g:engine:5", "g:api:5")
                .main("class A {}")
                .tests("import api.Test; class ATest {}");
        assertThat(table.declared()).containsExactly("umbrella:5 test");
        assertThat(table.programHas()).isEmpty();
        assertThat(table.classPath(Scope.TEST)).containsExactly("api:5", "engine:5", "umbrella:5");
    }

    @Test
    void anAggregatingArtifactThatBringsMoreThanWasThereStandsForNothing() {
        table.jar("g:starter:1")
                .jar("g:server:1", "server.Server")
                .pom("g:starter:1", "g:server:1", "g:metrics:1")
                .pom("g:metrics:1")
                .main("import server.Server; class A {}");
        assertThat(table.declared())
                .containsExactlyInAnyOrder("server:1 compile", "starter:1 compile without g:metrics");
    }

    @Test
    void whatIsTransitiveAtRunTimeOnlyIsDeclaredForTheCompiler() {
        table.jar("g:starter:1")
                .jar("g:server:1", "server.Server uses log.Log")
                .jar("g:log:1", "log.Log")
                .pom("g:starter:1", "g:server:1", "g:log:1 runtime")
                .main("import server.Server; import log.Log; class A {}");
        assertThat(table.declared()).containsExactlyInAnyOrder("starter:1 compile", "log:1 compile");
        assertThat(table.compilerSees()).containsExactly("log:1", "server:1", "starter:1");
    }

    @Test
    void anAggregatingArtifactThatNothingUsesStaysForTheProgramAlone() {
        table.jar("g:starter:1")
                .jar("g:tool:1", "tool.Tool")
                .pom("g:starter:1", "g:tool:1")
                .main("class A {}");
        assertThat(table.declared()).containsExactly("starter:1 runtime");
    }

    @Test
    void codeThatProcessorsGenerateHasNeedsToo() {
        table.jar("g:lombok:1", "lombok.extern.slf4j.Slf4j", "service javax.annotation.processing.Processor")
                .jar("g:logging:1", "org.slf4j.Logger")
                .main("import lombok.extern.slf4j.Slf4j;", "@Slf4j class A {}");
        assertThat(table.declared()).contains("logging:1 compile");
        assertThat(table.usage().evidence(table.plan().outcomes().get(1).jar().orElseThrow(), Way.MAIN))
                .singleElement()
                .satisfies(use -> assertThat(use.place()).isEqualTo("src/Main0.java:2"));
    }

    @Test
    void withAProcessorWhatIsUnusedStaysForTheCompiler() {
        table.jar("g:idle:1", "idle.Idle").main("class A {}");
        assertThat(table.declared()).containsExactly("idle:1 runtime");
        table.processor("g:maker:1");
        assertThat(table.declared()).containsExactlyInAnyOrder("idle:1 compile", "maker:1 provided");
    }

    @Test
    void theUsersScopeStands() {
        table.jar("g:http:1", "http.Client")
                .main("import http.Client; class A {}")
                .choose("scope:lib/http-1.jar=runtime");
        assertThat(table.declared()).containsExactly("http:1 runtime");
    }

    @Test
    void ofTwoVersionsTheFirstIsTaken() {
        table.jar("g:http:2", "http.Client").jar("g:http:1", "http.Client").main("import http.Client; class A {}");
        assertThat(table.declared()).containsExactly("http:2 compile");
        assertThat(table.plan().outcomes())
                .filteredOn(JarOutcome.Excluded.class::isInstance)
                .extracting(JarOutcome::why)
                .isEqualTo(List.of("version 2 comes first on the class path"));
    }

    @Test
    void whatNoRepositoryHasIsDeclaredByItsHash() {
        table.unpublished("g:own:1", "own.Own").main("import own.Own; class A {}");
        assertThat(table.declared()).containsExactly("own:1-01234567 compile");
    }
}
