package dev.pfeiler.ecosystem.dotnet.addition;

import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageChoice;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.dotnet.project.DotnetProject;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** Looks packages up in the folders of this machine, and declares them, and other projects, in project files. */
public final class DotnetLibraries implements Libraries {
    private static final Pattern VERSION = Pattern.compile("\\d+(\\.\\d+){1,3}(-[\\w.-]+)?");
    private static final Pattern ID = Pattern.compile("[A-Za-z_][\\w.-]*");

    @Override
    public List<Found> find(ProjectTree tree, String name, boolean all, Environment environment) {
        boolean concerned =
                tree.files().stream().anyMatch(file -> file.extension().equals(DotnetProject.PROJECT));
        if (!concerned) return List.of();
        PackageFolders folders = new PackageFolders(tree, environment);
        return folders.named(PackageNotation.parse(name, '@').name()).stream()
                .map(id -> new Found(id, folders.versions(id, all), "", List.of("folders of packages"), List.of()))
                .filter(found -> !found.versions().isEmpty())
                .toList();
    }

    @Override
    public PackageChoice choose(Project project, String name, Optional<String> scope, Environment environment) {
        if (name.endsWith("." + DotnetProject.PROJECT)) return reference(project, name.replace('\\', '/'));
        PackageNotation asked = PackageNotation.parse(name, '@');
        if (!ID.matcher(asked.name()).matches())
            throw Refusal.usage("\"" + asked.name() + "\" is not a package name.", "Use one like Office.Tides@1.2.0.");
        project.build().declaration(asked.name()).ifPresent(one -> {
            throw Refusal.notPossible(
                    asked.name() + " is already declared in " + project.build().descriptor() + ".",
                    "Change the version there.");
        });
        PackageFolders folders = new PackageFolders(project.tree(), environment);
        List<String> versions = folders.versions(asked.name(), !asked.version().isEmpty());
        if (!asked.version().isEmpty() && !VERSION.matcher(asked.version()).matches())
            throw Refusal.usage("\"" + asked.version() + "\" is not a version.", "Use one like 1.2.0.");
        if (asked.version().isEmpty() && versions.isEmpty())
            throw Refusal.notPossible(
                    "No folder of packages on this machine has " + asked.name() + ".",
                    "State a version, for example " + asked.name() + "@1.0.0.");
        String version = asked.version().isEmpty() ? versions.get(0) : asked.version();
        boolean known = versions.contains(version);
        return new PackageChoice(
                new ManagedBuild.Request(new PackageNotation(asked.name(), version), ""),
                asked.name() + " " + version,
                asked.version().isEmpty() ? "the newest release on this machine" : "as requested",
                List.of(),
                List.of(),
                known ? List.of() : List.of("It is in no folder of packages here; dotnet restore fetches it."));
    }

    private static PackageChoice reference(Project project, String path) {
        Path file = project.tree().root().resolve(path).normalize();
        if (!Files.isRegularFile(file))
            throw Refusal.notPossible(
                    "There is no project file " + path + ".", "Use its path from the project's folder.");
        boolean own = file.equals(project.tree().onDisk(project.build().descriptor()));
        if (own) throw Refusal.usage(path + " is the project itself.", "Use the path of another one.");
        String from = project.tree().root().relativize(file).toString().replace('\\', '/');
        project.build().declaration(from).ifPresent(one -> {
            throw Refusal.notPossible(from + " is referred to already.", "Nothing has to be done.");
        });
        return new PackageChoice(
                new ManagedBuild.Request(new PackageNotation(from, ""), ProjectBuild.PROJECT),
                from,
                "a project on this machine",
                List.of(),
                List.of(),
                List.of());
    }
}
