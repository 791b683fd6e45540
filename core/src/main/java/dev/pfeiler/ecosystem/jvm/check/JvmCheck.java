package dev.pfeiler.ecosystem.jvm.check;

import dev.pfeiler.artifact.archive.JarCache;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.check.PartCheck;
import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.managed.ManagedJvmBuild;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.stream.Collectors;

/** All that is wrong in a managed JVM build: its descriptors by themselves, and against everything around them. */
public final class JvmCheck {
    private JvmCheck() {}

    public static PartCheck of(
            ProjectTree tree,
            ManagedJvmBuild.Reading read,
            Repositories repositories,
            JarCache jars,
            Languages languages) {
        List<ManagedModule> modules = read.build().modules();
        CheckedBuild build = new CheckedBuild(tree, read.build(), repositories, jars, languages);
        read.discrepancies().forEach(build::note);
        ClassPaths classPaths = new ClassPaths(build);
        new DependencyCheck(build, classPaths).run();
        new SettingCheck(build).run();
        new TestCheck(build, classPaths).run();
        new ResourceCheck(build).run();
        new NameCheck(build).run();
        new JarFileCheck(build).run();
        new WebCheck(build, classPaths).run();
        return new PartCheck(
                build.found(),
                build.modules().stream()
                        .flatMap(CheckedModule::sources)
                        .map(SourceFile::path)
                        .collect(Collectors.toSet()),
                modules.stream().map(module -> module.outputs().folder()).collect(Collectors.toSet()),
                modules.stream()
                        .flatMap(module -> module.unread().stream())
                        .distinct()
                        .toList());
    }
}
