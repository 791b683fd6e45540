package dev.pfeiler.ecosystem.jvm.check;

import dev.pfeiler.check.Change;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The Java levels in files of development environments. */
final class IdeLevels {
    private static final long LARGEST = 1 << 20;

    /**
     * Where a file states a level.
     *
     * @param file its path, or the end of it
     * @param level finds it in a line, as the first group
     */
    private record Place(Pattern file, Pattern level) {
        static Place of(String file, String level) {
            return new Place(Pattern.compile("(?:.*/)?" + file), Pattern.compile(level));
        }
    }

    private static final List<Place> PLACES = List.of(
            Place.of("\\.classpath", "StandardVMType/(?:JavaSE|J2SE|CDC)-([\\d.]+)"),
            Place.of(
                    "\\.settings/org\\.eclipse\\.jdt\\.core\\.prefs",
                    "^org\\.eclipse\\.jdt\\.core\\.compiler\\.(?:codegen\\.targetPlatform|compliance|source|release)=([\\d.]+)\\s*$"),
            Place.of(
                    "\\.settings/org\\.eclipse\\.wst\\.common\\.project\\.facet\\.core\\.xml",
                    "facet=\"java\" version=\"([\\d.]+)\""),
            Place.of("\\.idea/compiler\\.xml", "<(?:bytecodeTargetLevel|module)\\b[^>]*\\btarget=\"([\\d.]+)\""),
            Place.of("\\.idea/misc\\.xml", "languageLevel=\"JDK_([\\d_]+)\""),
            Place.of("[^/]+\\.iml", "LANGUAGE_LEVEL=\"JDK_([\\d_]+)\""),
            Place.of("nbproject/project\\.properties", "^javac\\.(?:source|target)=([\\d.]+)\\s*$"));

    private IdeLevels() {}

    /**
     * A level that is stated.
     *
     * @param text as it is written
     */
    record Stated(int level, String text, Evidence evidence) {
        /** Another level in its place. */
        Change change(int other) {
            char between = text.contains("_") ? '_' : '.';
            boolean old = other <= 8 || text.startsWith("1" + between) && between == '_' && other < 9;
            String written = old ? "1" + between + other : String.valueOf(other);
            return Change.ofLine(evidence.file(), evidence.line(), line -> replaced(line, text, written));
        }

        private static String replaced(String line, String before, String after) {
            for (Place place : PLACES) {
                Matcher matcher = place.level().matcher(line);
                if (matcher.find() && matcher.group(1).equals(before))
                    return line.substring(0, matcher.start(1)) + after + line.substring(matcher.end(1));
            }
            return line;
        }
    }

    /** All of a tree. */
    static List<Stated> of(ProjectTree tree) {
        List<Stated> found = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            if (file.link()) continue;
            for (Place place : PLACES)
                if (place.file().matcher(file.path()).matches()) in(tree, file, place.level(), found);
        }
        return found;
    }

    private static void in(ProjectTree tree, TreeFile file, Pattern pattern, List<Stated> found) {
        List<String> lines = tree.lines(file, LARGEST);
        for (int i = 0; i < lines.size(); i++) {
            Matcher matcher = pattern.matcher(lines.get(i));
            if (!matcher.find()) continue;
            String text = matcher.group(1);
            Evidence evidence = new Evidence(file.path(), i + 1, lines.get(i));
            ProjectSettings.parse(text.replace('_', '.'))
                    .ifPresent(level -> found.add(new Stated(level, text, evidence)));
        }
    }
}
