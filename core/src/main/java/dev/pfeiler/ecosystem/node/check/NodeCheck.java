package dev.pfeiler.ecosystem.node.check;

import dev.pfeiler.check.CheckRequest;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.PartCheck;
import dev.pfeiler.ecosystem.JsonDescriptor;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.node.descriptor.NpmBuild;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** All that is wrong in a package that npm manages, and in its workspaces. */
public final class NodeCheck {
    private NodeCheck() {}

    public static PartCheck of(CheckRequest request) {
        ProjectTree tree = request.part();
        List<Discrepancy> found = new ArrayList<>();
        Set<String> sources = new TreeSet<>();
        Set<String> outputs = new TreeSet<>();
        List<String> folders = new ArrayList<>(List.of(""));
        NpmBuild.read(tree).map(ManagedBuild::modules).ifPresent(folders::addAll);
        for (String folder : folders) {
            ProjectTree view = folder.isEmpty() ? tree : tree.at(folder, Set.of());
            Optional<JsonDescriptor> descriptor = JsonDescriptor.read(view, CheckedPackage.FILE);
            if (descriptor.isEmpty()) continue;
            CheckedPackage checked = new CheckedPackage(view, descriptor.get());
            Registry registry = Registry.of(view, request.environment());
            new DependencyCheck(checked, registry).run();
            new ScriptProgramCheck(checked, registry).run();
            new EntryCheck(checked).run();
            new RuntimeCheck(checked).run();
            checked.found().stream().map(one -> one.below(folder)).forEach(found::add);
            checked.product().map(Script::path).forEach(path -> sources.add(Paths.join(folder, path)));
            checked.outputs().forEach(output -> outputs.add(Paths.join(folder, output)));
        }
        return new PartCheck(found, sources, outputs);
    }
}
