package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What the texts for people at the top of a project say of its build: a weak sign, as no one has to keep them true. */
public final class ReadMe {
    private static final Pattern NAME = Pattern.compile("(?i)(read.?me|building|install).*");
    private static final Pattern LEVEL = Pattern.compile(
            "(?i)(?:\\b(?:java|jdk|jre)[ -]?(?:se )?(?:version )?|--?(?:source|target|release)[ =])(1\\.\\d|\\d{1,2})(?:\\.0)?(?![\\w.]*\\d)");
    /** Words of a line that is about what the project needs, and not about Java as such. */
    private static final Pattern NEED = Pattern.compile(
            "(?i)\\b(requires?|required|needs?|needed|at least|or (?:later|newer|higher|above)|compiled?|builds?|built)\\b|\\d\\+|--?(?:source|target|release)[ =]");

    /** In the name of the platform, as it was called up to level 5. */
    private static final String PLATFORM = "2";

    private static final long LARGEST = 256 << 10;

    private ReadMe() {}

    /** The first level that each of the texts asks for. */
    public static List<ProjectSettings.LevelSign> levels(ProjectTree tree) {
        return tree.files().stream()
                .filter(file -> Paths.parent(file.path()).isEmpty())
                .filter(file -> NAME.matcher(file.name()).matches()
                        && List.of("", "txt", "md", "markdown", "html", "adoc", "rst")
                                .contains(file.extension()))
                .flatMap(file -> level(tree, file).stream())
                .toList();
    }

    private static Optional<ProjectSettings.LevelSign> level(ProjectTree tree, TreeFile file) {
        List<String> lines = tree.lines(file, LARGEST);
        for (int i = 0; i < lines.size(); i++) {
            Matcher matcher = LEVEL.matcher(lines.get(i));
            if (!NEED.matcher(lines.get(i)).find()) continue;
            boolean found = matcher.find();
            while (found && matcher.group(1).equals(PLATFORM)) found = matcher.find();
            if (!found) continue;
            Evidence evidence = new Evidence(file.path(), i + 1, lines.get(i).strip());
            Optional<ProjectSettings.LevelSign> sign = ProjectSettings.parse(matcher.group(1))
                    .map(level ->
                            new ProjectSettings.LevelSign(level, Certainty.GUESS, "mentioned in the README", evidence));
            if (sign.isPresent()) return sign;
        }
        return Optional.empty();
    }
}
