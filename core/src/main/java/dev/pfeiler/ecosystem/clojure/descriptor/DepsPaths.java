package dev.pfeiler.ecosystem.clojure.descriptor;

import dev.pfeiler.ecosystem.clojure.source.Form;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * What a {@code deps.edn} puts on the class path that is in the project.
 *
 * @param folders of sources and resources, those of aliases too
 * @param jars that are in the project
 * @param aliases all, without their colons
 */
public record DepsPaths(List<String> folders, List<String> jars, List<String> aliases) {
    public DepsPaths {
        folders = List.copyOf(folders);
        jars = List.copyOf(jars);
        aliases = List.copyOf(aliases);
    }

    /** @throws dev.pfeiler.evidence.Refusal if the file cannot be read */
    public static DepsPaths of(ProjectTree tree) {
        Set<String> folders = new LinkedHashSet<>();
        Set<String> jars = new LinkedHashSet<>();
        List<String> aliases = new ArrayList<>();
        DescriptorText.read(tree, DepsTool.DESCRIPTOR).ifPresent(text -> {
            strings(text.top(), "paths", folders);
            if (text.top().value("paths").isEmpty()) folders.add("src");
            jars(text.top(), "deps", jars);
            text.top().value("aliases").ifPresent(all -> {
                List<Form> parts = all.plainParts();
                for (int i = 0; i + 1 < parts.size(); i += 2) {
                    aliases.add(parts.get(i).text());
                    strings(parts.get(i + 1), "extra-paths", folders);
                    jars(parts.get(i + 1), "extra-deps", jars);
                }
            });
        });
        return new DepsPaths(List.copyOf(folders), List.copyOf(jars), aliases);
    }

    private static void strings(Form map, String key, Set<String> to) {
        map.value(key).ifPresent(form -> form.plainParts().stream()
                .filter(one -> one.is(Form.Kind.STRING))
                .forEach(one -> to.add(one.text())));
    }

    private static void jars(Form map, String key, Set<String> to) {
        map.value(key).ifPresent(deps -> deps.plainParts().stream()
                .flatMap(one -> one.value("local/root").stream())
                .forEach(one -> to.add(one.text())));
    }
}
