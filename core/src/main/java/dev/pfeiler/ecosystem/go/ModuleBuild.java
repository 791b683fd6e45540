package dev.pfeiler.ecosystem.go;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.go.module.ModuleEdit;
import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The descriptor of a project that is a module. Source: the Go modules reference, go.mod files. */
record ModuleBuild(ProjectTree tree, EditableText text, ModuleFile file) implements ManagedBuild {
    static Optional<ManagedBuild> read(ProjectTree tree) {
        if (!tree.has(ModuleFile.NAME)) return Optional.empty();
        EditableText text = EditableText.require(tree, ModuleFile.NAME);
        return Optional.of(new ModuleBuild(tree, text, ModuleFile.read(text.content())));
    }

    @Override
    public String descriptor() {
        return ModuleFile.NAME;
    }

    @Override
    public Identity identity() {
        return new Identity("", file.path(), "");
    }

    @Override
    public List<DeclaredPackage> declared() {
        List<DeclaredPackage> declared = new ArrayList<>();
        file.required()
                .forEach((path, one) -> declared.add(new DeclaredPackage(
                        new PackageNotation(path, one.version()),
                        one.indirect() ? "indirect" : "",
                        Set.of(),
                        place(path))));
        return declared;
    }

    private Evidence place(String words) {
        int at = text.content().indexOf(words);
        return at < 0 ? Evidence.of(ModuleFile.NAME, words) : Evidence.at(ModuleFile.NAME, text.content(), at);
    }

    @Override
    public Map<String, Stated> settings() {
        Map<String, Stated> settings = new LinkedHashMap<>();
        if (!file.go().isEmpty()) settings.put(LEVEL, new Stated(file.go(), place("go " + file.go())));
        return settings;
    }

    @Override
    public Step.Edit declaring(List<Request> packages, String reason) {
        String content = text.content();
        for (Request each : packages)
            content = ModuleEdit.requiring(
                    content, each.notation().name(), each.notation().version());
        return text.edit(content, reason);
    }
}
