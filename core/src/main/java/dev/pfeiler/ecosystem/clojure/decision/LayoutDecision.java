package dev.pfeiler.ecosystem.clojure.decision;

import dev.pfeiler.ecosystem.clojure.decision.SourceRoles.Placed;
import dev.pfeiler.ecosystem.clojure.decision.SourceRoles.Role;
import dev.pfeiler.ecosystem.clojure.model.ClojureBuild;
import dev.pfeiler.ecosystem.clojure.project.ClojureCall;
import dev.pfeiler.ecosystem.clojure.project.ClojureFiles;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Decides where sources and resources are. */
final class LayoutDecision {
    private static final String KEY = "layout";
    private static final String STANDARD = "standard";
    private static final String KEEP = "keep";
    private static final Set<String> MAIN = Set.of(
            "src",
            "src/clj",
            "src/cljs",
            "src/cljc",
            "src/clojure",
            "src/main/clojure",
            "src/main/cljs",
            "src/main/clj");
    private static final Set<String> TEST = Set.of("test", "test/clj", "test/cljs", "test/cljc", "src/test/clojure");
    private static final Set<String> JAVA = Set.of("src/java", "src/main/java", "java");

    private final ClojureProject project;
    private final SourceRoles roles;
    private final Map<String, String> moved = new LinkedHashMap<>();
    /** Where something moves. */
    private final Set<String> destinations = new HashSet<>();

    private final List<Finding> left = new ArrayList<>();
    private ClojureBuild.Folders folders;

    LayoutDecision(ClojureProject project, SourceRoles roles, Deliberation deliberation) {
        this.project = project;
        this.roles = roles;
        boolean standard = deliberation
                .settle(
                        Decision.of(
                                KEY,
                                "Layout",
                                STANDARD,
                                Certainty.LIKELY,
                                "sources in the folders that build tools expect, each where its namespace is looked for",
                                contradiction().stream().toList()),
                        text -> Set.of(STANDARD, KEEP).contains(text.strip())
                                ? Optional.of(text.strip())
                                : Optional.empty())
                .equals(STANDARD);
        place(standard);
    }

    Map<String, String> moved() {
        return moved;
    }

    List<Finding> left() {
        return left;
    }

    ClojureBuild.Folders folders() {
        return folders;
    }

    private Optional<Evidence> contradiction() {
        return roles.all().values().stream()
                .filter(one -> one.role() != Role.SCRIPT && !one.agrees())
                .findFirst()
                .map(one -> one.source()
                        .namespace()
                        .map(ClojureSource.Declared::evidence)
                        .orElse(Evidence.of(one.source().path(), "")));
    }

    private void place(boolean standard) {
        Set<String> javaFolders = new TreeSet<>(project.java().values());
        boolean mixed = !javaFolders.isEmpty();
        Map<String, String> goals = new HashMap<>();
        Set<String> sources = goals(Role.MAIN, standard, mixed ? "src/clj" : "src", goals);
        Set<String> tests = goals(Role.TEST, standard, "test", goals);
        roles.all().values().stream()
                .filter(one -> one.role() != Role.SCRIPT)
                .forEach(one -> move(one.source().path(), Paths.join(goal(one, goals), one.goal())));
        Set<String> java = new TreeSet<>();
        project.java().forEach((path, folder) -> {
            boolean stays = !standard || JAVA.contains(folder) && !sources.contains(folder);
            String goal = stays ? folder : "src/java";
            java.add(goal);
            if (!stays) move(path, Paths.join(goal, Paths.relative(folder, path)));
        });
        goals.forEach(this::besides);
        folders = new ClojureBuild.Folders(
                List.copyOf(sources), List.copyOf(tests), resources(sources, tests), List.copyOf(java));
    }

    private static String goal(Placed one, Map<String, String> goals) {
        return goals.get(key(one.role(), one.folder()));
    }

    private static String key(Role role, String folder) {
        return role + " " + folder;
    }

    /** Decides for each folder of a role where its sources go; gives where sources are then. */
    private Set<String> goals(Role role, boolean standard, String usual, Map<String, String> goals) {
        Set<String> conventional = role == Role.MAIN ? MAIN : TEST;
        Set<String> used = new LinkedHashSet<>();
        Set<String> folders = new TreeSet<>();
        roles.of(role).map(Placed::folder).forEach(folders::add);
        for (String folder : folders) {
            boolean whole =
                    roles.of(role).filter(one -> one.folder().equals(folder)).allMatch(Placed::agrees);
            boolean around = project.java().values().stream().anyMatch(java -> Paths.within(folder, java));
            boolean nested = folders.stream().anyMatch(other -> !other.equals(folder) && Paths.within(folder, other));
            boolean other = role == Role.TEST
                    && roles.of(Role.MAIN).anyMatch(one -> one.folder().equals(folder));
            boolean stays = !standard && (whole || !folder.isEmpty())
                    || whole && conventional.contains(folder) && !around && !nested && !other;
            String goal = stays ? folder : usual;
            goals.put(key(role, folder), goal);
            used.add(goal);
        }
        return used;
    }

    private void move(String from, String to) {
        if (from.equals(to)) return;
        boolean taken = !destinations.add(to)
                || project.tree().has(to)
                        && !project.sources().containsKey(to)
                        && !project.java().containsKey(to);
        if (taken) {
            left.add(Finding.trouble(from, "belongs at " + to + ", where another file is"));
            return;
        }
        moved.put(from, to);
    }

    /** Files beside sources that programs find on the class path. */
    private void besides(String key, String goal) {
        String folder = key.substring(key.indexOf(' ') + 1);
        boolean searched =
                project.calls().stream().anyMatch(call -> call.folders().contains(folder));
        if (folder.isEmpty() || folder.equals(goal) || !searched) return;
        project.tree()
                .under(folder)
                .filter(file -> !moved.containsKey(file.path())
                        && !project.sources().containsKey(file.path())
                        && !project.java().containsKey(file.path())
                        && !file.extension().equals("jar")
                        && ScriptKind.ofPath(file.path()).isEmpty()
                        && !ClojureFiles.isHidden(file.path()))
                .map(file -> file.path())
                .forEach(path -> move(path, Paths.join(goal, Paths.relative(folder, path))));
    }

    /** Folders of class paths without sources. */
    private List<String> resources(Set<String> sources, Set<String> tests) {
        Set<String> found = new LinkedHashSet<>();
        for (ClojureCall call : project.calls())
            for (String folder : call.folders()) {
                boolean others = folder.isEmpty()
                        || sources.contains(folder)
                        || tests.contains(folder)
                        || roles.all().values().stream()
                                .anyMatch(one -> one.folder().equals(folder))
                        || project.java().containsValue(folder)
                        || project.tree().under(folder).allMatch(file -> file.extension()
                                .equals("class"));
                if (!others) found.add(folder);
            }
        if (project.tree().folders().contains("resources")) found.add("resources");
        return List.copyOf(found);
    }
}
