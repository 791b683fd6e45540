package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * What the descriptors of a Maven project are written from.
 *
 * @param coordinates the project's own; with several modules, those of their common parent
 * @param options words for the compiler besides level and encoding
 * @param documentation settings of the documentation tool, by the names of the plug-in's parameters
 * @param repositories that some artifact lies in, besides the public one
 * @param modules in an order that builds; a single one without a folder where one is enough
 */
public record MavenProject(
        Coordinates coordinates,
        String level,
        String encoding,
        List<String> options,
        Map<String, String> documentation,
        List<Repositories.Place> repositories,
        List<MavenModule> modules) {
    public MavenProject {
        repositories = List.copyOf(repositories);
        options = List.copyOf(options);
        documentation = Collections.unmodifiableSortedMap(new TreeMap<>(documentation));
        modules = List.copyOf(modules);
    }

    public boolean isSingle() {
        return modules.size() == 1;
    }

    /** The artifact of the descriptor at the top: of several modules the parent, which may not bear the name of one. */
    public String parent() {
        String name = coordinates.artifact();
        boolean taken = !isSingle() && modules.stream().anyMatch(m -> m.name().equals(name));
        return taken ? name + "-parent" : name;
    }

    /** The dependencies of all modules. */
    public Stream<JarOutcome> dependencies() {
        return modules.stream().flatMap(module -> module.dependencies().stream());
    }

    /** Whether an archive of some packaging is made. */
    public boolean makes(String packaging) {
        return modules.stream().anyMatch(module -> module.packaging().equals(packaging));
    }

    /** Whether an enterprise archive packs a module. */
    boolean packs(MavenModule module) {
        return modules.stream()
                .filter(other -> other.enterprise().isPresent())
                .flatMap(other -> other.needs().stream())
                .anyMatch(need -> need.module().equals(module.name()));
    }

    /** What to type in the converted project, in a useful order. */
    public List<Proposal.Command> commands() {
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("build", "mvn package"));
        commands.add(new Proposal.Command("test", "mvn test"));
        for (MavenModule module : modules) {
            if (module.start().isEmpty()) continue;
            BuildPlugin start = module.start().get();
            // some compile by themselves; modules that this one needs are built along with it
            String phase = !module.needs().isEmpty() ? "package " : start.compiles() ? "" : "compile ";
            String only = isSingle() ? "" : " -pl " + module.folder() + " -am";
            commands.add(new Proposal.Command("run", "mvn " + phase + start.call() + only));
        }
        for (MavenModule module : modules) {
            if (!module.selfContained() || !module.manifest().containsKey("Main-Class")) continue;
            String archive = module.archive(coordinates.version()).replaceFirst("\\.jar$", "");
            String path = Paths.join(module.folder(), "target/" + archive + "-" + MavenModule.WITH_LIBRARIES + ".jar");
            commands.add(new Proposal.Command("run what was packed", "java -jar " + path));
        }
        if (!documentation.isEmpty()) commands.add(new Proposal.Command("document", "mvn javadoc:javadoc"));
        return commands;
    }
}
