package dev.pfeiler.ecosystem.clojure.descriptor;

import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.clojure.decision.ResolutionRules;
import dev.pfeiler.ecosystem.clojure.model.ClojureBuild;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;

/** A build tool for Clojure: its descriptor, written and read, and what people type. Decides nothing. */
public interface ClojureTool {
    /** By which people choose it. */
    String id();

    String title();

    /** The program that starts it. */
    String program();

    /** The name of its descriptor. */
    String descriptor();

    /** The descriptor of a build; the same bytes for the same value. */
    String write(ClojureBuild build);

    /** The descriptor of a project, read back; nothing if there is none. */
    Optional<ManagedBuild> read(ProjectTree tree);

    /** How it comes from declared libraries to a class path. */
    ResolutionRules rules();

    /** Whether a jar that no repository has stays where it is; else it goes into a repository in the project. */
    boolean takesJarsInPlace();

    /** Whether it packs an archive. */
    boolean makesArchive();

    /** Whether its class path is known by its program only. */
    boolean needsProgram();

    /** Whether it compiles Java sources. */
    boolean compilesJava();

    /** What prints the class path with all that is on it for any task, as words of a command. */
    String classPath(ClojureBuild build);

    /** Why the tool cannot be used for a build, and what to do. */
    default Optional<String> refuses(ClojureBuild build) {
        return build.folders().java().isEmpty() || compilesJava()
                ? Optional.empty()
                : Optional.of("There are Java sources, and " + descriptor() + " compiles none.");
    }

    /** What to type in the converted project. */
    List<Proposal.Command> commands(ClojureBuild build);

    /** What it writes, for version control to ignore. */
    List<String> ignored(ClojureBuild build);
}
