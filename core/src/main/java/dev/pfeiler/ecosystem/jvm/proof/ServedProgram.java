package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.proof.HttpResponses;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.SafeLinks;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Serves the web archive of the old wiring and the new one side by side, and compares their pages. */
final class ServedProgram {
    private static final int MOST_PATHS = 300;
    private static final String OWN = "WEB-INF/";

    private final ProofRequest proof;
    private final JvmProject project;
    private final SourceModule module;
    private final WebServer server;
    private final boolean fixed;

    ServedProgram(ProofContext context, SourceModule module, WebServer server) {
        this.proof = context.request();
        this.project = context.project();
        this.module = module;
        this.server = server;
        this.fixed = !context.decisions().fixes().edits().isEmpty()
                || !context.decisions().required().isEmpty();
    }

    /**
     * Serves both under the same path.
     *
     * @param before the old archive, unpacked, and what is beside it
     * @param after the new one
     */
    RunOutcome compare(String contextPath, WebServer.Program before, WebServer.Program after) throws IOException {
        String context = "/" + contextPath;
        Path log = proof.log();
        try (WebServer.Served old = server.serve(before, context, log.resolveSibling("server-before.log"));
                WebServer.Served now = server.serve(after, context, log.resolveSibling("server-after.log"))) {
            if (!old.started() || !now.started()) return notStarted(old.started(), now.started());
            Set<String> paths = paths(context, old.patterns());
            HttpResponses.Pair pages = HttpResponses.inTurn(old.port(), now.port(), paths);
            List<String> broken = pages.before().broken();
            List<String> notes = new ArrayList<>();
            if (!broken.isEmpty())
                notes.add("The old archive responds with an error, too: " + String.join(", ", broken) + ".");
            SafeLinks.note(paths).ifPresent(notes::add);
            return new RunOutcome(List.of(pages.compare(fixed ? ArchiveComparison.FIXED : "")), notes);
        }
    }

    private RunOutcome notStarted(boolean before, boolean after) {
        return new RunOutcome(
                List.of(RunOutcome.started(before, after, fixed && after ? ArchiveComparison.FIXED : "")),
                before || after
                        ? List.of()
                        : List.of("Neither the old archive nor the new one starts in a server on its own; see"
                                + " .pfeiler/proof/server-before.log."));
    }

    /** The paths to ask for: the welcome page, what servlets serve, and each file once. */
    private Set<String> paths(String context, List<String> patterns) {
        Set<String> paths = new TreeSet<>();
        paths.add(context + "/");
        for (String pattern : patterns) {
            boolean byEnding = pattern.startsWith("*") || pattern.isEmpty() || pattern.equals("/");
            if (!byEnding) paths.add(context + Text.withoutEnd(pattern, "*"));
        }
        project.layout()
                .files(Role.WEB)
                .filter(placement -> module.paths().contains(placement.path()))
                .map(Placement::relative)
                .filter(path -> !path.startsWith(OWN) && !path.startsWith("META-INF/"))
                .filter(path -> !path.startsWith("."))
                .limit(MOST_PATHS)
                .forEach(path -> paths.add(context + "/" + path));
        return paths;
    }
}
