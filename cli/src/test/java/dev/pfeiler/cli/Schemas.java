package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;

/** The published schemas of documents. */
final class Schemas {
    private Schemas() {}

    static JsonNode valid(String schema, String document) throws IOException {
        ObjectMapper mapper = new ObjectMapper();
        JsonNode read = mapper.readTree(document);
        fits(schema, read);
        return read;
    }

    static void fits(String schema, JsonNode document) throws IOException {
        JsonSchema rules = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(Files.readString(Program.HOME.resolve("docs/schema/" + schema + ".schema.json")));
        assertThat(rules.validate(document)).isEmpty();
    }

    /** Holds a document against the published schema of the Static Analysis Results Interchange Format. */
    static void fitsSarif(JsonNode document) throws IOException {
        try (InputStream in = Schemas.class.getResourceAsStream("/schema/sarif-schema-2.1.0.json")) {
            JsonSchema rules =
                    JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V7).getSchema(in);
            assertThat(rules.validate(document)).isEmpty();
            // a document without what the schema requires does not fit
            assertThat(rules.validate(new ObjectMapper().createObjectNode())).isNotEmpty();
        }
    }
}
