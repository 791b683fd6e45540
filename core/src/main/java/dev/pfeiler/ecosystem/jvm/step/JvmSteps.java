package dev.pfeiler.ecosystem.jvm.step;

import dev.pfeiler.conversion.IgnoreFile;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.decision.BuildDecisions;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.deployment.DescriptorFixes;
import dev.pfeiler.ecosystem.jvm.deployment.RequiredDescriptors;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.project.GrammarFiles;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenProject;
import dev.pfeiler.ecosystem.jvm.target.maven.PomWriter;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** The steps that the decisions about a JVM project lead to. */
public final class JvmSteps {
    private final JvmReading reading;
    private final JvmProject project;
    private final MavenProject maven;
    private final ProjectTree tree;
    private final DescriptorFixes mending;
    private final List<Step> steps = new ArrayList<>();
    private final List<Finding> leftForYou = new ArrayList<>();
    private final Set<String> taken = new HashSet<>();

    public JvmSteps(
            JvmReading reading,
            JvmProject project,
            MavenProject maven,
            List<GrammarFiles.Grammar> grammars,
            DescriptorFixes mending,
            List<RequiredDescriptors.Lacking> lacking,
            boolean keep) {
        this.reading = reading;
        this.project = project;
        this.maven = maven;
        this.tree = reading.tree();
        this.mending = mending;
        descriptors();
        lacking.forEach(descriptor -> steps.add(descriptor.step()));
        ignoreFile();
        jars(keep);
        if (!keep) copies();
        // where everything stays, the old wiring works as before
        if (!keep) wirings();
        grammars(grammars);
        if (!keep) placements();
        mending.edits().forEach((path, edit) -> {
            if (mendedInPlace(path)) steps.add(edit);
        });
    }

    private boolean mendedInPlace(String path) {
        return steps.stream().noneMatch(step -> step.path().equals(path) && step.leaves());
    }

    public List<Step> all() {
        return steps;
    }

    public List<Finding> leftForYou() {
        return leftForYou;
    }

    private void descriptors() {
        PomWriter.write(maven).forEach((path, text) -> steps.add(new Step.Write(path, text, "a build descriptor")));
    }

    private void ignoreFile() {
        List<String> patterns = new ArrayList<>(List.of(maven.isSingle() ? "/target/" : "target/"));
        boolean own = maven.dependencies().anyMatch(JarOutcome::inProject);
        if (own && (IgnoreFile.has(tree, "*.jar") || IgnoreFile.has(tree, "**/*.jar")))
            patterns.add("!/" + PomWriter.REPOSITORY + "/**/*.jar");
        IgnoreFile.covering(tree, patterns, "what the build writes is not kept, what it needs is")
                .ifPresent(steps::add);
    }

    private void jars(boolean keep) {
        for (JarOutcome dependency : maven.dependencies().toList()) {
            if (dependency.stays()) continue;
            Jar old = dependency.jar().orElseThrow();
            String path = old.path();
            if (!taken.add(path)) continue;
            if (keep && !dependency.inProject()) continue;
            if (dependency.inProject()) layIn(old, dependency.declared().orElseThrow());
            else {
                String reason = dependency.isDeclared()
                        ? "is the dependency " + dependency.declared().orElseThrow() + " now"
                        : dependency.why();
                steps.add(new Step.Retire(path, reason));
            }
        }
    }

    private void copies() {
        project.copies().forEach((copy, first) -> {
            if (taken.add(copy.path())) steps.add(new Step.Retire(copy.path(), "the same bytes as " + first.path()));
        });
    }

    /** Lays a jar that nobody publishes into the project's own repository, with a descriptor and checksums. */
    private void layIn(Jar old, Coordinates coordinates) {
        String folder = Paths.join(PomWriter.REPOSITORY, coordinates.folder());
        String jar = Paths.join(folder, coordinates.fileName("jar"));
        String pom = Paths.join(
                folder,
                new Coordinates(coordinates.group(), coordinates.artifact(), coordinates.version()).fileName("pom"));
        String descriptor = PomWriter.write(coordinates);
        steps.add(new Step.Move(old.path(), jar, "laid into the project's own repository"));
        steps.add(new Step.Write(jar + ".sha1", old.sha1(), "its checksum"));
        steps.add(new Step.Write(pom, descriptor, "its descriptor"));
        steps.add(new Step.Write(
                pom + ".sha1", Hashing.sha1(descriptor.getBytes(StandardCharsets.UTF_8)), "the descriptor's checksum"));
    }

