package dev.pfeiler.proof;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import java.io.IOException;
import java.util.List;

/** The last verdict on a conversion, kept beside its ledger so that a report can show it. */
public final class VerdictFile {
    public static final String NAME = "verdict.json";

    private static final JsonMapper JSON = JsonMapper.builder()
            .addModule(new Jdk8Module())
            .enable(SerializationFeature.INDENT_OUTPUT)
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();

    private VerdictFile() {}

    /** What builds deliver to other folders is of use during a proof alone, and is left out. */
    public static byte[] write(Verdict verdict) {
        List<Verdict.Part> parts = verdict.parts().stream()
                .map(part -> new Verdict.Part(part.id(), part.verdict().delivering(PartVerdict.Delivery.NONE)))
                .toList();
        try {
            return JSON.writeValueAsBytes(new Verdict(parts, verdict.notes(), verdict.compared(), verdict.times()));
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    public static Verdict read(byte[] bytes) throws IOException {
        return JSON.readValue(bytes, Verdict.class);
    }
}
