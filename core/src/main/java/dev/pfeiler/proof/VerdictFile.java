package dev.pfeiler.proof;

import dev.pfeiler.conversion.RecordJson;
import java.io.IOException;
import java.util.List;

/** The last verdict on a conversion, kept beside its ledger so that a report can show it. */
public final class VerdictFile {
    public static final String NAME = "verdict.json";

    private VerdictFile() {}

    /** What builds deliver to other folders is of use during a proof alone, and is left out. */
    public static byte[] write(Verdict verdict) {
        List<Verdict.Part> parts = verdict.parts().stream()
                .map(part -> new Verdict.Part(part.id(), part.verdict().delivering(PartVerdict.Delivery.NONE)))
                .toList();
        return RecordJson.write(new Verdict(parts, verdict.notes(), verdict.compared(), verdict.times()));
    }

    public static Verdict read(byte[] bytes) throws IOException {
        return RecordJson.read(bytes, Verdict.class);
    }
}