    /** A wiring whose every word is understood leaves the tree; one that says more stays, for a person to look at. */
    private void wirings() {
        for (Wiring wiring : reading.wirings()) {
            boolean understood =
                    wiring.kind() == Wiring.Kind.IDE_FILES || wiring.trouble().isEmpty();
            for (String file : wiring.files()) {
                // a properties file may be read by the program as well
                if (file.endsWith(".properties") && wiring.kind() != Wiring.Kind.IDE_FILES) continue;
                if (understood && taken.add(file)) steps.add(new Step.Retire(file, "what it said is in pom.xml now"));
                else if (!understood) {
                    leftForYou.add(Finding.trouble(
                            file, "does more than Pfeiler understands, so it stays; what it compiles has moved"));
                }
            }
        }
    }

    private void grammars(List<GrammarFiles.Grammar> grammars) {
        for (GrammarFiles.Grammar grammar : grammars) {
            SourceModule owner = project.modules().stream()
                    .filter(module -> module.paths().stream().anyMatch(grammar.generated()::contains))
                    .findFirst()
                    .orElse(project.modules().get(0));
            if (taken.add(grammar.path())) {
                steps.add(new Step.Move(grammar.path(), owner.path(grammar.goal()), "what sources are written from"));
            }
            grammar.along().forEach((path, goal) -> {
                if (taken.add(path))
                    steps.add(new Step.Move(path, owner.path(goal), "taken in by " + Paths.name(grammar.path())));
            });
            for (String path : grammar.generated()) {
                if (taken.add(path))
                    steps.add(new Step.Retire(path, "written anew from " + Paths.name(grammar.path())));
            }
        }
        Set<String> known = new HashSet<>();
        grammars.forEach(grammar -> known.add(grammar.evidence().place()));
        for (Wiring wiring : reading.wirings()) {
            for (Wiring.Generator generator : wiring.generators()) {
                if (known.contains(generator.evidence().place())) continue;
                leftForYou.add(Finding.trouble(
                        generator.tool(),
                        "writes sources in the old build; they are kept as they are now",
                        generator.evidence()));
            }
        }
    }

    private void placements() {
        for (Placement placement : project.layout().placements().values()) {
            if (!taken.add(placement.path())) continue;
            if (placement.role() == Role.OUTPUT) output(placement);
            else if (placement.role() != Role.LEFT) move(placement);
        }
    }

    private void move(Placement placement) {
        Role role = placement.role();
        // without a web or enterprise archive, what would go into it stays where it is
        if (role == Role.WEB && !maven.makes("war") || role == Role.APPLICATION && !maven.makes("ear")) return;
        String to = project.modules().stream()
                .filter(module -> module.paths().contains(placement.path()))
                .findFirst()
                .orElseThrow()
                .path(role.conventional(placement.relative()));
        if (to.equals(placement.path())) return;
        String reason = placement.why().isEmpty() ? "a " + role.noun() : placement.why();
        Step.Edit mended = mending.edits().get(placement.path());
        steps.add(
                mended == null
                        ? new Step.Move(placement.path(), to, reason)
                        : new Step.Edit(
                                mended.path(),
                                to,
                                mended.content(),
                                mended.charset(),
                                mended.changes(),
                                mended.reason()));
    }

    /** What the old build wrote goes, as far as it can be built again. */
    private void output(Placement placement) {
        String path = placement.path();
        boolean built = path.endsWith(".class") || copyOfResource(placement);
        if (built) steps.add(new Step.Retire(path, "built earlier; the build tool builds it anew"));
        else {
            leftForYou.add(Finding.trouble(
                    path,
                    "lies among built files and is found nowhere else; it is left there",
                    BuildDecisions.evidence(placement.folder())));
        }
    }

    private boolean copyOfResource(Placement placement) {
        return project.layout().placements().values().stream()
                .filter(other -> other.role() == Role.MAIN_RESOURCES || other.role() == Role.TEST_RESOURCES)
                .filter(other -> other.relative().equals(placement.relative()))
                .anyMatch(other -> sameBytes(other.path(), placement.path()));
    }

    private boolean sameBytes(String one, String other) {
        try {
            return Hashing.sha256(tree.onDisk(one)).equals(Hashing.sha256(tree.onDisk(other)));
        } catch (IOException e) {
            return false;
        }
    }
}
