package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.source.Import;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;

/** Names beginning with {@code #} by which a package imports files of its own. Source: Node.js, subpath imports. */
final class SelfImports {
    private static final Pattern INDEX_ENDING = Pattern.compile("(/index)?\\.\\w+$");

    private final NodeProject project;
    private final Deliberation deliberation;
    private final List<Finding> left = new ArrayList<>();

    SelfImports(NodeProject project, Deliberation deliberation) {
        this.project = project;
        this.deliberation = deliberation;
    }

    /** Names that no file could be found for. */
    List<Finding> left() {
        return left;
    }

    /** The file of each name, by condition; {@code default} is the one that holds without one. */
    Map<String, Map<String, String>> decide() {
        Map<String, Evidence> named = new TreeMap<>();
        for (Script script : project.scripts().values())
            for (Import one : script.imports())
                if (one.specifier().startsWith("#")) named.putIfAbsent(one.specifier(), one.evidence());
        Map<String, Map<String, String>> imports = new TreeMap<>();
        named.forEach((name, place) -> {
            List<String> files = files(name.substring(1));
            if (files.size() != 1) {
                left.add(Finding.trouble(
                        name,
                        files.isEmpty()
                                ? "no file has this name; state it as imports in package.json"
                                : "several files have this name: " + String.join(", ", files)
                                        + "; state one as imports in package.json",
                        place));
                return;
            }
            String standing = deliberation.settle(
                    Decision.of(
                                    "import:" + name,
                                    name,
                                    files.get(0),
                                    Certainty.LIKELY,
                                    "the one file of this name",
                                    List.of(place))
                            .in("Names for own files"),
                    text -> Optional.of(text.strip())
                            .filter(path -> path.equals(Choosable.WITHOUT)
                                    || project.tree().has(path)));
            if (!standing.equals(Choosable.WITHOUT)) imports.put(name, conditions(standing));
        });
        return imports;
    }

    private List<String> files(String name) {
        return project.scripts().keySet().stream()
                .filter(path -> {
                    String plain = INDEX_ENDING.matcher(path).replaceFirst("");
                    return plain.equals(name) || plain.endsWith("/" + name);
                })
                .toList();
    }

    /** A file for browsers beside one for the runtime is what all but the runtime get. */
    private Map<String, String> conditions(String file) {
        Map<String, String> conditions = new LinkedHashMap<>();
        String browser = Paths.join(Paths.parent(file), "browser." + Paths.extension(file));
        if (Paths.stem(file).equals("index") && project.tree().has(browser)) {
            conditions.put("node", "./" + file);
            conditions.put("default", "./" + browser);
        } else {
            conditions.put("default", "./" + file);
        }
        return conditions;
    }
}
