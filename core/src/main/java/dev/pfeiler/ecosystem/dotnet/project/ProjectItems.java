package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.ecosystem.dotnet.evaluation.Item;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Copied;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Files;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Resource;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Source;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;

/** The files that a project's items name, in either format of project files. */
final class ProjectItems {
    private static final Set<String> COPYING = Set.of("always", "preservenewest", "ifdifferent");

    private final String folder;
    private final Function<String, List<Item>> items;
    private final Consumer<Item> missing;

    /**
     * @param folder of the project
     * @param items those of a kind
     * @param missing takes items whose files are not there
     */
    ProjectItems(String folder, Function<String, List<Item>> items, Consumer<Item> missing) {
        this.folder = folder;
        this.items = items;
        this.missing = missing;
    }

    Files files(ResourceNames names) {
        return new Files(sources(), resources(names), copies(), config());
    }

    private List<Item> there(String kind) {
        List<Item> there = new ArrayList<>();
        for (Item item : items.apply(kind)) {
            if (item.path().isPresent()) there.add(item);
            else missing.accept(item);
        }
        return there;
    }

    private List<Source> sources() {
        Map<String, Source> sources = new LinkedHashMap<>();
        for (Item item : there("Compile"))
            sources.putIfAbsent(
                    item.path().orElseThrow(), new Source(item.path().orElseThrow(), item.place(folder)));
        return List.copyOf(sources.values());
    }

    private List<Resource> resources(ResourceNames names) {
        List<Resource> resources = new ArrayList<>();
        for (Item item : there("EmbeddedResource")) {
            String file = item.path().orElseThrow();
            String place = item.place(folder);
            resources.add(new Resource(file, place, names.name(file, place, item.metadata()), item.metadata()));
        }
        return resources;
    }

    private List<Copied> copies() {
        List<Copied> copies = new ArrayList<>();
        for (String kind : List.of("None", "Content", "EmbeddedResource", "Compile"))
            for (Item item : items.apply(kind)) {
                String when = item.metadata("CopyToOutputDirectory").orElse("");
                boolean copied = COPYING.contains(when.toLowerCase(Locale.ROOT))
                        && item.path().isPresent()
                        && !isConfig(item);
                if (copied)
                    copies.add(new Copied(
                            item.path().orElseThrow(),
                            item.metadata("TargetPath")
                                    .map(text -> text.replace('\\', '/'))
                                    .orElse(item.place(folder)),
                            when));
            }
        return copies;
    }

    private static boolean isConfig(Item item) {
        return item.path()
                .filter(file -> Paths.name(file).equalsIgnoreCase("app.config"))
                .isPresent();
    }

    /** Whether the program's settings file is among the items: of those found by default, the one beside the project file. */
    private boolean config() {
        return List.of("None", "Content").stream()
                .flatMap(kind -> items.apply(kind).stream())
                .filter(ProjectItems::isConfig)
                .anyMatch(item -> item.written()
                        || Paths.parent(item.path().orElseThrow()).equals(folder));
    }
}
