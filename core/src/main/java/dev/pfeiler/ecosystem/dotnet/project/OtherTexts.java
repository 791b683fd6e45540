package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.facts.ContainerFile;
import dev.pfeiler.facts.RuntimeSign;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What scripts, container files, files of build servers and installers say about projects and where they are built. */
public final class OtherTexts {
    private static final Pattern BUILD_TOOL = Pattern.compile(
            "(?i)\\b(xbuild|msbuild|mdtool|devenv)(?:\\.exe|\\.com)?\\b(?=\\s)|\\b(nuget)(?:\\.exe)?\\s+(?:restore|install)\\b");
    private static final Pattern OUTPUT = Pattern.compile("(?i)\\bbin[\\\\/](?:debug|release)[\\\\/]");
    private static final Set<String> INSTALLERS = Set.of("iss", "nsi", "wxs", "nuspec", "spec", "ps1", "cake", "build");
    private static final long LARGEST = 256 << 10;
    /** Longer lines are not written by hand; in characters. */
    private static final int LONGEST = 4000;

    private final Map<String, List<Evidence>> tools = new TreeMap<>();
    private final List<Evidence> outputs = new ArrayList<>();

    OtherTexts(ProjectTree tree) {
        for (TreeFile file : tree.files()) {
            boolean read = !file.link()
                    && !FileSet.isHidden(file.path())
                    && (ScriptKind.ofPath(file.path()).isPresent() || INSTALLERS.contains(file.extension()));
            boolean serves = ContainerFile.isOne(file.path()) || RuntimeSign.isServerFile(file.path());
            if (read || serves && !file.link()) read(file.path(), tree.lines(file, LARGEST));
        }
    }

    private void read(String path, List<String> lines) {
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i);
            if (line.length() > LONGEST || line.strip().startsWith("#")) continue;
            Matcher tool = BUILD_TOOL.matcher(line);
            if (tool.find()) tools.computeIfAbsent(path, p -> new ArrayList<>()).add(new Evidence(path, i + 1, line));
            if (OUTPUT.matcher(line).find()) outputs.add(new Evidence(path, i + 1, line));
        }
    }

    /** Lines that call build tools of the time before SDKs, by file. */
    public Map<String, List<Evidence>> tools() {
        return tools;
    }

    /** A line that names the output of a project in the folder where it is built now. */
    public Optional<Evidence> output(Compilation one) {
        String file = one.output().toLowerCase(Locale.ROOT);
        String folder = "/" + Paths.name(one.folder()).toLowerCase(Locale.ROOT) + "/bin/";
        return outputs.stream()
                .filter(line -> {
                    String text = line.excerpt().toLowerCase(Locale.ROOT).replace('\\', '/');
                    return text.contains(file) || one.folder().isEmpty() || ("/" + text).contains(folder);
                })
                .findFirst();
    }
}
