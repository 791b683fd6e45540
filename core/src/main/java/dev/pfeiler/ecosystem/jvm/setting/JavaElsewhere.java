package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Which Java a project is built and run on elsewhere: by container files, CI files, and files of version switchers. */
public final class JavaElsewhere {
    private static final long LARGEST = 256 << 10;
    private static final String NUMBER = "(?:1\\.)?(\\d{1,2})(?![\\d])";
    private static final Pattern IMAGE = Pattern.compile(
            "(?i)^\\s*(?:FROM|-?\\s*image:|-?\\s*name:)\\s*\\S*?(?:(?:temurin|corretto|zulu\\S*|liberica\\S*|openjdk|java)[\\w/-]*:(?:jdk-?|jre-?)?|(?:jdk|jre|java)-?)"
                    + NUMBER + ".*");
    private static final Pattern SET_UP =
            Pattern.compile("(?i)\\s*-?\\s*java[-_]?version\\s*[:=]\\s*\\[?['\"]?" + NUMBER + ".*");
    private static final Pattern TRAVIS =
            Pattern.compile("(?i)\\s*-?\\s*(?:jdk:\\s*)?(?:open|oracle)jdk" + NUMBER + "\\s*");
    private static final Pattern SWITCHER = Pattern.compile("(?i)\\s*(?:java=)?" + NUMBER + "[\\w.+-]*\\s*");

    private static final Pattern HOSTED = Pattern.compile("\\s*<runtime>\\s*java" + NUMBER + "\\s*</runtime>.*");

    private JavaElsewhere() {}

    /** A Java that is named, by its feature release. */
    public record Java(int feature, Evidence evidence) {}

    /** All places of a tree; of each file the first. */
    public static List<Java> of(ProjectTree tree) {
        List<Java> found = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            List<Pattern> patterns = patterns(file);
            if (!patterns.isEmpty()) first(tree, file, patterns).ifPresent(found::add);
        }
        return found;
    }

    private static List<Pattern> patterns(TreeFile file) {
        String path = file.path();
        if (ContainerFiles.isOne(file)) return List.of(IMAGE);
        if (file.name().equals("appengine-web.xml")) return List.of(HOSTED);
        if (Paths.parent(path).equals(".github/workflows")) return List.of(SET_UP, IMAGE);
        return switch (path) {
            case ".travis.yml" -> List.of(TRAVIS);
            case ".gitlab-ci.yml", "bitbucket-pipelines.yml", ".circleci/config.yml", "azure-pipelines.yml" ->
                List.of(IMAGE, SET_UP);
            case ".java-version", ".sdkmanrc", ".tool-versions" -> List.of(SWITCHER);
            default -> List.of();
        };
    }

    private static Optional<Java> first(ProjectTree tree, TreeFile file, List<Pattern> patterns) {
        List<String> lines = tree.lines(file, LARGEST);
        for (int i = 0; i < lines.size(); i++) {
            for (Pattern pattern : patterns) {
                Matcher matcher = pattern.matcher(lines.get(i));
                if (!matcher.matches()) continue;
                Evidence evidence =
                        new Evidence(file.path(), i + 1, lines.get(i).strip());
                return Optional.of(new Java(Integer.parseInt(matcher.group(1)), evidence));
            }
        }
        return Optional.empty();
    }
}
