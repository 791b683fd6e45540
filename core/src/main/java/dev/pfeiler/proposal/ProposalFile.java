package dev.pfeiler.proposal;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;

/** The proposal that a conversion carried out, kept beside its ledger so that its decisions can be asked for later. */
public final class ProposalFile {
    public static final String NAME = "proposal.json";

    private static final JsonMapper JSON = JsonMapper.builder()
            .addModule(new com.fasterxml.jackson.datatype.jdk8.Jdk8Module())
            .enable(SerializationFeature.INDENT_OUTPUT)
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();

    private ProposalFile() {}

    public static byte[] write(Proposal proposal) {
        try {
            return JSON.writeValueAsBytes(proposal);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    public static Proposal read(byte[] bytes) throws IOException {
        return JSON.readValue(bytes, Proposal.class);
    }
}
