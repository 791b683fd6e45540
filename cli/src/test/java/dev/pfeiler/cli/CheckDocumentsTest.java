package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.evidence.Evidence;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;

class CheckDocumentsTest {
    private static final CheckResult RESULT = new CheckResult(
            1, List.of(), List.of(), List.of(new Evidence("a:b/build.gradle", 7, "implementation libs.tide")));

    @Test
    void whatIsNotReadIsANotification() throws IOException {
        JsonNode document = new ObjectMapper().readTree(CheckDocuments.sarif(RESULT));
        Schemas.fitsSarif(document);
        JsonNode invocation = document.at("/runs/0/invocations/0");
        assertThat(invocation.get("executionSuccessful").asBoolean()).isTrue();
        JsonNode place = invocation.at("/toolExecutionNotifications/0/locations/0/physicalLocation");
        assertThat(place.at("/artifactLocation/uri").asText()).isEqualTo("a%3Ab/build.gradle");
        assertThat(place.at("/region/startLine").asInt()).isEqualTo(7);
    }

    @Test
    void whatIsNotReadIsListed() throws IOException {
        JsonNode document = new ObjectMapper().readTree(CheckDocuments.json("quay", RESULT, List.of()));
        assertThat(document.get("unread"))
                .hasToString("[{\"file\":\"a:b/build.gradle\",\"line\":7,\"text\":\"implementation libs.tide\"}]");
    }
}
