package dev.pfeiler.ecosystem.go.addition;

import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageChoice;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.module.ModuleVersion;
import dev.pfeiler.ecosystem.go.project.GoSources;
import dev.pfeiler.ecosystem.go.registry.GoSettings;
import dev.pfeiler.ecosystem.go.registry.ModuleProxy;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Looks modules up where the go command would, and declares them in descriptors. */
public final class GoLibraries implements Libraries {
    private static final int MOST_VERSIONS = 5;

    /** Only in a folder that has a descriptor or sources, and for paths with a host: other names cannot be modules. */
    @Override
    public List<Found> find(ProjectTree tree, String name, boolean all, Environment environment) {
        boolean concerned = tree.has(ModuleFile.NAME)
                || tree.files().stream()
                        .anyMatch(
                                file -> GoSources.isSource(file) && !file.path().contains("/"));
        String asked = PackageNotation.parse(name, '@').name();
        if (!concerned || asked.indexOf('.') < 0 || asked.indexOf('/') < 0) return List.of();
        ModuleProxy proxy = new ModuleProxy(GoSettings.of(environment), environment);
        return module(asked, proxy)
                .map(module -> {
                    List<String> versions = proxy.versions(module).orElse(List.of()).stream()
                            .filter(version -> all || ModuleVersion.isRelease(version))
                            .limit(MOST_VERSIONS)
                            .toList();
                    List<String> matches = module.equals(asked) ? List.of() : List.of(asked);
                    return List.of(new Found(module, versions, "", List.of("module proxy"), matches));
                })
                .orElse(List.of());
    }

    /** The module that a package, or a module itself, is named by. */
    private static Optional<String> module(String asked, ModuleProxy proxy) {
        Set<String> candidates = new LinkedHashSet<>(List.of(asked, ModulePath.usual(asked)));
        candidates.addAll(ModulePath.candidates(asked));
        return candidates.stream()
                .filter(ModulePath::isValid)
                .filter(module -> proxy.versions(module).isPresent())
                .findFirst();
    }

    @Override
    public PackageChoice choose(Project project, String name, Optional<String> scope, Environment environment) {
        ModuleProxy proxy = new ModuleProxy(GoSettings.of(environment), environment);
        PackageNotation asked = PackageNotation.parse(name, '@');
        String module = module(asked.name(), proxy).orElseThrow(() -> unknown(asked.name(), proxy));
        project.build().declaration(module).ifPresent(one -> {
            throw Refusal.notPossible(
                    module + " is already required: " + one.notation().version() + " in " + ModuleFile.NAME + ".",
                    "Change the version there.");
        });
        List<String> versions = proxy.versions(module).orElse(List.of());
        String version = asked.version().isEmpty()
                ? versions.stream().filter(ModuleVersion::isRelease).findFirst().orElse(versions.get(0))
                : versions.stream()
                        .filter(one -> one.equals(asked.version()) || one.equals("v" + asked.version()))
                        .findFirst()
                        .or(() -> proxy.version(module, asked.version()))
                        .orElseThrow(() -> Refusal.notPossible(
                                module + " has no version " + asked.version() + ".",
                                "The newest is " + versions.get(0) + "."));
        List<String> brings = new ArrayList<>();
        List<String> notes = new ArrayList<>(List.of("go mod tidy writes go.sum, once a source imports it."));
        proxy.descriptor(module, version)
                .map(bytes -> ModuleFile.read(new String(bytes, StandardCharsets.UTF_8)))
                .ifPresent(file -> file.required().forEach((path, one) -> {
                    if (!one.indirect()) brings.add(path + " " + one.version());
                }));
        return new PackageChoice(
                new ManagedBuild.Request(new PackageNotation(module, version), ""),
                module + " " + version,
                asked.version().isEmpty() ? "the newest release" : "as requested",
                brings,
                List.of(),
                notes);
    }

    private static Refusal unknown(String name, ModuleProxy proxy) {
        return proxy.isUnreachable()
                ? Refusal.notPossible(
                        "No module proxy can be asked for " + name + ".", "Check the connection, or set GOPROXY.")
                : Refusal.notPossible("There is no module for " + name + ".", "Use its import path, with the host.");
    }
}
