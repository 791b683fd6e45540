package dev.pfeiler.ecosystem.dotnet;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.dotnet.addition.DotnetLibraries;
import dev.pfeiler.ecosystem.dotnet.creation.DotnetCreator;
import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.ecosystem.dotnet.project.DotnetProject;
import dev.pfeiler.process.Environment;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** C#, managed by the .NET SDK. */
public final class DotnetEcosystem implements Ecosystem {
    private static final Target DOTNET = new DotnetTarget();
    private static final Pattern COMPILER = Pattern.compile("\\b(?:csc|mcs|gmcs|dmcs)\\b");
    private static final long LARGEST = 256 << 10;

    @Override
    public String id() {
        return "dotnet";
    }

    @Override
    public String title() {
        return ".NET";
    }

    @Override
    public Set<String> extensions() {
        return Set.of(DotnetProject.EXTENSION);
    }

    @Override
    public boolean needsWiring() {
        return true;
    }

    @Override
    public List<Target> targets() {
        return List.of(DOTNET);
    }

    /** One part with all projects, as they may refer to each other and compile each other's sources. */
    @Override
    public List<Part> parts(ProjectTree tree) {
        List<String> sources = new ArrayList<>();
        List<String> wired = new ArrayList<>();
        List<String> managed = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            String extension = file.extension();
            boolean known = extension.equals(DotnetProject.EXTENSION) || extension.equals(DotnetProject.PROJECT);
            if (!known || file.link() || FileSet.isHidden(file.path())) continue;
            String folder = Paths.parent(file.path());
            if (extension.equals(DotnetProject.EXTENSION)) sources.add(folder);
            if (extension.equals(DotnetProject.PROJECT)) (isSdk(tree, file.path()) ? managed : wired).add(file.path());
        }
        if (sources.isEmpty() && wired.isEmpty()) return List.of();
        List<String> folders = new ArrayList<>(sources);
        wired.forEach(path -> folders.add(Paths.parent(path)));
        managed.forEach(path -> folders.add(Paths.parent(path)));
        String folder = Paths.common(folders);
        boolean script = false;
        for (TreeFile file : tree.files())
            if (ScriptKind.ofPath(file.path()).isPresent() && calls(tree, file)) {
                script = true;
                folder = Paths.common(List.of(folder, scriptFolder(file.path(), folder)));
            }
        folder = withSolution(tree, folder);
        if (wired.isEmpty() && !managed.isEmpty())
            return List.of(new Part(
                    folder,
                    Part.Claim.WIRED,
                    Optional.of(Managed.by(DOTNET, Paths.relative(folder, managed.get(0)))),
                    sources.size()));
        boolean claimed = !wired.isEmpty() || script;
        return List.of(
                new Part(folder, claimed ? Part.Claim.WIRED : Part.Claim.SOURCES, Optional.empty(), sources.size()));
    }

    private static String scriptFolder(String path, String folder) {
        String own = Paths.parent(path);
        // a script for something else far away does not widen the part
        return Paths.within(own, folder) || Paths.within(folder, own) ? own : Paths.common(List.of(own, folder));
    }

    /** The folder of a solution or of restored packages right above. */
    private static String withSolution(ProjectTree tree, String folder) {
        for (String at = folder; !at.isEmpty(); ) {
            String above = Paths.parent(at);
            boolean solution = tree.under(above)
                    .anyMatch(file -> Paths.parent(file.path()).equals(above)
                            && file.extension().startsWith("sln"));
            if (solution) return above;
            at = above;
        }
        return folder;
    }

    private static boolean calls(ProjectTree tree, TreeFile file) {
        return tree.lines(file, LARGEST).stream()
                .anyMatch(line -> COMPILER.matcher(line).find());
    }

    private static boolean isSdk(ProjectTree tree, String path) {
        try {
            XmlElement root = XmlElement.read(tree.bytes(path));
            return !root.attribute("Sdk").isEmpty() || root.child("Sdk").isPresent();
        } catch (IOException | XmlElement.Malformed e) {
            return false;
        }
    }

    @Override
    public Optional<Libraries> libraries() {
        return Optional.of(new DotnetLibraries());
    }

    @Override
    public Optional<Creator> creator() {
        return Optional.of(new DotnetCreator());
    }

    @Override
    public Reading read(ProjectTree part, Environment environment) {
        return new DotnetReading(DotnetProject.of(part));
    }
}
