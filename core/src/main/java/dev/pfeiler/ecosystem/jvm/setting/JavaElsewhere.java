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
        List<Java> found = new ArrayList<>();
        Set<String> files = new HashSet<>();
        for (RuntimeSign sign : RuntimeSign.in(tree, JAVA))
            if (files.add(sign.evidence().file()))
                found.add(new Java(Integer.parseInt(sign.version()), sign.evidence()));
        for (TreeFile file : tree.files()) {
            if (!file.name().equals(HOSTED) || file.link()) continue;
            List<String> lines = tree.lines(file, LARGEST);
            for (int i = 0; i < lines.size(); i++) {
                Matcher matcher = HOSTED_RUNTIME.matcher(lines.get(i));
                if (!matcher.find() || !files.add(file.path())) continue;
                found.add(new Java(Integer.parseInt(matcher.group(1)), new Evidence(file.path(), i + 1, lines.get(i))));
            }
        }
        return found;
    }
}
