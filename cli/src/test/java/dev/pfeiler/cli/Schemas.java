package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
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
}
