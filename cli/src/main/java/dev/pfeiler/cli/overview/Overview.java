package dev.pfeiler.cli.overview;

import com.fasterxml.jackson.databind.node.TextNode;
import dev.pfeiler.cli.overview.ProjectFacts.Library;
import dev.pfeiler.cli.overview.ProjectFacts.OpenQuestion;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * What several projects have in common.
 *
 * @param versions libraries that are there in more than one version
 * @param uses which projects use what others build
 * @param order groups of projects: each uses what projects of earlier groups build, or of its own, where they use each other
 * @param questions those that several projects leave open
 */
public record Overview(
        List<ProjectFacts> projects,
        List<LibraryVersions> versions,
        List<Use> uses,
        List<Set<String>> order,
        List<SharedQuestion> questions) {
    /** The versions of a library, with the projects that use each. */
    record LibraryVersions(String library, Map<String, Set<String>> projects) {}

    /** A project that uses what another builds, by the name of the library's file or its coordinates. */
    record Use(String project, String other, String library) {
        String sentence() {
            return project + " uses " + library + " of " + other;
        }
    }

    /** A question that one answer settles for several projects. */
    record SharedQuestion(String key, String text, Set<String> fallbacks, Set<String> projects) {}

    /** What the documents of projects have in common. */
    public static Overview of(ProjectDocuments documents) {
        List<ProjectFacts> projects = documents.projects();
        List<Use> uses = uses(projects);
        return new Overview(projects, versions(projects), uses, order(projects, uses), questions(projects));
    }

    private static List<LibraryVersions> versions(List<ProjectFacts> projects) {
        Map<String, Map<String, Set<String>>> byName = new TreeMap<>();
        for (ProjectFacts project : projects)
            for (Library library : project.libraries())
                if (!library.name().isEmpty() && library.published())
                    byName.computeIfAbsent(library.name(), n -> new TreeMap<>())
                            .computeIfAbsent(library.version(), v -> new TreeSet<>())
                            .add(project.name());
        return byName.entrySet().stream()
                .filter(one -> one.getValue().size() > 1)
                .map(one -> new LibraryVersions(one.getKey(), one.getValue()))
                .toList();
    }

    private static List<Use> uses(List<ProjectFacts> projects) {
        Set<Use> uses = new LinkedHashSet<>();
        for (ProjectFacts project : projects)
            for (Library library : project.unpublished())
                for (ProjectFacts other : projects)
                    if (other != project && isOf(other, library))
                        uses.add(new Use(project.name(), other.name(), library.shown()));
        return List.copyOf(uses);
    }

    private static boolean isOf(ProjectFacts project, Library library) {
        String plain = library.file().replaceAll("\\.\\w+$", "");
        return project.names().stream()
                .anyMatch(name -> name.equals(library.name())
                        || name.equals(plain)
                        || plain.matches(Pattern.quote(name) + "-\\d[\\w.-]*"));
    }

    /** Takes away, again and again, what uses nothing that is left; projects that use each other stay together. */
    private static List<Set<String>> order(List<ProjectFacts> projects, List<Use> uses) {
        Map<String, Set<String>> needs = new LinkedHashMap<>();
        projects.forEach(project -> needs.put(project.name(), new LinkedHashSet<>()));
        uses.forEach(use -> needs.get(use.project()).add(use.other()));
        List<Set<String>> order = new ArrayList<>();
        while (!needs.isEmpty()) {
            Set<String> free = needs.entrySet().stream()
                    .filter(one -> one.getValue().stream().noneMatch(needs::containsKey))
                    .map(Map.Entry::getKey)
                    .collect(Collectors.toCollection(LinkedHashSet::new));
            if (free.isEmpty()) free = circle(needs);
            order.add(free);
            needs.keySet().removeAll(free);
        }
        return order;
    }

    /** Projects that use each other, directly or through others, and nothing else that is left. */
    private static Set<String> circle(Map<String, Set<String>> needs) {
        Set<String> least = needs.keySet();
        for (String project : needs.keySet()) {
            Set<String> reached = new LinkedHashSet<>(List.of(project));
            List<String> next = new ArrayList<>(reached);
            while (!next.isEmpty()) {
                List<String> further = new ArrayList<>();
                for (String one : next)
                    needs.get(one).stream()
                            .filter(needs::containsKey)
                            .filter(reached::add)
                            .forEach(further::add);
                next = further;
            }
            if (reached.size() < least.size()) least = reached;
        }
        return new LinkedHashSet<>(least);
    }

    private static List<SharedQuestion> questions(List<ProjectFacts> projects) {
        Map<String, SharedQuestion> byKey = new LinkedHashMap<>();
        for (ProjectFacts project : projects)
            for (OpenQuestion question : project.questions()) {
                SharedQuestion shared = byKey.computeIfAbsent(
                        question.key(),
                        key -> new SharedQuestion(key, question.text(), new LinkedHashSet<>(), new LinkedHashSet<>()));
                shared.projects().add(project.name());
                if (!question.fallback().isEmpty()) shared.fallbacks().add(question.fallback());
            }
        return byKey.values().stream()
                .filter(question -> question.projects().size() > 1)
                .toList();
    }

    /** A choices file with the shared questions; one without a default, or with several, is a comment to be filled in. */
    public String choices() {
        StringBuilder text = new StringBuilder();
        for (SharedQuestion question : questions) {
            text.append("# ")
                    .append(question.text())
                    .append(" (")
                    .append(list(question.projects()))
                    .append(")\n");
            boolean one = question.fallbacks().size() == 1;
            text.append(one ? "" : "# ").append(question.key()).append(": ");
            text.append(TextNode.valueOf(one ? question.fallbacks().iterator().next() : ""))
                    .append('\n');
        }
        return text.toString();
    }

    /** Names in a list. */
    static String list(Collection<String> names) {
        return String.join(", ", names);
    }
}
