package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding.Topic;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Reports languages and folders. */
final class FolderFindings {
    /** Names of languages and formats by extension. */
    private static final Map<String, String> FORMATS = Map.of("jsp", "JSP", "properties", "properties", "xml", "XML");

    private final JvmReading reading;
    private final JvmProject project;
    private final FindingList found;

    FolderFindings(ProjectFacts facts, FindingList found) {
        this.reading = facts.reading();
        this.project = facts.project();
        this.found = found;
    }

    void languages() {
        Map<String, List<TreeFile>> byLanguage = new TreeMap<>();
        for (TreeFile file : reading.tree().files()) {
            String language =
                    JvmLanguage.of(file.path()).map(JvmLanguage::title).orElse(FORMATS.get(file.extension()));
            if (language != null)
                byLanguage.computeIfAbsent(language, l -> new ArrayList<>()).add(file);
        }
        byLanguage.entrySet().stream()
                .sorted(Comparator.comparing(entry -> -entry.getValue().size()))
                .forEach(entry -> found.add(
                        Topic.LANGUAGES,
                        entry.getKey(),
                        FindingList.count(entry.getValue().size(), "file"),
                        Certainty.CERTAIN,
                        List.of(Evidence.of(entry.getValue().get(0).path(), ""))));
    }

    void folders() {
        Set<String> jars = reading.jars().stream().map(Jar::path).collect(Collectors.toSet());
        Map<String, List<Placement>> byFolder = project.layout().placements().values().stream()
                .filter(placement -> !jars.contains(placement.path()))
                .collect(Collectors.groupingBy(placement -> placement.folder().path()));
        for (Folder folder : project.layout().folders()) {
            List<Placement> held = byFolder.getOrDefault(folder.path(), List.of());
            String roles = held.stream()
                    .collect(Collectors.groupingBy(Placement::role, TreeMap::new, Collectors.counting()))
                    .entrySet()
                    .stream()
                    .map(entry ->
                            FindingList.count(entry.getValue(), entry.getKey().noun()))
                    .collect(Collectors.joining(", "));
            String fact = FindingList.plural(folder.role().noun()) + "; " + folder.why()
                    + (roles.isEmpty() ? "" : " (" + roles + ")");
            found.add(Topic.FOLDERS, folder.shown(), fact, folder.certainty(), folder.evidence());
        }
        elsewhere();
        Map<String, Long> jarFolders = reading.jars().stream()
                .collect(Collectors.groupingBy(jar -> Paths.parent(jar.path()), TreeMap::new, Collectors.counting()));
        jarFolders.forEach((folder, count) -> found.add(
                Topic.FOLDERS,
                folder.isEmpty() ? "." : folder,
                "libraries (" + FindingList.count(count, "jar") + ")",
                Certainty.CERTAIN,
                List.of()));
    }

    /** Sources that are not where their packages say; compilers of languages beside Java take them from anywhere. */
    private void elsewhere() {
        List<Evidence> places = Stream.concat(project.main().stream(), project.tests().stream())
                .filter(source -> source.language() != JvmLanguage.JAVA
                        && !source.packageName().isEmpty())
                .filter(source -> project.layout()
                        .of(source.path())
                        .filter(placement -> !Paths.parent(placement.relative()).equals(source.packagePath()))
                        .isPresent())
                .map(source -> new Evidence(source.path(), source.packageLine(), source.packageText()))
                .toList();
        if (places.isEmpty()) return;
        found.add(
                Topic.FOLDERS,
                FindingList.count(places.size(), "source"),
                "not in the folder of the package; kept where it is, as the compiler allows that",
                Certainty.CERTAIN,
                places);
    }
}
