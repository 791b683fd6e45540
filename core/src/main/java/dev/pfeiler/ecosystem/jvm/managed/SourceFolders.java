package dev.pfeiler.ecosystem.jvm.managed;

import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Optional;

/**
 * The folders of a module, by paths within the tree.
 *
 * @param web what is served, if anything is
 */
public record SourceFolders(
        List<String> main,
        List<String> tests,
        List<ResourceFolder> resources,
        List<ResourceFolder> testResources,
        Optional<String> web) {
    public SourceFolders {
        main = List.copyOf(main);
        tests = List.copyOf(tests);
        resources = List.copyOf(resources);
        testResources = List.copyOf(testResources);
    }

    public boolean isMain(String path) {
        return main.stream().anyMatch(folder -> Paths.within(folder, path));
    }

    public boolean isTest(String path) {
        return tests.stream().anyMatch(folder -> Paths.within(folder, path));
    }
}
