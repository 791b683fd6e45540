package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Places that say on which release of Node.js a project runs: version files, container files, files of build servers.
 *
 * @param release as written, for example {@code 18} or {@code 18.19.0}
 */
public record RuntimeVersion(String release, Evidence evidence) {
    private static final Pattern IMAGE =
            Pattern.compile("(?i)^\\s*FROM\\s+(?:[\\w.-]++/)*+node:(\\d+(?:\\.\\d+){0,2})");
    private static final Pattern SERVER = Pattern.compile(
            "(?i)\\b(?:node[-_]version|nodejs|node_js)\\b['\"]?\\s*[:=]\\s*\\[?\\s*['\"]?v?(\\d+(?:\\.\\d+){0,2})");
    private static final Pattern VERSION = Pattern.compile("^v?(\\d+(?:\\.\\d+){0,2})$");

    /** The major number. */
    public int major() {
        return Integer.parseInt(release.replaceFirst("\\..*", ""));
    }

    public static List<RuntimeVersion> of(NodeProject project) {
        ProjectTree tree = project.tree();
        List<RuntimeVersion> found = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            Pattern pattern = null;
            if (file.name().equals(".nvmrc") || file.name().equals(".node-version")) pattern = VERSION;
            else if (file.name().matches("(?i)(.*[.-])?(docker|container)file.*")) pattern = IMAGE;
            else if (file.path()
                    .matches(
                            "\\.github/workflows/.*\\.ya?ml|\\.gitlab-ci\\.yml|\\.travis\\.yml|\\.tool-versions|azure-pipelines\\.yml"))
                pattern = SERVER;
            if (pattern == null) continue;
            List<String> lines = tree.lines(file, 64 << 10);
            for (int i = 0; i < lines.size(); i++) {
                Matcher matcher = pattern.matcher(lines.get(i).strip());
                if (matcher.find())
                    found.add(new RuntimeVersion(matcher.group(1), new Evidence(file.path(), i + 1, lines.get(i))));
            }
        }
        return found;
    }
}
