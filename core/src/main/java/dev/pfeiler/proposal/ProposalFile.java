package dev.pfeiler.proposal;

import dev.pfeiler.conversion.RecordJson;
import java.io.IOException;

/** The proposal that a conversion carried out, kept beside its ledger so that its decisions can be asked for later. */
public final class ProposalFile {
    public static final String NAME = "proposal.json";

    private ProposalFile() {}

    public static byte[] write(Proposal proposal) {
        return RecordJson.write(proposal);
    }

    public static Proposal read(byte[] bytes) throws IOException {
        return RecordJson.read(bytes, Proposal.class);
    }
}
