package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.facts.RuntimeSign;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Which Java a project is built and run on elsewhere. */
public final class JavaElsewhere {
    private static final long LARGEST = 256 << 10;
    private static final String NUMBER = "(?:1\\.)?(\\d{1,2})(?!\\d)";
    private static final RuntimeSign.Runtime JAVA = new RuntimeSign.Runtime(
            Set.of("java", "jdk"),
            Set.of("javaversion", "jdk"),
            Set.of(".java-version"),
            Pattern.compile(NUMBER),
            Pattern.compile(
                    "(?i)(?:(?:temurin|corretto|zulu|liberica|openjdk|java)[\\w/-]*:(?:jdk-?|jre-?)?|(?:jdk|jre|java|temurin|corretto)-?)"
                            + NUMBER));

    private static final String HOSTED = "appengine-web.xml";
    private static final Pattern HOSTED_RUNTIME = Pattern.compile("<runtime>\\s*java" + NUMBER + "\\s*</runtime>");

    private JavaElsewhere() {}

    /** A Java that is named, by its feature release. */
    public record Java(int feature, Evidence evidence) {}

    /** All places of a tree; of each file the first. */
    public static List<Java> of(ProjectTree tree) {
        Set<String> files = new HashSet<>();
        return all(tree).stream()
                .filter(java -> files.add(java.evidence().file()))
                .toList();
    }

    /** All places of a tree. */
    public static List<Java> all(ProjectTree tree) {
        List<Java> found = new ArrayList<>();
        for (RuntimeSign sign : RuntimeSign.in(tree, JAVA))
            found.add(new Java(Integer.parseInt(sign.version()), sign.evidence()));
        for (TreeFile file : tree.files()) {
            if (!file.name().equals(HOSTED) || file.link()) continue;
            List<String> lines = tree.lines(file, LARGEST);
            for (int i = 0; i < lines.size(); i++) {
                Matcher matcher = HOSTED_RUNTIME.matcher(lines.get(i));
                if (!matcher.find()) continue;
                found.add(new Java(Integer.parseInt(matcher.group(1)), new Evidence(file.path(), i + 1, lines.get(i))));
            }
        }
        return found;
    }

    /** A line that names a Java with another feature release; the same line if it names none of that release. */
    public static String renamed(String line, int from, int to) {
        for (Pattern pattern : List.of(JAVA.image(), Pattern.compile("(?<![\\d.])" + NUMBER + "(?![.\\w])"))) {
            Matcher matcher = pattern.matcher(line);
            while (matcher.find())
                if (Integer.parseInt(matcher.group(1)) == from) {
                    String before = line.substring(0, matcher.start(1));
                    // later releases are no longer numbered from 1
                    if (before.endsWith("1.")) before = before.substring(0, before.length() - 2);
                    return before + to + line.substring(matcher.end(1));
                }
        }
        return line;
    }
}
