package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenModule;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.HttpResponses;
import dev.pfeiler.proof.ProofRequest;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Serves the web archive that the old wiring gave, and the new one, and holds their pages against each other. */
final class ServedProgram {
    private static final int MOST_PATHS = 300;
    private static final String OWN = "WEB-INF/";

    private final ProofRequest proof;
    private final JvmProject project;
    private final SourceModule module;
    private final WebServer server;
    private final boolean mended;

    /**
     * @param mended whether the new archive's descriptors are not the old ones any more
     */
    ServedProgram(ProofRequest proof, JvmProject project, SourceModule module, WebServer server, boolean mended) {
        this.proof = proof;
        this.project = project;
        this.module = module;
        this.server = server;
        this.mended = mended;
    }

    /**
     * What both answer.
     *
     * @param rows what was compared
     * @param notes what a person should know of it
     */
    record Outcome(List<Comparison> rows, List<String> notes) {}

    /**
     * Serves both, one after the other, under the same path.
     *
     * @param before the old archive, unpacked, and what lies beside it
     * @param after the new one
     */
    Outcome compare(MavenModule maven, WebServer.Program before, WebServer.Program after) throws IOException {
        String context = "/" + maven.archive("").replaceFirst("-?\\.war$", "");
        Path log = proof.log();
        Set<String> paths;
        HttpResponses answered;
        boolean started;
        try (WebServer.Served served = server.serve(before, context, log.resolveSibling("server-before.log"))) {
            started = served.started();
            paths = paths(context, served.patterns());
            answered = started ? HttpResponses.of(served.port(), paths) : new HttpResponses(java.util.Map.of());
        }
        try (WebServer.Served served = server.serve(after, context, log.resolveSibling("server-after.log"))) {
            if (!started || !served.started()) return notStarted(started, served.started());
            Comparison pages =
                    answered.against(HttpResponses.of(served.port(), paths), mended ? ArchiveComparison.MENDED : "");
            List<String> broken = answered.broken();
            List<String> notes = broken.isEmpty()
                    ? List.of()
                    : List.of("The old archive answers with an error, too: " + String.join(", ", broken) + ".");
            return new Outcome(List.of(pages), notes);
        }
    }

    private Outcome notStarted(boolean before, boolean after) {
        String cause = mended && after ? ArchiveComparison.MENDED : "";
        List<Difference> differences =
                before == after ? List.of() : List.of(new Difference("the program", Difference.Kind.CHANGED, cause));
        Comparison row = new Comparison("start", before ? "starts" : "fails", after ? "starts" : "fails", differences);
        return new Outcome(
                List.of(row),
                before || after
                        ? List.of()
                        : List.of("Neither the old archive nor the new one starts in a server alone; see"
                                + " .pfeiler/proof/server-before.log."));
    }

    /** The paths to ask for: the welcome page, what servlets serve, and each file once. */
    private Set<String> paths(String context, List<String> patterns) {
        Set<String> paths = new TreeSet<>();
        paths.add(context + "/");
        for (String pattern : patterns) {
            boolean byEnding = pattern.startsWith("*") || pattern.isEmpty() || pattern.equals("/");
            if (!byEnding) paths.add(context + pattern.replaceFirst("\\*$", ""));
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
