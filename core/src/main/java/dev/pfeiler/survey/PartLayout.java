package dev.pfeiler.survey;

import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Gives each part of a tree its folder and its files.
 *
 * <p>A single part takes the whole tree. Of several, each takes the smallest folder that contains it; one whose folder
 * is inside another's is carved out of that. A part of which nothing but source files is known, inside another one, is
 * no part of its own: its files belong to the other, and a finding says so.
 */
final class PartLayout {
    /** A part with that many times the sources of another in its folder takes the other's for its own files. */
    private static final int FAR_LARGER = 5;

    private final ProjectTree tree;
    private final List<Placed> placed = new ArrayList<>();
    private final List<Finding> findings = new ArrayList<>();

    private PartLayout(ProjectTree tree) {
        this.tree = tree;
    }

    /** A part with its folder and the files that it may see. */
    record Placed(String id, String folder, Ecosystem ecosystem, Part part, ProjectTree view) {}

    /** What an ecosystem claims. */
    private record Claimed(Ecosystem ecosystem, Part part) {
        boolean wired() {
            return part.claim() == Part.Claim.WIRED || part.managed().isPresent();
        }

        String folder() {
            return part.folder();
        }
    }

    static PartLayout of(ProjectTree tree, List<Ecosystem> ecosystems) {
        PartLayout layout = new PartLayout(tree);
        List<Claimed> claims = new ArrayList<>();
        ecosystems.parallelStream()
                .map(ecosystem -> ecosystem.parts(tree).stream()
                        .map(part -> new Claimed(ecosystem, part))
                        .toList())
                .toList()
                .forEach(claims::addAll);
        layout.place(claims);
        return layout;
    }

    /** Outer parts first. */
    List<Placed> placed() {
        return List.copyOf(placed);
    }

    /** What is not a part of its own, though it has sources. */
    List<Finding> findings() {
        return List.copyOf(findings);
    }

    private void place(List<Claimed> claims) {
        List<Claimed> standing = new ArrayList<>(claims);
        for (Claimed claim : claims) {
            if (claims.stream().anyMatch(other -> compiles(other, claim))) {
                standing.remove(claim);
                continue;
            }
            if (claim.wired()) continue;
            claims.stream()
                    .filter(other -> !other.equals(claim) && contains(other, claim))
                    .findFirst()
                    .ifPresent(outer -> {
                        standing.remove(claim);
                        findings.add(leftTo(outer, claim));
                    });
        }
        standing.sort(Comparator.comparing(Claimed::folder));
        boolean alone = standing.size() == 1 && standing.get(0).part().managed().isEmpty();
        for (Claimed claim : standing) {
            String folder = alone ? "" : claim.folder();
            placed.add(new Placed(
                    id(claim, folder, standing),
                    folder,
                    claim.ecosystem(),
                    claim.part(),
                    tree.at(folder, alone ? Set.of() : others(claim, standing))));
        }
    }

    /** Whether source files without a wiring belong to another part: one around them, or a far larger one beside them. */
    private static boolean contains(Claimed outer, Claimed inner) {
        if (!Paths.within(outer.folder(), inner.folder())) return false;
        if (!outer.folder().equals(inner.folder())) return true;
        return outer.wired() && inner.ecosystem().needsWiring()
                || outer.part().sources() >= FAR_LARGER * inner.part().sources();
    }

    /** Whether a project's build tools compile the sources of another one in its folder, which no tool manages. */
    private boolean compiles(Claimed outer, Claimed inner) {
        Set<String> compiled = outer.ecosystem().compilesToo();
        if (compiled.isEmpty() || outer.ecosystem() == inner.ecosystem()) return false;
        boolean unmanaged =
                outer.part().managed().isEmpty() && inner.part().managed().isEmpty();
        if (!unmanaged || !outer.wired() || !Paths.within(outer.folder(), inner.folder())) return false;
        List<String> sources = sources(inner, inner.folder()).toList();
        return !sources.isEmpty()
                && outer.part().sources() * FAR_LARGER > sources.size()
                && sources.stream().allMatch(path -> compiled.contains(Paths.extension(path)));
    }

    private Finding leftTo(Claimed outer, Claimed inner) {
        String where = outer.folder().isEmpty() ? "the project" : outer.folder();
        String count = inner.part().sources() + (inner.part().sources() == 1 ? " file" : " files");
        return new Finding(
                Finding.Topic.LANGUAGES,
                inner.ecosystem().title(),
                count + " without a wiring of their own; treated as files of " + where + " ("
                        + outer.ecosystem().title() + ")",
                Certainty.LIKELY,
                sources(inner, inner.folder())
                        .limit(1)
                        .map(path -> Evidence.of(path, ""))
                        .toList(),
                outer.part().managed().isEmpty());
    }

    /** Of several parts the one at the top is called {@code .}, as keys without a part are for all. */
    private static String id(Claimed claim, String folder, List<Claimed> all) {
        boolean shared =
                all.stream().filter(other -> other.folder().equals(folder)).count() > 1;
        if (shared) return Paths.join(folder, claim.ecosystem().id());
        return folder.isEmpty() && all.size() > 1 ? SurveyedPart.TOP : folder;
    }

    /** What other parts claim inside a part's folder: their folders, or their sources if they share the folder. */
    private Set<String> others(Claimed claim, List<Claimed> all) {
        Set<String> out = new LinkedHashSet<>();
        for (Claimed other : all) {
            if (other.equals(claim) || !Paths.within(claim.folder(), other.folder())) continue;
            // a descriptor without sources does not take another's
            boolean bare = other.part().sources() == 0
                    && sources(claim, other.folder()).findAny().isPresent();
            if (!other.folder().equals(claim.folder()) && !bare) out.add(other.folder());
            else sources(other, claim.folder()).forEach(out::add);
        }
        return out;
    }

    /** The files in a folder that are sources by their extensions. */
    private Stream<String> sources(Claimed claim, String folder) {
        return tree.under(folder)
                .filter(file -> claim.ecosystem().extensions().contains(file.extension()))
                .map(TreeFile::path);
    }
}
