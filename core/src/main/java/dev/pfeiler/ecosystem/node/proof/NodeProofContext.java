package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.Attachment;
import dev.pfeiler.proof.ProofRequest;
import java.util.List;
import java.util.Set;

/**
 * What the rows of a proof are made from.
 *
 * @param old the project as it was
 * @param before the old project, built
 * @param after the new one, installed and built
 * @param start the files of the old project before it was built
 * @param notes takes what a user should know
 * @param attachments takes files for people to look at
 */
record NodeProofContext(
        ProofRequest request,
        Environment environment,
        NodeProject old,
        Side before,
        Side after,
        Set<String> start,
        List<String> notes,
        List<Attachment> attachments) {
    /** The value of a decision; empty if there was none. */
    String decided(String key) {
        return request.decisions().of(key).map(choice -> choice.value()).orElse("");
    }

    boolean becomesTypeScript() {
        return decided("language").equals("typescript");
    }

    boolean bundlesPages() {
        return decided("pages").equals("bundle");
    }

    /** Why what the compiler writes has changed; empty if nothing is known to have changed it. */
    String changedOutput() {
        if (becomesTypeScript()) return "compiled from TypeScript";
        // who loads the result notices, so that only a choice is a cause
        boolean module = request.choices().of("module-type").isPresent()
                && decided("module-type").equals("module")
                && old.compilerCalls().stream()
                        .anyMatch(call -> call.text("module").orElse("").startsWith("node"));
        return module ? "the compiler writes ECMAScript modules where the descriptor says so" : "";
    }
}
