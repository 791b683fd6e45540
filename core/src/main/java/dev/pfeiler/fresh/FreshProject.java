package dev.pfeiler.fresh;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A project as it would be written.
 *
 * @param decisions in the order in which they are asked for
 * @param files texts by path
 * @param descriptor the path of the build descriptor
 * @param commands what to type in it
 * @param newer versions that were asked for: what changed, in words
 * @param lacking what is wrong with this machine for it
 * @param beforeStart what has to be done before it can be started
 * @param listing what lists it as a module of the build around it
 */
public record FreshProject(
        Blueprint blueprint,
        List<Decision> decisions,
        SortedMap<String, String> files,
        String descriptor,
        List<Proposal.Command> commands,
        List<String> newer,
        List<String> lacking,
        List<String> beforeStart,
        Optional<Listing> listing) {
    /**
     * The edit of a descriptor around the project.
     *
     * @param root the folder that the edit's path is relative to
     */
    public record Listing(Path root, Step.Edit edit) {}

    public FreshProject {
        decisions = List.copyOf(decisions);
        files = new TreeMap<>(files);
        commands = List.copyOf(commands);
        newer = List.copyOf(newer);
        lacking = List.copyOf(lacking);
        beforeStart = List.copyOf(beforeStart);
    }
}
